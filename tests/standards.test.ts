import { and, desc, eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { LoggedBatch } from "#contract/batch.ts";
import { must } from "#core/result";
import { correctBatch, findBatch, readBatches } from "#data/batches.ts";
import { readCard } from "#data/cards.ts";
import { DEMO_IDS, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { audit, grinderCurves, standards } from "#data/schema/index.ts";
import { readStandards } from "#data/standards.ts";
import { teachingOf } from "#scaling/sheet";
import { bigPot as aBigPot, asSent } from "./batches.ts";
import { asSeen, aCard as cardOn } from "./cards.ts";
import { benchOn, demoDatabase, type OwnDatabase } from "./database.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let server: typeof import("#server/standards.ts") &
  typeof import("#server/batches.ts") &
  typeof import("#server/wall.ts") &
  typeof import("#server/bench.ts") &
  typeof import("#server/newBag.ts");
const by = { personId: LEAD, at: NOW };
const { brewers, coffees, grinders } = DEMO_IDS;

beforeAll(async () => {
  fresh = await demoDatabase("standards", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  server = {
    ...(await import("#server/standards.ts")),
    ...(await import("#server/batches.ts")),
    ...(await import("#server/wall.ts")),
    ...(await import("#server/bench.ts")),
    ...(await import("#server/newBag.ts")),
  };
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});

/** A pot of Saltmarsh on Fulmar, logged. */
async function aPot(change: Partial<LoggedBatch> = {}): Promise<string> {
  const pot = aBigPot(NOW, change);
  await server.log(pot, by);
  return pot.id;
}

/** A card of the big pot, as Scale keeps it. */
const aCard = () => cardOn(fresh.db, NOW);
const sheetOf = async (id: string) => (await readCard(fresh.db, id))!.sheet;
const revisionOf = async (id: string) =>
  (await readBatches(fresh.db, PIER_HEAD, {}, 3000)).find((batch) => batch.id === id)?.revision ?? 0;
const approve = async (batchId: string, cardIds: readonly string[] = [], id = uuidv7()) =>
  server.makeStandard(
    { id, batchId, revision: await revisionOf(batchId), cards: await asSeen(fresh.db, cardIds) },
    by,
  );
const bigPot = async () =>
  (await readStandards(fresh.db)).filter(
    ({ brewerId, coffeeId, serve, sizeG }) =>
      brewerId === brewers.fulmar && coffeeId === coffees.saltmarsh && serve === "hot" && sizeG > 2700,
  );
const trailOf = (batchId: string) =>
  fresh.db
    .select({ action: audit.action })
    .from(audit)
    .where(and(eq(audit.subject, "batch"), eq(audit.subjectId, batchId)))
    .orderBy(desc(audit.id));
const wallCell = async () => {
  const bench = (await server.benchOf(PIER_HEAD))!;
  const { cells } = (await server.wallOf(bench, coffees.saltmarsh))!;
  const cell = cells.find(
    ({ made }) =>
      !("failure" in made) && made.approved?.brewerId === brewers.fulmar && made.figures.yieldG > 2700,
  );
  return cell && !("failure" in cell.made) ? cell.made : undefined;
};

describe("approving a batch", () => {
  test("retires the one before, is in the trail, moves the chosen cards, the wall and the dial", async () => {
    const [before] = await bigPot();
    const card = await aCard();
    const left = await aCard();
    const batch = await aPot();
    const { place, retires } = await server.approvalOf(batch);
    const effects = await server.effectsOfApproval(batch);
    expect(place).toMatchObject({ serve: "hot", brewerId: brewers.fulmar });
    expect(retires).toBe(before!.batchId);
    expect(effects.map(({ id }) => id)).toEqual(expect.arrayContaining([card, left]));
    expect(await approve(batch, [card])).toEqual({ changed: 1 });
    expect((await bigPot()).map(({ batchId }) => batchId)).toEqual([batch]);
    expect(await sheetOf(card)).toMatchObject({
      dial: { setting: 12, by: "standard" },
      result: { rounded: { doseG: 200, settingG: 3300 } },
      standard: { batchId: batch },
    });
    expect((await sheetOf(left)).standard).toBeUndefined();
    expect((await trailOf(batch))[0]?.action).toBe("approved");
    expect((await trailOf(before!.batchId))[0]?.action).toBe("ended");
    expect(await wallCell()).toMatchObject({ setting: 12, timeS: 340, approved: { batchId: batch } });
    const bench = await benchOn(fresh.db, PIER_HEAD);
    const { lessons } = teachingOf(bench, bench.grinders[0]!, bench.coffees[0]!);
    expect(lessons.map(({ batchId }) => batchId)).toContain(batch);
    expect(lessons.map(({ batchId }) => batchId)).not.toContain(before!.batchId);
  });

  test("sent twice it is one; an older look at it, one that says too little and one that is gone are refused", async () => {
    const batch = await aPot({ dialSetting: 11.5 });
    const id = uuidv7();
    await approve(batch, [], id);
    expect(await approve(batch, [], id)).toEqual({ changed: 0 });
    expect(await bigPot()).toHaveLength(1);
    await expect(
      server.makeStandard({ id: uuidv7(), batchId: batch, revision: 99, cards: [] }, by),
    ).rejects.toMatchObject({
      code: "stale",
    });
    for (const bare of [{ coffeeId: null }, { grinderId: null, dialSetting: null }, { dialSetting: null }]) {
      const little = await aPot(bare);
      await expect(approve(little)).rejects.toThrow(
        "A standard says its coffee, its grinder and its setting",
      );
    }
    await expect(approve(uuidv7())).rejects.toMatchObject({ code: "notThere" });
  });

  test("taken back, the one before is in force again, and the cards with it", async () => {
    const first = await aPot({ dialSetting: 10.5 });
    const card = await aCard();
    await approve(first, [card]);
    const second = await aPot({ dialSetting: 14 });
    await approve(second, [card]);
    expect((await sheetOf(card)).dial?.setting).toBe(14);
    // Even in the moment in which it was approved.
    const { changed } = await server.endStandard(second, by);
    expect(changed).toBeGreaterThanOrEqual(1);
    expect((await bigPot()).map(({ batchId }) => batchId)).toEqual([first]);
    expect(await sheetOf(card)).toMatchObject({ dial: { setting: 10.5 }, standard: { batchId: first } });
    expect((await trailOf(first))[0]?.action).toBe("restored");
    await expect(server.endStandard(second, by)).rejects.toMatchObject({ code: "notThere" });
    // Approved once more and taken back once more, it is still the first that comes back.
    await approve(second, [card]);
    await server.endStandard(second, by);
    expect((await bigPot()).map(({ batchId }) => batchId)).toEqual([first]);
    await server.endStandard(first, by);
    const rest = await bigPot();
    expect(rest.map(({ batchId }) => batchId)).not.toContain(first);
    await approve(second);
    await server.endStandard(second, by);
    expect(await bigPot()).toEqual(rest);
  });

  test("two leads at once leave one standard", async () => {
    const [a, b] = [await aPot({ dialSetting: 10 }), await aPot({ dialSetting: 13 })];
    await Promise.all([approve(a), approve(b)]);
    expect(await bigPot()).toHaveLength(1);
  });

  test("moves each of the cards that were chosen", async () => {
    const chosen = [await aCard(), await aCard()];
    const batch = await aPot();
    expect(await approve(batch, chosen)).toEqual({ changed: 2 });
    for (const id of chosen) expect((await sheetOf(id)).standard).toMatchObject({ batchId: batch });
    await server.endStandard(batch, by);
  });

  test("other sizes, services and coffees keep theirs", async () => {
    const before = (await readStandards(fresh.db)).length;
    await approve(await aPot({ doseG: 110, waterG: 1765, yieldG: null, dialSetting: 9 }));
    expect(await readStandards(fresh.db)).toHaveLength(before + 1);
  });
});

describe("a correction of an approved batch", () => {
  test("onto another's place puts that one out of force, and its cards follow the corrected one", async () => {
    const big = await aPot({ dialSetting: 11 });
    const card = await aCard();
    await approve(big, [card]);
    const small = await aPot({ doseG: 125, waterG: 2006, yieldG: null, dialSetting: 8 });
    await approve(small);
    const inForce = async () => (await readStandards(fresh.db)).map(({ batchId }) => batchId);
    expect(await inForce()).toEqual(expect.arrayContaining([big, small]));
    const [row] = (await readBatches(fresh.db, PIER_HEAD)).filter(({ id }) => id === small);
    await server.correct({ ...asSent(row!), doseG: 200, waterG: 3229 }, by);
    expect(await inForce()).toContain(small);
    expect(await inForce()).not.toContain(big);
    const [old] = await fresh.db.select().from(standards).where(eq(standards.batchId, big));
    const [own] = await fresh.db.select().from(standards).where(eq(standards.batchId, small));
    expect([old?.retiredAt, old?.replacedBy]).toEqual([NOW, own?.id]);
    expect(await sheetOf(card)).toMatchObject({ dial: { setting: 8 }, standard: { batchId: small } });
    // Taken back, the one that it had put out of force stands again.
    await server.endStandard(small, by);
    expect(await inForce()).toContain(big);
    expect(await sheetOf(card)).toMatchObject({ dial: { setting: 11 }, standard: { batchId: big } });
  });

  test("of a batch that is out of the log puts nobody else out of force", async () => {
    const big = await aPot({ dialSetting: 11 });
    await approve(big);
    const small = await aPot({ doseG: 125, waterG: 2006, yieldG: null, dialSetting: 8 });
    await approve(small);
    await server.takeOut({ id: small, revision: await revisionOf(small), removed: true }, by);
    const row = (await findBatch(fresh.db, small))!;
    await server.correct({ ...asSent(row), doseG: 200, waterG: 3229 }, by);
    expect((await bigPot()).map(({ batchId }) => batchId)).toEqual([big]);
  });
});

describe("what rests on an approved batch", () => {
  test("a corrected one moves its cards, and says how many", async () => {
    const card = await aCard();
    const batch = await aPot();
    await approve(batch, [card]);
    const [row] = (await readBatches(fresh.db, PIER_HEAD)).filter(({ id }) => id === batch);
    const logged = asSent(row!);
    expect(row!.approved).toBe(true);
    const { followed } = await server.correct({ ...logged, doseG: 196, dialSetting: 12.5 }, by);
    expect(followed?.changed).toBeGreaterThanOrEqual(1);
    expect(await sheetOf(card)).toMatchObject({
      dial: { setting: 12.5 },
      result: { rounded: { doseG: 196 } },
    });
    expect((await wallCell())?.setting).toBe(12.5);
  });

  test("one that is taken out of the log gives its cards back, and takes them again when it is put back", async () => {
    const card = await aCard();
    const was = await sheetOf(card);
    const batch = await aPot();
    await approve(batch, [card]);
    const revision = await revisionOf(batch);
    const out = await server.takeOut({ id: batch, revision, removed: true }, by);
    expect(out.followed?.changed).toBeGreaterThanOrEqual(1);
    const lapsed = await sheetOf(card);
    expect(lapsed.standard?.lapsed).toBe(true);
    expect(lapsed.input.pins).toEqual(was.input.pins);
    expect(await bigPot()).toEqual([]);
    expect(await wallCell()).toBeUndefined();
    await server.takeOut({ id: batch, revision: revision + 1, removed: false }, by);
    expect((await sheetOf(card)).standard?.lapsed).toBeUndefined();
    expect((await bigPot()).map(({ batchId }) => batchId)).toEqual([batch]);
  });

  test("one that no longer says its dial is a standard no more", async () => {
    const batch = await aPot();
    await approve(batch);
    const [row] = (await readBatches(fresh.db, PIER_HEAD)).filter(({ id }) => id === batch);
    const logged = asSent(row!);
    await server.correct({ ...logged, dialSetting: null }, by);
    expect(await bigPot()).toEqual([]);
    const [kept] = await fresh.db.select().from(standards).where(eq(standards.batchId, batch));
    expect(kept?.retiredAt).toEqual(NOW);
  });

  test("new burrs: what was approved before teaches no more", async () => {
    const batch = await aPot();
    await approve(batch);
    const [curve] = await fresh.db
      .select()
      .from(grinderCurves)
      .where(eq(grinderCurves.grinderId, grinders.chough));
    await fresh.db
      .insert(grinderCurves)
      .values({ ...curve!, id: uuidv7(), version: 2, why: "newBurrs", since: NOW });
    const bench = await benchOn(fresh.db, PIER_HEAD);
    expect(teachingOf(bench, bench.grinders[0]!, bench.coffees[0]!).lessons).toEqual([]);
    await fresh.db.delete(grinderCurves).where(eq(grinderCurves.version, 2));
  });
});

test("a wall that a lead chose stays chosen; an older look at it is refused; and the chart is worked out once", async () => {
  const bench = (await server.benchOf(PIER_HEAD))!;
  const kept = { siteId: PIER_HEAD, coffeeId: coffees.saltmarsh, revision: 0 };
  const choices = { serves: "hot" as const, brewers: [{ id: brewers.fulmar, shown: true, sizesG: [2000] }] };
  expect(await server.keepWall({ ...kept, choices }, by)).toEqual({ revision: 1 });
  const wall = (await server.wallOf(bench, coffees.saltmarsh))!;
  expect(wall.cells.filter(({ brewerId }) => brewerId === brewers.fulmar).map(({ sizeG }) => sizeG)).toEqual([
    2000,
  ]);
  expect((await server.wallOf(bench, coffees.saltmarsh))!.cells).toBe(wall.cells);
  await expect(server.keepWall({ ...kept, choices: {} }, by)).rejects.toMatchObject({ code: "stale" });
  await expect(server.keepWall({ ...kept, coffeeId: uuidv7(), choices: {} }, by)).rejects.toMatchObject({
    code: "notThere",
  });
  const [line] = server.wallLines(wall);
  expect(line).toMatchObject({ brewer: "Fulmar", serve: "hot", sizeG: 2000, grinder: "Chough" });
  expect(await server.keepWall({ ...kept, revision: 1, choices: {} }, by)).toEqual({ revision: 2 });
});

test("a new bag: the cards that it touches, the coffee as it is from now on, and a card for its first pot", async () => {
  const card = await aCard();
  const bag = {
    siteId: PIER_HEAD,
    coffeeId: coffees.saltmarsh,
    densityGPerMl: 0.36,
    roastedOn: "2026-07-12",
  };
  const touched = await server.touchedBy(bag);
  const own = touched.find(({ id }) => id === card)!;
  expect(own.at.exact).not.toBe(own.before);
  await expect(server.touchedBy({ ...bag, roastedOn: "2026-07-20" })).rejects.toMatchObject({
    field: "roastedOn",
  });
  const [before] = (await benchOn(fresh.db, PIER_HEAD)).coffees;
  const test = { id: uuidv7(), cardId: card };
  const { testCardId } = await server.openBag({ ...bag, revision: 1, test }, by);
  const first = await sheetOf(testCardId!);
  expect(first).toMatchObject({ dial: { setting: own.at.setting }, firstPot: { roastedOn: "2026-07-12" } });
  const [after] = (await benchOn(fresh.db, PIER_HEAD)).coffees;
  expect(after).toMatchObject({ densityGPerMl: 0.36, roastedOn: "2026-07-12", name: before!.name });
  expect(await server.openBag({ ...bag, revision: 1, test }, by)).toEqual({ testCardId });
  // Sent once more after its answer was lost, it is opened already.
  expect(await server.openBag({ ...bag, revision: 1, test: null }, by)).toEqual({ testCardId: undefined });
  const lighter = { ...bag, densityGPerMl: 0.34 };
  await expect(server.openBag({ ...lighter, revision: 1, test: null }, by)).rejects.toMatchObject({
    code: "stale",
  });
  // An older look at the coffee opens nothing, and leaves no card behind.
  const refused = { id: uuidv7(), cardId: card };
  await expect(server.openBag({ ...lighter, revision: 1, test: refused }, by)).rejects.toMatchObject({
    code: "stale",
  });
  expect(await readCard(fresh.db, refused.id)).toBeUndefined();
  // What is not there is told: the coffee, the site, the card of the first pot; and a card of another bag is not this one's.
  const open = (change: object) => server.openBag({ ...lighter, revision: 2, test: null, ...change }, by);
  await expect(open({ coffeeId: uuidv7() })).rejects.toThrow("not on the bench");
  await expect(open({ siteId: uuidv7() })).rejects.toThrow("not on the bench");
  await expect(open({ test: { id: uuidv7(), cardId: uuidv7() } })).rejects.toThrow(
    "No first pot can be made",
  );
  await expect(open({ test: { id: card, cardId: card } })).rejects.toMatchObject({
    code: "stale",
    message: expect.stringMatching(/^There is another card under that id/),
  });
  // A first pot of another coffee that was roasted on that day is not this one's either.
  const others = { ...bag, coffeeId: coffees.kittiwake, revision: 1, test: { id: test.id, cardId: card } };
  await expect(server.openBag(others, by)).rejects.toMatchObject({
    code: "stale",
    message: expect.stringMatching(/^There is another card under that id/),
  });
  expect((await benchOn(fresh.db, PIER_HEAD)).coffees[0]?.densityGPerMl).toBe(0.36);
  // What is logged from now on keeps this bag with it.
  await approve(await aPot());
  const [standard] = await bigPot();
  expect(standard).toMatchObject({ densityGPerMl: 0.36, roastedOn: "2026-07-12" });
});

test("an approved batch that is corrected to another grinder touches the place that it leaves, and where it comes to", async () => {
  const batch = await aPot();
  await approve(batch);
  const revision = await revisionOf(batch);
  const moved = await correctBatch(fresh.db, { id: batch, revision }, { grinderId: grinders.dunlin }, by);
  const place = { siteId: PIER_HEAD, coffeeId: coffees.saltmarsh, brewerId: brewers.fulmar };
  expect(must(moved).touched).toEqual([
    { ...place, grinderId: grinders.chough },
    { ...place, grinderId: grinders.dunlin },
  ]);
});
