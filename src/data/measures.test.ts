import { afterAll, beforeAll, expect, test } from "vitest";
import { fitDelivery } from "#core/measure";
import { must } from "#core/result";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";
import { readAudit } from "./audit.ts";
import { readBench } from "./bench.ts";
import { LEAD, PIER_HEAD } from "./demo/bench.ts";
import { readBenchRevisions } from "./house.ts";
import {
  keepCurve,
  keepMeasured,
  keepPairs,
  keepReadings,
  readCurves,
  readPairs,
  readReadings,
} from "./measures.ts";
import { readThings } from "./things.ts";

const AT = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: AT };
let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("measures", AT);
});
afterAll(() => fresh.drop());

const things = <Kind extends "vessel" | "brewer" | "coffee" | "grinder">(kind: Kind) =>
  readThings(fresh.db, kind, PIER_HEAD);

interface Run {
  readonly id: string;
  readonly setG: number;
  readonly weighedG: number;
}
const runsOf = async (id: string) => {
  const list = (await readReadings(fresh.db, [id])).find(({ kind }) => kind === "blankRun");
  return (list?.rows ?? []) as unknown as readonly Run[];
};

test("the demo house's lines are those of its five blank runs", async () => {
  for (const { id, besides } of await things("brewer")) {
    const runs = await runsOf(id);
    expect(runs).toHaveLength(5);
    const fit = must(fitDelivery(runs));
    expect(fit.slope).toBeCloseTo(besides.slope!, 9);
    expect(fit.interceptG).toBeCloseTo(besides.interceptG!, 6);
    expect(fit.outliers).toEqual([]);
  }
});

test("a vessel weighed again is another one for every page, and is in the trail", async () => {
  const [pot] = await things("vessel");
  const before = await readBenchRevisions(fresh.db);
  const figures = { emptyG: 1400, brimG: 3080, workingG: 2800 };
  must(await keepMeasured(fresh.db, { ...pot!, subject: "vessel", figures }, by));
  expect(await readBenchRevisions(fresh.db)).toEqual({ ...before, equipment: before.equipment + 1 });
  expect((await readBench(fresh.db, PIER_HEAD))?.vessels[0]).toMatchObject({ brimG: 3080, workingG: 2800 });
  const [line] = await readAudit(fresh.db, { subjectId: pot!.id });
  expect(line).toMatchObject({
    person: "Oda Venn",
    action: "measured",
    before: { emptyG: null, brimG: pot!.figures.brimG, workingG: pot!.figures.workingG },
    after: figures,
  });
});

test("a weighing that began before another is refused with that one's figures, and changes nothing", async () => {
  const [coffee] = await things("coffee");
  const density = (densityGPerMl: number) =>
    keepMeasured(fresh.db, { ...coffee!, subject: "coffee", figures: { densityGPerMl } }, by);
  must(await density(0.41));
  const before = await readBenchRevisions(fresh.db);
  expect(await density(0.39)).toEqual({
    ok: false,
    failure: { code: "stale", revision: coffee!.revision + 1, figures: { densityGPerMl: 0.41 } },
  });
  expect(await readBenchRevisions(fresh.db)).toEqual(before);
  expect((await things("coffee"))[0]?.figures.densityGPerMl).toBe(0.41);
});

test("readings take the place of those before, of their kind only, or not at all", async () => {
  const [brewer] = await things("brewer");
  const before = await runsOf(brewer!.id);
  const flow = { id: "0190a5c0-0000-7000-8000-00000000f001", upToG: 3600, rateGPerS: 11 };
  const flows = { kind: "flow" as const, rows: [flow] };
  const measured = { ...brewer!, subject: "brewer", figures: {} } as const;
  must(await keepReadings(fresh.db, measured, flows, by));
  const lists = await readReadings(fresh.db, [brewer!.id]);
  expect(lists.find(({ kind }) => kind === "flow")?.rows).toEqual([flow]);
  expect(await runsOf(brewer!.id)).toEqual(before);
  // A list that cannot be kept leaves everything as it was.
  const [now] = await things("brewer");
  const twice = keepReadings(
    fresh.db,
    { ...measured, ...now!, figures: { slope: 9 } },
    { ...flows, rows: [flow, flow] },
    by,
  );
  await expect(twice).rejects.toThrow();
  expect((await things("brewer"))[0]).toEqual(now);
});

test("readings that began before others are refused, and those stay", async () => {
  const [brewer] = await things("brewer");
  const [id] = [brewer!.id];
  const measured = { id, revision: brewer!.revision, subject: "brewer", figures: {} } as const;
  const flowsOf = async () => (await readReadings(fresh.db, [id])).find(({ kind }) => kind === "flow")?.rows;
  const flow = { id: "0190a5c0-0000-7000-8000-00000000f003", upToG: 3000, rateGPerS: 12 };
  must(await keepReadings(fresh.db, measured, { kind: "flow", rows: [flow] }, by));
  const late = { ...flow, rateGPerS: 7 };
  expect(await keepReadings(fresh.db, measured, { kind: "flow", rows: [late] }, by)).toMatchObject({
    failure: { code: "stale" },
  });
  expect(await flowsOf()).toEqual([flow]);
  // Nor does a list that never was, of a brewer that was measured meanwhile.
  expect(await keepReadings(fresh.db, measured, { kind: "drip", rows: [late] }, by)).toMatchObject({
    failure: { code: "stale" },
  });
});

test("what was typical is not any more once it was measured", async () => {
  const [brewer] = await things("brewer");
  const { brewers } = await import("./schema/index.ts");
  await fresh.db.update(brewers).set({ typical: ["delivery", "retention"] });
  const { revision, id } = brewer!;
  const figures = { slope: 1, interceptG: 0 };
  must(await keepMeasured(fresh.db, { id, revision, subject: "brewer", figures, settles: ["delivery"] }, by));
  expect((await things("brewer"))[0]?.typical).toEqual(["retention"]);
});

test("a new curve is a new version, and pairs are read from both sides", async () => {
  const [chough] = await things("grinder");
  const points = [
    { setting: 0, um: 400, by: "word" as const },
    { setting: 24, um: 1400, by: "word" as const },
  ];
  const id = "0190a5c0-0000-7000-8000-00000000f002";
  const measured = { id: chough!.id, revision: chough!.revision, subject: "grinder", figures: {} } as const;
  must(await keepCurve(fresh.db, measured, { id, why: "newBurrs", points }, by));
  expect((await readCurves(fresh.db, [chough!.id])).map(({ version, why }) => [version, why])).toEqual([
    [2, "newBurrs"],
    [1, "first"],
  ]);
  const [{ otherId, pairs } = { otherId: "", pairs: [] }] = await readPairs(fresh.db, chough!.id);
  expect(pairs.map(({ from, to }) => [from, to])).toEqual([
    [5, 18],
    [9.5, 31],
    [14, 45],
  ]);
  const next = { ...measured, revision: measured.revision + 1 };
  must(await keepPairs(fresh.db, next, { otherId, pairs: pairs.slice(0, 2) }, by));
  expect((await readPairs(fresh.db, otherId))[0]?.pairs.map(({ from, to }) => [from, to])).toEqual([
    [18, 5],
    [31, 9.5],
  ]);
  // Sent again it is there once; one that began before it is refused, and changes none of them.
  must(await keepPairs(fresh.db, next, { otherId, pairs: pairs.slice(0, 2) }, by));
  expect(await keepPairs(fresh.db, next, { otherId, pairs: [] }, by)).toMatchObject({
    failure: { code: "stale" },
  });
  expect((await readPairs(fresh.db, chough!.id))[0]?.pairs).toEqual(pairs.slice(0, 2));
});
