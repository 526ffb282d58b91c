import { eq } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { type AnyFigures, THING_KINDS, type ThingKind } from "#contract/fields.ts";
import { typicalsOf } from "#contract/typical.ts";
import { must } from "#core/result";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";
import { readAudit } from "./audit.ts";
import { readBench } from "./bench.ts";
import { markDone, readCare, unmarkDone } from "./care.ts";
import { LEAD, PIER_HEAD, ROPE_LOFT } from "./demo/bench.ts";
import { keepSettings, readBenchRevisions, readHouse } from "./house.ts";
import { careTasks } from "./schema/index.ts";
import { findThing, keepThing, readThings, setRemoved } from "./things.ts";

const AT = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: AT };
let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("things", AT);
});
afterAll(() => fresh.drop());

const newId = (n: number) => `0190a5c0-0000-7000-8000-0000000e${String(n).padStart(4, "0")}`;
const keep = (kind: ThingKind, id: string, revision: number, figures: AnyFigures, typical = [] as never[]) =>
  keepThing(fresh.db, { kind, id, revision, figures }, { siteId: PIER_HEAD, typical }, by);

test("each kind's things come back as they were kept, changed or not", async () => {
  for (const [i, kind] of THING_KINDS.entries()) {
    const [first] = await readThings(fresh.db, kind, PIER_HEAD);
    expect(first, kind).toBeDefined();
    const figures: AnyFigures = { ...(first!.figures as AnyFigures), name: `another ${kind}` };
    must(await keep(kind, newId(i), 0, figures));
    expect((await findThing(fresh.db, kind, newId(i)))?.figures, kind).toEqual(figures);
    const list = await readThings(fresh.db, kind, PIER_HEAD);
    expect(list.at(-1)?.id, kind).toBe(newId(i));
  }
});

test("the same new thing sent twice is one, and another one by that id is not", async () => {
  const figures = { ...typicalsOf("vessel")[0]!.figures, name: "pot by the door", evaporationGPerH: null };
  must(await keep("vessel", newId(50), 0, figures));
  expect(await readAudit(fresh.db, { subjectId: newId(50) })).toMatchObject([{ action: "added" }]);
  const before = await readBenchRevisions(fresh.db);
  expect(await keep("vessel", newId(50), 0, figures)).toEqual({ ok: true, value: undefined });
  expect(await readBenchRevisions(fresh.db)).toEqual(before);
  expect(await keep("vessel", newId(50), 0, { ...figures, brimG: 2100 })).toMatchObject({
    failure: { code: "stale", revision: 1, figures: { brimG: 2000 } },
  });
  must(await keep("vessel", newId(50), 1, { ...figures, brimG: 2100 }));
  expect((await readAudit(fresh.db, { subjectId: newId(50) }))[0]).toMatchObject({
    action: "changed",
    before: { brimG: 2000 },
    after: { brimG: 2100 },
  });
});

test("a change of a thing that never was is refused", async () => {
  const { figures } = typicalsOf("vessel")[0]!;
  expect(await keep("vessel", newId(99), 3, { ...figures, name: "a pot that never was" })).toMatchObject({
    failure: { code: "notThere" },
  });
  expect(await findThing(fresh.db, "vessel", newId(99))).toBeUndefined();
});

test("a name is given once at a site, and again at another or when its thing was taken off", async () => {
  const [pot] = await readThings(fresh.db, "vessel", PIER_HEAD);
  const figures = { ...(pot!.figures as AnyFigures) };
  expect(await keep("vessel", newId(51), 0, figures)).toMatchObject({ failure: { code: "nameTaken" } });
  const elsewhere = { kind: "vessel" as const, id: newId(52), revision: 0, figures };
  must(await keepThing(fresh.db, elsewhere, { siteId: ROPE_LOFT, typical: [] }, by));
  const { id, revision } = pot!;
  must(await setRemoved(fresh.db, { kind: "vessel", id, revision, removed: true }, by));
  must(await keep("vessel", newId(51), 0, figures));
});

test("what is taken off is gone from Scale, stays on record, and comes back", async () => {
  const fulmar = async () =>
    (await readBench(fresh.db, PIER_HEAD))?.brewers.find(({ name }) => name === "Fulmar");
  const { id } = (await fulmar())!;
  const off = { kind: "brewer" as const, id, revision: 1, removed: true };
  must(await setRemoved(fresh.db, off, by));
  expect(await fulmar()).toBeUndefined();
  expect((await findThing(fresh.db, "brewer", id))?.removed).toBe(true);
  // Once more is no change; from the old revision it is somebody else's.
  must(await setRemoved(fresh.db, off, by));
  expect(await setRemoved(fresh.db, { ...off, removed: false }, by)).toMatchObject({
    failure: { code: "stale" },
  });
  must(await setRemoved(fresh.db, { ...off, revision: 2, removed: false }, by));
  expect(await fulmar()).toBeDefined();
  const trail = await readAudit(fresh.db, { subjectId: id });
  expect(trail.map(({ action }) => action).toSorted()).toEqual(["archived", "restored"]);
});

test("a coffee that recipes and cards are made with can be archived: they keep naming it", async () => {
  const bench = async () => (await readBench(fresh.db, PIER_HEAD))!;
  const [coffee] = (await bench()).coffees;
  const recipe = (await bench()).recipes.find(({ coffeeId }) => coffeeId === coffee!.id)!;
  must(await setRemoved(fresh.db, { kind: "coffee", id: coffee!.id, revision: 1, removed: true }, by));
  expect((await bench()).coffees.map(({ id }) => id)).not.toContain(coffee!.id);
  expect((await bench()).recipes.find(({ versionId }) => versionId === recipe.versionId)).toEqual(recipe);
});

describe("settings", () => {
  test("are kept whole, once for each revision, and what differs is in the trail", async () => {
    const house = (await readHouse(fresh.db))!;
    const settings = { ...house.settings, doseTrimPct: 3 };
    const { name, revision } = house;
    must(await keepSettings(fresh.db, { name, revision, settings }, by));
    expect((await readBench(fresh.db, PIER_HEAD))?.settings.doseTrimPct).toBe(3);
    const again = await keepSettings(fresh.db, { name, revision, settings: house.settings }, by);
    expect(again).toMatchObject({ failure: { code: "stale", house: { revision: revision + 1 } } });
    const [line] = await readAudit(fresh.db, { subject: "house" });
    expect(line).toMatchObject({ before: { doseTrimPct: "0" }, after: { doseTrimPct: "3" } });
  });
});

describe("care", () => {
  test("is counted from the log since it was last done: days, litres, kilograms", async () => {
    const lines = await readCare(fresh.db, PIER_HEAD, AT);
    const line = (name: string) => lines.find((each) => each.name === name)!;
    expect(line("soak the dispensers").due).toEqual({ share: 5 / 7, by: "days" });
    expect(line("descale Fulmar").due.by).toBe("litres");
    expect(line("clean Chough's burrs").due.by).toBe("kg");
    expect(lines.map(({ due }) => due.share)).toEqual(
      lines.map(({ due }) => due.share).toSorted((a, b) => b - a),
    );

    const done = { id: newId(60), taskId: line("descale Fulmar").id };
    await markDone(fresh.db, done, by);
    await markDone(fresh.db, done, by);
    const after = (await readCare(fresh.db, PIER_HEAD, AT)).find(({ name }) => name === "descale Fulmar");
    expect(after).toMatchObject({ due: { share: 0 }, doneBy: "Oda Venn" });
    await unmarkDone(fresh.db, done.id, "0190a5c0-0000-7000-8000-000000000012");
    const still = (await readCare(fresh.db, PIER_HEAD, AT)).find(({ name }) => name === "descale Fulmar");
    expect(still?.lastDone).toEqual(AT);
    await unmarkDone(fresh.db, done.id, LEAD);
    const undone = (await readCare(fresh.db, PIER_HEAD, AT)).find(({ name }) => name === "descale Fulmar");
    expect(undone).toEqual(line("descale Fulmar"));
  });

  test("a new task is due from when it was made", async () => {
    const figures = {
      name: "wipe",
      kind: "other",
      brewerId: null,
      grinderId: null,
      everyDays: 2,
      everyL: null,
      everyKg: null,
      note: null,
    };
    must(await keep("care", newId(61), 0, figures));
    const [row] = await fresh.db
      .select()
      .from(careTasks)
      .where(eq(careTasks.id, newId(61)));
    expect(row?.since).toEqual(AT);
  });
});
