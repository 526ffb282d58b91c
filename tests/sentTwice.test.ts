import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { LoggedBatch } from "#contract/batch.ts";
import type { Measure } from "#contract/measure.ts";
import { must } from "#core/result";
import { findBatch, readBatches } from "#data/batches.ts";
import { markDone, readCare } from "#data/care.ts";
import { BARISTA, CARE_TASKS, DEMO_IDS, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { keepSettings, readHouse } from "#data/house.ts";
import { readCurves } from "#data/measures.ts";
import { changePerson, readPerson } from "#data/people.ts";
import { readProposals } from "#data/proposals.ts";
import { readStandards } from "#data/standards.ts";
import { findThing } from "#data/things.ts";
import { addToken, listTokens } from "#data/tokens.ts";
import { keepWall } from "#data/wall.ts";
import { bigPot } from "./batches.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";

// An answer may be lost, and the same is sent once more: it is one write. Other content under one id is another write,
// and is told with what is there.

vi.mock("next/headers", () => ({ cookies: async () => ({ get: () => undefined }) }));

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
let fresh: OwnDatabase;
let server: typeof import("#server/batches.ts") &
  typeof import("#server/measures.ts") &
  typeof import("#server/standards.ts");

beforeAll(async () => {
  fresh = await demoDatabase("sent_twice", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  server = {
    ...(await import("#server/batches.ts")),
    ...(await import("#server/measures.ts")),
    ...(await import("#server/standards.ts")),
  };
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});

const aPot = (change: Partial<LoggedBatch> = {}) => bigPot(NOW, { doseG: 190, ...change });

describe("a batch", () => {
  test("logged twice is one; with another dose under its id it is refused, with the one that is there", async () => {
    const pot = aPot();
    expect(await server.log(pot, by)).toEqual({});
    // The same moment, said in another way.
    expect(await server.log({ ...pot, at: "2026-07-14T09:30:00.000+01:00" }, by)).toEqual({});
    const other = await server.log({ ...pot, doseG: 210 }, by);
    expect(other.theirs).toMatchObject({ id: pot.id, doseG: 190, revision: 1, changedBy: "Oda Venn" });
    const kept = (await readBatches(fresh.db, PIER_HEAD)).filter(({ id }) => id === pot.id);
    expect(kept.map(({ doseG }) => doseG)).toEqual([190]);
  });

  test("corrected twice is corrected once; another correction of the same look is refused, with both", async () => {
    const pot = aPot();
    await server.log(pot, by);
    const corrected = { ...pot, doseG: 195, revision: 1 };
    const barista = { ...by, personId: BARISTA };
    expect(await server.correct(corrected, barista)).toEqual({});
    expect(await server.correct(corrected, barista)).toEqual({});
    expect((await findBatch(fresh.db, pot.id))!.revision).toBe(2);
    const { theirs } = await server.correct({ ...pot, doseG: 200, revision: 1 }, by);
    // Said of who corrected it, not of who logged it.
    expect(theirs).toMatchObject({ doseG: 195, revision: 2, person: "Oda Venn", changedBy: "Ida Quill" });
    // Chosen against theirs, it is kept.
    expect(await server.correct({ ...pot, doseG: 200, revision: 2 }, by)).toEqual({});
  });

  test("taken out twice is out once; put back by somebody who saw it before is refused", async () => {
    const pot = aPot();
    await server.log(pot, by);
    const out = { id: pot.id, revision: 1, removed: true };
    await server.takeOut(out, by);
    await server.takeOut(out, by);
    expect((await findBatch(fresh.db, pot.id))!.revision).toBe(2);
    await expect(server.takeOut({ ...out, removed: false }, by)).rejects.toMatchObject({ code: "stale" });
  });

  test("approved twice is one standard; its id names no other batch's", async () => {
    const [one, two] = [aPot(), aPot()];
    for (const pot of [one, two]) await server.log(pot, by);
    const approval = { id: uuidv7(), batchId: one.id, revision: 1, cards: [] };
    await server.makeStandard(approval, by);
    expect(await server.makeStandard(approval, by)).toEqual({ changed: 0 });
    await expect(server.makeStandard({ ...approval, batchId: two.id }, by)).rejects.toMatchObject({
      code: "stale",
    });
    // Another lead approves the same batch: it is the standard already, once, and ends at once.
    await server.makeStandard({ ...approval, id: uuidv7() }, by);
    const inForce = async () => (await readStandards(fresh.db)).filter(({ batchId }) => batchId === one.id);
    expect((await inForce()).map(({ id }) => id)).toEqual([approval.id]);
    await server.endStandard(one.id, by);
    expect(await inForce()).toEqual([]);
    // An approval that has ended moves nothing when it is sent once more.
    expect(await server.makeStandard(approval, by)).toEqual({ changed: 0 });
    expect(await inForce()).toEqual([]);
  });
});

describe("what is measured", () => {
  const grinder = DEMO_IDS.grinders.chough;
  const points = [4, 8, 12, 16].map((setting) => ({ setting, um: 500 + 40 * setting, by: "sieve" as const }));

  test("a curve sent twice is one version; another one of the same look is told", async () => {
    const { revision } = (await findThing(fresh.db, "grinder", grinder))!;
    const of = { id: grinder, revision, curveId: uuidv7(), why: "newBurrs" as const, points };
    const curve: Measure = { what: "curve", of };
    const versions = async () => (await readCurves(fresh.db, [grinder])).length;
    const before = await versions();
    expect(await server.keepMeasure(curve, by)).toBeUndefined();
    expect(await server.keepMeasure(curve, by)).toBeUndefined();
    expect(await versions()).toBe(before + 1);
  });

  test("readings sent twice are kept once; others that come to the same line are told, and nothing is lost", async () => {
    const id = DEMO_IDS.brewers.turnstone;
    const { revision } = (await findThing(fresh.db, "brewer", id))!;
    const run = (setG: number) => ({ id: uuidv7(), setG, weighedG: 0.9 * setG, cold: 0 });
    const [mine, theirs] = [[run(1000)], [run(1500)]];
    const keep = (rows: typeof mine) =>
      server.keepMeasure({ what: "blankRun", of: { id, revision, rows, confirmed: false } }, by);
    expect(await keep(theirs!)).toBeUndefined();
    expect(await keep(theirs!)).toBeUndefined();
    expect(await keep(mine!)).toMatchObject({ revision: revision + 1, rows: theirs });
    const flow = (rate: number) => ({ id: uuidv7(), upToG: 1000, rateGPerS: rate });
    const flows = (rows: ReturnType<typeof flow>[]) =>
      server.keepMeasure({ what: "flow", of: { id, revision: revision + 1, rows } } as Measure, by);
    const sent = [flow(4)];
    expect(await flows(sent)).toBeUndefined();
    expect(await flows(sent)).toBeUndefined();
    expect(await flows([flow(5)])).toMatchObject({ revision: revision + 2 });
  });

  test("a weighing sent twice is one; another one of the same look is told, with the figures that are there", async () => {
    const id = DEMO_IDS.vessels.left;
    const { revision } = (await findThing(fresh.db, "vessel", id))!;
    const of = { id, revision, emptyG: 900, brimfulG: 4010, workingG: 3760 };
    expect(await server.keepMeasure({ what: "vessel", of }, by)).toBeUndefined();
    expect(await server.keepMeasure({ what: "vessel", of }, by)).toBeUndefined();
    expect((await findThing(fresh.db, "vessel", id))!.revision).toBe(revision + 1);
    const other = await server.keepMeasure({ what: "vessel", of: { ...of, emptyG: 950 } }, by);
    expect(other).toMatchObject({ revision: revision + 1, figures: { emptyG: 900 } });
  });

  test("a proposal sent twice waits once; another under its id is refused", async () => {
    const id = uuidv7();
    const of = { id: DEMO_IDS.vessels.blue, revision: 1, emptyG: 900, brimfulG: 4000, workingG: 3750 };
    const propose = (emptyG: number) =>
      server.propose(
        { id, siteId: PIER_HEAD, measure: { what: "vessel", of: { ...of, emptyG } } },
        { ...by, personId: BARISTA },
      );
    await propose(900);
    await propose(900);
    expect((await readProposals(fresh.db, PIER_HEAD)).filter((each) => each.id === id)).toHaveLength(1);
    await expect(propose(910)).rejects.toMatchObject({ code: "stale" });
  });
});

describe("what else is kept", () => {
  test("a care task is done once, and its mark names no other task", async () => {
    const [one, two] = CARE_TASKS;
    const id = uuidv7();
    must(await markDone(fresh.db, { id, taskId: one!.id }, by));
    must(await markDone(fresh.db, { id, taskId: one!.id }, by));
    expect(await markDone(fresh.db, { id, taskId: two!.id }, by)).toEqual({
      ok: false,
      failure: { code: "stale" },
    });
    const line = (await readCare(fresh.db, PIER_HEAD, NOW)).find((each) => each.id === one!.id);
    expect(line).toMatchObject({ lastDone: NOW, doneBy: "Oda Venn" });
  });

  test("settings, a person and a wall: the same once more is no change, another one is told", async () => {
    const { name, settings, revision } = (await readHouse(fresh.db))!;
    const kept = { name, revision, settings: { ...settings, roomTempC: 22 } };
    must(await keepSettings(fresh.db, kept, by));
    must(await keepSettings(fresh.db, kept, by));
    expect((await readHouse(fresh.db))!.revision).toBe(revision + 1);
    expect(await keepSettings(fresh.db, { ...kept, settings }, by)).toMatchObject({
      failure: { code: "stale" },
    });

    const person = (await readPerson(fresh.db, BARISTA))!;
    const change = {
      id: BARISTA,
      name: "Ida Quill-Teal",
      role: "barista" as const,
      revision: person.revision,
    };
    must(await changePerson(fresh.db, change, by));
    expect(must(await changePerson(fresh.db, change, by)).revision).toBe(person.revision + 1);

    const wall = { siteId: PIER_HEAD, coffeeId: DEMO_IDS.coffees.saltmarsh, revision: 0 };
    const choices = { serves: "hot" as const };
    expect(must(await keepWall(fresh.db, { ...wall, choices }, by))).toEqual({ revision: 1 });
    expect(must(await keepWall(fresh.db, { ...wall, choices }, by))).toEqual({ revision: 1 });
    expect(await keepWall(fresh.db, { ...wall, choices: {} }, by)).toMatchObject({
      failure: { code: "stale" },
    });
  });

  test("a token is made once: its secret was shown, and is not made anew under its id", async () => {
    const token = { id: uuidv7(), name: "spreadsheet", scope: "read" as const, hash: "a".repeat(64) };
    must(await addToken(fresh.db, token, by));
    expect(await addToken(fresh.db, { ...token, hash: "b".repeat(64) }, by)).toMatchObject({
      failure: { code: "stale" },
    });
    expect((await listTokens(fresh.db)).filter(({ id }) => id === token.id)).toHaveLength(1);
  });
});
