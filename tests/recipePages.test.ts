import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import { must } from "#core/result";
import { DEMO_IDS, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { keepVersion } from "#data/recipes.ts";
import { type OwnDatabase, plannedDatabase } from "./database.ts";
import { shown } from "./shown.ts";

/*
 * The pages and files of the demo house's recipes: of Loft cone there are versions 3 and 4, Harbour press is on trial, Gangway is a draft.
 */

const NOW = new Date("2026-07-14T08:30:00Z");
const LOFT = demoId(60);
const PRESS = demoId(62);
const GANGWAY = demoId(63);
const NOTHING = demoId(9999);

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let read: typeof import("#server/read/recipes.ts");
let files: typeof import("#server/read/files.ts");

beforeAll(async () => {
  fresh = await plannedDatabase("recipe_pages", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  read = await import("#server/read/recipes.ts");
  files = await import("#server/read/files.ts");
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

describe("a recipe's page", () => {
  test("shows the version that counts, or the one that is named, with the days of all", async () => {
    const page = await shown(read.readRecipePage(LOFT, undefined));
    expect(page).toMatchObject({ name: "Loft cone", shown: { version: 4, state: "standard" } });
    expect(page.versions.map(({ version }) => version).toSorted()).toEqual([3, 4]);
    const days = page.versions.map(({ version, when }) => [version, when]);
    expect(days).toContainEqual([4, "17 May 2026"]);
    const [named] = page.versions.filter(({ version }) => version === 3);
    expect((await shown(read.readRecipePage(LOFT, named!.versionId))).shown.version).toBe(3);
    // A version of another recipe is none of this one's.
    expect((await shown(read.readRecipePage(LOFT, demoId(66)))).shown.version).toBe(4);
    expect(page.kit.brewers.length).toBeGreaterThan(2);
  });

  test("is none where there is no recipe", async () => {
    for (const id of [NOTHING, "nonsense"]) {
      expect(await read.readRecipePage(id, undefined)).toBeUndefined();
      expect(await read.readEditor(id, undefined)).toBeUndefined();
      expect(await read.readVersionApproval(id, undefined)).toBeUndefined();
    }
  });

  test("the list has all of them, with what counts of each", async () => {
    const { lines, site } = await shown(read.readRecipeList());
    expect(site.name).toBe("Pier Head");
    expect(lines.map(({ name, version, state }) => [name, version, state])).toEqual([
      ["Loft cone", 4, "standard"],
      ["Slack water", 2, "standard"],
      ["Harbour press", 1, "trial"],
      ["Gangway", 1, "draft"],
      ["Quay batch", 1, "trial"],
    ]);
  });
});

describe("two versions beside each other", () => {
  test("are those that are named, in their order, of any recipes", async () => {
    const { left, right, all } = await shown(read.readComparison(demoId(65), demoId(66)));
    expect([left.name, right.name]).toEqual(["Loft cone", "Slack water"]);
    expect(all.map(({ text }) => text)).toContain("Loft cone, version 3");
    expect(all.map(({ text }) => text)).toContain("Quay batch, version 1");
  });

  test("are none where one of them is gone", async () => {
    expect(await read.readComparison(demoId(65), NOTHING)).toBeUndefined();
    expect(await read.readComparison(undefined, demoId(65))).toBeUndefined();
  });
});

describe("writing on a recipe", () => {
  test("begins from what counts or what is named as a new version; a draft goes on as itself", async () => {
    const loft = await shown(read.readEditor(LOFT, undefined));
    expect(loft).toMatchObject({ name: "Loft cone", isDraft: false, revision: 0, from: { version: 4 } });
    expect(loft.versionId).not.toBe(loft.from.versionId);
    const older = (await shown(read.readRecipePage(LOFT, undefined))).versions.find(
      ({ version }) => version === 3,
    )!;
    expect((await shown(read.readEditor(LOFT, older.versionId))).from.version).toBe(3);
    const draft = await shown(read.readEditor(GANGWAY, undefined));
    expect(draft).toMatchObject({ isDraft: true, versionId: demoId(68), revision: draft.from.revision });
  });

  test("a new one has the kit, and what it copies where a link names it", async () => {
    const bare = await shown(read.readNewRecipe(undefined));
    expect(bare.from).toBeUndefined();
    expect(bare.recipeId).not.toBe(bare.versionId);
    const copied = await shown(read.readNewRecipe(demoId(65)));
    expect(copied.from).toMatchObject({ recipe: { doseG: 22 } });
    expect((await shown(read.readNewRecipe("nonsense"))).from).toBeUndefined();
  });

  test("a version is approved beside the standard that it replaces; a draft is not", async () => {
    expect(await shown(read.readVersionApproval(PRESS, demoId(67)))).toEqual({
      recipeId: PRESS,
      versionId: demoId(67),
      name: "Harbour press",
      version: 1,
      standard: undefined,
    });
    const { versionId } = (await shown(read.readRecipePage(LOFT, undefined))).versions.find(
      ({ version }) => version === 3,
    )!;
    expect(await shown(read.readVersionApproval(LOFT, versionId))).toMatchObject({ version: 3, standard: 4 });
    expect(await read.readVersionApproval(GANGWAY, demoId(68))).toBeUndefined();
  });
});

describe("files", () => {
  test("recipes as a table speak words, not codes", async () => {
    const rows = await files.recipeRows();
    expect(rows[0]).toMatchObject({
      name: "Loft cone",
      state: "standard",
      method: "by hand, cone",
      services: "hot flash",
    });
    expect(rows.find(({ name }) => name === "Harbour press")).toMatchObject({
      state: "on trial",
      method: "immersion press",
    });
  });

  test("recipes as a file are all or one; one that is not there is refused", async () => {
    // A draft is nobody else's yet.
    expect((await files.recipeFile(undefined)).recipes.map(({ name }) => name)).toEqual([
      "Loft cone",
      "Slack water",
      "Harbour press",
      "Quay batch",
    ]);
    expect((await files.recipeFile(LOFT)).recipes.map(({ name }) => name)).toEqual(["Loft cone"]);
    for (const id of [NOTHING, "nonsense", ""])
      await expect(files.recipeFile(id)).rejects.toMatchObject({ code: "notThere" });
  });

  test("the bench's things are those that stand there, with what is measured of them", async () => {
    const vessels = await files.benchFile("vessel", PIER_HEAD);
    expect(vessels).toHaveLength(5);
    expect(vessels[0]).toMatchObject({
      id: DEMO_IDS.vessels.left,
      name: "dispenser 3.1 l, left",
      workingG: 2850,
      measuredAt: NOW.toISOString(),
      typical: "",
    });
  });

  test("cards are a list to choose from, and one whole with its checks in sentences", async () => {
    const lines = await files.cardLines(PIER_HEAD);
    expect(lines.map(({ title }) => title)).toContain("Saltmarsh, hot, 2\u202f801 g on Fulmar");
    expect(lines[0]!.createdAt).toBe(NOW.toISOString());
    const whole = await files.wholeCard(lines[0]!.id);
    expect(whole).toMatchObject({ id: lines[0]!.id, draft: false, createdAt: NOW.toISOString() });
    for (const check of whole.sheet.result.checks) expect(check.message).toMatch(/\.$/);
    for (const id of [NOTHING, "nonsense"])
      await expect(files.wholeCard(id)).rejects.toMatchObject({ code: "notThere" });
  });

  test("batches as a file are the newest first, and a person's record is theirs", async () => {
    const rows = await files.batchRows(PIER_HEAD, {});
    expect(rows.length).toBeGreaterThan(100);
    expect(rows[0]!.at > rows.at(-1)!.at).toBe(true);
    expect(await files.personRecord(LEAD)).toMatchObject({ person: { name: "Oda Venn" } });
    for (const id of [NOTHING, "nonsense"])
      await expect(files.personRecord(id)).rejects.toMatchObject({ code: "notThere" });
  });

  test("events are asked for by the number of the last one", async () => {
    expect(files.eventAsked(null)).toBe(0);
    expect(files.eventAsked("17")).toBe(17);
    for (const text of ["", "-1", "1.5", "many", "1234567890123456"])
      expect(() => files.eventAsked(text)).toThrow(
        expect.objectContaining({ code: "badInput", field: "after" }),
      );
    const { events, last } = await files.eventsAfter(PIER_HEAD, 0);
    expect(last).toBe(events.at(-1)?.n ?? 0);
    expect(await files.eventsAfter(PIER_HEAD, 1e9)).toEqual({ events: [], last: 1e9 });
  });
});

test("a version that somebody writes is the one that is gone on with", async () => {
  const { from } = await shown(read.readEditor(LOFT, undefined));
  const versionId = demoId(9001);
  const { recipe, brewerId, grinderId, coffeeId } = from;
  const draft = { recipe, brewerId, grinderId, coffeeId, retentionGPerG: 2.23, as: "draft" as const };
  const by = { personId: LEAD, at: NOW };
  must(
    await keepVersion(fresh.db, { ...draft, recipeId: LOFT, name: "Loft cone", versionId, revision: 0 }, by),
  );
  expect(await shown(read.readEditor(LOFT, demoId(65)))).toMatchObject({ isDraft: true, versionId });
});
