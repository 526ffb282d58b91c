import { eq, inArray, sql } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import type { LoggedBatch } from "#contract/batch.ts";
import { cardSheet, cardWanted } from "#contract/card.ts";
import { ICED_METHODS } from "#core/iced";
import { ANSWERS } from "#core/outlook";
import { findBatch } from "#data/batches.ts";
import { readCards, remakeCard } from "#data/cards.ts";
import { DEMO_IDS, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { turnBench } from "#data/house.ts";
import { brewers, cards, fits } from "#data/schema/index.ts";
import { transact } from "#data/transact.ts";
import { batchOfCard, remade } from "#scaling/cards";
import { firstState, methodAs, type ScaleState, serveAs } from "#scaling/choice";
import { asSent } from "./batches.ts";
import { asSeen } from "./cards.ts";
import { benchOn, demoDatabase, type OwnDatabase } from "./database.ts";

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
let fresh: OwnDatabase;
let server: typeof import("#server/cards.ts") &
  typeof import("#server/batches.ts") &
  typeof import("#server/shifts.ts") &
  typeof import("#server/standards.ts");

beforeAll(async () => {
  fresh = await demoDatabase("cards_kept", NOW);
  // A pair that learns from its log would be fitted behind the batches of these tests.
  await fresh.db.delete(fits);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  server = {
    ...(await import("#server/cards.ts")),
    ...(await import("#server/batches.ts")),
    ...(await import("#server/shifts.ts")),
    ...(await import("#server/standards.ts")),
  };
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});

/** A sheet that a card in use has already is kept as that card: each test makes cards of its own. */
beforeEach(() => fresh.db.update(cards).set({ retired: true }));

const bench = () => benchOn(fresh.db, PIER_HEAD);
/** What Scale sends of a choice, as it stands on the bench of now. */
async function wanted(change: (state: ScaleState) => ScaleState = (state) => state) {
  const now = await bench();
  const chosen = change(firstState(now));
  return cardWanted.parse({
    id: uuidv7(),
    siteId: PIER_HEAD,
    chosen,
    benchRevision: now.revision,
    setting: null,
  });
}
const kept = async (id: string) => (await readCards(fresh.db, [id]))[0]!;
/** The very text that the database holds. */
async function textOf(id: string): Promise<string> {
  const [row] = await fresh.db
    .select({ text: sql<string>`CAST(sheet AS CHAR)` })
    .from(cards)
    .where(eq(cards.id, id));
  return row!.text;
}
const ICED_WAYS = ICED_METHODS.map((method) => [method] as const);

describe("a card that is kept", () => {
  test.each(["hot", ...ICED_METHODS] as const)(
    "is made by the server, and made anew it is the same, byte for byte: %s",
    async (way) => {
      const now = await bench();
      const [recipe] = now.recipes;
      for (const grind of [...ANSWERS, 9.5]) {
        const choice = await wanted((first) => {
          const state = { ...first, grind };
          return way === "hot" ? state : methodAs(way, serveAs("iced", state, now), now);
        });
        await server.keepCard(choice, by);
        const text = await textOf(choice.id);
        const card = await kept(choice.id);
        expect(cardSheet.parse(card.sheet)).toEqual(card.sheet);
        expect(card.sheet.chosen).toEqual(choice.chosen);
        const again = remade(card.sheet, recipe!, recipe!, now);
        expect(again.ok && JSON.stringify(again.value.sheet)).toBe(text);
        const second = { ...choice, id: uuidv7() };
        expect(await server.keepCard(second, by)).toMatchObject({ id: choice.id, already: true });
        expect(await readCards(fresh.db, [second.id])).toEqual([]);
      }
    },
  );

  test("has nothing of the browser's but what was chosen: names, results and forecasts are refused", async () => {
    const choice = await wanted();
    for (const more of [{ sheet: {} }, { madeWith: { coffee: "another" } }, { result: {} }]) {
      expect(cardWanted.safeParse({ ...choice, ...more }).success).toBe(false);
    }
    const pin = (value: number) => ({
      ...choice.chosen,
      pins: [{ name: "doseG", value }, choice.chosen.pins[1]],
    });
    expect(cardWanted.safeParse({ ...choice, chosen: pin(180) }).success).toBe(true);
    for (const value of [-1, 0, 20_001, Number.NaN]) {
      const { error } = cardWanted.safeParse({ ...choice, chosen: pin(value) });
      expect(error?.issues[0]?.path).toEqual(["chosen", "pins", 0, "value"]);
    }
  });

  test("with a stop is a draft", async () => {
    const choice = await wanted((state) => ({
      ...state,
      pins: [
        { name: "doseG", value: 400 },
        { name: "brewRatio", value: 16 },
      ],
    }));
    expect(await server.keepCard(choice, by)).toEqual({ id: choice.id, draft: true, already: false });
    expect((await kept(choice.id)).draft).toBe(true);
  });

  test("of an older bench, or with another dial than was shown, is told and not kept", async () => {
    const choice = await wanted();
    await transact(fresh.db, (tx) => turnBench(tx, "equipment"));
    await expect(server.keepCard(choice, by)).rejects.toMatchObject({
      code: "stale",
      message: expect.stringContaining("worked out anew"),
    });
    const now = await wanted();
    await expect(server.keepCard({ ...now, setting: 3.5 }, by)).rejects.toMatchObject({
      code: "stale",
      message: expect.stringMatching(/comes out at .*, and 3\.5 was shown/),
    });
    expect(await readCards(fresh.db, [choice.id, now.id])).toEqual([]);
    await server.keepCard(now, by);
    const { dial } = (await kept(now.id)).sheet;
    const shown = { ...now, id: uuidv7(), setting: dial!.setting };
    expect(await server.keepCard(shown, by)).toEqual({ id: now.id, draft: false, already: true });
  });

  test("sent twice is one, however the bench has changed since; another choice under its id is refused with both", async () => {
    const choice = await wanted();
    const first = await server.keepCard(choice, by);
    const text = await textOf(choice.id);
    await transact(fresh.db, (tx) => turnBench(tx, "equipment"));
    expect(await server.keepCard(choice, by)).toEqual(first);
    const { revision: benchRevision } = await bench();
    const other = { ...choice, benchRevision, chosen: { ...choice.chosen, grind: 7 } };
    await expect(server.keepCard(other, by)).rejects.toMatchObject({
      code: "stale",
      message: expect.stringMatching(/kept under that id already: Saltmarsh, hot.* Yours, Saltmarsh, hot/),
    });
    expect(await textOf(choice.id)).toBe(text);
  });

  test("of a site or a brewer that is not there is refused, with what is gone", async () => {
    const choice = await wanted();
    await expect(server.keepCard({ ...choice, siteId: uuidv7() }, by)).rejects.toMatchObject({
      code: "notThere",
      message: expect.stringMatching(/site/),
    });
    for (const what of ["brewer", "vessel", "grinder", "coffee", "recipe"] as const) {
      const gone = { ...choice, chosen: { ...choice.chosen, [what]: uuidv7() } };
      await expect(server.keepCard(gone, by)).rejects.toMatchObject({
        code: "refused",
        message: expect.stringContaining(`The ${what} that was chosen is not on`),
      });
    }
  });

  test("of a version that does not count yet is of that version", async () => {
    const choice = await wanted((state) => ({ ...state, recipe: demoId(64) }));
    await server.keepCard(choice, by);
    expect(await kept(choice.id)).toMatchObject({ recipeVersionId: demoId(64) });
  });
});

test("a day's list has its cards, however many were made since", async () => {
  const choice = await wanted();
  await server.keepCard(choice, by);
  await fresh.db.execute(
    sql`UPDATE cards SET created_at = created_at - INTERVAL 1 DAY WHERE id = ${choice.id}`,
  );
  const day = { siteId: PIER_HEAD, day: "2026-07-16" };
  const items = [{ id: uuidv7(), cardId: choice.id, batches: 2 }];
  await server.saveList(day, { revision: 0, items }, by);
  const [copied] = await fresh.db.select().from(cards).where(eq(cards.id, choice.id));
  const copies = Array.from({ length: 201 }, () => ({ ...copied!, id: uuidv7(), createdAt: NOW }));
  await fresh.db.insert(cards).values(copies);
  const ids = (await server.cardsFor(day, await server.listOf(day))).map(({ id }) => id);
  expect(ids.filter((id) => id === choice.id)).toHaveLength(1);
  expect(ids.length).toBe(201);
  await fresh.db.delete(cards).where(
    inArray(
      cards.id,
      copies.map(({ id }) => id),
    ),
  );
});

test("a day's list has each card as it is now: remade, put away, or another under the same id", async () => {
  const choice = await wanted();
  await server.keepCard(choice, by);
  const day = { siteId: PIER_HEAD, day: "2026-07-17" };
  const line = async () =>
    (await server.cardsFor(day, await server.listOf(day))).find(({ id }) => id === choice.id);
  const first = await line();
  expect(await line()).toEqual(first);
  const { sheet, draft } = await kept(choice.id);
  const dearer = { ...sheet, result: { ...sheet.result, rounded: { ...sheet.result.rounded, doseG: 222 } } };
  await transact(fresh.db, (tx) => remakeCard(tx, { id: choice.id, seen: 1, sheet: dearer, draft }, by));
  expect(first?.doseG).not.toBe(222);
  expect((await line())?.doseG).toBe(222);
  await transact(fresh.db, (tx) =>
    remakeCard(tx, { id: choice.id, seen: 2, sheet: dearer, draft: true }, by),
  );
  expect(await line()).toBeUndefined();
  await fresh.db.delete(cards).where(eq(cards.id, choice.id));
  await server.keepCard(choice, { ...by, at: new Date(NOW.getTime() + 1000) });
  expect((await line())?.doseG).toBe(first?.doseG);
});

test("lines are read of a site's own cards, of no other's, and of no draft", async () => {
  const [whole, draft] = [await wanted(), await wanted((state) => ({ ...state, grind: 7 }))];
  await server.keepCard(whole, by);
  await server.keepCard(draft, by);
  await fresh.db.update(cards).set({ draft: true }).where(eq(cards.id, draft.id));
  const ids = [whole.id, draft.id, uuidv7()];
  expect((await server.linesOf(PIER_HEAD, ids)).map(({ id }) => id)).toEqual([whole.id]);
  expect(await server.linesOf(demoId(2), ids)).toEqual([]);
});

describe("a batch that is logged from a card", () => {
  const weighed = {
    brewTimeS: 330,
    strengthPct: 1.3,
    sampledAt: "melted",
    liked: true,
    bed: "flat",
    wall: null,
    taste: ["thin"],
    note: "",
  } as const;
  const logFrom = async (cardId: string, change: Partial<LoggedBatch> = {}) => {
    const { sheet } = await kept(cardId);
    const batch = batchOfCard(cardId, sheet);
    const id = uuidv7();
    const yieldG = Math.round(sheet.result.rounded.yieldG);
    await server.log({ id, ...batch, yieldG, ...weighed, at: NOW.toISOString(), ...change }, by);
    return { id, sheet };
  };

  test.each([["hot"] as const, ...ICED_WAYS])(
    "names it, its recipe's version and its method; approved, it moves cards of that way and no other: %s",
    async (way) => {
      const now = await bench();
      const of = (each: typeof way) => (state: ScaleState) =>
        each === "hot" ? state : methodAs(each, serveAs("iced", state, now), now);
      const choice = await wanted(of(way));
      await server.keepCard(choice, by);
      const others = await Promise.all(
        ICED_METHODS.filter((each) => each !== way).map(async (each) => {
          // What is ground by the best that is known goes by every approved batch.
          const other = await wanted((state) => ({ ...of(each)(state), grind: "rule" }));
          await server.keepCard(other, by);
          return other.id;
        }),
      );
      const { id, sheet } = await logFrom(choice.id, {
        doseG: 0.97 * (await kept(choice.id)).sheet.result.rounded.doseG,
      });
      const logged = (await findBatch(fresh.db, id))!;
      expect(logged).toMatchObject({
        cardId: choice.id,
        recipeVersionId: sheet.chosen.recipe,
        recipe: "Loft cone",
        recipeVersion: 4,
        method: way === "hot" ? null : way,
        iceG: sheet.result.rounded.iceG,
        dialSetting: sheet.dial!.setting,
      });
      const { place } = await server.approvalOf(id);
      const effects = await server.effectsOfApproval(id);
      expect(place.method).toBe(logged.method);
      const own = effects.find((effect) => effect.id === choice.id)!;
      expect(own.after).toMatchObject({
        sheet: { standard: { batchId: id }, dial: { setting: logged.dialSetting, by: "standard" } },
      });
      expect(effects.filter((effect) => others.includes(effect.id))).toEqual([]);
      await server.makeStandard(
        { id: uuidv7(), batchId: id, revision: 1, cards: await asSeen(fresh.db, [choice.id]) },
        by,
      );
      const followed = await kept(choice.id);
      expect(followed).toMatchObject({ dialBy: "standard", revision: 2 });
      expect(Math.abs(followed.sheet.result.rounded.doseG - logged.doseG)).toBeLessThanOrEqual(0.5);
      // Another pot of the card is brewed by what it says now; taken back, the card is what it was.
      await server.endStandard(id, by);
      expect((await kept(choice.id)).sheet.result.rounded).toEqual(sheet.result.rounded);
    },
  );

  test("approved, it moves what is ground by the learned dial of its grinder, on another brewer too", async () => {
    const now = await bench();
    const learned = await wanted((state) => ({
      ...state,
      grind: "learned",
      brewer: DEMO_IDS.brewers.turnstone,
    }));
    const ruled = await wanted((state) => ({ ...state, grind: "rule", brewer: DEMO_IDS.brewers.turnstone }));
    const pot = await wanted();
    for (const choice of [learned, ruled, pot]) await server.keepCard(choice, by);
    const { dial } = (await kept(pot.id)).sheet;
    const { id } = await logFrom(pot.id, { dialSetting: dial!.setting + 4 });
    const effects = await server.effectsOfApproval(id);
    const moved = effects.find((effect) => effect.id === learned.id);
    expect(moved?.after).toMatchObject({ sheet: { dial: { by: "learned" } } });
    expect(effects.some((effect) => effect.id === ruled.id)).toBe(false);
    expect(now.grinders[0]!.id).toBe(learned.chosen.grinder);
  });

  test("takes its recipe's version from the card, whatever is sent; a card of nowhere is refused at its field", async () => {
    const choice = await wanted();
    await server.keepCard(choice, by);
    const { id } = await logFrom(choice.id, { recipeVersionId: null });
    expect((await findBatch(fresh.db, id))!.recipeVersionId).toBe(choice.chosen.recipe);
    await expect(logFrom(choice.id, { cardId: uuidv7() })).rejects.toMatchObject({ field: "cardId" });
    await expect(logFrom(choice.id, { brewerId: DEMO_IDS.brewers.cone })).rejects.toMatchObject({
      field: "cardId",
    });
    const byHand = { cardId: null, recipeVersionId: uuidv7() };
    await expect(logFrom(choice.id, byHand)).rejects.toMatchObject({ field: "recipeVersionId" });
    // Corrected, it keeps what it was brewed by; to a card that is not there it is not.
    const own = asSent((await findBatch(fresh.db, id))!);
    const corrected = { ...own, doseG: own.doseG + 1, recipeVersionId: null };
    expect(await server.correct(corrected, by)).toEqual({});
    expect(await findBatch(fresh.db, id)).toMatchObject({
      cardId: choice.id,
      recipeVersionId: choice.chosen.recipe,
      revision: 2,
    });
    expect(await server.correct(corrected, by)).toEqual({});
    await expect(server.correct({ ...own, cardId: uuidv7(), revision: 2 }, by)).rejects.toMatchObject({
      field: "cardId",
    });
    expect(await server.correct({ ...own, cardId: null, recipeVersionId: null, revision: 2 }, by)).toEqual(
      {},
    );
    expect(await findBatch(fresh.db, id)).toMatchObject({ cardId: null, recipeVersionId: null });
  });

  test("with ice says how it was iced", async () => {
    const choice = await wanted();
    await server.keepCard(choice, by);
    await expect(logFrom(choice.id, { iceG: 500, method: null })).rejects.toMatchObject({
      field: "method",
      message: "There is ice in it: say how it was iced.",
    });
  });

  test("stays its own when the card's brewer is taken off the bench", async () => {
    const choice = await wanted();
    await server.keepCard(choice, by);
    const { id } = await logFrom(choice.id);
    await fresh.db.update(brewers).set({ removed: true }).where(eq(brewers.id, choice.chosen.brewer));
    expect(await findBatch(fresh.db, id)).toMatchObject({ cardId: choice.id, brewer: "Fulmar" });
    await fresh.db.update(brewers).set({ removed: false }).where(eq(brewers.id, choice.chosen.brewer));
  });
});
