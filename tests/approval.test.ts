import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import { must } from "#core/result";
import { readAudit } from "#data/audit.ts";
import { readCard } from "#data/cards.ts";
import { DEMO_IDS, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { turnBench } from "#data/house.ts";
import { readRecipe } from "#data/recipes.ts";
import { brewers, fits } from "#data/schema/index.ts";
import { replaceShift } from "#data/shifts.ts";
import { transact } from "#data/transact.ts";
import { asSeen, aCard as cardOn } from "./cards.ts";
import { benchOn, demoDatabase, type OwnDatabase } from "./database.ts";

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
const [V3, V4] = [demoId(64), demoId(65)];
let fresh: OwnDatabase;
let approval: typeof import("#server/approval.ts");
let effects: typeof import("#server/versionEffects.ts");

beforeAll(async () => {
  fresh = await demoDatabase("approval", NOW);
  // A pair that learns from its log would be fitted behind the batches of these tests.
  await fresh.db.delete(fits);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  approval = await import("#server/approval.ts");
  effects = await import("#server/versionEffects.ts");
});
afterAll(() => fresh.drop());

const aCard = () => cardOn(fresh.db, NOW);
const effectsOf = async (versionId: string) =>
  (await effects.effectsOfVersion(versionId)).flatMap(([, each]) => each);
const approve = async (versionId: string, ids: readonly string[]) =>
  approval.makeVersionStandard({ versionId, cards: await asSeen(fresh.db, ids) }, by);
const figures = async (id: string) => (await readCard(fresh.db, id))!.sheet;

describe("a new standard", () => {
  test("shows every card of the recipe before and after, with the lists from today on, and changes nothing by looking", async () => {
    const id = await aCard();
    for (const day of ["2026-07-13", "2026-07-15"]) {
      const items = [{ id: uuidv7(), cardId: id, batches: 2 }];
      must(await replaceShift(fresh.db, { siteId: PIER_HEAD, day }, { items, began: 0 }, by));
    }
    const before = await figures(id);
    const effect = (await effectsOf(V3)).find((each) => each.id === id)!;
    expect(effect.days).toEqual(["2026-07-15"]);
    expect(effect.before).toEqual(before);
    if ("stays" in effect.after) throw new Error(effect.after.stays);
    // 340 g on 22 g instead of 352.
    expect(effect.after.sheet.input.pins.brewRatio).toBeCloseTo(340 / 22, 9);
    expect(effect.after.sheet.result.rounded.doseG).toBeGreaterThan(before.result.rounded.doseG);
    expect(await figures(id)).toEqual(before);
  });

  test("the chosen cards follow and the others stay; the trail has each; back again all is as it was", async () => {
    const [followed, left] = [await aCard(), await aCard()];
    const was = await figures(left);
    expect(await approve(V3, [followed])).toEqual({ changed: 1 });
    expect((await figures(followed)).madeWith.recipeVersionId).toBe(V3);
    expect(await figures(left)).toEqual(was);
    const [line] = await readAudit(fresh.db, { subjectId: followed });
    expect(line).toMatchObject({
      action: "changed",
      subject: "card",
      before: { doseG: was.result.rounded.doseG },
    });
    const states = (await readRecipe(fresh.db, demoId(60)))!.versions.map(({ state }) => state);
    expect(states).toEqual(["earlier", "standard"]);

    await approve(V4, [followed]);
    expect((await figures(followed)).result.rounded).toEqual(was.result.rounded);
    expect((await figures(followed)).dial).toEqual(was.dial);
  });

  test("a draft is none, and a version that is not there is said", async () => {
    await expect(approve(demoId(68), [])).rejects.toThrow("A draft cannot be");
    await expect(effectsOf(uuidv7())).rejects.toThrow("There is no such recipe");
  });

  test("a card whose brewer is gone stays as it is, and says why", async () => {
    const id = await aCard();
    await fresh.db.update(brewers).set({ removed: true }).where(eq(brewers.id, DEMO_IDS.brewers.fulmar));
    await transact(fresh.db, (tx) => turnBench(tx, "equipment"));
    expect((await effectsOf(V3)).find((each) => each.id === id)!.after).toEqual({
      stays: "Fulmar is not on the bench any more.",
    });
    const was = await figures(id);
    expect(await approve(V3, [id])).toEqual({ changed: 0 });
    expect(await figures(id)).toEqual(was);
  });
});

describe("fitted to a cup", () => {
  const fitted = async () => (await benchOn(fresh.db, PIER_HEAD)).fits;

  test("of its brewer and grinder, in the trail, and forgotten again", async () => {
    const { fitToCup, forgetFit } = await import("#server/recipes.ts");
    await fitToCup(V4, by);
    const [fit] = await fitted();
    expect(fit).toMatchObject({
      brewerId: DEMO_IDS.brewers.cone,
      grinderId: DEMO_IDS.grinders.dunlin,
      versionId: V4,
    });
    // It was done sooner than the model says: water runs more freely there.
    expect(fit!.permeability).toBeGreaterThan(1.15);
    const [line] = await readAudit(fresh.db, { subjectId: DEMO_IDS.brewers.cone });
    expect(line).toMatchObject({ action: "measured", after: { permeability: fit!.permeability } });
    await forgetFit(V4, by);
    expect(await fitted()).toEqual([]);
  });

  test("not to a draft, nor to a cup that names no grinder", async () => {
    const { fitToCup } = await import("#server/recipes.ts");
    await expect(fitToCup(demoId(68), by)).rejects.toThrow("A draft is not brewed yet");
    await expect(fitToCup(demoId(67), by)).rejects.toThrow("names no grinder");
    await expect(fitToCup(uuidv7(), by)).rejects.toThrow("There is no such recipe");
  });
});
