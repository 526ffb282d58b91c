import { eq, like } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { DEMO_IDS, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { turnBench } from "#data/house.ts";
import { cards, grinderCurves, grinders, iceSources, vessels } from "#data/schema/index.ts";
import { type Transaction, transact } from "#data/transact.ts";
import { type OwnDatabase, plannedDatabase } from "./database.ts";
import { shown } from "./shown.ts";

/*
 * Pages of the demo house when something was taken off its bench, or has come to it.
 */

const NOW = new Date("2026-07-14T08:30:00Z");
const HOT_POT = demoId(600);
const { chough } = DEMO_IDS.grinders;
vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await plannedDatabase("changed_bench", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

/** Changes the bench, as every page sees it from then on. */
const changed = (work: (tx: Transaction) => Promise<unknown>) =>
  transact(fresh.db, async (tx) => {
    await work(tx);
    await turnBench(tx, "equipment");
  });

test("without ice the iced half of a wall says so in every line, and has nothing for paper", async () => {
  const { readWallPage } = await import("#server/read/wall.ts");
  const wall = async (as: string) => shown(readWallPage(new URLSearchParams({ as })));
  const removed = (removed: boolean) =>
    changed((tx) => tx.update(iceSources).set({ removed }).where(eq(iceSources.siteId, PIER_HEAD)));
  await removed(true);
  const chart = await wall("chart");
  if (chart.as !== "chart") throw new Error(chart.as);
  const [hot, iced] = chart.view.tables.map(({ brewers }) => brewers.flatMap(({ rows }) => rows));
  expect(iced!.length).toBeGreaterThan(3);
  for (const row of iced!)
    expect(row).toEqual({
      sizeG: row.sizeG,
      href: expect.stringMatching(/^\/scale\?/),
      figures: undefined,
      approved: undefined,
      troubles: [{ said: expect.stringMatching(/no ice on this site's bench/), stop: true }],
    });
  // Opened on Scale it is a sheet that says why, without a forecast.
  const { readScale } = await import("#server/read/scale.ts");
  const { searchParams } = new URL(iced![0]!.href, "http://house.example");
  expect(await shown(readScale(Object.fromEntries(searchParams)))).toMatchObject({ forecast: undefined });
  expect(await wall("labels")).toMatchObject({ labels: { length: hot!.length } });
  expect(await wall("cards")).toMatchObject({ cards: { length: hot!.length } });
  await removed(false);
});

test("a second grinder has a curve of its own, and nothing of the first one's", async () => {
  const { readPart } = await import("#server/read/bench.ts");
  const [own] = await fresh.db.select().from(grinders).where(eq(grinders.id, chough));
  const [curve] = await fresh.db.select().from(grinderCurves).where(eq(grinderCurves.grinderId, chough));
  const [second, its] = [uuidv7(), uuidv7()];
  await changed(async (tx) => {
    await tx.insert(grinders).values({ ...own!, id: second, name: "Sandpiper" });
    await tx.insert(grinderCurves).values({ ...curve!, id: its, grinderId: second });
  });
  const part = await shown(readPart("grinders"));
  const rows = (part.shown as { grinders: { id: string; curves: { id: string }[]; standards: number[] }[] })
    .grinders;
  const curvesOf = Object.fromEntries(rows.map(({ id, curves }) => [id, curves.map((each) => each.id)]));
  expect(curvesOf).toEqual({ [chough]: [curve!.id], [second]: [its] });
  expect(rows.find(({ id }) => id === second)!.standards).toEqual([]);
  await changed(async (tx) => {
    await tx.delete(grinderCurves).where(eq(grinderCurves.id, its));
    await tx.delete(grinders).where(eq(grinders.id, second));
  });
});

test("a pot that was taken off while it is full has its page still, and an empty one has none", async () => {
  const { readPot } = await import("#server/read/pot.ts");
  const pageWithout = async (id: string) => {
    const removed = (removed: boolean) =>
      changed((tx) => tx.update(vessels).set({ removed }).where(eq(vessels.id, id)));
    await removed(true);
    const page = await readPot(id);
    await removed(false);
    return page;
  };
  expect(await pageWithout(DEMO_IDS.vessels.left)).toMatchObject({
    name: "dispenser 3.1 l, left",
    life: { stands: true },
  });
  expect(await pageWithout(demoId(33))).toBeUndefined();
});

test("what was taken off is in no file of the bench", async () => {
  const { benchFile } = await import("#server/read/files.ts");
  const ids = async () => (await benchFile("vessel", PIER_HEAD)).map(({ id }) => id);
  const before = await ids();
  await changed((tx) =>
    tx
      .update(vessels)
      .set({ removed: true })
      .where(eq(vessels.id, demoId(33))),
  );
  expect(await ids()).toEqual(before.filter((id) => id !== demoId(33)));
  await changed((tx) =>
    tx
      .update(vessels)
      .set({ removed: false })
      .where(eq(vessels.id, demoId(33))),
  );
});

test("of more pots than a shelf shows each has its page", async () => {
  const { readPot } = await import("#server/read/pot.ts");
  const [one] = await fresh.db
    .select()
    .from(vessels)
    .where(eq(vessels.id, demoId(33)));
  const more = Array.from({ length: 40 }, (_, i) => ({
    ...one!,
    id: uuidv7(),
    name: `flask ${i}`,
    position: 100 + i,
  }));
  await changed((tx) => tx.insert(vessels).values(more));
  expect(await readPot(more.at(-1)!.id)).toMatchObject({ name: "flask 39", life: undefined });
  await changed((tx) => tx.delete(vessels).where(like(vessels.name, "flask %")));
});

test("of a list with many cards a device keeps a shift's", async () => {
  const { benchOf } = await import("#server/bench.ts");
  const { keptPagesOf } = await import("#server/read/kept.ts");
  const { listOf, saveList } = await import("#server/shifts.ts");
  const [card] = await fresh.db.select().from(cards).where(eq(cards.id, HOT_POT));
  const copies = Array.from({ length: 20 }, () => ({ ...card!, id: uuidv7() }));
  await fresh.db.insert(cards).values(copies);
  const day = { siteId: PIER_HEAD, day: "2026-07-14" };
  const { revision } = await listOf(day);
  const items = copies.map(({ id }) => ({ id: uuidv7(), cardId: id, batches: 1 }));
  await saveList(day, { revision, items }, { personId: LEAD, at: NOW });
  const pages = await keptPagesOf((await benchOf(PIER_HEAD))!);
  for (const begins of ["/cards/", "/guide/new?card=", "/log?card="])
    expect(pages.filter((page) => page.startsWith(begins))).toHaveLength(12);
});
