import { addMinutes } from "date-fns";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { type SentEvent, type SentSales, sentSales } from "#contract/bar.ts";
import { dayIn } from "#contract/days.ts";
import type { PotView } from "#contract/potView.ts";
import { must } from "#core/result";
import { BARISTA, DEMO_IDS, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { sales } from "#data/schema/index.ts";
import { readThings, setRemoved } from "#data/things.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
const { vessels } = DEMO_IDS;
const LEFT = demoId(30);
const RIGHT = demoId(31);
const BLUE = vessels.blue;
const SALTMARSH = DEMO_IDS.coffees.saltmarsh;

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let bar: typeof import("#server/bar.ts");
let read: typeof import("#server/read/bar.ts");
let till: typeof import("#server/sales.ts");
let benches: typeof import("#server/bench.ts");

beforeAll(async () => {
  fresh = await demoDatabase("bar", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  bar = await import("#server/bar.ts");
  read = await import("#server/read/bar.ts");
  till = await import("#server/sales.ts");
  benches = await import("#server/bench.ts");
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

const by = () => ({ personId: BARISTA, at: now });
/** The house's clock; each test has an hour of its own. */
let now = NOW;
const at = (minutes: number) => addMinutes(now, minutes).toISOString();
const send = (events: readonly object[], sentAt = at(0)) =>
  bar.keepBarEvents(PIER_HEAD, { sentAt, events: events as SentEvent[] }, by());
const filled = (vesselId: string, minutes: number, over: object = {}) => ({
  id: uuidv7(),
  at: at(minutes),
  kind: "potFilled",
  vesselId,
  cardId: null,
  batchId: null,
  coffeeId: SALTMARSH,
  serve: "hot",
  liquidG: 2000,
  strengthPct: 1.4,
  tempC: null,
  brewedAt: at(minutes),
  ...over,
});
const cup = (vesselId: string, minutes: number, over: object = {}) => ({
  id: uuidv7(),
  at: at(minutes),
  kind: "served",
  vesselId,
  massG: 220,
  cups: 1,
  cupMl: 240,
  ...over,
});
const undo = (eventId: string, minutes: number) => ({
  id: uuidv7(),
  at: at(minutes),
  kind: "undone",
  eventId,
});
const away = (vesselId: string, minutes: number) => ({
  id: uuidv7(),
  at: at(minutes),
  kind: "pouredAway",
  vesselId,
  reason: "closing",
});
const pot = async (vesselId: string): Promise<PotView> => {
  const bench = (await benches.benchOf(PIER_HEAD))!;
  return (await read.barViewOf(bench)).pots.find(({ id }) => id === vesselId)!;
};
const sold = async (id: string) => (await fresh.db.select().from(sales)).find((sale) => sale.id === id);

/** Pots are emptied, so that each test begins with none. */
beforeEach(async () => {
  now = addMinutes(now, 60);
  vi.stubEnv("TUMBEK_NOW", now.toISOString());
  for (const vesselId of [LEFT, RIGHT, BLUE])
    if ((await pot(vesselId)).standing) await send([away(vesselId, -45)]);
});

describe("what happens at a bar is kept", () => {
  test("a pot is filled, served from and poured away, and the cups are sales", async () => {
    const one = cup(LEFT, -5);
    await send([filled(LEFT, -10), one]);
    expect((await pot(LEFT)).standing).toMatchObject({
      liquidG: 1780,
      cups: 1,
      serve: "hot",
      tempC: expect.any(Number),
    });
    expect((await pot(LEFT)).coffee).toBe("Saltmarsh");
    expect(await sold(one.id)).toMatchObject({
      coffeeId: SALTMARSH,
      serve: "hot",
      cupMl: 240,
      count: 1,
      source: "tap",
    });
    await send([away(LEFT, -1)]);
    expect((await pot(LEFT)).standing).toBeNull();
  });

  test("sent twice it is once; other content under its id is refused, and nothing of that message is kept", async () => {
    const [fill, one] = [filled(LEFT, -10), cup(LEFT, -5)];
    await send([fill, one]);
    await send([one, fill, one]);
    expect((await pot(LEFT)).standing).toMatchObject({ liquidG: 1780, cups: 1 });
    await expect(send([cup(LEFT, -4), { ...one, massG: 300 }])).rejects.toMatchObject({
      code: "badInput",
      field: "events.1",
    });
    expect((await pot(LEFT)).standing).toMatchObject({ liquidG: 1780, cups: 1 });
  });

  test("a cup out of a vessel in which nothing stood is of no coffee, and served as that vessel serves", async () => {
    const [iced, hot] = [cup(vessels.steel, -5), cup(LEFT, -5)];
    await send([iced, hot]);
    expect(await sold(iced.id)).toMatchObject({ coffeeId: null, serve: "iced" });
    expect(await sold(hot.id)).toMatchObject({ coffeeId: null, serve: "hot" });
  });

  test("what comes late falls into its place", async () => {
    await send([filled(LEFT, -20), away(LEFT, -5)]);
    const late = cup(LEFT, -10);
    await send([late]);
    const bench = (await benches.benchOf(PIER_HEAD))!;
    const { folded } = await bar.barOf(fresh.db, bench);
    const last = folded.state.ended.findLast(({ vesselId }) => vesselId === LEFT);
    expect(last).toMatchObject({ restG: 1780, standing: { cups: 1 } });
  });

  test("a tap that is undone is no sale any more, and one more undo brings it back", async () => {
    const one = cup(LEFT, -5);
    await send([filled(LEFT, -10), one]);
    const back = undo(one.id, -4);
    await send([back]);
    expect(await sold(one.id)).toMatchObject({ undone: true });
    expect((await pot(LEFT)).standing).toMatchObject({ liquidG: 2000, cups: 0 });
    await send([undo(back.id, -3)]);
    expect(await sold(one.id)).toMatchObject({ undone: false });
    expect((await pot(LEFT)).standing).toMatchObject({ cups: 1 });
  });

  test("a tablet whose clock is ten minutes behind serves from a pot that another one has just filled", async () => {
    await send([filled(LEFT, -1)]);
    await send([cup(LEFT, -10)], at(-10));
    expect((await pot(LEFT)).standing).toMatchObject({ cups: 1, liquidG: 1780 });
    // Ten minutes ahead, it serves nothing in the future.
    await send([cup(LEFT, 10)], at(10));
    expect((await pot(LEFT)).standing!.asOfMs).toBeLessThanOrEqual(now.getTime() + 1000);
  });

  test("ice that is filled and taken is counted at its source", async () => {
    const iceNow = async () => (await read.barViewOf((await benches.benchOf(PIER_HEAD))!)).ice;
    const [bin] = await iceNow();
    const of = (kind: "iceFilled" | "iceTaken", minutes: number, massG: number) => ({
      id: uuidv7(),
      at: at(minutes),
      kind,
      iceId: bin!.id,
      massG,
    });
    await send([of("iceFilled", -2, 9000), of("iceTaken", -1, 1500)]);
    expect((await iceNow()).find(({ id }) => id === bin!.id)?.leftG).toBe(7500);
  });

  test("a card fills in what it says; an unknown vessel, ice, card or batch is refused at its place", async () => {
    for (const [events, field] of [
      [[filled(demoId(999), -1)], "events.0"],
      [[filled(LEFT, -1), cup(demoId(999), 0)], "events.1"],
      [[{ id: uuidv7(), at: at(0), kind: "iceFilled", iceId: demoId(999), massG: 1000 }], "events.0"],
      [[filled(LEFT, -1, { cardId: demoId(999) })], "events.0"],
      [[filled(LEFT, -1, { batchId: demoId(999) })], "events.0"],
    ] as const) {
      await expect(send(events)).rejects.toMatchObject({
        code: "badInput",
        field,
        message: expect.stringMatching(/^There is no such (vessel|ice|card|batch) at this site\.$/),
      });
    }
    expect((await pot(LEFT)).standing).toBeNull();
  });

  test("a vessel that is retired while full is on the shelf until it is empty, and takes nothing new", async () => {
    await send([filled(BLUE, -10)]);
    const retire = async (removed: boolean) => {
      const { revision } = (await readThings(fresh.db, "vessel", PIER_HEAD)).find(({ id }) => id === BLUE)!;
      const lead = { personId: LEAD, at: now };
      must(await setRemoved(fresh.db, { kind: "vessel", id: BLUE, revision, removed }, lead));
    };
    await retire(true);
    expect(await pot(BLUE)).toMatchObject({ retired: true, standing: { liquidG: 2000 } });
    await expect(send([filled(BLUE, 0)])).rejects.toMatchObject({ field: "events.0" });
    await send([cup(BLUE, 0), away(BLUE, 1)]);
    expect(await pot(BLUE)).toBeUndefined();
    await retire(false);
    expect(await pot(BLUE)).toMatchObject({ retired: false, standing: null });
  });

  test("of more vessels than a shelf holds, those in use come first, and the one that is asked for is there", async () => {
    await send([filled(BLUE, -10)]);
    const bench = (await benches.benchOf(PIER_HEAD))!;
    const [one] = bench.vessels;
    const more = Array.from({ length: 40 }, (_, i) => ({ ...one!, id: demoId(9900 + i) }));
    const used = bench.vessels.filter(({ id }) => id === BLUE);
    const many = { ...bench, vessels: [...more, ...used] };
    const wanted = more.at(-1)!.id;
    const view = await read.viewOf(many, await bar.barOf(fresh.db, bench), { wanted });
    expect(view.pots).toHaveLength(30);
    expect(view.pots.slice(0, 2).map(({ id }) => id)).toEqual([wanted, BLUE]);
  });

  test("of a bar at which nothing happens, the next day shows the hour that it is, and nothing odd of the day before", async () => {
    const view = async () => read.barViewOf((await benches.benchOf(PIER_HEAD))!);
    const nothingStood = cup(RIGHT, -1);
    await send([nothingStood]);
    const mentioned = ({ odd }: Awaited<ReturnType<typeof view>>) =>
      odd.some(({ eventId }) => eventId === nothingStood.id);
    expect(mentioned(await view())).toBe(true);
    const tomorrow = addMinutes(now, 24 * 60);
    vi.stubEnv("TUMBEK_NOW", tomorrow.toISOString());
    const next = await view();
    expect(mentioned(next)).toBe(false);
    expect(next.nowMs).toBe(tomorrow.getTime());
    vi.stubEnv("TUMBEK_NOW", now.toISOString());
    expect(mentioned(await view())).toBe(true);
  });

  test("twenty tablets that tap at once: every cup is kept, and none twice", async () => {
    await send([filled(LEFT, -10, { liquidG: 2800 }), filled(RIGHT, -10, { liquidG: 2800 })]);
    const taps = Array.from({ length: 20 }, (_, i) => cup(i % 2 ? LEFT : RIGHT, 0));
    await Promise.all(taps.flatMap((tap) => [send([tap]), send([tap])]));
    expect([(await pot(LEFT)).standing!.cups, (await pot(RIGHT)).standing!.cups]).toEqual([10, 10]);
  });

  test("a device that is back after a week brings 500 events: each is kept once, on its day, and what stands now stays", async () => {
    await send([filled(BLUE, -10)]);
    const here = (await pot(BLUE)).standing;
    const WEEK_MIN = 7 * 24 * 60;
    const old = Array.from({ length: 500 }, (_, i) => {
      const minutes = -WEEK_MIN + i * 10;
      return i % 25 === 0 ? filled(LEFT, minutes) : cup(LEFT, minutes);
    });
    const before = (await fresh.db.select().from(sales)).length;
    const parts = [old.slice(0, 100), old.slice(100, 300), old.slice(300)];
    // Its line breaks in the middle, and all of it is sent once more.
    for (const part of [...parts, ...parts.toReversed()]) await send(part);
    const after = await fresh.db.select().from(sales);
    expect(after).toHaveLength(before + 480);
    expect(after.find(({ id }) => id === old[1]!.id)!.at.toISOString()).toBe(old[1]!.at);
    expect((await pot(BLUE)).standing).toEqual(here);
    // What it filled days ago was poured away since.
    expect((await pot(LEFT)).standing).toBeNull();
  });

  test("another server folds the same from the rows", async () => {
    await send([filled(LEFT, -30), cup(LEFT, -20), cup(LEFT, -10), filled(BLUE, -5, { liquidG: 1800 })]);
    const before = [await pot(LEFT), await pot(BLUE)];
    const { keptInProcess } = await import("#server/process.ts");
    keptInProcess("bars", () => new Map()).clear();
    expect([await pot(LEFT), await pot(BLUE)]).toEqual(before);
  });
});

describe("sales of a till", () => {
  const sale = (over: object = {}) => ({
    id: uuidv7(),
    coffee: "Saltmarsh",
    serve: "hot" as const,
    cupMl: 240,
    count: 2,
    at: at(-2),
    ...over,
  });
  const keep = (...list: SentSales["sales"]) => till.keepSales(PIER_HEAD, { sales: list }, by());

  test("are taken out of the oldest pot of their product, each once", async () => {
    await send([filled(LEFT, -30), filled(RIGHT, -10)]);
    const two = sale();
    expect(await keep(two)).toEqual({ kept: 1 });
    expect(await keep(two)).toEqual({ kept: 0 });
    expect([(await pot(LEFT)).standing!.cups, (await pot(RIGHT)).standing!.cups]).toEqual([2, 0]);
    expect((await pot(LEFT)).standing!.liquidG).toBe(2000 - 2 * 220);
    const listed = (await till.salesOfDay(PIER_HEAD, null)).sales.find(({ id }) => id === two.id);
    expect(listed).toMatchObject({ coffee: "Saltmarsh", count: 2, source: "till" });
    // The other one is the older one now.
    await send([away(LEFT, 0), filled(LEFT, 0)]);
    await keep(sale({ at: at(1) }));
    expect([(await pot(LEFT)).standing!.cups, (await pot(RIGHT)).standing!.cups]).toEqual([0, 2]);
  });

  test("not out of a pot that is past its hold, while another one stands", async () => {
    // Hot coffee is sold for two hours at most.
    await send([filled(LEFT, -44, { brewedAt: at(-180) }), filled(RIGHT, -10)]);
    await keep(sale());
    expect([(await pot(LEFT)).standing!.cups, (await pot(RIGHT)).standing!.cups]).toEqual([0, 2]);
    await send([away(RIGHT, 0)]);
    await keep(sale());
    expect((await pot(LEFT)).standing!.cups).toBe(2);
  });

  test("not out of one of another coffee, of iced coffee, of an empty one, or of one that was brewed after it", async () => {
    await send([
      filled(LEFT, -44, { coffeeId: DEMO_IDS.coffees.kittiwake }),
      filled(vessels.steel, -43, { serve: "iced" }),
      filled(BLUE, -40, { liquidG: 220 }),
      filled(RIGHT, -20),
      cup(BLUE, -30, { massG: 220, cups: 1, cupMl: 240 }),
    ]);
    await keep(sale({ at: at(-25) }));
    expect((await pot(RIGHT)).standing!.cups).toBe(0);
    await keep(sale({ at: at(-20) }));
    expect((await pot(RIGHT)).standing!.cups).toBe(2);
    expect([(await pot(LEFT)).standing?.cups, (await pot(BLUE)).standing?.cups]).toEqual([0, 1]);
    await keep(sale({ serve: "iced", cupMl: 350, count: 1 }));
    expect((await pot(vessels.steel)).standing).toMatchObject({ cups: 1, liquidG: 2000 - 220 });
  });

  test("of yesterday are yesterday's, and move no pot; none of its product is counted all the same", async () => {
    await send([filled(LEFT, -30)]);
    const [yesterday, other] = [sale({ at: at(-24 * 60) }), sale({ coffee: "Kittiwake" })];
    await keep(yesterday, other);
    expect((await pot(LEFT)).standing!.cups).toBe(0);
    const itsDay = dayIn("Europe/London", addMinutes(now, -24 * 60));
    expect((await till.salesOfDay(PIER_HEAD, itsDay)).sales.map(({ id }) => id)).toContain(yesterday.id);
    expect((await till.salesOfDay(PIER_HEAD, null)).sales.map(({ id }) => id)).toContain(other.id);
  });

  test("of what nobody sells, of the future, or another under one id are refused, and none of the message is kept", async () => {
    const good = sale();
    const another = /^Another sale was kept under this id already/;
    for (const [bad, field, message] of [
      [sale({ coffee: "Puffin" }), "sales.1.coffee", /no coffee named Puffin on the bench/],
      [sale({ cupMl: 333 }), "sales.1.cupMl", /no hot cup of 333 ml/],
      [sale({ serve: "iced" }), "sales.1.cupMl", /no iced cup of 240 ml/],
      [sale({ at: at(6) }), "sales.1.at", /not been sold yet/],
      [sale({ at: at(-401 * 24 * 60) }), "sales.1.at", /more than a year ago/],
      [{ ...good, count: 3 }, "sales.1.id", another],
      [{ ...good, coffee: "Kittiwake" }, "sales.1.id", another],
      [{ ...good, cupMl: 350 }, "sales.1.id", another],
      [{ ...good, serve: "iced" as const, cupMl: 350 }, "sales.1.id", another],
      [{ ...good, at: at(-3) }, "sales.1.id", another],
    ] as const) {
      await expect(keep(good, bad)).rejects.toMatchObject({
        code: "badInput",
        field,
        message: expect.stringMatching(message),
      });
    }
    // A till's clock may be a little ahead, and its sales a year late.
    expect(await keep(sale({ at: at(5) }), sale({ at: at(-399 * 24 * 60) }))).toEqual({ kept: 2 });
    for (const site of [demoId(9999), "nowhere"])
      await expect(till.keepSales(site, { sales: [sale()] }, by())).rejects.toMatchObject({
        code: "notThere",
        field: "site",
        message: "There is no site by that id.",
      });
    await expect(till.salesOfDay(demoId(9999), null)).rejects.toMatchObject({
      code: "notThere",
      field: "site",
    });
    expect(await sold(good.id)).toBeUndefined();
    for (const count of [-1, 0, 1.5])
      expect(sentSales.safeParse({ sales: [sale({ count })] }).success).toBe(false);
    await expect(till.salesOfDay(PIER_HEAD, "July")).rejects.toMatchObject({
      code: "badInput",
      field: "day",
      message: "Name the day as 2026-07-15.",
    });
  });
});
