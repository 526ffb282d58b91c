import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { ThingKind } from "#contract/fields.ts";
import type { Measure, MeasureOf } from "#contract/measure.ts";
import { readAudit } from "#data/audit.ts";
import { readYields } from "#data/batches.ts";
import { BARISTA, DEMO_IDS, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { readCurves, readPairs, readReadings } from "#data/measures.ts";
import { readProposals } from "#data/proposals.ts";
import { batches } from "#data/schema/index.ts";
import { findThing } from "#data/things.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

const AT = new Date("2026-07-14T08:30:00Z");
const lead = { personId: LEAD, at: AT };
const barista = { personId: BARISTA, at: AT };
const { fulmar, turnstone } = DEMO_IDS.brewers;
const { chough, dunlin } = DEMO_IDS.grinders;
const POT = DEMO_IDS.vessels.blue;
const BIN = demoId(70);
const NOTHING = demoId(9999);

let fresh: OwnDatabase;
let measures: typeof import("./measures.ts");
beforeAll(async () => {
  fresh = await demoDatabase("measures_kept", AT);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  measures = await import("./measures.ts");
});
afterAll(() => fresh.drop());

/** A thing as it stands: its fields, what is known of it besides, and its revision. */
const thing = async (kind: ThingKind, id: string) => {
  const { figures, besides, revision } = (await findThing(fresh.db, kind, id))!;
  return { ...figures, ...besides, revision } as Readonly<Record<string, unknown>> & {
    readonly revision: number;
  };
};

type Kinds = Measure["what"];
const SUBJECT = {
  vessel: "vessel",
  density: "coffee",
  wetIce: "ice",
  blankRun: "brewer",
  flow: "brewer",
  brewedPot: "brewer",
  cooling: "vessel",
  drip: "brewer",
  curve: "grinder",
  pairs: "grinder",
} as const satisfies Record<Kinds, ThingKind>;

/** Kept as it stands on the bench now; with what the house answers. */
async function keep<What extends Kinds>(what: What, of: Omit<MeasureOf<What>, "revision">) {
  const now = await findThing(fresh.db, SUBJECT[what], of.id);
  return measures.keepMeasure(
    { what, of: { ...of, revision: now?.revision ?? 1 } } as unknown as Measure,
    lead,
  );
}

const refusal = (message: RegExp, rest: object = {}) =>
  expect.objectContaining({ message: expect.stringMatching(message), code: "refused", ...rest });
const rowsOf = async (id: string, kind: string) =>
  (await readReadings(fresh.db, [id])).find((list) => list.kind === kind)?.rows;

/** A run of so much that is set, g, on a brewer that is warm. */
const run = (setG: number, weighedG: number) => ({ id: uuidv7(), setG, weighedG, cold: 0 });

describe("what is measured is judged, fitted and kept", () => {
  test("a vessel, weighed empty or by its water", async () => {
    await keep("vessel", { id: POT, emptyG: 1000, brimfulG: 3060, workingG: 2880 });
    const weighed = await thing("vessel", POT);
    expect(weighed).toMatchObject({ brimG: 2060, workingG: 1880 });
    expect(weighed).toMatchObject({ emptyG: 1000 });
    // By its water alone, what the empty vessel weighs stays as it was.
    await keep("vessel", { id: POT, emptyG: null, brimfulG: 2050, workingG: 1850 });
    const byWater = await thing("vessel", POT);
    expect(byWater).toMatchObject({ brimG: 2050, workingG: 1850 });
    expect(byWater).toMatchObject({ emptyG: 1000 });
    await expect(keep("vessel", { id: POT, emptyG: 1000, brimfulG: 3060, workingG: 3100 })).rejects.toEqual(
      refusal(/above the brim/, { field: "workingG" }),
    );
  });

  test("beans in a cup, and none that are no beans", async () => {
    const id = DEMO_IDS.coffees.saltmarsh;
    await keep("density", { id, massG: 76, volumeMl: 200 });
    expect(await thing("coffee", id)).toMatchObject({ densityGPerMl: 0.38 });
    for (const massG of [40, 140])
      expect(await keep("density", { id, massG, volumeMl: 200 })).toBeUndefined();
    for (const massG of [39, 141])
      await expect(keep("density", { id, massG, volumeMl: 200 })).rejects.toEqual(
        refusal(/is no coffee/, { field: "massG" }),
      );
  });

  test("ice that drained", async () => {
    await keep("wetIce", { id: BIN, wholeG: 500, drainedG: 470 });
    expect(await thing("ice", BIN)).toMatchObject({ iceWetShare: expect.closeTo(0.06, 12) });
    await expect(keep("wetIce", { id: BIN, wholeG: 500, drainedG: 510 })).rejects.toEqual(
      refusal(/more after draining/, { field: "drainedG" }),
    );
  });

  test("blank runs; a line that is odd is asked about, and one that cannot be is refused", async () => {
    const usual = [run(1200, 1180), run(2400, 2360), run(3600, 3540)];
    await keep("blankRun", { id: fulmar, rows: usual, confirmed: false });
    const { slope, interceptG } = await thing("brewer", fulmar);
    expect(slope).toBeCloseTo(2360 / 2400, 12);
    expect(interceptG).toBeCloseTo(0, 9);
    expect(await rowsOf(fulmar, "blankRun")).toEqual(usual);

    const odd = [run(1200, 960), run(2400, 1920), run(3600, 2880)];
    await expect(keep("blankRun", { id: fulmar, rows: odd, confirmed: false })).rejects.toEqual(
      refusal(/0.8 l more would come/, { code: "unusual", field: "rows" }),
    );
    const close = [run(2300, 2260), run(2400, 2360)];
    await expect(keep("blankRun", { id: fulmar, rows: close, confirmed: false })).rejects.toEqual(
      refusal(/lie close together/, { code: "unusual", field: "rows" }),
    );
    expect(await rowsOf(fulmar, "blankRun")).toEqual(usual);
    await keep("blankRun", { id: fulmar, rows: odd, confirmed: true });
    expect((await thing("brewer", fulmar)).slope).toBeCloseTo(0.8, 12);

    const never = [run(1200, 120), run(2400, 240)];
    await expect(keep("blankRun", { id: fulmar, rows: never, confirmed: true })).rejects.toEqual(
      refusal(/would deliver 10 %/, { field: "rows" }),
    );
    await expect(keep("blankRun", { id: NOTHING, rows: usual, confirmed: false })).rejects.toEqual(
      refusal(/not on the bench any more/, { field: undefined }),
    );
  });

  test("how a brewer sprays, the small batches first", async () => {
    const mode = (upToG: number, pulses: number) => ({
      id: uuidv7(),
      upToG,
      rateGPerS: 9,
      bloomPct: 12,
      bloomS: 30,
      pulses,
    });
    const [full, half] = [mode(1900, 5), mode(900, 3)];
    await keep("flow", { id: turnstone, rows: [full, half] });
    expect(await rowsOf(turnstone, "flow")).toEqual([half, full]);
  });

  test("how a pot cools, in this house's room", async () => {
    const room = 21;
    const at = (atS: number) => ({ id: uuidv7(), atS, tempC: room + 70 * Math.exp(-2e-5 * atS) });
    const rows = [at(0), at(3600), at(7200)];
    await keep("cooling", { id: POT, rows });
    expect((await thing("vessel", POT)).coolingPerS).toBeCloseTo(2e-5, 9);
    expect(await rowsOf(POT, "cooling")).toEqual(rows);
    await expect(keep("cooling", { id: POT, rows: rows.slice(0, 1) })).rejects.toEqual(
      refusal(/2 readings at least/, { field: "rows" }),
    );
  });

  test("how much cooler it drips, by each way alone", async () => {
    const read = (dripTempC: number, beside: number) => ({ id: uuidv7(), waterTempC: 93, dripTempC, beside });
    const before = await thing("brewer", turnstone);
    await keep("drip", { id: turnstone, rows: [read(81, 0)] });
    const dripped = await thing("brewer", turnstone);
    expect(dripped).toEqual({
      ...before,
      dripDropC: 12,
      revision: before.revision + 1,
      measuredAt: dripped.measuredAt,
    });
    await keep("drip", { id: turnstone, rows: [read(70, 1)] });
    expect(await thing("brewer", turnstone)).toMatchObject({ dripDropC: 12, besideDropC: 23 });
    await expect(keep("drip", { id: turnstone, rows: [read(94, 0)] })).rejects.toEqual(
      refusal(/warmer than its water/, { field: "rows" }),
    );
  });

  test("a grinder's curve, on its dial", async () => {
    const point = (setting: number, um: number) => ({ setting, um, by: "sieve" as const });
    const points = [point(0, 430), point(12, 900), point(24, 1420)];
    const curveId = uuidv7();
    await keep("curve", { id: chough, curveId, why: "newBurrs", points });
    const [newest] = await readCurves(fresh.db, [chough]);
    expect(newest).toMatchObject({ id: curveId, version: 2, why: "newBurrs", points });
    expect((await readAudit(fresh.db, { subject: "grinder", subjectId: chough }))[0]).toMatchObject({
      action: "measured",
      person: "Oda Venn",
    });
    const tried = (...tries: typeof points) =>
      keep("curve", { id: chough, curveId: uuidv7(), why: "newBurrs", points: tries });
    await expect(tried(point(-0.5, 400), point(12, 900))).rejects.toEqual(
      refusal(/^−0.5 is not on this dial/, { field: "rows" }),
    );
    await expect(tried(point(1, 400), point(24.5, 900))).rejects.toEqual(
      refusal(/24.5 is not on this dial/, { field: "rows" }),
    );
    await expect(tried(point(1, 400), point(9, 900), point(24, 800))).rejects.toEqual(
      refusal(/turns back/, { field: "rows" }),
    );
    await expect(keep("curve", { id: NOTHING, curveId: uuidv7(), why: "newBurrs", points })).rejects.toEqual(
      refusal(/not on the bench/),
    );
    expect(await readCurves(fresh.db, [chough])).toHaveLength(2);
  });

  test("where two grinders grind alike, and none where they do no longer", async () => {
    const pair = (from: number, to: number) => ({ id: uuidv7(), from, to });
    const pairs = [pair(4, 16), pair(15, 48)];
    await keep("pairs", { id: chough, otherId: dunlin, pairs });
    expect(await readPairs(fresh.db, dunlin)).toEqual([
      { otherId: chough, pairs: pairs.map(({ id, from, to }) => ({ id, from: to, to: from })) },
    ]);
    await expect(
      keep("pairs", { id: chough, otherId: dunlin, pairs: [pair(4, 16), pair(15, 48), pair(16, 40)] }),
    ).rejects.toEqual(refusal(/cannot both be/, { field: "rows" }));
    await expect(keep("pairs", { id: chough, otherId: dunlin, pairs: [pair(4, 16)] })).rejects.toEqual(
      refusal(/Two pairs at least/, { field: "rows" }),
    );
    expect(await keep("pairs", { id: chough, otherId: dunlin, pairs: [] })).toBeUndefined();
    expect(await readPairs(fresh.db, chough)).toEqual([]);
  });
});

describe("pots that were only weighed", () => {
  /** Of 100 g of coffee, which kept so much of each gram. */
  const pot = (keptGPerG: number) => ({
    id: uuidv7(),
    doseG: 100,
    waterG: 1800,
    yieldG: 1800 - 100 * keptGPerG,
  });

  test("join the log, and teach what the bed keeps", async () => {
    const rows = [pot(2.4), pot(2.4)];
    const { filterId, ending } = (await findThing(fresh.db, "brewer", fulmar))!.figures;
    const yields = () => readYields(fresh.db, { brewerId: fulmar, filterId, ending });
    const known = await yields();
    await keep("brewedPot", { id: fulmar, rows, confirmed: false });
    expect(await yields()).toHaveLength(Math.min(known.length + 2, 60));
    const { retentionGPerG, retentionFrom } = await thing("brewer", fulmar);
    expect(retentionGPerG).toBeGreaterThan(2.05);
    expect(retentionFrom).toBe("log");
    const [row] = await fresh.db.select().from(batches).where(eq(batches.id, rows[0]!.id));
    expect(row).toMatchObject({
      brewerId: fulmar,
      doseG: 100,
      waterG: 1800,
      yieldG: 1560,
      iceG: 0,
      note: "",
      personId: LEAD,
    });
    // Sent twice, they are in the log once.
    const stored = await yields();
    expect(await keep("brewedPot", { id: fulmar, rows, confirmed: false })).toBeUndefined();
    expect(await yields()).toEqual(stored);
  });

  test("are asked about where the mean is unusual, or there is none", async () => {
    const id = DEMO_IDS.brewers.press;
    const spilt = [pot(4), pot(4.1)];
    await expect(keep("brewedPot", { id, rows: [], confirmed: false })).rejects.toEqual(
      refusal(/Weigh a pot as it is brewed/, { field: "rows" }),
    );
    await expect(keep("brewedPot", { id, rows: spilt, confirmed: false })).rejects.toEqual(
      refusal(/4.05 g per g is far more/, { field: "rows" }),
    );
    await keep("brewedPot", { id, rows: spilt, confirmed: true });
    expect(await thing("brewer", id)).toMatchObject({ retentionGPerG: 4.05 });
    await expect(keep("brewedPot", { id: NOTHING, rows: spilt, confirmed: true })).rejects.toEqual(
      refusal(/not on the bench/),
    );
  });
});

describe("two who measure the same", () => {
  test("the later one is shown what the other left, with its readings and by whom", async () => {
    const { revision } = await thing("brewer", turnstone);
    const rows = [run(600, 610), run(1200, 1220), run(1800, 1830)];
    await keep("blankRun", { id: turnstone, rows, confirmed: false });
    const mine = { id: turnstone, revision, rows: [run(1000, 1000)], confirmed: false };
    const theirs = await measures.keepMeasure({ what: "blankRun", of: mine }, barista);
    expect(theirs).toEqual({
      changedBy: "Oda Venn",
      revision: revision + 1,
      figures: { slope: expect.closeTo(1220 / 1200, 9), interceptG: expect.closeTo(0, 6) },
      rows,
    });
    const beans = { id: DEMO_IDS.coffees.kittiwake, massG: 80, volumeMl: 200 };
    await keep("density", beans);
    expect(
      await measures.keepMeasure({ what: "density", of: { ...beans, massG: 70, revision: 1 } }, barista),
    ).toMatchObject({ figures: { densityGPerMl: 0.4 }, rows: [] });
    const none = { id: NOTHING, revision: 1, massG: 80, volumeMl: 200 };
    await expect(measures.keepMeasure({ what: "density", of: none }, lead)).rejects.toEqual(
      refusal(/not on the bench any more/),
    );
  });
});

describe("what a barista measured waits for a lead", () => {
  const waiting = async () => (await readProposals(fresh.db, PIER_HEAD)).map(({ id }) => id);
  async function proposed(of: Partial<MeasureOf<"blankRun">> = {}) {
    const id = uuidv7();
    const rows = [run(600, 480), run(1200, 960), run(1800, 1440)];
    const measure: Measure = {
      what: "blankRun",
      of: { id: turnstone, revision: 1, rows, confirmed: false, ...of },
    };
    await measures.propose({ id, siteId: PIER_HEAD, measure }, barista);
    return { id, measure };
  }

  test("a grinder's curve, too", async () => {
    const [id, curveId] = [uuidv7(), uuidv7()];
    const points = [3, 12, 21].map((setting) => ({ setting, um: 380 + 45 * setting, by: "sieve" as const }));
    const { revision } = await thing("grinder", dunlin);
    const of = { id: dunlin, revision, curveId, why: "newBurrs" as const, points };
    await measures.propose({ id, siteId: PIER_HEAD, measure: { what: "curve", of } }, barista);
    await measures.decide({ id, accept: true }, lead);
    expect((await readCurves(fresh.db, [dunlin]))[0]).toMatchObject({ id: curveId, points });
  });

  test("accepted, it is kept on what stands there now, also where it would be asked about", async () => {
    const { id, measure } = await proposed();
    expect(await waiting()).toEqual([id]);
    const [line] = await readAudit(fresh.db, { subject: "brewer", subjectId: turnstone });
    expect(line).toMatchObject({ action: "proposed", person: "Ida Quill" });
    await measures.decide({ id, accept: true }, lead);
    expect(await rowsOf(turnstone, "blankRun")).toEqual((measure.of as MeasureOf<"blankRun">).rows);
    expect(await waiting()).toEqual([]);
    // Decided once, a second word does nothing.
    const { revision } = await thing("brewer", turnstone);
    await measures.decide({ id, accept: true }, lead);
    expect((await thing("brewer", turnstone)).revision).toBe(revision);
  });

  test("declined, nothing changes but the list", async () => {
    const before = await thing("brewer", turnstone);
    const { id } = await proposed();
    await measures.decide({ id, accept: false }, lead);
    expect(await waiting()).toEqual([]);
    expect(await thing("brewer", turnstone)).toEqual(before);
  });

  test("what cannot be kept waits on", async () => {
    const wild = [run(600, 60), run(1200, 120)];
    const { id } = await proposed({ rows: wild });
    await expect(measures.decide({ id, accept: true }, lead)).rejects.toEqual(refusal(/would deliver 10 %/));
    expect(await waiting()).toEqual([id]);
    const gone = await proposed({ id: NOTHING });
    await expect(measures.decide({ id: gone.id, accept: true }, lead)).rejects.toEqual(
      refusal(/not on the bench any more/),
    );
    expect(await waiting()).toEqual([id, gone.id]);
  });

  test("another one under the same id is refused", async () => {
    const { id, measure } = await proposed();
    await measures.propose({ id, siteId: PIER_HEAD, measure }, barista);
    const other: Measure = {
      what: "density",
      of: { id: DEMO_IDS.coffees.kittiwake, revision: 1, massG: 7, volumeMl: 20 },
    };
    await expect(measures.propose({ id, siteId: PIER_HEAD, measure: other }, barista)).rejects.toEqual(
      refusal(/measure once more/, { code: "stale" }),
    );
    const proposal = (await readProposals(fresh.db, PIER_HEAD)).find((each) => each.id === id);
    expect(proposal?.measure).toEqual(measure);
  });
});
