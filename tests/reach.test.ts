import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { NO_SIGNS } from "#contract/batch.ts";
import type { Bench } from "#contract/bench.ts";
import type { AnyFigures, ThingKind } from "#contract/fields.ts";
import type { Measure } from "#contract/measure.ts";
import type { KeptThing } from "#contract/things.ts";
import { bedDepthMm } from "#core/brew";
import { must } from "#core/result";
import type { PinSet } from "#core/sheet";
import { readBatches } from "#data/batches.ts";
import { BARISTA, DEMO_IDS, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { readHouse } from "#data/house.ts";
import { readProposals } from "#data/proposals.ts";
import { findThing, readThings } from "#data/things.ts";
import { chosenOf, firstPins, firstState } from "#scaling/choice";
import { brewTempOf, guessesOf, solveState, worthNext } from "#scaling/sheet";
import { benchOn, demoDatabase, type OwnDatabase } from "./database.ts";

// What is measured must at once change what Scale and cards say: from the message of a form, through the
// database, to the figures of a sheet.

vi.mock("next/headers", () => ({ cookies: async () => ({ get: () => undefined }) }));

const AT = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: AT };
const AT_PIER_HEAD = { siteId: PIER_HEAD, today: "2026-07-14" };
const { fulmar, turnstone } = DEMO_IDS.brewers;
let fresh: OwnDatabase;
let server: typeof import("#server/measures.ts") &
  typeof import("#server/things.ts") &
  typeof import("#server/batches.ts") &
  typeof import("#server/settings.ts");
let made = 0;
const newId = () => `0190a5c0-0000-7000-8000-0000000d${String(made++).padStart(4, "0")}`;

beforeAll(async () => {
  process.env.TUMBEK_NOW = AT.toISOString();
  fresh = await demoDatabase("reach", AT);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  server = {
    ...(await import("#server/measures.ts")),
    ...(await import("#server/things.ts")),
    ...(await import("#server/batches.ts")),
    ...(await import("#server/settings.ts")),
  };
});
afterAll(() => fresh.drop());

const bench = (): Promise<Bench> => benchOn(fresh.db, PIER_HEAD);
/** The sheet that Scale starts with. */
const sheet = async (pins?: readonly PinSet[]) => {
  const now = await bench();
  const state = firstState(now);
  return must(solveState(pins ? { ...state, pins } : state, now));
};
const thing = async (kind: ThingKind, id: string) => (await findThing(fresh.db, kind, id))!;
const change = async (kind: ThingKind, id: string, figures: AnyFigures) => {
  const old = await thing(kind, id);
  const message = { kind, id, revision: old.revision, figures: { ...old.figures, ...figures }, typical: [] };
  return server.putThing(message as KeptThing, AT_PIER_HEAD, by);
};
const measure = async (what: Measure["what"], kind: ThingKind, of: object) => {
  const { id } = of as { id: string };
  const { revision } = await thing(kind, id);
  return server.keepMeasure({ what, of: { revision, ...of } } as Measure, by);
};
const DOSE_AND_WATER: readonly PinSet[] = [
  { name: "doseG", value: 200 },
  { name: "brewWaterG", value: 3200 },
];

let before: Awaited<ReturnType<typeof sheet>>;
beforeEach(async () => {
  before = await sheet();
});

describe("reaches Scale and cards:", () => {
  test("blank runs, the setting", async () => {
    const rows = [1500, 2500, 3500].map((setG) => ({ id: newId(), setG, weighedG: 0.9 * setG, cold: 0 }));
    await measure("blankRun", "brewer", { id: fulmar, rows });
    const { rounded } = await sheet();
    expect(rounded.settingG! * 0.9).toBeCloseTo(rounded.brewWaterG, 6);
    expect(rounded.settingG).toBeGreaterThan(before.rounded.settingG!);
  });

  test("a re-weighed vessel, the dose", async () => {
    const id = DEMO_IDS.vessels.left;
    await measure("vessel", "vessel", { id, emptyG: 1500, brimfulG: 4300, workingG: 4100 });
    expect((await sheet()).exact.yieldG).toBe(2600);
    expect((await sheet()).exact.doseG / before.exact.doseG).toBeCloseTo(2600 / before.exact.yieldG, 9);
  });

  test("altitude, the temperature", async () => {
    const temp = async () => {
      const now = await bench();
      return brewTempOf(chosenOf(firstState(now), now), now);
    };
    expect(await temp()).toEqual({ tempC: 93 });
    await change("site", PIER_HEAD, { altitudeM: 3000 });
    expect((await temp()).cappedBy).toBe("boiling");
    expect((await temp()).tempC).toBeCloseTo(90, 0);
    await change("site", PIER_HEAD, { altitudeM: 4 });
    await change("brewer", fulmar, { sprayTempC: 91 });
    expect(await temp()).toEqual({ tempC: 91, cappedBy: "spray" });
  });

  test("density, the bed", async () => {
    const depth = async () => {
      const now = await bench();
      const { brewer, coffee } = chosenOf(firstState(now), now);
      return must(bedDepthMm({ doseG: 200, densityGPerMl: coffee.densityGPerMl, basket: brewer.basket! }));
    };
    const deep = await depth();
    await measure("density", "coffee", { id: DEMO_IDS.coffees.saltmarsh, massG: 175, volumeMl: 500 });
    expect(await depth()).toBeGreaterThan(deep * 1.1);
  });

  test("learned retention, the water: from pots typed at once, and from the log as it grows", async () => {
    const rows = Array.from({ length: 60 }, () => ({
      id: newId(),
      doseG: 200,
      waterG: 3200,
      yieldG: 3200 - 2.3 * 200,
    }));
    await measure("brewedPot", "brewer", { id: fulmar, rows, confirmed: false });
    const { figures } = await thing("brewer", fulmar);
    expect(figures).toMatchObject({ retentionFrom: "log", retentionGPerG: 2.3 });
    const after = await sheet(DOSE_AND_WATER);
    expect(after.exact.yieldG).toBeCloseTo(3200 - 2.3 * 200, 9);
    // Thirty more that keep less: the mean of the newest sixty moves, and every sheet with it.
    for (let i = 0; i < 40; i++) {
      const pot = { doseG: 200, waterG: 3200, iceG: 0, yieldG: 3200 - 2 * 200, brewerId: fulmar };
      const none = { coffeeId: null, vesselId: null, grinderId: null, dialSetting: null, brewTimeS: null };
      const unsaid = { cardId: null, recipeVersionId: null, method: null };
      const rest = { strengthPct: null, sampledAt: null, liked: null, note: "", at: AT.toISOString() };
      await server.log({ id: newId(), ...pot, ...none, ...unsaid, ...NO_SIGNS, ...rest }, by);
    }
    expect((await thing("brewer", fulmar)).figures).toMatchObject({ retentionGPerG: expect.closeTo(2, 1) });
    expect((await sheet(DOSE_AND_WATER)).exact.yieldG).toBeGreaterThan(after.exact.yieldG + 40);
  });

  test("a brewer that is to learn from the log does so at once", async () => {
    await change("brewer", turnstone, { retentionFrom: "log" });
    const { retentionGPerG } = (await thing("brewer", turnstone)).figures as unknown as {
      retentionGPerG: number;
    };
    expect(retentionGPerG).not.toBe(2.05);
    expect(retentionGPerG).toBeCloseTo(2.05, 1);
  });

  test("filter kind, the yield: as the log knows it, else by what the filters keep, marked as typical", async () => {
    const kept = async () => (await bench()).brewers.find(({ id }) => id === fulmar)!;
    const mesh = (await readThings(fresh.db, "filter", PIER_HEAD)).find(
      ({ figures }) => figures.material === "metal",
    )!;
    const paper = (await thing("brewer", fulmar)).figures as AnyFigures;
    const withPaper = (await kept()).retentionGPerG;
    const { yieldG } = (await sheet(DOSE_AND_WATER)).exact;
    await change("brewer", fulmar, { filterId: mesh.id });
    // 22 g of paper water less 1 g of the mesh's, over a usual dose of 161 g.
    expect((await kept()).retentionGPerG).toBeCloseTo(withPaper - 21 / 161, 9);
    expect((await kept()).filter.material).toBe("metal");
    expect((await kept()).typical).toEqual(["retention"]);
    expect((await sheet(DOSE_AND_WATER)).exact.yieldG).toBeGreaterThan(yieldG + 20);
    // Back on paper, the log knows.
    await change("brewer", fulmar, { filterId: paper.filterId ?? "" });
    expect((await kept()).retentionGPerG).toBeCloseTo(withPaper, 1);
    expect((await kept()).typical).toEqual([]);
  });

  test("house settings: rounding up, the school of iced ratios, the trim of big doses", async () => {
    const { name, revision, settings } = (await readHouse(fresh.db))!;
    const iced = (now: Bench) => firstPins("iced", chosenOf(firstState(now), now), now.settings);
    expect(iced(await bench()).map((pin) => pin.name)).toEqual(["yieldG", "totalRatio", "finalTempC"]);
    const next = {
      ...settings,
      icedSchool: "onTop" as const,
      doseTrimPct: 4,
      rounding: { ...settings.rounding, doseG: 20, doseUp: true },
    };
    expect(await server.putSettings({ name, revision, settings: next }, by)).toBeUndefined();
    expect(iced(await bench()).map((pin) => pin.name)).toEqual(["yieldG", "brewRatio", "finalTempC"]);
    const after = await sheet();
    expect(after.rounded.doseG).toBeGreaterThanOrEqual(after.exact.doseG);
    expect(after.exact.doseG).toBeLessThan(before.exact.doseG);
    await server.putSettings({ name, revision: revision + 1, settings }, by);
  });
});

describe("typical figures", () => {
  test("stand on the card until they are measured, and what to measure next says how much they matter", async () => {
    const id = newId();
    const { figures } = await thing("brewer", turnstone);
    const typical = ["basket", "delivery", "retention"];
    const message = { kind: "brewer", id, revision: 0, figures: { ...figures, name: "Shelduck" }, typical };
    await server.putThing(message as unknown as KeptThing, AT_PIER_HEAD, by);
    const aspects = async () => (await bench()).brewers.find((brewer) => brewer.id === id)!.typical;
    expect(await aspects()).toEqual(typical);
    await measure("blankRun", "brewer", { id, rows: [{ id: newId(), setG: 1500, weighedG: 1480, cold: 0 }] });
    expect(await aspects()).toEqual(["basket", "retention"]);
    await change("brewer", id, { topDiameterMm: 120 });
    expect(await aspects()).toEqual(["retention"]);

    const now = await bench();
    const only = { ...now, brewers: now.brewers.filter((brewer) => brewer.id === id) };
    expect(guessesOf(chosenOf(firstState(only), only))).toEqual([
      { name: "Shelduck", aspects: ["retention"] },
    ]);
    const [worth] = worthNext(only);
    expect(worth).toMatchObject({ name: "Shelduck", aspect: "retention" });
    expect(worth!.moves).toBeGreaterThan(0.005);
  });
});

describe("a barista's measuring", () => {
  const waiting = async () => readProposals(fresh.db, PIER_HEAD);
  const barista = { personId: BARISTA, at: AT };
  const pot3 = DEMO_IDS.vessels.blue;
  const proposal = async () => {
    const { revision } = await thing("vessel", pot3);
    const of = { id: pot3, revision, emptyG: 900, brimfulG: 2920, workingG: 2700 };
    await server.propose({ id: newId(), siteId: PIER_HEAD, measure: { what: "vessel", of } }, barista);
  };

  test("changes nothing until a lead accepts it, whatever was measured meanwhile", async () => {
    const old = (await thing("vessel", pot3)).figures;
    await proposal();
    expect((await thing("vessel", pot3)).figures).toEqual(old);
    await change("vessel", pot3, { holdMin: 45 });
    const [first] = await waiting();
    await server.decide({ id: first!.id, accept: true }, by);
    expect((await thing("vessel", pot3)).figures).toMatchObject({ brimG: 2020, workingG: 1800, holdMin: 45 });
    expect(await waiting()).toEqual([]);
  });

  test("that is asked about is kept once a lead accepts it", async () => {
    const { revision } = await thing("brewer", turnstone);
    const rows = [1000, 1100].map((setG) => ({ id: newId(), setG, weighedG: 0.97 * setG, cold: 0 }));
    const measure = { what: "blankRun", of: { id: turnstone, revision, rows, confirmed: false } } as const;
    await expect(server.keepMeasure(measure, by)).rejects.toMatchObject({ code: "unusual", field: "rows" });
    await server.propose({ id: newId(), siteId: PIER_HEAD, measure }, barista);
    const [first] = await waiting();
    await server.decide({ id: first!.id, accept: true }, by);
    expect((await findThing(fresh.db, "brewer", turnstone))!.besides.slope).toBeCloseTo(0.97, 9);
    expect(await waiting()).toEqual([]);
  });

  test("that is declined is gone, and that of a thing taken off waits with a sentence", async () => {
    await proposal();
    const [declined] = await waiting();
    await server.decide({ id: declined!.id, accept: false }, by);
    expect(await waiting()).toEqual([]);
    expect((await thing("vessel", pot3)).figures).toMatchObject({ brimG: 2020 });
  });
});

describe("what cannot be right is refused with a sentence at its field:", () => {
  const refused = async (attempt: Promise<unknown>, field: string, sentence: RegExp) => {
    await expect(attempt).rejects.toMatchObject({ field, message: expect.stringMatching(sentence) });
  };
  test("a blank run ten times off, pairs and a curve that turn back, a duplicate name, a future day", async () => {
    const { chough, dunlin } = DEMO_IDS.grinders;
    const run = { id: newId(), setG: 2000, weighedG: 196, cold: 0 };
    await refused(measure("blankRun", "brewer", { id: fulmar, rows: [run] }), "rows", /10 % of what is set/);
    const pairs = [
      { id: newId(), from: 5, to: 30 },
      { id: newId(), from: 9, to: 18 },
      { id: newId(), from: 14, to: 45 },
    ];
    await refused(
      measure("pairs", "grinder", { id: chough, otherId: dunlin, pairs }),
      "rows",
      /cannot both be/,
    );
    const points = [
      { setting: 0, um: 900, by: "word" },
      { setting: 12, um: 500, by: "word" },
      { setting: 24, um: 800, by: "word" },
    ];
    const curve = { id: chough, curveId: newId(), why: "first", points };
    await refused(measure("curve", "grinder", curve), "rows", /turns back/);
    await refused(change("brewer", turnstone, { name: "Fulmar" }), "name", /has this name already/);
    await refused(
      change("coffee", DEMO_IDS.coffees.saltmarsh, { roastedOn: "2026-07-15" }),
      "roastedOn",
      /not come yet/,
    );
    const far = {
      id: fulmar,
      rows: [{ id: newId(), doseG: 100, waterG: 1600, yieldG: 100 }],
      confirmed: false,
    };
    await refused(
      measure("brewedPot", "brewer", { ...far, id: turnstone, rows: many(far.rows[0]!) }),
      "rows",
      /far more than a bed keeps/,
    );
  });

  /** So many that the log's own do not outweigh them. */
  const many = (row: object) => Array.from({ length: 60 }, () => ({ ...row, id: newId() }));

  test("a batch from tomorrow, and one that gave more than went in", async () => {
    const pot = (await readBatches(fresh.db, PIER_HEAD, {}, 200)).find(({ grinderId }) => grinderId !== null);
    const { coffee, brewer, vessel, grinder, person, revision, ...batch } = pot!;
    await refused(
      server.log({ ...batch, id: newId(), at: "2026-07-15T08:00:00.000Z" }, by),
      "at",
      /not come yet/,
    );
    await refused(server.log({ ...batch, id: newId(), yieldG: 9000 }, by), "yieldG", /More came out/);
    await refused(server.log({ ...batch, id: newId(), dialSetting: 99 }, by), "dialSetting", /not on that/);
    await refused(
      server.log({ ...batch, id: newId(), grinderId: null }, by),
      "grinderId",
      /of which grinder/,
    );
  });
});
