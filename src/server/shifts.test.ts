import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { LEAD, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { cards, shiftItems } from "#data/schema/index.ts";
import { aCard } from "#tests/cards.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

/** The next day has begun at the demo house, an hour ahead of UTC in summer. */
const NOW = new Date("2026-07-14T23:30:00Z");
const TODAY = { siteId: PIER_HEAD, day: "2026-07-15" };
const by = { personId: LEAD, at: NOW };

let fresh: OwnDatabase;
let lists: typeof import("./shifts.ts");
let one: string;
let two: string;
beforeAll(async () => {
  fresh = await demoDatabase("shifts_kept", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  lists = await import("./shifts.ts");
  one = await aCard(fresh.db, NOW);
  two = await aCard(fresh.db, NOW, (state) => ({ ...state, grind: 12 }));
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});
beforeEach(() => fresh.db.delete(shiftItems));

const today = async () => (await lists.listOf(TODAY)).items.map(({ cardId, batches }) => [cardId, batches]);
const save = async (
  items: readonly { readonly id: string; readonly cardId: string; readonly batches: number }[],
  day = TODAY,
) => lists.saveList(day, { revision: (await lists.listOf(day)).revision, items }, by);
const line = (cardId: string, batches: number) => ({ id: uuidv7(), cardId, batches });

/** As a card stands for a moment. */
async function changed(id: string, change: object, work: () => Promise<unknown>) {
  const [before] = await fresh.db.select().from(cards).where(eq(cards.id, id));
  await fresh.db.update(cards).set(change).where(eq(cards.id, id));
  try {
    await work();
  } finally {
    await fresh.db.update(cards).set(before!).where(eq(cards.id, id));
  }
}

describe("a card that is put on today's list", () => {
  test("stands at its end, once; put there again it is brewed once more", async () => {
    await save([line(two, 3)]);
    expect(await lists.putOnToday(one, by)).toEqual({ batches: 1 });
    expect(await today()).toEqual([
      [two, 3],
      [one, 1],
    ]);
    expect(await lists.putOnToday(two, by)).toEqual({ batches: 4 });
    expect(await today()).toEqual([
      [two, 4],
      [one, 1],
    ]);
  });

  test("is there, no draft, and not put away", async () => {
    await expect(lists.putOnToday(uuidv7(), by)).rejects.toMatchObject({
      code: "notThere",
      message: "There is no such card.",
    });
    for (const change of [{ draft: true }, { retired: true }])
      await changed(one, change, () =>
        expect(lists.putOnToday(one, by)).rejects.toMatchObject({
          code: "refused",
          message: expect.stringMatching(/goes on no list/),
        }),
      );
    expect(await today()).toEqual([]);
  });
});

describe("a list that is saved", () => {
  test("has cards of its site alone, and no drafts", async () => {
    const refused = (work: Promise<unknown>) =>
      expect(work).rejects.toThrow(/^A card on the list is a draft, or not of this site/);
    await changed(one, { draft: true }, () => refused(save([line(two, 1), line(one, 1)])));
    await refused(save([line(one, 1)], { ...TODAY, siteId: ROPE_LOFT }));
    await refused(save([line(uuidv7(), 1)]));
    expect(await today()).toEqual([]);
  });

  test("keeps its lines to itself, and is told where another one was faster", async () => {
    const shared = line(one, 1);
    const tomorrow = { ...TODAY, day: "2026-07-16" };
    await save([shared], tomorrow);
    await expect(save([shared])).rejects.toMatchObject({
      code: "badInput",
      field: "items",
      message: expect.stringMatching(/stands on another day's already/),
    });
    const { revision } = await lists.listOf(TODAY);
    expect(await save([line(two, 2)])).toEqual({ revision: revision + 1 });
    const late = await lists.saveList(TODAY, { revision, items: [line(one, 5)] }, by);
    expect(late).toMatchObject({
      revision: revision + 1,
      theirs: { items: [{ cardId: two, batches: 2 }], changedAt: NOW.toISOString() },
    });
    expect(await today()).toEqual([[two, 2]]);
  });
});

describe("a plan that is put on its day's list", () => {
  test("has its cards in the order of the grinder, each once, before lines of others", async () => {
    const [coarse, fine, other] = await Promise.all(
      [11, 6, 8].map((grind) => aCard(fresh.db, NOW, (state) => ({ ...state, grind }))),
    );
    await save([line(other!, 2), line(coarse!, 9)]);
    const [, before] = (await lists.listOf(TODAY)).items;
    const planned = [coarse!, fine!, coarse!].map((cardId) => ({ cardId, batches: 2 }));
    expect(await lists.putPlanned(TODAY, planned, by)).toEqual({ batches: 8 });
    const items = (await lists.listOf(TODAY)).items;
    const order = items.map(({ cardId, batches }) => [cardId, batches]);
    expect(order.at(-1)).toEqual([other, 2]);
    expect(order.slice(0, 2).toSorted()).toEqual(
      [
        [coarse, 4],
        [fine, 2],
      ].toSorted(),
    );
    // A line stays the same one: whoever looks at it keeps it.
    expect(items.find(({ cardId }) => cardId === coarse)?.id).toBe(before!.id);
    // However it was named, the grinder goes the same way.
    await save([]);
    await lists.putPlanned(TODAY, [planned[1]!, planned[0]!], by);
    expect((await today()).map(([cardId]) => cardId)).toEqual(order.slice(0, 2).map(([cardId]) => cardId));
  });

  test("is no plan of cards that are gone, drafts, put away, or of another site", async () => {
    const planned = [
      { cardId: two, batches: 1 },
      { cardId: one, batches: 1 },
    ];
    const refused = (day = TODAY) =>
      expect(lists.putPlanned(day, planned, by)).rejects.toMatchObject({
        code: "notThere",
        message: expect.stringMatching(/^A card of this plan is not there any more/),
      });
    for (const change of [{ draft: true }, { retired: true }]) await changed(one, change, () => refused());
    await refused({ ...TODAY, siteId: ROPE_LOFT });
    expect(await lists.putPlanned(TODAY, planned, by)).toEqual({ batches: 2 });
  });
});

test("cards to choose from are the site's own without drafts, each with what it is brewed by", async () => {
  const listed = async (siteId = PIER_HEAD, items: Parameters<typeof lists.cardsFor>[1]["items"] = []) =>
    (await lists.cardsFor({ ...TODAY, siteId }, { items })).map(({ id }) => id);
  expect(await listed()).toEqual(expect.arrayContaining([one, two]));
  await changed(one, { draft: true }, async () => {
    expect(await listed()).not.toContain(one);
    expect(await listed(PIER_HEAD, [line(one, 1)])).not.toContain(one);
  });
  expect(await listed(ROPE_LOFT)).not.toContain(one);
  // What is listed already stands there, wherever it is from.
  expect(await listed(ROPE_LOFT, [line(one, 1)])).toContain(one);
});
