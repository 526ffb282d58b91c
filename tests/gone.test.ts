import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { must } from "#core/result";
import { readAudit } from "#data/audit.ts";
import { correctBatch, findBatch, findBatches, logBatch } from "#data/batches.ts";
import { deleteCard, readCard, readCards, retireCards } from "#data/cards.ts";
import { DEMO_IDS, demoId, LEAD, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { claimGuide, findGuide, findGuideOfBatch, insertGuide, keepGuideEvents } from "#data/guides.ts";
import { findVersion, keepVersion, readRecipe, setStandard } from "#data/recipes.ts";
import { batches, cards, shiftItems } from "#data/schema/index.ts";
import { replaceShift } from "#data/shifts.ts";
import { approveBatch } from "#data/standards.ts";
import { type Transaction, transact } from "#data/transact.ts";
import {
  addToTrial,
  changeTrial,
  findTrial,
  giveUpTrial,
  insertTrial,
  keepReading,
  keepTasting,
  readTrialBatches,
  removeTasting,
  trialOfBatch,
  trialOfCard,
} from "#data/trials.ts";
import { bigPot } from "./batches.ts";
import { aCard } from "./cards.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";
import { writtenRecipe } from "./recipes.ts";

/*
 * What a message names may be gone by the time it comes, or be another thing than it was: each is told, and nothing is kept.
 */

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
const GONE = demoId(9999);
const NOT_THERE = { ok: false, failure: { code: "notThere" } };

let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("gone", NOW);
});
afterAll(() => fresh.drop());

/** Does it in a transaction of its own. */
const inOne = <T>(work: (tx: Transaction) => Promise<T>) => transact(fresh.db, work);
const trialOf = (cardId: string, id = uuidv7()) => ({
  id,
  siteId: PIER_HEAD,
  cardId,
  brewerId: DEMO_IDS.brewers.fulmar,
  coffeeId: DEMO_IDS.coffees.saltmarsh,
  grinderId: DEMO_IDS.grinders.chough,
  serve: "hot" as const,
  method: null,
  sizeG: 2800,
  priorFrom: "rule" as const,
  priorSetting: 11,
  priorSd: 4,
  budgetG: 600,
});

describe("a trial", () => {
  test("that is not there takes nothing", async () => {
    const batchId = uuidv7();
    for (const work of [
      (tx: Transaction) => changeTrial(tx, { id: GONE, revision: 1, budgetG: 1, bothSides: true }),
      (tx: Transaction) => giveUpTrial(tx, { id: GONE, revision: 1, reason: "no" }, by),
      (tx: Transaction) => addToTrial(tx, { trialId: GONE, batchId, curveVersion: 1 }, by),
      (tx: Transaction) => keepReading(tx, { batchId, revision: 1, read: {} as never }),
      (tx: Transaction) => keepTasting(tx, { id: uuidv7(), batchId, words: { minutes: 1 } }, by),
      (tx: Transaction) => removeTasting(tx, GONE, { personId: LEAD, ofAnybody: true }),
    ])
      expect(await inOne(work)).toMatchObject(NOT_THERE);
    expect(await findTrial(fresh.db, GONE)).toBeUndefined();
    expect(await readTrialBatches(fresh.db, GONE)).toEqual([]);
    expect([await trialOfBatch(fresh.db, GONE), await trialOfCard(fresh.db, GONE)]).toEqual([
      undefined,
      undefined,
    ]);
  });

  test("takes no batch that is not there, of another coffee, served otherwise, or of another site", async () => {
    const card = await aCard(fresh.db, NOW);
    const trial = trialOf(card);
    must(await inOne((tx) => insertTrial(tx, trial, by)));
    const add = (batchId: string) =>
      inOne((tx) => addToTrial(tx, { trialId: trial.id, batchId, curveVersion: 1 }, by));
    expect(await add(GONE)).toMatchObject(NOT_THERE);
    const pot = bigPot(NOW);
    must(await logBatch(fresh.db, pot, by));
    for (const [change, code] of [
      [{ coffeeId: DEMO_IDS.coffees.kittiwake }, "otherCoffee"],
      [{ method: "onIce" as const, iceG: 500 }, "otherServe"],
      [{ siteId: ROPE_LOFT }, "otherSite"],
      [{ dialSetting: null }, "noDial"],
    ] as const) {
      const [row] = await fresh.db.select().from(batches).where(eq(batches.id, pot.id));
      await fresh.db.update(batches).set(change).where(eq(batches.id, pot.id));
      expect(await add(pot.id)).toMatchObject({ failure: { code } });
      await fresh.db.update(batches).set(row!).where(eq(batches.id, pot.id));
    }
    expect(must(await add(pot.id))).toEqual({ isNew: true });
    expect(must(await add(pot.id))).toEqual({ isNew: false });
    expect(await trialOfBatch(fresh.db, pot.id)).toBe(trial.id);
  });

  test("is one for its id: begun twice, changed twice or given up twice it is once", async () => {
    const [card, other] = [
      await aCard(fresh.db, NOW),
      await aCard(fresh.db, NOW, (state) => ({ ...state, grind: 12 })),
    ];
    const trial = trialOf(card);
    expect(must(await inOne((tx) => insertTrial(tx, trial, by)))).toEqual({ isNew: true });
    expect(must(await inOne((tx) => insertTrial(tx, trial, by)))).toEqual({ isNew: false });
    expect(await inOne((tx) => insertTrial(tx, { ...trial, cardId: other }, by))).toMatchObject({
      failure: { code: "stale" },
    });
    const change = { id: trial.id, revision: 1, budgetG: 900, bothSides: true };
    for (let times = 0; times < 2; times++) must(await inOne((tx) => changeTrial(tx, change)));
    expect(await findTrial(fresh.db, trial.id)).toMatchObject({ revision: 2, budgetG: 900, bothSides: true });
    expect(await inOne((tx) => changeTrial(tx, { ...change, budgetG: 100 }))).toMatchObject({
      failure: { code: "stale" },
    });
    const end = { id: trial.id, revision: 2, reason: "The bag ran out" };
    for (let times = 0; times < 2; times++) must(await inOne((tx) => giveUpTrial(tx, end, by)));
    expect(await findTrial(fresh.db, trial.id)).toMatchObject({ revision: 3, state: "givenUp" });
    expect(await inOne((tx) => changeTrial(tx, { ...change, revision: 3 }))).toMatchObject({
      failure: { code: "ended" },
    });
  });
});

describe("a guide", () => {
  test("that is not there takes no events and becomes no batch", async () => {
    const left = { id: uuidv7(), kind: "left" as const, atMs: NOW.getTime() };
    expect(await inOne((tx) => keepGuideEvents(tx, GONE, [left], by))).toMatchObject(NOT_THERE);
    expect(await inOne((tx) => claimGuide(tx, GONE, uuidv7()))).toMatchObject(NOT_THERE);
    expect(await findGuide(fresh.db, GONE)).toBeUndefined();
    expect(await findGuideOfBatch(fresh.db, GONE)).toBeUndefined();
  });

  test("is of one card and becomes one batch", async () => {
    const card = (await readCard(fresh.db, await aCard(fresh.db, NOW)))!;
    const guide = { id: uuidv7(), siteId: PIER_HEAD, cardId: card.id, sheet: card.sheet, brew: null };
    expect(must(await inOne((tx) => insertGuide(tx, guide, by)))).toEqual({ isNew: true });
    expect(must(await inOne((tx) => insertGuide(tx, guide, by)))).toEqual({ isNew: false });
    const other = await aCard(fresh.db, NOW, (state) => ({ ...state, grind: 12 }));
    expect(await inOne((tx) => insertGuide(tx, { ...guide, cardId: other }, by))).toMatchObject({
      failure: { code: "stale" },
    });
    const batchId = uuidv7();
    for (let times = 0; times < 2; times++) must(await inOne((tx) => claimGuide(tx, guide.id, batchId)));
    expect(await inOne((tx) => claimGuide(tx, guide.id, uuidv7()))).toMatchObject({
      failure: { code: "ended" },
    });
  });
});

describe("a batch", () => {
  test("that is not there is not corrected, nor approved; one is not moved to a brewer that is not there", async () => {
    expect(await correctBatch(fresh.db, { id: GONE, revision: 1 }, { doseG: 200 }, by)).toMatchObject(
      NOT_THERE,
    );
    expect(
      await inOne((tx) => approveBatch(tx, { id: uuidv7(), batchId: GONE, revision: 1 }, by, undefined)),
    ).toMatchObject(NOT_THERE);
    const pot = bigPot(NOW);
    must(await logBatch(fresh.db, pot, by));
    expect(await correctBatch(fresh.db, { id: pot.id, revision: 1 }, { brewerId: GONE }, by)).toMatchObject(
      NOT_THERE,
    );
    must(await correctBatch(fresh.db, { id: pot.id, revision: 1 }, { removed: true }, by));
    expect(
      await inOne((tx) => approveBatch(tx, { id: uuidv7(), batchId: pot.id, revision: 2 }, by, undefined)),
    ).toMatchObject(NOT_THERE);
    expect(await findBatch(fresh.db, GONE)).toBeUndefined();
    expect(await findBatches(fresh.db, [])).toEqual([]);
  });

  test("that is moved to another brewer is of its site, its filter and its ending", async () => {
    const pot = bigPot(NOW);
    must(await logBatch(fresh.db, pot, by));
    must(
      await correctBatch(
        fresh.db,
        { id: pot.id, revision: 1 },
        { brewerId: DEMO_IDS.brewers.press, cardId: null, recipeVersionId: null },
        by,
      ),
    );
    const [row] = await fresh.db.select().from(batches).where(eq(batches.id, pot.id));
    expect(row).toMatchObject({ siteId: ROPE_LOFT, filterId: demoId(93), revision: 2 });
  });
});

describe("a card", () => {
  test("is put away and taken out again once, and told in the trail; of those that are gone nothing is", async () => {
    const [one, two] = [
      await aCard(fresh.db, NOW),
      await aCard(fresh.db, NOW, (state) => ({ ...state, grind: 12 })),
    ];
    const retire = (ids: readonly string[], retired: boolean) =>
      inOne((tx) => retireCards(tx, { ids, retired }, by));
    expect(await retire([one, GONE, two], true)).toBe(2);
    expect(await retire([one, two], true)).toBe(0);
    expect(await retire([two], false)).toBe(1);
    expect((await readCards(fresh.db, [one, two])).map(({ id, retired }) => [id, retired])).toEqual(
      expect.arrayContaining([
        [one, true],
        [two, false],
      ]),
    );
    const actions = (await readAudit(fresh.db, { subjectId: two })).map(({ action }) => action);
    expect(actions.slice(0, 2).toSorted()).toEqual(["archived", "restored"]);
  });

  test("is deleted for good, once, unless a list or a batch names it", async () => {
    const card = await aCard(fresh.db, NOW);
    const items = [{ id: uuidv7(), cardId: card, batches: 1 }];
    must(await replaceShift(fresh.db, { siteId: PIER_HEAD, day: "2026-07-20" }, { items, began: 0 }, by));
    expect(await deleteCard(fresh.db, card, by)).toMatchObject({ failure: { code: "inUse" } });
    await fresh.db.delete(shiftItems).where(eq(shiftItems.cardId, card));
    const pot = bigPot(NOW, { cardId: card });
    must(await logBatch(fresh.db, pot, by));
    expect(await deleteCard(fresh.db, card, by)).toMatchObject({ failure: { code: "inUse" } });
    await fresh.db.update(batches).set({ cardId: null }).where(eq(batches.id, pot.id));
    for (let times = 0; times < 2; times++) must(await deleteCard(fresh.db, card, by));
    expect(await readCard(fresh.db, card)).toBeUndefined();
    expect(await fresh.db.$count(cards, eq(cards.id, card))).toBe(0);
    const [line] = await readAudit(fresh.db, { subjectId: card });
    expect(line).toMatchObject({ action: "ended", person: "Oda Venn", before: expect.anything() });
  });
});

describe("a recipe", () => {
  test("that is not there is no standard, and neither is a draft; one that is stays it", async () => {
    expect(await findVersion(fresh.db, GONE)).toBeUndefined();
    expect(await readRecipe(fresh.db, GONE)).toBeUndefined();
    const written = { ...writtenRecipe({ name: "Bollard, thin" }), retentionGPerG: 2.23 };
    must(await keepVersion(fresh.db, written, by));
    const standard = (id: string) => inOne((tx) => setStandard(tx, id, by));
    expect([await standard(GONE), await standard(written.versionId)]).toEqual([false, false]);
    const named = { ...written, revision: 1, as: "trial" as const, name: "Bollard, thinner" };
    must(await keepVersion(fresh.db, named, by));
    expect((await readRecipe(fresh.db, written.recipeId))!.name).toBe("Bollard, thinner");
    expect([await standard(written.versionId), await standard(written.versionId)]).toEqual([true, true]);
    expect(await findVersion(fresh.db, written.versionId)).toMatchObject({
      name: "Bollard, thinner",
      state: "standard",
      archived: false,
    });
  });
});
