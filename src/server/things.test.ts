import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { ThingKind } from "#contract/fields.ts";
import { LEAD, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { sites, vessels } from "#data/schema/index.ts";
import { findThing, readThings } from "#data/things.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
let fresh: OwnDatabase;
let removeThing: typeof import("./things.ts").removeThing;
beforeAll(async () => {
  fresh = await demoDatabase("things_off", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  ({ removeThing } = await import("./things.ts"));
});
afterAll(() => fresh.drop());

/** Takes a thing off the bench as it stands, or puts it back. */
async function mark(kind: ThingKind, id: string, removed: boolean) {
  const { revision } = (await findThing(fresh.db, kind, id))!;
  return removeThing({ kind, id, revision, removed }, by);
}
const ONLY = { code: "refused", message: expect.stringMatching(/^This is the only site/) };

describe("a site", () => {
  test("is closed and opened again; the only one stays, and closing another one twice is closing it once", async () => {
    const closed = { kind: "site", id: ROPE_LOFT, revision: 1, removed: true } as const;
    expect(await removeThing(closed, by)).toBeUndefined();
    expect(await removeThing(closed, by)).toBeUndefined();
    await expect(mark("site", PIER_HEAD, true)).rejects.toMatchObject(ONLY);
    await mark("site", ROPE_LOFT, false);
    await mark("site", PIER_HEAD, true);
    await mark("site", PIER_HEAD, false);
    expect(await fresh.db.$count(sites, eq(sites.removed, false))).toBe(2);
  });

  test("of two that are closed at once one stays", async () => {
    const closing = await Promise.allSettled([PIER_HEAD, ROPE_LOFT].map((id) => mark("site", id, true)));
    const refused = closing.flatMap((each) => (each.status === "rejected" ? [each.reason] : []));
    expect(refused).toEqual([expect.objectContaining(ONLY)]);
    expect(await fresh.db.$count(sites, eq(sites.removed, false))).toBe(1);
    const [one] = await fresh.db.select().from(sites).where(eq(sites.removed, true));
    await mark("site", one!.id, false);
  });
});

describe("a thing that was taken off", () => {
  test("comes back, but not beside another one that has its name by now", async () => {
    const [white] = await fresh.db.select().from(vessels).where(eq(vessels.siteId, PIER_HEAD));
    await mark("vessel", white!.id, true);
    const namesake = uuidv7();
    await fresh.db.insert(vessels).values({ ...white!, id: namesake });
    // A tap, not a form: without a field it is said on the page.
    await expect(mark("vessel", white!.id, false)).rejects.toMatchObject({
      code: "refused",
      field: undefined,
      message: expect.stringMatching(/^Something else has this name by now/),
    });
    // At another site the name is another's.
    await fresh.db.update(vessels).set({ siteId: ROPE_LOFT }).where(eq(vessels.id, namesake));
    expect(await mark("vessel", white!.id, false)).toBeUndefined();
    const back = (await readThings(fresh.db, "vessel", PIER_HEAD)).find(({ id }) => id === white!.id);
    expect(back?.removed).toBe(false);
  });

  test("is told to whoever saw it as it was before, with who changed it; one that is nowhere is not there", async () => {
    const [coffee] = await readThings(fresh.db, "coffee", PIER_HEAD);
    await mark("coffee", coffee!.id, true);
    await mark("coffee", coffee!.id, false);
    const late = { kind: "coffee", id: coffee!.id, revision: coffee!.revision, removed: true } as const;
    expect(await removeThing(late, by)).toMatchObject({
      changedBy: "Oda Venn",
      revision: coffee!.revision + 2,
      figures: { name: coffee!.figures.name },
    });
    await expect(removeThing({ ...late, id: uuidv7() }, by)).rejects.toThrow(/not on the bench any more/);
  });
});
