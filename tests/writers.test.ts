import { and, eq, isNull, sql } from "drizzle-orm";
import fc from "fast-check";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { currentCard } from "#contract/cardShape.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import { samePlace } from "#contract/place.ts";
import type { KeptThing } from "#contract/things.ts";
import { must } from "#core/result";
import { findBatch } from "#data/batches.ts";
import { readCards } from "#data/cards.ts";
import { DEMO_IDS, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { readBenchRevisions } from "#data/house.ts";
import { listOpenJobs } from "#data/jobs.ts";
import { audit, batches, cards, jobs, people, sites, standards } from "#data/schema/index.ts";
import { readShift } from "#data/shifts.ts";
import { readStandards } from "#data/standards.ts";
import { findThing } from "#data/things.ts";
import { firstState } from "#scaling/choice";
import { asSent, bigPot } from "./batches.ts";
import { aCard, asSeen } from "./cards.ts";
import { benchOn, demoDatabase, type OwnDatabase } from "./database.ts";

// Ten people at ten tablets, in every order that comes: what they are told is what the house has.

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
const WRITERS = 10;
/** Rounds of ten writers take long on a busy machine; one that hangs is ended all the same. */
const PATIENCE_MS = 900_000;
const { brewers, coffees } = DEMO_IDS;
let fresh: OwnDatabase;
let server: typeof import("#server/batches.ts") &
  typeof import("#server/standards.ts") &
  typeof import("#server/cards.ts") &
  typeof import("#server/things.ts") &
  typeof import("#server/shifts.ts") &
  typeof import("#server/newBag.ts") &
  typeof import("#server/jobs/index.ts");

beforeAll(async () => {
  fresh = await demoDatabase("writers", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  server = {
    ...(await import("#server/batches.ts")),
    ...(await import("#server/standards.ts")),
    ...(await import("#server/cards.ts")),
    ...(await import("#server/things.ts")),
    ...(await import("#server/shifts.ts")),
    ...(await import("#server/newBag.ts")),
    ...(await import("#server/jobs/index.ts")),
  };
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});

/** A batch that all of a round work on, and a card that rests on it. */
interface Shared {
  readonly batchId: string;
  readonly cardId: string;
}

/** Two who send the very same are both told that it is kept: here each sends something of their own. */
let sent = 0;
const next = () => ++sent;

/** What a writer does; each answers `kept`, or `told` where somebody else was faster. */
const WORK = {
  log: async () => {
    await server.log(bigPot(NOW), by);
    return "kept";
  },
  correct: async ({ batchId }: Shared, n: number) => {
    const own = asSent((await findBatch(fresh.db, batchId))!);
    const { theirs } = await server.correct({ ...own, doseG: 190 + n, note: uuidv7() }, by);
    return theirs ? "told" : "kept";
  },
  takeOut: async ({ batchId }: Shared) => {
    const { revision, removed } = (await findBatch(fresh.db, batchId))!;
    await server.takeOut({ id: batchId, revision, removed: !removed }, by);
    return "kept";
  },
  approve: async ({ batchId, cardId }: Shared) => {
    const { revision } = (await findBatch(fresh.db, batchId))!;
    await server.makeStandard(
      { id: uuidv7(), batchId, revision, cards: await asSeen(fresh.db, [cardId]) },
      by,
    );
    return "kept";
  },
  withdraw: async ({ batchId }: Shared) => {
    await server.endStandard(batchId, by);
    return "kept";
  },
  card: async () => {
    const bench = await benchOn(fresh.db, PIER_HEAD);
    const wanted = { siteId: PIER_HEAD, benchRevision: bench.revision, setting: null };
    await server.keepCard({ id: uuidv7(), chosen: firstState(bench), ...wanted }, by);
    return "kept";
  },
  brewer: async () => {
    const old = (await findThing(fresh.db, "brewer", brewers.fulmar))!;
    const figures = { ...old.figures, rinseG: 250 + next() / 100 };
    const message = { kind: "brewer", id: brewers.fulmar, revision: old.revision, figures, typical: [] };
    const at = { siteId: PIER_HEAD, today: "2026-07-14" };
    return (await server.putThing(message as unknown as KeptThing, at, by)) ? "told" : "kept";
  },
  bag: async ({ cardId }: Shared) => {
    const { revision } = (await findThing(fresh.db, "coffee", coffees.saltmarsh))!;
    const bag = { densityGPerMl: 0.38 + next() / 100_000, roastedOn: "2026-07-10" };
    const test = { id: uuidv7(), cardId };
    await server.openBag({ siteId: PIER_HEAD, coffeeId: coffees.saltmarsh, revision, test, ...bag }, by);
    return "kept";
  },
  list: async ({ cardId }: Shared, n: number) => {
    const day = { siteId: PIER_HEAD, day: "2026-07-20" };
    const { revision } = await readShift(fresh.db, day);
    const items = [{ id: uuidv7(), cardId, batches: n }];
    return (await server.saveList(day, { revision, items }, by)).theirs ? "told" : "kept";
  },
} satisfies Record<string, (shared: Shared, n: number) => Promise<"kept" | "told">>;
type What = keyof typeof WORK;

/** What a refusal may say: somebody else was faster, in one way or another. Nothing of the database's own. */
const MAY_SAY = ["stale", "notThere", "refused"];

async function done(what: What, shared: Shared, n: number): Promise<"kept" | "told"> {
  try {
    return await WORK[what](shared, n);
  } catch (error) {
    const code = error instanceof Error && "code" in error ? String(error.code) : "";
    if (!MAY_SAY.includes(code)) throw error;
    return "told";
  }
}

const step = fc.record({
  what: fc.constantFrom(...(Object.keys(WORK) as What[])),
  n: fc.integer({ min: 1, max: 9 }),
  waitMs: fc.integer({ min: 0, max: 8 }),
});

test("ten writers at once: no deadlock is seen, no change is lost, and nothing is kept by half", {
  timeout: PATIENCE_MS,
}, async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.array(step, { minLength: 2, maxLength: 3 }), { minLength: WRITERS, maxLength: WRITERS }),
      async (writers) => {
        const batchId = uuidv7();
        await server.log(bigPot(NOW, { id: batchId }), by);
        const shared = { batchId, cardId: await aCard(fresh.db, NOW) };
        const began = await stateOf(shared);
        const kept: Record<string, number> = {};
        await Promise.all(
          writers.map(async (steps) => {
            for (const { what, n, waitMs } of steps) {
              await new Promise((resolve) => setTimeout(resolve, waitMs));
              if ((await done(what, shared, n)) === "kept") kept[what] = (kept[what] ?? 0) + 1;
            }
          }),
        );
        await nothingIsLost(shared, began, kept);
        await allIsFollowed();
        await nothingIsHalf(shared);
      },
    ),
    { numRuns: 4, endOnFailure: true },
  );
});

/** Does what follows, and is left for another try, at once. */
async function allIsFollowed() {
  while ((await listOpenJobs(fresh.db)).length > 0) {
    await fresh.db.update(jobs).set({ dueAt: sql`UTC_TIMESTAMP(3)` }).where(eq(jobs.state, "waiting"));
    await server.workOff();
  }
}

async function stateOf({ batchId }: Shared) {
  const [batch, brewer, coffee, shift, revision, trail] = await Promise.all([
    findBatch(fresh.db, batchId),
    findThing(fresh.db, "brewer", brewers.fulmar),
    findThing(fresh.db, "coffee", coffees.saltmarsh),
    readShift(fresh.db, { siteId: PIER_HEAD, day: "2026-07-20" }),
    readBenchRevisions(fresh.db).then(({ equipment }) => equipment),
    fresh.db
      .select({ action: audit.action })
      .from(audit)
      .where(and(eq(audit.subject, "batch"), eq(audit.subjectId, batchId))),
  ]);
  return { batch: batch!, brewer: brewer!, coffee: coffee!, shift, revision, trail };
}

/** Whatever was told as kept is there: each is one revision more, and one line of the trail. */
async function nothingIsLost(
  shared: Shared,
  began: Awaited<ReturnType<typeof stateOf>>,
  kept: Readonly<Record<string, number>>,
) {
  const now = await stateOf(shared);
  const { correct = 0, takeOut = 0, brewer = 0, bag = 0, list = 0 } = kept;
  // Of two who take one batch out, both are told that it is out, and it is one change.
  const leastChanges = correct + Math.min(1, takeOut);
  expect(now.batch.revision).toBeGreaterThanOrEqual(began.batch.revision + leastChanges);
  expect(now.batch.revision).toBeLessThanOrEqual(began.batch.revision + correct + takeOut);
  expect(now.coffee.revision).toBe(began.coffee.revision + bag);
  expect(now.shift.revision).toBe(began.shift.revision + list);
  // What the brewer's bed keeps is learned from the log, too.
  expect(now.brewer.revision).toBeGreaterThanOrEqual(began.brewer.revision + brewer);
  const changes = now.trail.filter(({ action }) => ["changed", "archived", "restored"].includes(action));
  expect(changes.length).toBe(now.batch.revision - began.batch.revision);
  expect(now.revision).toBeGreaterThanOrEqual(began.revision + brewer + bag);
}

/**
 * A standard is alone in its place; a card's columns are what its sheet says. A card that follows the round's batch does so
 * while that is in force; other cards a lead may leave as they are.
 */
async function nothingIsHalf({ batchId, cardId }: Shared) {
  const inForce = await fresh.db
    .select({ standard: standards, removed: batches.removed })
    .from(standards)
    .innerJoin(batches, eq(batches.id, standards.batchId))
    .where(isNull(standards.retiredAt));
  const places = inForce.filter(({ removed }) => !removed).map(({ standard }) => standard);
  for (const [i, one] of places.entries()) {
    expect(places.slice(i + 1).filter((other) => samePlace(one, other))).toEqual([]);
  }
  const rows = await fresh.db.select().from(cards);
  for (const row of rows) {
    const sheet = currentCard(row.sheet);
    expect(row).toMatchObject({
      recipeVersionId: sheet.chosen.recipe,
      grinderId: sheet.chosen.grinder,
      method: icedMethodOf(sheet),
      sizeG: sheet.result.rounded.yieldG,
      dialBy: sheet.dial?.by ?? null,
    });
    const { standard } = sheet;
    if (row.id === cardId && standard?.batchId === batchId && !standard.lapsed) {
      expect(places.map((place) => place.batchId)).toContain(batchId);
    }
  }
}

test("twelve corrections of one approved batch at once: one is kept with what follows, eleven are told", async () => {
  const batchId = uuidv7();
  await server.log(bigPot(NOW, { id: batchId }), by);
  const cardId = await aCard(fresh.db, NOW);
  await server.makeStandard(
    { id: uuidv7(), batchId, revision: 1, cards: await asSeen(fresh.db, [cardId]) },
    by,
  );
  const corrections = Array.from({ length: 12 }, (_, i) =>
    server.correct({ ...bigPot(NOW, { id: batchId, doseG: 190 + i }), revision: 1 }, by),
  );
  const answers = await Promise.all(corrections);
  const [keptOne, ...others] = answers.filter(({ theirs }) => !theirs);
  expect(others).toEqual([]);
  expect(keptOne!.followed?.changed).toBeGreaterThan(0);
  const { doseG, revision } = (await findBatch(fresh.db, batchId))!;
  expect(revision).toBe(2);
  for (const { theirs } of answers)
    if (theirs) expect(theirs).toMatchObject({ id: batchId, doseG, revision: 2 });
  expect((await readCards(fresh.db, [cardId]))[0]!.sheet.result.rounded.doseG).toBe(doseG);
});

test("of two pots that are approved for one place in the same moment, one is in force, and the other gave way", async () => {
  for (let round = 0; round < 6; round++) {
    const pots = [uuidv7(), uuidv7()];
    for (const id of pots) await server.log(bigPot(NOW, { id }), by);
    const approved = pots.map((batchId) =>
      server.makeStandard({ id: uuidv7(), batchId, revision: 1, cards: [] }, by),
    );
    await Promise.all(approved);
    const inForce = (await readStandards(fresh.db)).filter(({ batchId }) => pots.includes(batchId));
    expect(inForce).toHaveLength(1);
  }
});

test("two leads who demote each other at once: one of them leads on", async () => {
  const { changePerson, addPerson, hasLead } = await import("#data/people.ts");
  for (let round = 0; round < 8; round++) {
    const other = { id: uuidv7(), name: `Lead ${round}`, role: "lead" as const, pinHash: "x" };
    must(await addPerson(fresh.db, other, by));
    const [own] = await fresh.db.select().from(people).where(eq(people.id, LEAD));
    const demoted = [own!, { ...other, revision: 1 }].map(({ id, name, revision }) =>
      changePerson(fresh.db, { id, name, role: "barista", revision }, by),
    );
    expect((await Promise.all(demoted)).filter(({ ok }) => ok)).toHaveLength(1);
    expect(await hasLead(fresh.db)).toBe(true);
    // The lead of the demo house leads again, and the other one does not.
    await fresh.db.update(people).set({ role: "lead" }).where(eq(people.id, LEAD));
    await fresh.db.update(people).set({ role: "barista" }).where(eq(people.id, other.id));
  }
});

test("two who give one name to two things at once: one has it, and the other is told", async () => {
  const site = { altitudeM: 4, timeZone: "Europe/London", currency: "GBP" };
  const at = { siteId: PIER_HEAD, today: "2026-07-14" };
  const put = () =>
    server.putThing(
      {
        kind: "site",
        id: uuidv7(),
        revision: 0,
        figures: { name: "Slipway", ...site },
        typical: [],
      } as KeptThing,
      at,
      by,
    );
  const done = await Promise.allSettled([put(), put(), put()]);
  expect(done.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
  for (const each of done)
    if (each.status === "rejected") expect(each.reason).toMatchObject({ field: "name" });
  expect(await fresh.db.select().from(sites).where(eq(sites.name, "Slipway"))).toHaveLength(1);
});
