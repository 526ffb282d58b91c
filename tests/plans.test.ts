import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import { type DayChanges, NO_CHANGES, USUAL_SITE_PLAN } from "#contract/dayPlanKinds.ts";
import { planInput } from "#contract/plan.ts";
import { QUARTERS } from "#core/shift";
import { insertSales } from "#data/bar.ts";
import { DEMO_IDS, demoId, LEAD, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { readEvents } from "#data/events.ts";
import { turnBench } from "#data/house.ts";
import { iceSources, sites } from "#data/schema/index.ts";
import { readThings } from "#data/things.ts";
import { transact } from "#data/transact.ts";
import { planInputOf } from "#scaling/plan";
import { type OwnDatabase, plannedDatabase } from "./database.ts";

// A Tuesday, half past nine on the quay.
const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let plans: typeof import("#server/plans.ts");
let benches: typeof import("#server/bench.ts");
let past: typeof import("#server/pastSales.ts");

beforeAll(async () => {
  fresh = await plannedDatabase("plans", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  plans = await import("#server/plans.ts");
  benches = await import("#server/bench.ts");
  past = await import("#server/pastSales.ts");
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

const startOf = async (siteId: string, day: string) => plans.startOf((await benches.benchOf(siteId))!, day);
const surge = (cups: number) => ({ id: uuidv7(), name: "the late boat", atMin: 1200, cups, serve: null });

describe("what is known of a day", () => {
  const at = { siteId: PIER_HEAD, day: "2026-07-16" };
  const mine: DayChanges = { ...NO_CHANGES, surges: [surge(30)] };

  test("is kept, and there when it is read again", async () => {
    expect(await plans.saveDayPlan(at, { changes: mine, revision: 0 }, by)).toEqual({ revision: 1 });
    const { dayPlan } = await startOf(PIER_HEAD, at.day);
    expect(dayPlan).toEqual({ changes: mine, revision: 1 });
    const kinds = (await readEvents(fresh.db, PIER_HEAD, 0)).map(({ kind }) => kind);
    expect(kinds).toContain("planChanged");
  });

  test("sent twice it is one change", async () => {
    expect(await plans.saveDayPlan(at, { changes: mine, revision: 0 }, by)).toEqual({ revision: 1 });
  });

  test("of two leads the slower is shown what the other one left, and nothing is lost", async () => {
    const other = { ...mine, tempC: 24 };
    expect(await plans.saveDayPlan(at, { changes: other, revision: 1 }, by)).toEqual({ revision: 2 });
    const late = await plans.saveDayPlan(at, { changes: { ...mine, tempC: 9 }, revision: 1 }, by);
    expect(late).toMatchObject({ revision: 2, theirs: { value: other, changedBy: "Oda Venn" } });
    expect((await startOf(PIER_HEAD, at.day)).dayPlan.changes.tempC).toBe(24);
  });

  test("twenty at once: one is kept, and each of the others is told", async () => {
    const day = { siteId: PIER_HEAD, day: "2026-07-17" };
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        plans.saveDayPlan(day, { changes: { ...NO_CHANGES, tempC: i }, revision: 0 }, by),
      ),
    );
    expect(answers.filter(({ theirs }) => theirs === undefined).length).toBe(1);
    expect(answers.every(({ revision }) => revision === 1)).toBe(true);
  });

  test("another day, and another site, know nothing of it", async () => {
    expect((await startOf(PIER_HEAD, "2026-07-18")).dayPlan).toEqual({ changes: NO_CHANGES, revision: 0 });
    expect((await startOf(ROPE_LOFT, at.day)).dayPlan.revision).toBe(0);
  });

  test("of a site that is not there it is refused", async () => {
    const nowhere = { siteId: demoId(999_999), day: at.day };
    await expect(plans.saveDayPlan(nowhere, { changes: mine, revision: 0 }, by)).rejects.toMatchObject({
      code: "notThere",
    });
  });
});

test("how a site plans is kept; a site that said nothing plans as usual", async () => {
  expect((await startOf(ROPE_LOFT, "2026-07-15")).sitePlan).toEqual({
    // Nobody has counted a cup there: it begins with fixed times.
    plan: { ...USUAL_SITE_PLAN, way: "timetable" },
    revision: 0,
  });
  const plan = { ...USUAL_SITE_PLAN, people: 1, opensMin: 480 };
  expect(await plans.saveSitePlan({ siteId: ROPE_LOFT, plan, revision: 0 }, by)).toEqual({ revision: 1 });
  expect((await startOf(ROPE_LOFT, "2026-07-15")).sitePlan).toEqual({ plan, revision: 1 });
  const stale = { ...plan, people: 3 };
  expect(await plans.saveSitePlan({ siteId: ROPE_LOFT, plan: stale, revision: 0 }, by)).toMatchObject({
    theirs: { value: plan },
  });
});

describe("what a day is planned from", () => {
  test("the quay sells by its sailings, hot in the morning and iced from eleven, and the core takes it", async () => {
    const { kit, sitePlan, dayPlan } = await startOf(PIER_HEAD, "2026-07-15");
    expect(kit).toMatchObject({ weekday: 3, nowMin: null, pots: [], currency: "GBP" });
    expect(kit.habits).toMatchObject({ days: 56, sameWeekdays: 8 });
    const [hot, iced] = (["hot", "iced"] as const).map(
      (serve) => kit.habits!.products[kit.products.findIndex((product) => product.serve === serve)]!,
    );
    expect(hot!.meanCups[30]).toBeGreaterThan(3 * hot!.meanCups[40]!);
    expect(iced!.meanCups.slice(0, 44).every((cups) => cups === 0)).toBe(true);
    expect(iced!.meanCups[50]).toBeGreaterThan(0.8);
    expect(planInput.safeParse(planInputOf(kit, sitePlan.plan, dayPlan.changes)).success).toBe(true);
  });

  test("its brewers, and the ice of its cards less what other drinks take, are the bench's", async () => {
    const { kit } = await startOf(PIER_HEAD, "2026-07-15");
    expect(kit.brewers.map(({ name }) => name)).toEqual(["Fulmar", "Turnstone"]);
    const [bin] = await readThings(fresh.db, "ice", PIER_HEAD);
    const { storeKg, kgPerDay, otherShare } = bin!.figures;
    expect(kit.ice).toMatchObject({ id: bin!.id, storeG: 1000 * storeKg!, leftG: 1000 * storeKg! });
    expect(kit.ice!.perHourG).toBeCloseTo(((1000 * kgPerDay!) / 24) * (1 - otherShare!), 9);
    const of = async (change: object) => {
      await transact(fresh.db, async (tx) => {
        await tx.update(iceSources).set(change).where(eq(iceSources.id, bin!.id));
        await turnBench(tx, "equipment");
      });
      return (await startOf(PIER_HEAD, "2026-07-15")).kit.ice;
    };
    expect(await of({ kgPerDay: null })).toBeNull();
    expect(await of({ kgPerDay, storeKg: null })).toBeNull();
    await of({ storeKg });
  });

  test("habits are a day's own, of what is sold then", async () => {
    const { kit } = await startOf(PIER_HEAD, "2026-07-15");
    const [site] = (await fresh.db.select().from(sites)).filter(({ id }) => id === PIER_HEAD);
    const sold = await past.pastSales(site!);
    expect(await past.pastSales(site!)).toBe(sold);
    const habits = (products: typeof kit.products, weekday: number) =>
      past.habitsFor(sold, products, kit.supplies.cups, { day: "2026-07-15", weekday });
    const wednesday = habits(kit.products, 3);
    expect(habits(kit.products, 3)).toBe(wednesday);
    expect(habits(kit.products, 7)).not.toEqual(wednesday);
    const [first, second] = kit.products.map((product) => habits([product], 3)!);
    expect(first!.products).toHaveLength(1);
    expect(second!.products).not.toEqual(first!.products);
  });

  test("a holiday is planned as a Sunday is", async () => {
    const at = { siteId: PIER_HEAD, day: "2026-08-12" };
    const usual = (await startOf(at.siteId, at.day)).kit;
    await plans.saveDayPlan(at, { changes: { ...NO_CHANGES, asWeekday: 7 }, revision: 0 }, by);
    const { kit } = await startOf(at.siteId, at.day);
    const total = ({ habits }: typeof kit) =>
      habits!.products.flatMap(({ meanCups }) => meanCups).reduce((sum, cups) => sum + cups, 0);
    expect([usual.weekday, kit.weekday]).toEqual([3, 7]);
    expect(total(kit)).not.toBeCloseTo(total(usual), 1);
    const sunday = (await startOf(at.siteId, "2026-08-16")).kit;
    expect(total(kit)).toBeCloseTo(total(sunday), 0);
  });

  test("today it begins now, with what stands at the bar", async () => {
    const { kit } = await startOf(PIER_HEAD, "2026-07-14");
    expect(kit.nowMin).toBe(570);
    expect(kit.pots.map(({ vesselName, readyMin }) => [vesselName, readyMin]).toSorted()).toEqual([
      ["dispenser 3.1 l, left", 546],
      ["pot 2.05 l, blue", 491],
      ["steel server 4.2 l", 475],
    ]);
    for (const { cups, pourAtMin } of kit.pots) {
      expect(cups).toBeGreaterThan(0);
      expect(pourAtMin).toBeGreaterThan(570);
    }
  });

  test("a site that brews by hand alone has nothing to plan with", async () => {
    const { kit } = await startOf(ROPE_LOFT, "2026-07-15");
    expect(kit).toMatchObject({ products: [], brewers: [], habits: null });
  });
});

describe("sales of before", () => {
  const sale = (n: number, at: string) => ({
    id: demoId(900_000 + n),
    coffeeId: DEMO_IDS.coffees.saltmarsh,
    serve: "hot" as const,
    cupMl: 350,
    count: 3,
    at: new Date(at),
  });

  test("fall into the quarter that the wall's clock shows, on both sides of a change of clocks", async () => {
    await transact(fresh.db, (tx) =>
      insertSales(
        tx,
        ROPE_LOFT,
        [
          // Summer time: ten past eight in London; a month of New York's would be another day.
          sale(1, "2026-07-13T07:10:00Z"),
          sale(2, "2026-07-12T23:05:00Z"),
          sale(3, "2026-07-14T07:00:00Z"),
        ],
        by,
      ),
    );
    const [site] = (await fresh.db.select().from(sites)).filter(({ id }) => id === ROPE_LOFT);
    const { quarters } = await past.pastSales(site!);
    expect(quarters.map(({ day, place, count }) => [day, place, count]).toSorted()).toEqual([
      ["2026-07-13", 0, 3],
      ["2026-07-13", 32, 3],
    ]);
    vi.stubEnv("TUMBEK_NOW", "2026-11-02T08:30:00Z");
    await transact(fresh.db, (tx) =>
      insertSales(
        tx,
        ROPE_LOFT,
        [sale(4, "2026-10-24T07:10:00Z"), sale(5, "2026-10-26T08:10:00Z"), sale(6, "2026-10-25T00:30:00Z")],
        by,
      ),
    );
    const autumn = await past.pastSales(site!);
    expect(autumn.quarters.map(({ day, place }) => [day, place]).toSorted()).toEqual([
      ["2026-10-24", 32],
      ["2026-10-25", 6],
      ["2026-10-26", 32],
    ]);
    vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  });

  test("are days of habits in the cups of their products", () => {
    const product = {
      key: `${DEMO_IDS.coffees.saltmarsh} hot`,
      cup: { name: "350 ml", massG: 325 },
    } as Parameters<typeof past.pastDaysOf>[1][number];
    const quarter = {
      coffeeId: DEMO_IDS.coffees.saltmarsh,
      serve: "hot" as const,
      day: "2026-07-11",
      place: 30,
    };
    const cups = [
      // Of one size, and filled otherwise.
      { serve: "iced" as const, volumeMl: 240, fillG: 100 },
      { serve: "hot" as const, volumeMl: 350, fillG: 325 },
      { serve: "hot" as const, volumeMl: 240, fillG: 162.5 },
    ];
    const days = past.pastDaysOf(
      [
        { ...quarter, cupMl: 350, count: 4 },
        { ...quarter, cupMl: 240, count: 2 },
        { ...quarter, cupMl: 350, count: 1, serve: "iced" },
      ],
      [product],
      cups,
      "2026-07-14",
    );
    expect(days).toMatchObject([{ weekday: 6, agoDays: 3 }]);
    expect(days[0]!.cups[0]!.length).toBe(QUARTERS);
    expect(days[0]!.cups[0]![30]).toBeCloseTo(5);
  });
});

describe("what a plan brews, on its day's list", () => {
  const day = { siteId: PIER_HEAD, day: "2026-07-19" };
  const [LARGE, BLUE, ICED] = [600, 601, 602].map(demoId) as [string, string, string];

  test("stands there so often, by the dial; sent again it is the same, and other lines stay", async () => {
    const shifts = await import("#server/shifts.ts");
    const lines = [
      { cardId: LARGE, batches: 9 },
      { cardId: ICED, batches: 3 },
    ];
    expect(await shifts.putPlanned(day, lines, by)).toEqual({ batches: 12 });
    const { items, revision } = await shifts.listOf(day);
    // Iced is ground finer: the grinder moves once.
    expect(items.map(({ cardId, batches }) => [cardId, batches])).toEqual([
      [ICED, 3],
      [LARGE, 9],
    ]);
    await shifts.saveList(
      day,
      { revision, items: [...items, { id: uuidv7(), cardId: BLUE, batches: 2 }] },
      by,
    );
    expect(await shifts.putPlanned(day, [{ cardId: LARGE, batches: 7 }], by)).toEqual({ batches: 12 });
    const after = await shifts.listOf(day);
    expect(after.items.map(({ cardId, batches }) => [cardId, batches])).toEqual([
      [LARGE, 7],
      [ICED, 3],
      [BLUE, 2],
    ]);
    expect(after.items[0]!.id).toBe(items[1]!.id);
    // Named twice it is still one line, the second time as the first.
    const twice = [
      { cardId: LARGE, batches: 4 },
      { cardId: LARGE, batches: 3 },
    ];
    await shifts.putPlanned(day, twice, by);
    expect(await shifts.putPlanned(day, twice, by)).toEqual({ batches: 12 });
    expect((await shifts.listOf(day)).items).toEqual(after.items);
  });

  test("today's brewed batches stay counted beside those that are still to come", async () => {
    const shifts = await import("#server/shifts.ts");
    // The demo's morning had three of the large pot.
    const today = { siteId: PIER_HEAD, day: "2026-07-14" };
    await shifts.putPlanned(today, [{ cardId: LARGE, batches: 15 }], by);
    const { items } = await shifts.listOf(today);
    expect(items.find(({ cardId }) => cardId === LARGE)?.batches).toBe(18);
  });

  test("a card that was put away since is told, and nothing is changed", async () => {
    const shifts = await import("#server/shifts.ts");
    const before = await shifts.listOf(day);
    const { retireCards } = await import("#data/cards.ts");
    await transact(fresh.db, (tx) => retireCards(tx, { ids: [BLUE], retired: true }, by));
    await expect(
      shifts.putPlanned(
        day,
        [
          { cardId: LARGE, batches: 1 },
          { cardId: BLUE, batches: 1 },
        ],
        by,
      ),
    ).rejects.toMatchObject({ code: "notThere" });
    expect(await shifts.listOf(day)).toEqual(before);
  });
});
