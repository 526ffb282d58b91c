import { subDays } from "date-fns";
import { and, eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { Bench } from "#contract/bench.ts";
import { must } from "#core/result";
import { BARISTA, DEMO_IDS, demoId, LEAD, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { turnBench } from "#data/house.ts";
import { addPerson } from "#data/people.ts";
import { cards as cardRows, cups as cupRows } from "#data/schema/index.ts";
import { readThings, setRemoved } from "#data/things.ts";
import { transact } from "#data/transact.ts";
import { type OwnDatabase, plannedDatabase } from "./database.ts";
import { potFilled } from "./potFilled.ts";
import { shown } from "./shown.ts";

/*
 * What the pages of the demo house show, as the server hands it to them: who, what and how much, by the figures that the house was set up with.
 */

const NOW = new Date("2026-07-14T08:30:00Z");
const HOT_POT = demoId(600);
const MIN_MS = 60_000;

const browser = vi.hoisted(() => ({ cookies: new Map<string, string>() }));
vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({
    get: (name: string) => (browser.cookies.has(name) ? { value: browser.cookies.get(name) } : undefined),
  }),
}));

let fresh: OwnDatabase;
let bench: Bench;
let read: typeof import("#server/read/bench.ts") &
  typeof import("#server/read/shift.ts") &
  typeof import("#server/read/people.ts") &
  typeof import("#server/read/moved.ts") &
  typeof import("#server/read/forecast.ts") &
  typeof import("#server/read/sites.ts") &
  typeof import("#server/read/pot.ts") &
  typeof import("#server/read/wall.ts") &
  typeof import("#server/read/rescue.ts") &
  typeof import("#server/read/barPage.ts") &
  typeof import("#server/read/plan.ts") &
  typeof import("#server/read/barDay.ts") &
  typeof import("#server/read/kept.ts") &
  typeof import("#server/read/log.ts") &
  typeof import("#server/read/compare.ts");

beforeAll(async () => {
  fresh = await plannedDatabase("pages", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  read = {
    ...(await import("#server/read/bench.ts")),
    ...(await import("#server/read/shift.ts")),
    ...(await import("#server/read/people.ts")),
    ...(await import("#server/read/moved.ts")),
    ...(await import("#server/read/forecast.ts")),
    ...(await import("#server/read/sites.ts")),
    ...(await import("#server/read/pot.ts")),
    ...(await import("#server/read/wall.ts")),
    ...(await import("#server/read/rescue.ts")),
    ...(await import("#server/read/barPage.ts")),
    ...(await import("#server/read/plan.ts")),
    ...(await import("#server/read/barDay.ts")),
    ...(await import("#server/read/kept.ts")),
    ...(await import("#server/read/log.ts")),
    ...(await import("#server/read/compare.ts")),
  };
  bench = (await (await import("#server/bench.ts")).benchOf(PIER_HEAD))!;
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

const link = (query = "") => new URLSearchParams(query);
const namesIn = (rows: readonly { readonly name: string }[]) => rows.map(({ name }) => name);
const near = (value: number, digits = 0) => expect.closeTo(value, digits);

describe("the Bench", () => {
  const part = async <Part extends Parameters<typeof read.readPart>[0]>(name: Part) =>
    (await shown(read.readPart(name))).shown as unknown as Record<
      string,
      readonly (Record<string, unknown> & { readonly figures: Record<string, unknown> })[]
    >;
  const row = (rows: Awaited<ReturnType<typeof part>>[string] | undefined, name: string) =>
    rows!.find(({ figures }) => figures.name === name)!;

  test("begins with what is on it, what is measured, and what is due; nothing is left to guide to", async () => {
    const { site, overview } = await shown(read.readOverview());
    expect(site).toMatchObject({ name: "Pier Head", altitudeM: 4, currency: "GBP", roomC: 21 });
    expect(namesIn(site.refs.filter)).toEqual([
      "large basket paper",
      "small basket paper",
      "cone paper",
      "steel mesh",
    ]);
    expect(namesIn(site.refs.brewer)).toEqual(["Fulmar", "Turnstone"]);
    expect(site.scales).toEqual([{ id: expect.any(String), name: "counter scale", capacityG: 3000 }]);
    expect(overview.guide).toBeUndefined();
    expect(overview.proposals).toEqual([]);
    expect(overview.worth).toEqual([]);
    expect(overview.counts).toEqual([
      { part: "vessels", all: 5, measured: 5 },
      { part: "brewers", all: 2, measured: 2 },
      { part: "grinders", all: 1, measured: 1 },
      { part: "coffees", all: 4, measured: 4 },
    ]);
    expect(overview.due).toMatchObject([
      {
        name: "rinse Fulmar's spray head",
        due: { share: 1, by: "days" },
        done: "done 13 Jul 2026 by Ida Quill",
      },
    ]);
    expect(overview.sure).toMatchObject({
      brewer: { name: "Fulmar", retentionGPerG: 2.12, typical: [], measured: "14 Jul 2026" },
      vessel: { name: "dispenser 3.1 l, left", workingG: 2850 },
      coffee: { name: "Saltmarsh", densityGPerMl: 0.4 },
      grinder: { name: "Chough" },
    });
    expect(overview.sure!.brewer.runs.slice(0, 2)).toMatchObject([
      { setG: 1200, weighedG: 1181.2, cold: 1 },
      { setG: 1800, weighedG: 1760.8, cold: 0 },
    ]);
    expect(overview.sure!.grinder.points).toHaveLength(5);
    expect(overview.sure!.brewer.yields.length).toBeGreaterThan(10);
  });

  test("of another site has what stands there", async () => {
    browser.cookies.set("site", ROPE_LOFT);
    try {
      const { site, overview } = await shown(read.readOverview());
      expect(site).toMatchObject({ name: "Rope Loft", altitudeM: 614 });
      expect(namesIn(site.refs.grinder)).toEqual(["Dunlin"]);
      expect(overview.counts.find(({ part }) => part === "brewers")!.all).toBe(3);
    } finally {
      browser.cookies.clear();
    }
  });

  test("has vessels with what they weigh empty and how they cool, and brewers with their runs, flows, drips and yields", async () => {
    const { vessels } = await part("vessels");
    expect(row(vessels, "steel server 4.2 l").figures).toMatchObject({
      brimG: 4200,
      workingG: 3990,
      iced: true,
    });
    for (const vessel of vessels!) expect(vessel).toMatchObject({ removed: false, measured: "14 Jul 2026" });
    const { brewers, filters } = await part("brewers");
    const fulmar = row(brewers, "Fulmar") as unknown as Record<string, readonly object[] | number>;
    expect(fulmar).toMatchObject({ slope: near(0.98, 2), interceptG: expect.any(Number) });
    expect(fulmar.runs).toHaveLength(5);
    expect((fulmar.flows as readonly object[]).length).toBeGreaterThan(0);
    expect((fulmar.yields as readonly object[])[0]).toEqual({
      doseG: expect.any(Number),
      waterG: expect.any(Number),
      yieldG: expect.any(Number),
    });
    expect(filters).toHaveLength(4);
  });

  test("has the grinders with their curves, their pairs and what was approved on them, and those of other sites", async () => {
    const { grinders, others } = await part("grinders");
    const chough = row(grinders, "Chough") as unknown as {
      readonly curves: readonly object[];
      readonly pairs: readonly { readonly otherId: string; readonly pairs: readonly object[] }[];
      readonly standards: readonly number[];
    };
    expect(chough.curves).toMatchObject([{ version: 1, why: "first", since: "19 May 2026" }]);
    expect(chough.pairs).toMatchObject([{ otherId: DEMO_IDS.grinders.dunlin }]);
    expect(chough.pairs[0]!.pairs.slice(0, 2)).toMatchObject([
      { from: 5, to: 18 },
      { from: 9.5, to: 31 },
    ]);
    expect(chough.standards.length).toBe(
      bench.standards.filter(({ grinderId }) => grinderId === DEMO_IDS.grinders.chough).length,
    );
    expect(namesIn(others as unknown as { name: string }[])).toEqual(["Chough", "Dunlin"]);
  });

  test("has coffees with their age, supplies, care with when it was done, and the house with its sites", async () => {
    const { coffees } = await part("coffees");
    const ages = coffees!.map(({ figures, ageDays }) => [figures.name, ageDays]);
    expect(ages).toContainEqual(["Saltmarsh", 9]);
    expect(ages).toContainEqual(["Kittiwake", 12]);
    const { waters, ices, cups } = await part("supplies");
    expect(waters!.map(({ figures }) => figures.name)).toEqual(["quay tap", "softened"]);
    expect(ices!.map(({ figures }) => figures.kgPerDay)).toEqual([26]);
    expect(cups).toHaveLength(5);
    const { due, tasks } = await part("care");
    expect(due!.map(({ name, done }) => [name, done])).toEqual([
      ["rinse Fulmar's spray head", "done 13 Jul 2026 by Ida Quill"],
      ["soak the dispensers", "done 9 Jul 2026 by Ida Quill"],
      ["clean Chough's burrs", "done 24 Jun 2026 by Ida Quill"],
      ["descale Fulmar", "done 20 Jun 2026 by Ida Quill"],
    ]);
    expect(tasks).toHaveLength(4);
    const { house, sites, scales } = await part("house");
    expect(house).toMatchObject({ name: "Gannet Quay", settings: { roomTempC: 21, icedTempC: 8 } });
    expect(sites!.map(({ figures }) => figures.name)).toEqual(["Pier Head", "Rope Loft"]);
    expect(scales).toHaveLength(1);
  });

  test("names what waits for a lead, by whom and of what, and what was taken off meanwhile", async () => {
    const { propose, decide } = await import("#server/measures.ts");
    const measures = [
      [DEMO_IDS.coffees.kittiwake, "Kittiwake"],
      [demoId(9999), "something taken off"],
    ] as const;
    const ids = measures.map(() => uuidv7());
    for (const [i, [of]] of measures.entries()) {
      const measure = { what: "density" as const, of: { id: of, revision: 1, massG: 76, volumeMl: 200 } };
      await propose({ id: ids[i]!, siteId: PIER_HEAD, measure }, { personId: demoId(11), at: NOW });
    }
    const { overview } = await shown(read.readOverview());
    expect(overview.proposals.map(({ name, person, at }) => [name, person, at])).toEqual(
      expect.arrayContaining(
        measures.map(([, name]) => [name, "Brannoc Teal", expect.stringMatching(/09:30/)]),
      ),
    );
    for (const id of ids) await decide({ id, accept: false }, { personId: LEAD, at: NOW });
    expect((await shown(read.readOverview())).overview.proposals).toEqual([]);
  });

  test("what was taken off is on its own part still, and nowhere else", async () => {
    const [paper] = (await readThings(fresh.db, "filter", PIER_HEAD)).filter(
      ({ figures }) => figures.name === "small basket paper",
    );
    const mark = (removed: boolean, revision: number) =>
      setRemoved(fresh.db, { kind: "filter", id: paper!.id, revision, removed }, { personId: LEAD, at: NOW });
    must(await mark(true, paper!.revision));
    const { filters } = await part("brewers");
    expect(row(filters, "small basket paper").removed).toBe(true);
    const { site } = await shown(read.readOverview());
    expect(namesIn(site.refs.filter)).not.toContain("small basket paper");
    must(await mark(false, paper!.revision + 1));
  });
});

describe("a day's list", () => {
  test("is today's with what was brewed of it, what it draws on, and the week ahead", async () => {
    const list = await shown(read.readShift(undefined));
    expect(list).toMatchObject({ site: { name: "Pier Head" }, day: "2026-07-14", isToday: true });
    expect(list.days.map(({ text }) => text)).toEqual([
      "Tue 14 Jul, today",
      "Wed 15 Jul, tomorrow",
      "Thu 16 Jul",
      "Fri 17 Jul",
      "Sat 18 Jul",
      "Sun 19 Jul",
      "Mon 20 Jul",
    ]);
    expect(list.brewed[HOT_POT]).toBe(3);
    expect(list.supplies.coffees).toEqual([{ id: DEMO_IDS.coffees.saltmarsh, stockG: 9600 }]);
    expect(list.supplies.cups).toHaveLength(5);
    const listed = list.start.items.map(({ cardId }) => cardId);
    expect(list.cards.map(({ id }) => id).toSorted()).toEqual([...new Set(listed)].toSorted());
    expect(list.choices.map(({ title }) => title)).toContain(
      "Saltmarsh, iced, 2\u202f835 g on a cold concentrate",
    );
    expect(list.cards.find(({ id }) => id === HOT_POT)).toMatchObject({
      doseG: 202,
      vessel: "dispenser 3.1 l, left",
      batch: { brewWaterG: near(3228.8, 6), rinseG: 300, paper: true, grinder: { purgeG: 12 } },
    });
  });

  test("of another day is that one's, which is named beside the week; what is no day is today", async () => {
    const later = await shown(read.readShift("2026-08-01"));
    expect(later).toMatchObject({ day: "2026-08-01", isToday: false });
    expect(later.days.map(({ day }) => day).slice(0, 2)).toEqual(["2026-08-01", "2026-07-14"]);
    expect(later.days).toHaveLength(8);
    expect((await shown(read.readShift("2026-02-31"))).day).toBe("2026-07-14");
    expect((await shown(read.readShift(["2026-07-15"]))).day).toBe("2026-07-14");
  });

  test("plans are of the day that is named, at one site and at all of them, this one first", async () => {
    const { start, days } = await shown(read.readPlan("2026-07-15"));
    expect(start.kit).toMatchObject({ site: "Pier Head", day: "2026-07-15", currency: "GBP" });
    expect(days).toHaveLength(7);
    const all = await shown(read.readPlansOfSites(undefined));
    expect(all.day).toBe("2026-07-14");
    expect(all.starts.map(({ kit }) => kit.site)).toEqual(["Pier Head", "Rope Loft"]);
    expect((await shown(read.readPlansOfSites("2026-07-16"))).starts.map(({ kit }) => kit.day)).toEqual([
      "2026-07-16",
      "2026-07-16",
    ]);
  });

  test("what every device keeps of it are its cards, each with its guide and its log", async () => {
    const pages = await read.keptPagesOf(bench);
    expect(pages.slice(0, 4)).toEqual(["/bar", "/shift", "/cards", "/wall"]);
    for (const page of [`/cards/${HOT_POT}`, `/guide/new?card=${HOT_POT}`, `/log?card=${HOT_POT}`])
      expect(pages.filter((each) => each === page)).toHaveLength(1);
  });
});

describe("the Bar", () => {
  const LEFT = DEMO_IDS.vessels.left;

  test("is filled from today's cards and from the newest, none of them twice, and from the coffees", async () => {
    const { cards, coffees } = await shown(read.readBarPage());
    expect(cards[0]).toMatchObject({ id: HOT_POT, serve: "hot", vesselId: LEFT, yieldG: near(2800.56, 6) });
    expect(new Set(cards.map(({ id }) => id)).size).toBe(cards.length);
    expect(cards.map(({ serve }) => serve)).toContain("iced");
    expect(namesIn(coffees)).toEqual(["Saltmarsh", "Kittiwake", "Low Tide", "Night Mail"]);
  });

  test("a pot's page has its coffee's life: what was poured in, each cup, and how it will stand", async () => {
    const { name, life } = await shown(read.readPot(LEFT));
    expect(name).toBe("dispenser 3.1 l, left");
    expect(life).toMatchObject({
      stands: true,
      coffee: "Saltmarsh",
      ended: null,
      cost: "3.74 GBP",
      batchHref: null,
    });
    expect(life!.card).toEqual({
      href: `/cards/${HOT_POT}`,
      rescueHref: `/rescue?card=${HOT_POT}`,
      title: "Saltmarsh, hot, 2\u202f801 g on Fulmar",
    });
    expect(life!.standing).toMatchObject({ cups: 5, brewedG: 2809, servedG: 1530, liquidG: 1279 });
    expect(life!.events[0]).toMatchObject({ odd: null, person: expect.any(String) });
    expect(life!.events).toHaveLength(6);
    expect(life!.samples[0]).toMatchObject({ liquidG: 2809, tempC: 78 });
    expect(life!.samples.at(-1)!.atMs).toBe(NOW.getTime());
    expect(life!.ahead[0]!.atMs).toBe(NOW.getTime());
    expect(life!.ahead.at(-1)!.atMs).toBe(life!.soldUntilMs);
    expect((life!.soldUntilMs! - life!.standing.brewedMs) / MIN_MS).toBeLessThanOrEqual(120);
  });

  test("a pot that nothing was ever in has no life, and a vessel that is not there no page", async () => {
    expect(await read.readPot(demoId(33))).toMatchObject({ name: "pot 2.05 l, white", life: undefined });
    expect(await read.readPot(demoId(9999))).toBeUndefined();
  });

  test("a shift closes with the care that is due and with what is left of its coffees", async () => {
    const day = await read.barDayOf(bench);
    expect(namesIn(day.care)).toEqual(["rinse Fulmar's spray head"]);
    expect(day.stock.map(({ name, stockG }) => [name, stockG])).toEqual([
      ["Saltmarsh", 9600],
      ["Kittiwake", 4200],
      ["Low Tide", 3100],
      ["Night Mail", 2500],
    ]);
    expect(day.poured).toEqual([]);
  });

  test("a rescue has the sheet of the pot that it is about, and the cards that it may be about", async () => {
    const { cards, pot, window, icedTempC } = await shown(read.readRescue(link(`card=${HOT_POT}`)));
    expect({ window, icedTempC }).toEqual({ window: [1.2, 1.6], icedTempC: 8 });
    expect(cards.map(({ id }) => id)).toContain(HOT_POT);
    expect(pot).toMatchObject({
      cardId: HOT_POT,
      serve: "hot",
      retentionGPerG: 2.12,
      sheet: { doseG: 202, yieldG: near(2800.56, 6) },
      vessel: { brimG: 3100, workingG: 2850 },
      ice: { iceTempC: 0, iceWetShare: 0.1, vesselJPerK: 350 },
    });
    expect(pot!.sheet.strengthPct).toBeCloseTo((pot!.extractionPct * 202) / 2800.56, 9);
    const iced = await shown(read.readRescue(link(`card=${demoId(602)}`)));
    expect(iced.pot!.ice).toMatchObject({ iceTempC: -1, iceWetShare: 0.08 });
    // A draft is nobody's pot.
    await fresh.db
      .update(cardRows)
      .set({ draft: true })
      .where(eq(cardRows.id, demoId(601)));
    const listed = (await shown(read.readRescue(link(`card=${demoId(601)}`)))) as typeof iced;
    expect(listed.pot).toBeUndefined();
    expect(listed.cards.map(({ id }) => id)).not.toContain(demoId(601));
    expect(listed.cards.every(({ title }) => title.length > 0)).toBe(true);
    await fresh.db
      .update(cardRows)
      .set({ draft: false })
      .where(eq(cardRows.id, demoId(601)));
    for (const none of ["", "card=nothing", `card=${demoId(9999)}`])
      expect((await shown(read.readRescue(link(none)))).pot).toBeUndefined();
    // A card that says nothing of its extraction, or of its strength, cannot be reckoned with.
    const [row] = await fresh.db.select().from(cardRows).where(eq(cardRows.id, HOT_POT));
    const whole = row!.sheet;
    const { extractionPct: _extraction, ...input } = whole.input;
    const { strengthPct: _strength, ...rounded } = whole.result.rounded;
    for (const less of [{ input }, { result: { ...whole.result, rounded } }]) {
      const sheet = { ...whole, forecast: undefined, ...less } as typeof whole;
      await fresh.db.update(cardRows).set({ sheet }).where(eq(cardRows.id, HOT_POT));
      expect((await shown(read.readRescue(link(`card=${HOT_POT}`)))).pot).toBeUndefined();
    }
    await fresh.db.update(cardRows).set({ sheet: whole }).where(eq(cardRows.id, HOT_POT));
  });
});

test("a pot that was poured away shows the life of its last coffee and how it ended, and counts at the closing", async () => {
  const { keepBarEvents } = await import("#server/bar.ts");
  const poured = (vesselId: string, reason: "taste" | "tooOld") =>
    ({ kind: "pouredAway", id: uuidv7(), at: NOW.toISOString(), vesselId, reason }) as const;
  const events = [poured(DEMO_IDS.vessels.blue, "taste"), poured(DEMO_IDS.vessels.left, "tooOld")];
  await keepBarEvents(PIER_HEAD, { sentAt: NOW.toISOString(), events }, { personId: BARISTA, at: NOW });
  const { life } = await shown(read.readPot(DEMO_IDS.vessels.blue));
  expect(life).toMatchObject({
    stands: false,
    ahead: [],
    ended: { by: "pouredAway", reason: "taste", restG: 533 },
  });
  expect(life!.events.at(-1)).toMatchObject({
    person: "Ida Quill",
    what: expect.stringMatching(/poured away/),
  });
  expect(life!.samples.at(-1)!.atMs).toBe(NOW.getTime());
  // The most first.
  expect((await read.barDayOf(bench)).poured).toEqual([
    { reason: "tooOld", restG: 1279 },
    { reason: "taste", restG: 533 },
  ]);
});

test("what cannot be is marked where it happened, in its pot's life and at the Bar", async () => {
  const { keepBarEvents } = await import("#server/bar.ts");
  const vesselId = demoId(33);
  const at = NOW.toISOString();
  const filled = potFilled(NOW, { vesselId, liquidG: 400 });
  const served = { kind: "served", id: uuidv7(), at, vesselId, massG: 900, cups: 4, cupMl: 240 } as const;
  await keepBarEvents(PIER_HEAD, { sentAt: at, events: [filled, served] }, { personId: BARISTA, at: NOW });
  const { life } = await shown(read.readPot(vesselId));
  expect(life!.events.map(({ odd }) => odd)).toEqual([null, expect.any(String)]);
  const { odd } = await (await import("#server/read/bar.ts")).barViewOf(bench);
  expect(odd.find(({ eventId }) => eventId === served.id)).toMatchObject({
    code: life!.events[1]!.odd,
    what: expect.stringMatching(/^4 × 240 ml/),
    pot: "pot 2.05 l, white",
  });
});

test("a cup that nobody weighed holds what such cups mostly do", async () => {
  const { barViewOf } = await import("#server/read/bar.ts");
  const { benchOf } = await import("#server/bench.ts");
  const small = and(eq(cupRows.serve, "hot"), eq(cupRows.volumeMl, 240));
  await transact(fresh.db, async (tx) => {
    await tx.update(cupRows).set({ fillG: null }).where(small);
    await turnBench(tx, "equipment");
  });
  const { cups } = await barViewOf((await benchOf(PIER_HEAD))!);
  const cup = cups.find(({ serve, volumeMl }) => serve === "hot" && volumeMl === 240)!;
  expect(cup.fillG).toBeGreaterThan(190);
  expect(cup.fillG).toBeLessThan(240);
});

describe("the wall", () => {
  test("has every size of a coffee on both brewers, hot and iced, with what is approved on top", async () => {
    const wall = await shown(read.readWallPage(link()));
    if (wall.as !== "chart") throw new Error(wall.as);
    const { view } = wall;
    expect(view).toMatchObject({
      coffee: { name: "Saltmarsh" },
      recipe: { name: "Loft cone" },
      grinder: { name: "Chough" },
      cups: { hot: "240 ml", iced: "350 ml" },
    });
    expect(namesIn(view.recipes)).toEqual(["Loft cone", "Slack water", "Quay batch"]);
    expect(view.tables.map(({ serve }) => serve)).toEqual(["hot", "iced"]);
    const [hot] = view.tables;
    expect(hot!.brewers.map(({ name, rows }) => [name, rows.map(({ sizeG }) => sizeG)])).toEqual([
      ["Fulmar", [1700, 2000, 2400, 2800]],
      ["Turnstone", [850, 1100, 1300, 1700]],
    ]);
    expect(hot!.brewers.map(({ byHand }) => byHand)).toEqual([false, false]);
    const [first] = hot!.brewers[0]!.rows;
    expect(first!.figures).toMatchObject({
      doseG: 123,
      settingG: 2000,
      brewWaterG: near(1960, 6),
      waterTempC: 93,
    });
    expect(first!.troubles).toEqual([]);
    const pot = hot!.brewers[0]!.rows.at(-1)!;
    expect(pot.approved).toMatchObject({ by: "Oda Venn", href: expect.stringMatching(/^\/log\//) });
    for (const { rows } of view.tables.flatMap(({ brewers }) => brewers))
      for (const { troubles } of rows) {
        const stops = troubles.map(({ stop }) => stop);
        expect(stops).toEqual(stops.toSorted((a, b) => Number(b) - Number(a)));
      }
  });

  test("has the sizes that a lead chose; one that the brewer cannot do says so first", async () => {
    const { keepWall } = await import("#server/wall.ts");
    const chart = { siteId: PIER_HEAD, coffeeId: DEMO_IDS.coffees.nightMail };
    const brewers = [{ id: DEMO_IDS.brewers.fulmar, shown: true, sizesG: [60, 2000, 3100] }];
    await keepWall(
      { ...chart, revision: 0, choices: { serves: "hot", brewers } },
      { personId: LEAD, at: NOW },
    );
    const wall = await shown(read.readWallPage(link(`coffee=${chart.coffeeId}`)));
    if (wall.as !== "chart") throw new Error(wall.as);
    expect(wall.view.tables.map(({ serve }) => serve)).toEqual(["hot"]);
    const [tooSmall, whole, large] = wall.view.tables[0]!.brewers[0]!.rows;
    expect([tooSmall, whole, large].map((row) => row!.sizeG)).toEqual([60, 2000, 3100]);
    expect(tooSmall!.troubles[0]).toEqual({ said: expect.stringMatching(/1.?200/), stop: true });
    expect(large!.troubles.map(({ said }) => said)).toContainEqual(
      expect.stringMatching(/^No pot of this service holds it: dispenser 3\.1 l, \w+ is the nearest\.$/),
    );
    expect(whole!.troubles.filter(({ stop }) => stop)).toEqual([]);
  });

  test("of another coffee is that one's; as cards and as labels it is for paper", async () => {
    const kittiwake = await shown(read.readWallPage(link(`coffee=${DEMO_IDS.coffees.kittiwake}&as=list`)));
    if (kittiwake.as !== "list") throw new Error(kittiwake.as);
    expect(kittiwake.view.coffee.name).toBe("Kittiwake");
    const labels = await shown(read.readWallPage(link("as=labels")));
    if (labels.as !== "labels") throw new Error(labels.as);
    expect(labels).toMatchObject({ site: "Pier Head", coffee: { name: "Saltmarsh" } });
    const [small] = labels.labels;
    expect(small).toMatchObject({
      vessel: "pot 2.05 l, blue",
      brewer: "Fulmar",
      serve: "hot",
      holdMin: 90,
      glass: undefined,
    });
    const iced = labels.labels.find(({ serve }) => serve === "iced")!;
    expect(iced).toMatchObject({ holdMin: 240, glass: { volumeMl: 350, coffeeG: 220, iceG: near(75.4, 1) } });
    const cards = await shown(read.readWallPage(link("as=cards")));
    if (cards.as !== "cards") throw new Error(cards.as);
    expect(cards.cards).toHaveLength(labels.labels.length);
    expect(cards.cards[0]).toMatchObject({ site: "Pier Head", made: "14 Jul 2026" });
    for (const each of [cards.cards, labels.labels])
      expect(new Set(each.map(({ id }) => id)).size).toBe(each.length);
    browser.cookies.set("site", ROPE_LOFT);
    const loft = await shown(read.readWallPage(link()));
    browser.cookies.clear();
    if (loft.as !== "chart") throw new Error(loft.as);
    const byHand = loft.view.tables[0]!.brewers.map((brewer) => [brewer.name, brewer.byHand]);
    expect(byHand).toContainEqual(["hand cone", true]);
  });
});

describe("two sites", () => {
  const sides = async (query = "") => (await shown(read.readTwoSites(link(query)))).sides;

  test("one recipe stands at both, each with its own equipment, ground and brewed as there", async () => {
    const page = await shown(read.readTwoSites(link()));
    expect(page).toMatchObject({ recipe: { name: "Loft cone" }, serve: "hot", sizeG: undefined });
    // A press has no bed.
    expect(namesIn(page.recipes)).toEqual(["Loft cone", "Slack water", "Quay batch"]);
    const [pier, loft] = page.sides;
    expect(pier).toMatchObject({
      site: { name: "Pier Head" },
      brewer: { name: "Fulmar", byHand: false },
      grinder: { name: "Chough" },
      approved: true,
      waterTempC: 93,
      figures: { doseG: 202, settingG: 3300, dialSetting: 13.5 },
    });
    expect(pier.href).toMatch(/^\/scale\?recipe=/);
    expect(loft).toMatchObject({
      site: { name: "Rope Loft" },
      brewer: { name: "hand cone", byHand: true },
      approved: false,
      figures: { doseG: 22, settingG: 352 },
    });
    // What is scaled at another site is not opened here.
    expect(loft.href).toBeUndefined();
    expect(page.whys.length).toBeGreaterThan(0);
  });

  test("a link names sites, brewers, the service and a size; what it names wrongly is as it is without", async () => {
    const [iced] = await sides("serve=iced&size=2000");
    expect(iced!.figures!.iceG).toBeGreaterThan(0);
    expect(Math.abs(iced!.figures!.yieldG - 2000)).toBeLessThan(60);
    const [small] = await sides(`brewerA=${DEMO_IDS.brewers.turnstone}&size=1000`);
    expect(small!.brewer.name).toBe("Turnstone");
    const turned = await sides(`a=${ROPE_LOFT}&b=${PIER_HEAD}`);
    expect(turned.map(({ site }) => site.name)).toEqual(["Rope Loft", "Pier Head"]);
    for (const size of ["49", "200001", "much"])
      expect((await shown(read.readTwoSites(link(`size=${size}&recipe=nothing`)))).sizeG).toBeUndefined();
  });
});

describe("the log", () => {
  test("its first page is the newest, and leads to the older ones with the same filters", async () => {
    const page = await shown(read.readLog(link(`coffee=${DEMO_IDS.coffees.saltmarsh}&liked=`)));
    const moments = page.batches.map(({ at }) => at);
    expect(moments).toEqual(moments.toSorted().toReversed());
    expect(new Set(page.batches.map(({ coffee }) => coffee))).toEqual(new Set(["Saltmarsh"]));
    const last = page.batches.at(-1)!;
    const older = new URL(page.older!, "http://house").searchParams;
    expect(Object.fromEntries(older)).toEqual({
      coffee: DEMO_IDS.coffees.saltmarsh,
      before: last.at,
      beforeId: last.id,
    });
    expect(page.csv).toBe(`/api/v1/batches?coffee=${DEMO_IDS.coffees.saltmarsh}&site=${PIER_HEAD}&as=csv`);
    const next = await shown(read.readLog(older));
    expect(next.batches[0]!.at <= last.at).toBe(true);
    expect(next.batches.map(({ id }) => id)).not.toContain(last.id);
    expect(namesIn(page.site.brewers)).toEqual(["Fulmar", "Turnstone"]);
    const filter = `brewer=${DEMO_IDS.brewers.turnstone}&coffee=${DEMO_IDS.coffees.saltmarsh}&liked=yes`;
    const liked = await shown(read.readLog(link(`${filter}&page=9`)));
    expect(liked.csv).toBe(`/api/v1/batches?${filter}&site=${PIER_HEAD}&as=csv`);
    expect(new Set(liked.batches.map((batch) => [batch.liked, batch.brewer].join()))).toEqual(
      new Set(["true,Turnstone"]),
    );
    const disliked = await shown(read.readLog(link("liked=no")));
    expect(new Set(disliked.batches.map(({ liked }) => liked))).toEqual(new Set([false]));
    const few = await shown(read.readLog(link(`coffee=${demoId(9999)}`)));
    expect(few).toMatchObject({ batches: [], older: undefined });
  });

  test("a batch is logged from a card of this site, and told why it is not from another one", async () => {
    const from = async (card: string) => (await shown(read.readLog(link(`card=${card}`)))).card;
    expect(await from(HOT_POT)).toMatchObject({
      title: "Saltmarsh, hot, 2\u202f801 g on Fulmar",
      batch: { doseG: 202 },
    });
    expect(await from("nothing")).toEqual({ cannot: expect.stringContaining("not there any more") });
    browser.cookies.set("site", ROPE_LOFT);
    expect(await from(HOT_POT)).toEqual({ cannot: expect.stringContaining("of Pier Head") });
    browser.cookies.clear();
    expect((await shown(read.readLog(link()))).card).toBeUndefined();
  });

  test("two batches stand beside each other with what differs; one that is gone is counted", async () => {
    const { batches } = await shown(read.readLog(link(`coffee=${DEMO_IDS.coffees.saltmarsh}`)));
    const [one, two] = batches.map(({ id }) => id);
    const both = await shown(read.readCompared(link(`batches=${one},${two},${one},nonsense`)));
    expect(both.batches.map(({ id }) => id)).toEqual([one, two]);
    expect(both.missing).toBe(0);
    expect(both.pair).toMatchObject({ isOneCoffee: true, pairs: [] });
    const gone = await shown(read.readCompared(link(`batches=${one},${demoId(9999)}`)));
    expect(gone).toMatchObject({ missing: 1, pair: undefined });
    expect((await shown(read.readCompared(link()))).batches).toEqual([]);
  });

  test("what has moved is said with its evidence, by the house's standards, the most brewed first", async () => {
    const { verdicts, standards } = await shown(read.readMoved());
    expect(verdicts[0]).toMatchObject({ said: "Chough grinds finer since about 26 Jun 2026." });
    expect(verdicts[0]!.evidence.join(" ")).toMatch(
      /Saltmarsh, hot, 2\s800 g on Fulmar: batches take longer, by 5\.5\s%\./,
    );
    expect(verdicts[0]!.check).toMatch(/^Check first:/);
    const counts = standards.map(({ batches }) => batches);
    expect(counts).toEqual(counts.toSorted((a, b) => b - a));
    const [most] = standards;
    expect(most).toMatchObject({ title: "Saltmarsh, hot, 2\u202f800 g on Fulmar", hasMoved: true });
    const evidence = verdicts.flatMap(({ evidence: sentences }) => sentences);
    for (const { title, hasMoved } of standards)
      expect(hasMoved, title).toBe(evidence.some((sentence) => sentence.startsWith(`${title}:`)));
    for (const { days, values } of most!.series) {
      expect(values).toHaveLength(days.length);
      expect(Math.max(...days)).toBeLessThanOrEqual(0);
      expect(Math.min(...days)).toBeGreaterThan(-61);
    }
    // Beverage is a share of its water, in per cent.
    const [yielded] = most!.series.filter(({ signal }) => signal === "yield");
    expect(yielded!.values.filter((value) => value > 80 && value < 92).length).toBeGreaterThan(300);
    for (const { centre, low, high } of yielded!.stretches) {
      expect(low).toBeLessThan(centre);
      expect(high).toBeGreaterThan(centre);
      expect(centre).toBeGreaterThan(80);
    }
  });

  test("the forecast is held against the clock of the busiest pair, or of the one that is named", async () => {
    const page = await shown(read.readForecast(link()));
    expect(page.pairs.map(({ title }) => title)).toEqual([
      "Fulmar, ground on Chough",
      "Turnstone, ground on Chough",
    ]);
    expect(page.shown).toMatchObject({ title: "Fulmar, ground on Chough" });
    const named = await shown(
      read.readForecast(link(`brewer=${DEMO_IDS.brewers.turnstone}&grinder=${DEMO_IDS.grinders.chough}`)),
    );
    expect(named.shown).toMatchObject({ title: "Turnstone, ground on Chough" });
    const forecast = page.shown!.batches.find(({ timeS }) => timeS === 318)!;
    expect(Math.abs(forecast.forecastTimeS! - 318)).toBeLessThan(20);
  });
});

describe("people", () => {
  const session = {
    id: "none",
    person: { id: LEAD, name: "Oda Venn", role: "lead" },
  } as unknown as Parameters<typeof read.readPeople>[0];

  test("are listed with what they may, and those whose PINs are public by name", async () => {
    const page = await read.readPeople(session);
    expect(page.people.map(({ name, role }) => [name, role])).toEqual([
      ["Brannoc Teal", "barista"],
      ["Ida Quill", "barista"],
      ["Mirren Sallow", "trainee"],
      ["Oda Venn", "lead"],
    ]);
    expect(page.network).toMatchObject({
      addresses: [],
      publicPins: ["Brannoc Teal", "Ida Quill", "Mirren Sallow", "Oda Venn"],
    });
    expect(page).toMatchObject({ signIns: [], stations: [], tokens: [], stationHere: undefined });
    expect(await read.readMe(session)).toEqual({ signIns: [] });
    expect(await read.readJobs()).toEqual({ jobs: [] });
  });

  test("what they did is in the trail, by whom, of what and since when as a link asks", async () => {
    const id = uuidv7();
    must(
      await addPerson(
        fresh.db,
        { id, name: "Sorrel Finch", role: "trainee", pinHash: "x" },
        { personId: BARISTA, at: subDays(NOW, 2) },
      ),
    );
    const trail = async (query: string) => (await read.readAuditPage(link(query))).lines;
    const [line] = await trail("what=person");
    expect(line).toMatchObject({
      who: "Ida Quill",
      action: "added",
      subject: "person",
      name: "Sorrel Finch",
      at: "12 Jul 2026, 09:30",
    });
    expect((await trail("what=person")).every(({ subject }) => subject === "person")).toBe(true);
    expect(await trail(`who=${BARISTA}&since=7`)).toHaveLength(1);
    // A thing is named by what it is called now, and whoever asks may choose of everybody who works here.
    expect((await trail("what=filter"))[0]?.name).toBe("small basket paper");
    expect(namesIn((await read.readAuditPage(link())).people)).toContain("Mirren Sallow");
    expect(await trail("what=person&since=1")).toHaveLength(0);
    expect(await trail(`who=${demoId(9999)}`)).toHaveLength(0);
    // What says no filter asks for all.
    const all = await trail("");
    expect(all.length).toBeGreaterThan(2);
    for (const query of ["who=somebody", "what=nothing", "since=5", "page=-3", "page=much"])
      expect(await trail(query)).toHaveLength(all.length);
    expect(await read.readAuditPage(link("page=2"))).toMatchObject({ page: 2, lines: [], more: false });
  });
});
