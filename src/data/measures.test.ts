import { afterAll, beforeAll, expect, test } from "vitest";
import { fitDelivery } from "#core/measure";
import { must } from "#core/result";
import { freshDatabase, noHash } from "#tests/database.ts";
import { readAudit } from "./audit.ts";
import { readBench } from "./bench.ts";
import { LEAD, PIER_HEAD, ROPE_LOFT } from "./demo/bench.ts";
import { loadDemoHouse } from "./demo/house.ts";
import { readBenchRevision } from "./house.ts";
import { keepDensity, keepReadings, keepVessel, readMeasures } from "./measures.ts";

const AT = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: AT };
let fresh: Awaited<ReturnType<typeof freshDatabase>>;
beforeAll(async () => {
  fresh = await freshDatabase("measures");
  await loadDemoHouse(fresh.db, AT, noHash);
});
afterAll(() => fresh.drop());

const measures = () => readMeasures(fresh.db, PIER_HEAD);

test("the demo house's lines are those of its five blank runs", async () => {
  for (const { slope, interceptG, runs } of (await measures()).brewers) {
    expect(runs).toHaveLength(5);
    const fit = must(fitDelivery(runs));
    expect(fit.slope).toBeCloseTo(slope, 9);
    expect(fit.interceptG).toBeCloseTo(interceptG, 6);
    expect(fit.outliers).toEqual([]);
  }
  expect((await readMeasures(fresh.db, ROPE_LOFT)).brewers).toEqual([]);
});

test("a vessel weighed again is another one for every page, and is in the trail", async () => {
  const [pot] = (await measures()).vessels;
  const before = await readBenchRevision(fresh.db);
  must(await keepVessel(fresh.db, pot!, { emptyG: 1400, brimG: 3080, workingG: 2800 }, by));
  expect(await readBenchRevision(fresh.db)).toBe(before + 1);
  expect((await readBench(fresh.db, PIER_HEAD))?.vessels[0]).toMatchObject({ brimG: 3080, workingG: 2800 });
  const [line] = await readAudit(fresh.db, { subjectId: pot!.id });
  expect(line).toMatchObject({
    person: "Oda Venn",
    action: "measured",
    before: { emptyG: null, brimG: pot!.brimG, workingG: pot!.workingG },
    after: { emptyG: 1400, brimG: 3080, workingG: 2800 },
  });
});

test("a weighing that began before another is refused with that one's figures, and changes nothing", async () => {
  const [coffee] = (await measures()).coffees;
  must(await keepDensity(fresh.db, coffee!, 0.41, by));
  const before = await readBenchRevision(fresh.db);
  expect(await keepDensity(fresh.db, coffee!, 0.39, by)).toEqual({
    ok: false,
    failure: { code: "stale", revision: coffee!.revision + 1, figures: { densityGPerMl: 0.41 } },
  });
  expect(await readBenchRevision(fresh.db)).toBe(before);
  expect((await measures()).coffees[0]?.densityGPerMl).toBe(0.41);
});

test("readings take the place of those before, of their kind only", async () => {
  const [brewer] = (await measures()).brewers;
  const pot = { id: "0190a5c0-0000-7000-8000-00000000f001", doseG: 200, waterG: 3200, yieldG: 2760 };
  const pots = { kind: "brewedPot" as const, rows: [pot], figures: { retentionGPerG: 2.2 } };
  must(await keepReadings(fresh.db, brewer!, pots, by));
  const after = (await measures()).brewers[0]!;
  expect(after).toMatchObject({ pots: [pot], retentionGPerG: 2.2, slope: brewer!.slope });
  expect(after.runs).toEqual(brewer!.runs);
  // A list that cannot be kept leaves everything as it was.
  const twice = { ...pots, rows: [pot, pot], figures: { retentionGPerG: 9 } };
  await expect(keepReadings(fresh.db, after, twice, by)).rejects.toThrow();
  expect((await measures()).brewers[0]).toEqual(after);
});
