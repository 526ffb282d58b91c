import { count, eq, inArray } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { type GuideEvent, packTape } from "#core/guide";
import { BARISTA, DEMO_IDS, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { turnBench } from "#data/house.ts";
import { batches, cards, events, guideEvents, guides, vessels } from "#data/schema/index.ts";
import { transact } from "#data/transact.ts";
import { type OwnDatabase, plannedDatabase } from "./database.ts";
import { shown } from "./shown.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
/** Saltmarsh in the large dispenser, of the demo's cards. */
const CARD = demoId(600);

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let house: typeof import("#server/guides.ts");
let read: typeof import("#server/read/guide.ts");
let pages: typeof import("#server/read/batch.ts");
let bar: typeof import("#server/read/bar.ts");
let bench: typeof import("#server/bench.ts");

beforeAll(async () => {
  fresh = await plannedDatabase("guides", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  house = await import("#server/guides.ts");
  read = await import("#server/read/guide.ts");
  pages = await import("#server/read/batch.ts");
  bar = await import("#server/read/bar.ts");
  bench = await import("#server/bench.ts");
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

const barista = { personId: BARISTA, at: NOW };
const lead = { personId: LEAD, at: NOW };
const T0 = NOW.getTime();
const begun = async () => (await house.startGuide({ id: uuidv7(), cardId: CARD }, barista)).id;
const page = async (id: string) => {
  const found = await read.readGuidePage(id);
  if (!found || typeof found === "string") throw new Error(`no guide: ${found}`);
  return found;
};
type Kind = Omit<Extract<GuideEvent, { kind: "begun" | "stepped" | "left" | "undone" }>, "id" | "atMs">;
const event = (atS: number, happened: Kind): GuideEvent => ({
  id: uuidv7(),
  atMs: T0 + 1000 * atS,
  ...happened,
});

/** How a guide of that card ends: a batch of its figures, its scale's recording, and the pot where it stands. */
async function endOf(id: string, change: object = {}) {
  const { guide } = await page(id);
  const batchId = uuidv7();
  return {
    batch: {
      ...guide.batch,
      id: batchId,
      yieldG: 2790,
      brewTimeS: 325,
      strengthPct: null,
      sampledAt: null,
      bed: null,
      wall: null,
      taste: [],
      liked: null,
      note: "",
      at: NOW.toISOString(),
      confirmed: false,
    },
    tapes: [{ under: "vessel" as const, stepS: 0.2, fromS: 1, packed: packTape([0, 1, 5, 9]) }],
    filledId: uuidv7(),
    event: { id: uuidv7(), atMs: T0 + 400_000, kind: "logged" as const, batchId },
    ...change,
  };
}

test("a guide is one, however often it is begun, and goes on by the card as it was then", async () => {
  const id = uuidv7();
  await house.startGuide({ id, cardId: CARD }, barista);
  await house.startGuide({ id, cardId: CARD }, barista);
  expect(await fresh.db.select().from(guides).where(eq(guides.id, id))).toHaveLength(1);
  const before = await page(id);
  const [card] = await fresh.db.select().from(cards).where(eq(cards.id, CARD));
  const { sheet } = card!;
  const changed = { ...sheet, madeWith: { ...sheet.madeWith, waterTempC: 88 } };
  await fresh.db
    .update(cards)
    .set({ sheet: changed as typeof sheet })
    .where(eq(cards.id, CARD));
  expect((await page(id)).guide.sheet).toEqual(before.guide.sheet);
  await fresh.db.update(cards).set({ sheet }).where(eq(cards.id, CARD));
});

test("under an id that another card's guide has there is none, and it is said that somebody was faster", async () => {
  const id = await begun();
  await expect(house.startGuide({ id, cardId: demoId(601) }, barista)).rejects.toMatchObject({
    code: "stale",
  });
});

test("what cannot be brewed has no guide", async () => {
  await expect(house.startGuide({ id: uuidv7(), cardId: uuidv7() }, barista)).rejects.toMatchObject({
    code: "notThere",
  });
  await fresh.db.update(cards).set({ draft: true }).where(eq(cards.id, CARD));
  await expect(begun()).rejects.toMatchObject({
    code: "refused",
    message: expect.stringMatching(/^Something stands against brewing/),
  });
  await fresh.db.update(cards).set({ draft: false }).where(eq(cards.id, CARD));
});

test("a page of a guide that was not begun yet has what it will have, without an id, and what runs beside it", async () => {
  const running = await begun();
  const own = await page(running);
  const next = await shown(read.readNewGuidePage(CARD));
  expect(next).toMatchObject({ siteId: PIER_HEAD, hasCardChanged: false, batchId: null, isEnded: false });
  expect(next.guide).toEqual({ ...own.guide, id: "", events: [] });
  expect(next.others.map(({ id }) => id)).toContain(running);
  expect(own.others.map(({ id }) => id)).not.toContain(running);
  for (const none of [uuidv7(), "nonsense", undefined])
    expect(await read.readNewGuidePage(none)).toBeUndefined();
  for (const none of [uuidv7(), "nonsense"]) expect(await read.readGuidePage(none)).toBeUndefined();
});

test("a guide says that its card says something else by now, and only then", async () => {
  const id = await begun();
  expect((await page(id)).hasCardChanged).toBe(false);
  const [card] = await fresh.db.select().from(cards).where(eq(cards.id, CARD));
  const { sheet } = card!;
  const sheetNow = { ...sheet, madeWith: { ...sheet.madeWith, waterTempC: 88 } } as typeof sheet;
  await fresh.db.update(cards).set({ sheet: sheetNow }).where(eq(cards.id, CARD));
  expect((await page(id)).hasCardChanged).toBe(true);
  await fresh.db.update(cards).set({ sheet }).where(eq(cards.id, CARD));
});

test("what the bar cannot keep the guide does not keep either, and sent again it is at both", async () => {
  const id = await begun();
  const [begins, left] = [
    { id: uuidv7(), atMs: Date.now(), kind: "begun" as const },
    { id: uuidv7(), atMs: Date.now() + 1000, kind: "left" as const },
  ];
  const keep = (...events: GuideEvent[]) => house.keepEvents(id, { events }, barista);
  await fresh.db.execute(
    "CREATE TRIGGER no_room BEFORE INSERT ON events FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'no room'",
  );
  await expect(keep(begins)).rejects.toThrow();
  await fresh.db.execute("DROP TRIGGER no_room");
  expect((await page(id)).guide.events).toEqual([]);
  await keep(begins);
  expect((await page(id)).guide.events).toEqual([begins]);
  expect(await brewing()).not.toBeNull();
  await keep(left);
  expect(await brewing()).toBeNull();
});

test("events of two who steer it are all there, each once, in their order", async () => {
  const id = await begun();
  const events = [event(0, { kind: "begun" }), event(30, { kind: "stepped" }), event(31, { kind: "undone" })];
  await Promise.all([
    house.keepEvents(id, { events: events.slice(0, 2) }, barista),
    house.keepEvents(id, { events: events.slice(1) }, lead),
    house.keepEvents(id, { events }, barista),
  ]);
  expect((await page(id)).guide.events).toEqual(events);
  await expect(house.keepEvents(uuidv7(), { events }, barista)).rejects.toMatchObject({ code: "notThere" });
});

test("devices that say at once that a brew has begun are all answered, and the bar hears it once", async () => {
  const id = await begun();
  const begins = { id: uuidv7(), atMs: Date.now(), kind: "begun" as const };
  const devices = Array.from({ length: 6 }, (_, i) => ({
    id: uuidv7(),
    atMs: begins.atMs + i,
    kind: "stepped" as const,
  }));
  await Promise.all(devices.map((own) => house.keepEvents(id, { events: [begins, own] }, barista)));
  expect((await page(id)).guide.events).toHaveLength(1 + devices.length);
  expect(await fresh.db.select().from(events).where(eq(events.id, begins.id))).toHaveLength(1);
  await house.keepEvents(id, { events: [{ id: uuidv7(), atMs: Date.now(), kind: "left" }] }, barista);
  expect(await brewing()).toBeNull();
});

/** What the bar knows to be brewing into the card's dispenser. */
async function brewing() {
  const view = await bar.barViewOf((await bench.benchOf(PIER_HEAD))!);
  return view.pots.find((each) => each.id === DEMO_IDS.vessels.left)?.brewing ?? null;
}

test("the bar hears that a brew begins, and that it was taken back or left", async () => {
  const id = await begun();
  // As a tablet would: by the machine's clock.
  const begins = { id: uuidv7(), atMs: Date.now(), kind: "begun" as const };
  const after = (ms: number, kind: "undone" | "left" | "begun") => ({
    id: uuidv7(),
    atMs: begins.atMs + ms,
    kind,
  });
  const keep = (...events: GuideEvent[]) => house.keepEvents(id, { events }, barista);
  await keep(begins);
  await keep(begins);
  const seen = await brewing();
  expect(seen?.begunMs).toBeDefined();
  const { guide } = await page(id);
  expect(((seen?.dueMs ?? 0) - (seen?.begunMs ?? 0)) / 1000).toBeCloseTo(
    guide.sheet.forecast?.brewTimeS ?? 0,
    0,
  );
  await keep(after(2000, "undone"));
  expect(await brewing()).toBeNull();
  const anew = after(4000, "begun");
  await keep(anew);
  expect((await brewing())?.begunMs).toBeGreaterThan(seen!.begunMs);
  await keep(after(6000, "left"));
  expect(await brewing()).toBeNull();
});

test("of a card whose vessel is off the bench by now the bar hears nothing, and the guide goes on", async () => {
  const id = await begun();
  const left = eq(vessels.id, DEMO_IDS.vessels.left);
  const off = async (removed: boolean) => {
    await transact(fresh.db, async (tx) => {
      await tx.update(vessels).set({ removed }).where(left);
      await turnBench(tx, "equipment");
    });
  };
  await off(true);
  try {
    const [{ before } = { before: 0 }] = await fresh.db.select({ before: count() }).from(events);
    await house.keepEvents(id, { events: [event(0, { kind: "begun" })] }, barista);
    expect((await page(id)).guide.events.map(({ kind }) => kind)).toEqual(["begun"]);
    expect(await fresh.db.select({ before: count() }).from(events)).toEqual([{ before }]);
  } finally {
    await off(false);
    await house.keepEvents(id, { events: [event(1, { kind: "left" })] }, barista);
  }
});

test("an event of a mad clock is kept, and begins at the bar now at the latest", async () => {
  for (const atMs of [8.64e15, 0]) {
    const id = await begun();
    await house.keepEvents(id, { events: [{ id: uuidv7(), atMs, kind: "begun" }] }, barista);
    expect((await page(id)).guide.events).toHaveLength(1);
    const view = await bar.barViewOf((await bench.benchOf(PIER_HEAD))!);
    const pot = view.pots.find((each) => each.id === DEMO_IDS.vessels.left);
    expect(pot?.brewing?.begunMs ?? 0).toBeLessThanOrEqual(NOW.getTime() + 1000);
    await house.keepEvents(id, { events: [{ id: uuidv7(), atMs, kind: "left" }] }, barista);
  }
});

test("it ends as one batch in the log and one pot at the bar, however often its end is sent", async () => {
  const id = await begun();
  const warm = { id: uuidv7(), atMs: T0 + 330_000, kind: "measured", what: "tempC", value: 81.5 } as const;
  await house.keepEvents(id, { events: [event(0, { kind: "begun" }), warm] }, barista);
  const end = await endOf(id);
  for (const minutes of [0, 1, 9]) {
    const later = new Date(T0 + 60_000 * minutes);
    vi.stubEnv("TUMBEK_NOW", later.toISOString());
    await house.finishGuide(id, end, { ...barista, at: later });
  }
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  const rows = await fresh.db.select().from(batches).where(eq(batches.id, end.batch.id));
  expect(rows).toMatchObject([
    { brewTimeS: 325, yieldG: 2790, cardId: CARD, vesselId: DEMO_IDS.vessels.left },
  ]);
  const view = await bar.barViewOf((await bench.benchOf(PIER_HEAD))!);
  const pot = view.pots.find((each) => each.id === DEMO_IDS.vessels.left);
  expect(pot?.standing).toMatchObject({ batchId: end.batch.id, brewedG: 2790 });
  const { isEnded, batchId, guide } = await page(id);
  expect({ isEnded, batchId }).toEqual({ isEnded: true, batchId: end.batch.id });
  expect(guide.events.at(-1)?.kind).toBe("logged");
  const running = await read.runningGuides(PIER_HEAD);
  expect(running.guides.map((each) => each.id)).not.toContain(id);
  const batchPage = await pages.readBatch(end.batch.id, "barista");
  const { doseG, waterG } = guide.batch;
  expect(batchPage).toMatchObject({
    recording: { under: "vessel", massG: [0, 1, 5, 9] },
    guided: { tempC: 81.5, planned: { doseG, waterG, yieldG: guide.sheet.result.rounded.yieldG } },
  });
  // Its forecast is what drips: beside water as it was poured there is none.
  const { recording } = await shown(pages.readBatch(end.batch.id, "barista"));
  expect(recording!.forecast!.timeS.length).toBeGreaterThan(50);
  const [row] = await fresh.db.select().from(guides).where(eq(guides.id, id));
  const long = { ...row!.tapes![0]!, under: "brewer" as const, packed: packTape(Array(1000).fill(7)) };
  await fresh.db
    .update(guides)
    .set({ tapes: [long] })
    .where(eq(guides.id, id));
  const thinned = (await shown(pages.readBatch(end.batch.id, "barista"))).recording!;
  expect(thinned.forecast).toBeUndefined();
  // Every fifth of a thousand readings, five to the second, from the first second on.
  expect(thinned.massG).toEqual(Array(200).fill(7));
  expect(thinned.timeS.slice(0, 3)).toEqual([1, 2, 3]);
  const [filled] = await fresh.db.select().from(events).where(eq(events.id, end.filledId));
  expect(filled?.details).toMatchObject({ tempC: 81.5 });
});

test("of two who end it one batch is logged, and the other is told", async () => {
  const id = await begun();
  await house.finishGuide(id, await endOf(id), barista);
  await expect(house.finishGuide(id, await endOf(id), lead)).rejects.toThrow("Somebody else has ended");
});

test("of two who end it in the same moment one batch is logged", async () => {
  const id = await begun();
  const ends = [await endOf(id), await endOf(id)] as const;
  const settled = await Promise.allSettled([
    house.finishGuide(id, ends[0], barista),
    house.finishGuide(id, ends[1], lead),
  ]);
  expect(settled.map(({ status }) => status).toSorted()).toEqual(["fulfilled", "rejected"]);
  const ids = ends.map(({ batch }) => batch.id);
  expect(await fresh.db.select().from(batches).where(inArray(batches.id, ids))).toHaveLength(1);
});

test("an end that the log refuses leaves it as it was, to be ended rightly", async () => {
  const id = await begun();
  const end = await endOf(id);
  const wrong = { ...end, batch: { ...end.batch, id: uuidv7(), yieldG: 9000 } };
  await expect(house.finishGuide(id, wrong, barista)).rejects.toThrow();
  expect((await page(id)).isEnded).toBe(false);
  await house.finishGuide(id, end, barista);
  expect(await page(id)).toMatchObject({ isEnded: true, batchId: end.batch.id });
});

test("one that was only looked at is no brew, and runs no more after an hour but for who follows it", async () => {
  const id = await begun();
  const view = async () => bar.barViewOf((await bench.benchOf(PIER_HEAD))!);
  const isBrewing = async () => (await view()).guides.some((guide) => guide.id === id);
  const runs = async (ownId?: string) =>
    (await read.runningGuides(PIER_HEAD, ownId)).guides.some((guide) => guide.id === id);
  expect([await isBrewing(), await runs()]).toEqual([false, true]);
  vi.stubEnv("TUMBEK_NOW", new Date(T0 + 2 * 3_600_000).toISOString());
  expect([await runs(), await runs(id)]).toEqual([false, true]);
  await house.keepEvents(
    id,
    { events: [event(0, { kind: "begun" })] },
    { ...barista, at: new Date(T0 + 7_200_000) },
  );
  expect([await isBrewing(), await runs()]).toEqual([true, true]);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
});

test("one that was left runs no more, and a late event changes nothing", async () => {
  const id = await begun();
  await house.keepEvents(id, { events: [event(0, { kind: "begun" }), event(20, { kind: "left" })] }, barista);
  await house.keepEvents(id, { events: [event(30, { kind: "stepped" })] }, lead);
  expect(await page(id)).toMatchObject({ isEnded: true, batchId: null });
  expect(await fresh.db.select().from(guideEvents).where(eq(guideEvents.guideId, id))).toHaveLength(3);
});
