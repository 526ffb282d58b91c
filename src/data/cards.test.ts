import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { must } from "#core/result";
import { makeCard } from "#scaling/cards";
import { firstState } from "#scaling/choice";
import { bigPot } from "#tests/batches.ts";
import { aCard } from "#tests/cards.ts";
import { benchOn, demoDatabase, type OwnDatabase } from "#tests/database.ts";
import { logBatch } from "./batches.ts";
import { readBench } from "./bench.ts";
import { insertCard, listCards, readCard, readCardList } from "./cards.ts";
import { BARISTA, LEAD, PIER_HEAD, ROPE_LOFT } from "./demo/bench.ts";
import { brewers, cards } from "./schema/index.ts";
import { readShift, replaceShift } from "./shifts.ts";

let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("cards", new Date("2026-07-14T08:30:00Z"));
});
afterAll(() => fresh.drop());

const id = (number: number) => `0190a5c0-0000-7000-8000-0000000001${number}`;

const CREATED = new Date("2026-07-14T09:00:00Z");

/** A pot of Pier Head as the server makes it, of a coffee whose name would break a careless query. */
async function made() {
  const bench = await benchOn(fresh.db, PIER_HEAD);
  const { sheet, draft } = must(makeCard(firstState(bench), bench));
  return {
    draft,
    sheet: { ...sheet, madeWith: { ...sheet.madeWith, coffee: "Robert'); DROP TABLE cards; -- ☕" } },
  };
}

describe("the bench", () => {
  test("a site's own equipment, with the recipes of the whole house", async () => {
    const pier = (await readBench(fresh.db, PIER_HEAD))!;
    expect(pier.brewers.map(({ name }) => name)).toEqual(["Fulmar", "Turnstone"]);
    expect(pier.brewers[0]!.lattice).toEqual({
      stepG: 100,
      slope: 0.976,
      interceptG: 8,
      minSettingG: 1200,
      maxSettingG: 3600,
    });
    expect(pier.recipes.map(({ name, version, state }) => [name, version, state])).toEqual([
      ["Loft cone", 4, "standard"],
      ["Slack water", 2, "standard"],
      ["Harbour press", 1, "trial"],
      ["Quay batch", 1, "trial"],
    ]);
    expect(pier.coffees[0]).toMatchObject({ name: "Saltmarsh", densityGPerMl: 0.4 });
    const loft = (await readBench(fresh.db, ROPE_LOFT))!;
    expect(loft.grinders.map(({ name }) => name)).toEqual(["Dunlin"]);
  });

  test("matched pairs are read from the recipe's grinder", async () => {
    const { recipes, grinders } = (await readBench(fresh.db, PIER_HEAD))!;
    expect(recipes[0]!.pairs[grinders[0]!.id]).toContainEqual({ from: 31, to: 9.5 });
  });

  test("a site that is not there is the first one", async () => {
    expect((await readBench(fresh.db, "' OR 1=1 --"))?.site.name).toBe("Pier Head");
  });
});

describe("cards", () => {
  test("sent twice it is one, as it was first; another choice under its id is refused, with both", async () => {
    const card = { id: id(10), siteId: PIER_HEAD, ...(await made()), madeBy: LEAD, createdAt: CREATED };
    const first = must(await insertCard(fresh.db, card));
    expect(first).toMatchObject({ ...card, revision: 1 });
    expect(must(await insertCard(fresh.db, { ...card, draft: !card.draft }))).toEqual(first);
    const chosen = { ...card.sheet.chosen, grind: 9 };
    expect(await insertCard(fresh.db, { ...card, sheet: { ...card.sheet, chosen } })).toEqual({
      ok: false,
      failure: { code: "stale", theirs: first },
    });
    expect(await listCards(fresh.db, PIER_HEAD)).toEqual([first]);
    expect(await listCards(fresh.db, ROPE_LOFT)).toEqual([]);
    expect(await readCard(fresh.db, card.id)).toMatchObject({
      sheet: card.sheet,
      brewerGone: false,
      recipe: "Loft cone",
      version: 4,
    });
  });

  test("what is looked for stands in columns, as its sheet says", async () => {
    const [{ id: _id, sheet, ...row } = { id: "", sheet: undefined }] = await fresh.db.select().from(cards);
    const { chosen, result, dial } = (await made()).sheet;
    expect(sheet).toBeDefined();
    expect(row).toMatchObject({
      recipeVersionId: chosen.recipe,
      brewerId: chosen.brewer,
      grinderId: chosen.grinder,
      coffeeId: chosen.coffee,
      vesselId: chosen.vessel,
      serve: "hot",
      method: null,
      sizeG: result.rounded.yieldG,
      dialBy: dial!.by,
    });
  });

  test("a card outlives its brewer, and says so", async () => {
    const { brewer: brewerId } = (await made()).sheet.chosen;
    await fresh.db.update(brewers).set({ removed: true }).where(eq(brewers.id, brewerId));
    expect((await readCard(fresh.db, id(10)))?.brewerGone).toBe(true);
    expect((await readBench(fresh.db, PIER_HEAD))?.brewers.map(({ name }) => name)).toEqual(["Turnstone"]);
    await fresh.db.update(brewers).set({ removed: false }).where(eq(brewers.id, brewerId));
  });

  test("no card by that id", async () => {
    expect(await readCard(fresh.db, id(99))).toBeUndefined();
  });
});

describe("a day's list", () => {
  const day = { siteId: PIER_HEAD, day: "2026-07-15" };
  const items = [
    { id: id(20), cardId: id(10), batches: 6 },
    { id: id(21), cardId: id(10), batches: 3 },
  ];
  const by = { personId: LEAD, at: new Date("2026-07-14T09:00:00Z") };
  const read = async () => (await readShift(fresh.db, day)).items.map(({ id, batches }) => [id, batches]);

  test("is what it was made, in its order, and of its day only", async () => {
    expect(await replaceShift(fresh.db, day, { items, began: 0 }, by)).toEqual({ ok: true, value: 1 });
    expect(await read()).toEqual([
      [id(20), 6],
      [id(21), 3],
    ]);
    const turned = items.toReversed();
    expect(await replaceShift(fresh.db, day, { items: turned, began: 1 }, by)).toEqual({
      ok: true,
      value: 2,
    });
    expect((await read())[0]).toEqual([id(21), 3]);
    expect(await readShift(fresh.db, { ...day, day: "2026-07-16" })).toEqual({
      revision: 0,
      changedBy: null,
      changedAt: null,
      items: [],
      ice: null,
    });
  });

  test("the same save twice is one, and one that began with an older list is refused with the newer", async () => {
    const turned = items.toReversed();
    expect(await replaceShift(fresh.db, day, { items: turned, began: 1 }, by)).toEqual({
      ok: true,
      value: 2,
    });
    const late = { ...by, personId: BARISTA };
    expect(await replaceShift(fresh.db, day, { items: [], began: 1 }, late)).toEqual({
      ok: false,
      failure: {
        code: "stale",
        theirs: { revision: 2, changedBy: "Oda Venn", changedAt: by.at, items: turned, ice: null },
      },
    });
    expect(await read()).toHaveLength(2);
  });

  test("its ice is kept beside its lines, stays where a save says nothing of it, and counts as a change", async () => {
    const other = { ...day, day: "2026-07-18" };
    const list = withIds(items);
    const ice = { fromMin: 660, toMin: 1020, sources: [{ id: id(70), inBinG: 4000, aheadG: 2500 }] };
    expect(await replaceShift(fresh.db, other, { items: list, ice, began: 0 }, by)).toEqual({
      ok: true,
      value: 1,
    });
    expect((await readShift(fresh.db, other)).ice).toEqual(ice);
    // The very same is no change; a script that knows nothing of ice leaves it.
    expect(await replaceShift(fresh.db, other, { items: list, ice, began: 1 }, by)).toEqual({
      ok: true,
      value: 1,
    });
    const fewer = list.slice(1);
    expect(await replaceShift(fresh.db, other, { items: fewer, began: 1 }, by)).toEqual({
      ok: true,
      value: 2,
    });
    expect((await readShift(fresh.db, other)).ice).toEqual(ice);
    const more = { ...ice, sources: [{ ...ice.sources[0]!, aheadG: 3000 }] };
    expect(await replaceShift(fresh.db, other, { items: fewer, ice: more, began: 1 }, by)).toMatchObject({
      failure: { code: "stale" },
    });
    expect(await replaceShift(fresh.db, other, { items: fewer, ice: more, began: 2 }, by)).toEqual({
      ok: true,
      value: 3,
    });
    expect((await readShift(fresh.db, other)).ice).toEqual(more);
    expect(await replaceShift(fresh.db, other, { items: fewer, ice: null, began: 3 }, by)).toEqual({
      ok: true,
      value: 4,
    });
    expect((await readShift(fresh.db, other)).ice).toBeNull();
  });

  test("of two at once, one is kept and the other hears of it", async () => {
    const saves = [items, [items[0]!]].map((list) =>
      replaceShift(fresh.db, { ...day, day: "2026-07-17" }, { items: withIds(list), began: 0 }, by),
    );
    expect((await Promise.all(saves)).map(({ ok }) => ok).toSorted()).toEqual([false, true]);
  });

  test("a list with a card that is not there changes nothing", async () => {
    const list = [{ id: id(22), cardId: id(98), batches: 1 }];
    await expect(replaceShift(fresh.db, day, { items: list, began: 2 }, by)).rejects.toThrow();
    expect(await read()).toHaveLength(2);
    expect((await readShift(fresh.db, day)).revision).toBe(2);
  });
});

/** The same lines under ids of their own: an id is one line of one day. */
function withIds<Item extends { readonly id: string }>(items: readonly Item[]): Item[] {
  return items.map((item) => ({ ...item, id: uuidv7() }));
}

test("the list of cards says on how many days each was listed, and how many batches it has", async () => {
  const by = { personId: LEAD, at: CREATED };
  const [used, idle] = [await aCard(fresh.db, CREATED), await aCard(fresh.db, CREATED)];
  for (const day of ["2026-08-01", "2026-08-02"]) {
    const items = ["morning", "noon"].map(() => ({ id: uuidv7(), cardId: used, batches: 1 }));
    must(await replaceShift(fresh.db, { siteId: PIER_HEAD, day }, { items, began: 0 }, by));
  }
  for (const _ of [1, 2, 3]) must(await logBatch(fresh.db, bigPot(CREATED, { cardId: used }), by));
  const listOf = async (from: string) =>
    new Map(
      (await readCardList(fresh.db, { siteId: PIER_HEAD, retired: false, from })).map(
        ({ card, listedDays, batches }) => [card.id, { listedDays, batches }],
      ),
    );
  const list = await listOf("2026-08-01");
  expect(list.get(used)).toEqual({ listedDays: 2, batches: 3 });
  expect(list.get(idle)).toEqual({ listedDays: 0, batches: 0 });
  expect((await listOf("2026-08-02")).get(used)).toEqual({ listedDays: 1, batches: 3 });
});
