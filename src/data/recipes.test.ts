import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { USUAL_SETTINGS } from "#contract/house.ts";
import type { KeptRecipe } from "#contract/recipe.ts";
import { planImport } from "#contract/recipeImport.ts";
import { must } from "#core/result";
import { demoDatabase, freshDatabase, type OwnDatabase } from "#tests/database.ts";
import { LOFT_RECIPE, writtenRecipe } from "#tests/recipes.ts";
import { readAudit } from "./audit.ts";
import { readBench } from "./bench.ts";
import { findBenchRecipe } from "./benchRecipes.ts";
import { DEMO_IDS, demoId, LEAD, PIER_HEAD, ROPE_LOFT } from "./demo/bench.ts";
import { createHouse, readBenchRevisions } from "./house.ts";
import { importRecipes, readHouseForImport, readRecipeFile } from "./recipeFile.ts";
import {
  countsOf,
  dropDraft,
  keepVersion,
  listRecipes,
  readRecipe,
  setArchived,
  setFit,
  setStandard,
} from "./recipes.ts";
import { grinderCurves, people, sites } from "./schema/index.ts";
import { readThings } from "./things.ts";
import { transact } from "./transact.ts";

let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("recipes", new Date("2026-07-14T08:30:00Z"));
});
afterAll(() => fresh.drop());

const by = { personId: LEAD, at: new Date("2026-07-14T09:00:00Z") };
const LOFT = demoId(60);
const written = (change: Partial<KeptRecipe> = {}) => ({ ...writtenRecipe(change), retentionGPerG: 2.23 });
const states = async (id: string) =>
  (await readRecipe(fresh.db, id))!.versions.map(({ version, state }) => `${version} ${state}`);

describe("versions", () => {
  test("a draft is written on, then kept for good; the next draft is another version", async () => {
    const draft = written();
    expect(must(await keepVersion(fresh.db, draft, by))).toEqual({ revision: 1 });
    const warmer = { ...draft, recipe: { ...LOFT_RECIPE, waterTempC: 94 }, revision: 1 };
    expect(must(await keepVersion(fresh.db, warmer, by))).toEqual({ revision: 2 });
    must(await keepVersion(fresh.db, { ...warmer, revision: 2, as: "trial" }, by));
    must(await keepVersion(fresh.db, { ...draft, versionId: uuidv7() }, by));
    expect(await states(draft.recipeId)).toEqual(["2 draft", "1 trial"]);
    expect((await readRecipe(fresh.db, draft.recipeId))!.versions[1]!.recipe.waterTempC).toBe(94);
  });

  test("the same save twice is one; one that began with an older draft is refused with the other's", async () => {
    const draft = written();
    must(await keepVersion(fresh.db, draft, by));
    expect(must(await keepVersion(fresh.db, draft, by))).toEqual({ revision: 1 });
    must(await keepVersion(fresh.db, { ...draft, revision: 1, recipe: { ...LOFT_RECIPE, doseG: 21 } }, by));
    const late = await keepVersion(
      fresh.db,
      { ...draft, revision: 1, recipe: { ...LOFT_RECIPE, doseG: 23 } },
      by,
    );
    expect(late).toMatchObject({
      ok: false,
      failure: { code: "stale", theirs: { revision: 2, recipe: { doseG: 21 } } },
    });
  });

  test("a save that is refused has renamed nothing, and the same words with another name are another save", async () => {
    const draft = written();
    must(await keepVersion(fresh.db, draft, by));
    must(await keepVersion(fresh.db, { ...draft, revision: 1, recipe: { ...LOFT_RECIPE, doseG: 21 } }, by));
    const name = `${draft.name} II`;
    expect(await keepVersion(fresh.db, { ...draft, revision: 1, name }, by)).toMatchObject({
      failure: { code: "stale", theirs: { name: draft.name } },
    });
    const same = { ...draft, revision: 1, recipe: { ...LOFT_RECIPE, doseG: 21 } };
    must(await keepVersion(fresh.db, same, by));
    expect(await keepVersion(fresh.db, { ...same, name }, by)).toMatchObject({ failure: { code: "stale" } });
    expect((await readRecipe(fresh.db, draft.recipeId))!.name).toBe(draft.name);
  });

  test("what was kept never changes: a save over it is stale, and so is a second draft", async () => {
    const first = written({ as: "trial" });
    must(await keepVersion(fresh.db, first, by));
    const over = { ...first, revision: 1, recipe: { ...LOFT_RECIPE, doseG: 30 } };
    expect(await keepVersion(fresh.db, over, by)).toMatchObject({ failure: { code: "stale" } });
    must(await keepVersion(fresh.db, { ...first, versionId: uuidv7(), as: "draft" }, by));
    const second = { ...first, versionId: uuidv7(), as: "draft" as const };
    expect(await keepVersion(fresh.db, second, by)).toMatchObject({
      failure: { code: "stale", theirs: { state: "draft", version: 2 } },
    });
  });

  test("no two recipes have one name", async () => {
    expect(await keepVersion(fresh.db, written({ name: "Loft cone" }), by)).toMatchObject({
      failure: { code: "nameTaken" },
    });
  });

  test("a draft is thrown away, and with it a recipe that was nothing else; a kept one is not", async () => {
    const draft = written();
    must(await keepVersion(fresh.db, draft, by));
    expect(await dropDraft(fresh.db, { versionId: draft.versionId, revision: 7 })).toMatchObject({
      ok: false,
    });
    must(await dropDraft(fresh.db, { versionId: draft.versionId, revision: 1 }));
    expect(await readRecipe(fresh.db, draft.recipeId)).toBeUndefined();
    expect(await dropDraft(fresh.db, { versionId: demoId(65), revision: 1 })).toMatchObject({ ok: false });
    // One that is gone already is thrown away.
    must(await dropDraft(fresh.db, { versionId: draft.versionId, revision: 1 }));
  });

  test("the list says which of them have a draft beside what counts", async () => {
    const drafted = async ({ recipeId }: KeptRecipe) =>
      (await listRecipes(fresh.db)).find(({ id }) => id === recipeId)?.drafted;
    const first = written();
    must(await keepVersion(fresh.db, first, by));
    expect(await drafted(first)).toBe(false);
    must(await keepVersion(fresh.db, { ...first, revision: 1, as: "trial" }, by));
    expect(await drafted(first)).toBe(false);
    must(await keepVersion(fresh.db, { ...first, versionId: uuidv7() }, by));
    expect(await drafted(first)).toBe(true);
  });

  test("the trail says what a kept version came after; benches are read anew for it, and for a name, not for a draft", async () => {
    const revisionOf = async () => (await readBenchRevisions(fresh.db)).recipes;
    const lines = async () => readAudit(fresh.db, { subjectId: draft.recipeId });
    const before = await revisionOf();
    const draft = written();
    must(await keepVersion(fresh.db, draft, by));
    expect(await revisionOf()).toBe(before);
    must(await keepVersion(fresh.db, { ...draft, revision: 1, as: "trial" }, by));
    expect(await revisionOf()).toBe(before + 1);
    expect((await lines())[0]).toMatchObject({ action: "changed", before: null, after: { version: 1 } });
    const next = { ...draft, versionId: uuidv7(), recipe: { ...LOFT_RECIPE, doseG: 23 } };
    must(await keepVersion(fresh.db, next, by));
    expect(await revisionOf()).toBe(before + 1);
    must(await keepVersion(fresh.db, { ...next, revision: 1, name: `${draft.name} II` }, by));
    expect(await revisionOf()).toBe(before + 2);
    must(await keepVersion(fresh.db, { ...next, revision: 2, name: `${draft.name} II`, as: "trial" }, by));
    expect((await lines())[0]).toMatchObject({
      before: { version: 1, doseG: LOFT_RECIPE.doseG },
      after: { version: 2, doseG: 23, name: `${draft.name} II` },
    });
  });
});

describe("the version that counts", () => {
  test("is the standard, else the newest that is kept, else the draft", () => {
    const of = (...states: ("draft" | "trial" | "standard" | "earlier")[]) =>
      countsOf(states.map((state, i) => ({ state, i })))?.i;
    expect(of("draft", "trial", "standard", "earlier")).toBe(2);
    expect(of("draft", "trial", "earlier")).toBe(1);
    expect(of("draft")).toBe(0);
    expect(of()).toBeUndefined();
  });

  test("is what the bench scales from; what is only drafted, or archived, is not there", async () => {
    const names = async () =>
      (await readBench(fresh.db, PIER_HEAD))!.recipes.map(({ name, version }) => `${name} ${version}`);
    expect(await names()).toContain("Loft cone 4");
    expect((await names()).some((name) => name.startsWith("Gangway"))).toBe(false);
    const kept = written({ as: "trial" });
    must(await keepVersion(fresh.db, kept, by));
    expect(await names()).toContain(`${kept.name} 1`);
    await setArchived(fresh.db, { id: kept.recipeId, archived: true }, by);
    expect(await names()).not.toContain(`${kept.name} 1`);
    expect((await listRecipes(fresh.db)).find(({ id }) => id === kept.recipeId)?.archived).toBe(true);
  });

  test("put away and back stands in the trail once each, and every bench is read anew", async () => {
    const trial = written({ as: "trial" });
    must(await keepVersion(fresh.db, trial, by));
    const revisionOf = async () => (await readBenchRevisions(fresh.db)).recipes;
    const before = await revisionOf();
    for (const _ of ["once", "again"])
      await setArchived(fresh.db, { id: trial.recipeId, archived: true }, by);
    expect(await revisionOf()).toBe(before + 1);
    await setArchived(fresh.db, { id: trial.recipeId, archived: false }, by);
    expect(await revisionOf()).toBe(before + 2);
    const { name } = trial;
    expect((await readAudit(fresh.db, { subjectId: trial.recipeId })).slice(0, 2)).toMatchObject([
      { action: "restored", before: { name, archived: true }, after: { name, archived: false } },
      { action: "archived", before: { name, archived: false }, after: { name, archived: true } },
    ]);
  });

  const approve = (versionId: string) => transact(fresh.db, (tx) => setStandard(tx, versionId, by));

  test("of two versions that are approved in the same moment, one is the standard", async () => {
    for (let round = 0; round < 6; round++) {
      const first = written({ as: "trial" });
      const second = { ...first, versionId: uuidv7(), recipe: { ...LOFT_RECIPE, doseG: 23 } };
      for (const kept of [first, second]) must(await keepVersion(fresh.db, kept, by));
      await Promise.all([approve(first.versionId), approve(second.versionId)]);
      expect((await states(first.recipeId)).filter((state) => state.endsWith("standard"))).toHaveLength(1);
    }
  });

  test("a new standard makes the old one an earlier one; a draft cannot be one; the trail says so", async () => {
    expect(await approve(demoId(64))).toBe(true);
    expect(await states(LOFT)).toEqual(["4 earlier", "3 standard"]);
    expect(await approve(demoId(68))).toBe(false);
    const [line] = await readAudit(fresh.db, { subjectId: LOFT });
    expect(line).toMatchObject({
      action: "approved",
      before: { version: 4 },
      after: { version: 3, hotWaterG: 340 },
    });
    expect(await approve(demoId(65))).toBe(true);
    expect(await states(LOFT)).toEqual(["4 standard", "3 earlier"]);
  });
});

test("what was fitted is of a brewer and a grinder, once, and is forgotten again", async () => {
  const pair = { brewerId: DEMO_IDS.brewers.cone, grinderId: DEMO_IDS.grinders.dunlin };
  const fits = async () =>
    (await readBench(fresh.db, PIER_HEAD))!.fits.filter(({ brewerId }) => brewerId === pair.brewerId);
  await setFit(fresh.db, pair, { permeability: 1.2, extraction: 1.1, versionId: demoId(65), batches: 0 }, by);
  await setFit(fresh.db, pair, { permeability: 1.3, extraction: 1.2, versionId: demoId(66), batches: 0 }, by);
  expect(await fits()).toEqual([
    { ...pair, permeability: 1.3, extraction: 1.2, versionId: demoId(66), batches: 0, moves: [] },
  ]);
  await setFit(fresh.db, pair, undefined, by);
  expect(await fits()).toEqual([]);
  const changes = (await readAudit(fresh.db, { subjectId: pair.brewerId })).map(({ before, after }) => [
    before,
    after,
  ]);
  const [first, second, none] = [
    { permeability: 1.2, extraction: 1.1 },
    { permeability: 1.3, extraction: 1.2 },
    { permeability: 1, extraction: 1 },
  ];
  expect(changes).toContainEqual([first, second]);
  expect(changes).toContainEqual([second, none]);
});

test("any version is found with the basket and the dial that it was made with", async () => {
  expect(await findBenchRecipe(fresh.db, demoId(64))).toMatchObject({
    version: 3,
    hotWaterG: 340,
    basket: { shape: "cone" },
    grinder: { name: "Dunlin" },
  });
  expect(await findBenchRecipe(fresh.db, demoId(67))).toMatchObject({
    grinder: null,
    hotWaterG: 900,
    pairs: {},
  });
});

describe("out of one house and into another", () => {
  test("every kept version, with what it is made with, to the last figure; and a second time nothing", async () => {
    const out = await readRecipeFile(fresh.db);
    expect(out.recipes.map(({ name }) => name)).toContain("Harbour press");
    expect(out.recipes.map(({ name }) => name)).not.toContain("Gangway");
    const other = await freshDatabase("recipes_other");
    try {
      const { db } = other;
      await createHouse(db, {
        kind: "real",
        name: "Gannet Quay",
        settings: USUAL_SETTINGS,
        createdAt: by.at,
      });
      await db.insert(people).values({ id: LEAD, name: "Oda Venn", role: "lead", createdAt: by.at });
      const site = { id: PIER_HEAD, name: "Pier Head", altitudeM: 4, timeZone: "Europe/London", position: 0 };
      await db.insert(sites).values(site);
      const plan = must(planImport(JSON.stringify(out), await readHouseForImport(db)));
      await importRecipes(db, plan, PIER_HEAD, by);
      expect(await readRecipeFile(db)).toEqual(out);
      const [cone] = (await readThings(db, "brewer", PIER_HEAD)).filter(
        ({ figures }) => figures.name === "hand cone",
      );
      expect(cone!.typical).toEqual(["basket", "delivery", "retention"]);
      const grinders = await readThings(db, "grinder", PIER_HEAD);
      expect(grinders.length).toBeGreaterThan(0);
      for (const { typical } of grinders) expect(typical).toEqual(["dial"]);
      const [loft] = (await listRecipes(db)).filter(({ name }) => name === "Loft cone");
      expect((await readAudit(db, { subjectId: loft!.id }))[0]).toMatchObject({ action: "added" });
      // As good as at home: the same forecast stands on the same curve.
      const bench = (await readBench(db, PIER_HEAD))!;
      expect(bench.recipes.find(({ name }) => name === "Loft cone")?.grinder?.curve).toHaveLength(5);
      const again = must(planImport(JSON.stringify(out), await readHouseForImport(db)));
      expect(again.lines.every(({ what }) => what === "same")).toBe(true);
    } finally {
      await other.drop();
    }
  });

  test("beside a recipe of one's own the file's version comes on trial, and the standard stays", async () => {
    const out = await readRecipeFile(fresh.db, LOFT);
    const [first] = out.recipes;
    const cooler = { ...first!.versions[0]!, recipe: { ...first!.versions[0]!.recipe, waterTempC: 90 } };
    const file = { ...out, recipes: [{ ...first!, versions: [cooler] }] };
    const plan = must(planImport(JSON.stringify(file), await readHouseForImport(fresh.db)));
    expect(plan.lines).toEqual([{ name: "Loft cone", what: "change", versions: 1 }]);
    await importRecipes(fresh.db, plan, PIER_HEAD, by);
    expect(await states(LOFT)).toEqual(["5 trial", "4 standard", "3 earlier"]);
    expect((await readAudit(fresh.db, { subjectId: LOFT }))[0]).toMatchObject({
      action: "changed",
      after: { name: "Loft cone", version: 5 },
    });
  });

  test("a grinder that has no curve yet is in a file without a point", async () => {
    const { grinderId } = grinderCurves;
    const of = async () => (await readRecipeFile(fresh.db, LOFT)).grinders;
    const [before] = await of();
    const [dunlin] = (await readThings(fresh.db, "grinder", ROPE_LOFT)).filter(
      ({ figures }) => figures.name === before!.name,
    );
    const curves = await fresh.db.select().from(grinderCurves).where(eq(grinderId, dunlin!.id));
    await fresh.db.delete(grinderCurves).where(eq(grinderId, dunlin!.id));
    expect(await of()).toMatchObject([{ name: before!.name, curve: [] }]);
    await fresh.db.insert(grinderCurves).values(curves);
    expect(await of()).toEqual([before]);
  });

  test("of several standards in a file the newest is one", async () => {
    const out = await readRecipeFile(fresh.db, LOFT);
    const [first] = out.recipes;
    const versions = first!.versions.map((version) => ({ ...version, state: "standard" as const }));
    const file = { ...out, recipes: [{ ...first!, name: "Three standards", versions }] };
    await importRecipes(
      fresh.db,
      must(planImport(JSON.stringify(file), await readHouseForImport(fresh.db))),
      PIER_HEAD,
      by,
    );
    const [made] = (await listRecipes(fresh.db)).filter(({ name }) => name === "Three standards");
    expect((await states(made!.id)).map((line) => line.split(" ")[1])).toEqual(
      versions.map((_, i) => (i === 0 ? "standard" : "earlier")),
    );
  });
});
