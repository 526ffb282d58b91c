import { eq, sql } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { fail } from "#core/result";
import { readCard } from "#data/cards.ts";
import { BARISTA, DEMO_IDS, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import {
  addJob,
  dropJob,
  endJob,
  failTry,
  findJob,
  LEASE_S,
  listOpenJobs,
  renewTry,
  retryJob,
  TryLost,
  takeJob,
} from "#data/jobs.ts";
import { setStandard } from "#data/recipes.ts";
import { cards, coffees, fits, jobs } from "#data/schema/index.ts";
import { approveBatch } from "#data/standards.ts";
import { transact } from "#data/transact.ts";
import { bigPot } from "./batches.ts";
import { aCard, asSeen } from "./cards.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";

/** A job is done by whichever server looks for one, which is in no request then. */
vi.mock("next/headers", () => {
  const outside = () => Promise.reject(new Error("there is no request here"));
  return { headers: outside, cookies: outside };
});
/** What happens while cards are worked out, and before they are kept. */
const meanwhile = vi.hoisted(() => ({ happens: async () => {} }));
vi.mock("#server/inThread.ts", async (original) => {
  const own = await original<typeof import("#server/inThread.ts")>();
  const computeInThread = async (...args: Parameters<typeof own.computeInThread>) => {
    const answer = await own.computeInThread(...args);
    await meanwhile.happens();
    return answer;
  };
  return { ...own, computeInThread };
});

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
let fresh: OwnDatabase;
let server: typeof import("#server/standards.ts") &
  typeof import("#server/batches.ts") &
  typeof import("#server/jobs/index.ts") &
  typeof import("#server/jobs/stuck.ts");

beforeAll(async () => {
  fresh = await demoDatabase("jobs", NOW);
  // A pair that learns from its log would be fitted behind the batches of these tests.
  await fresh.db.delete(fits);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  server = {
    ...(await import("#server/standards.ts")),
    ...(await import("#server/batches.ts")),
    ...(await import("#server/jobs/index.ts")),
    ...(await import("#server/jobs/stuck.ts")),
  };
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});
beforeEach(() => fresh.db.delete(jobs));
afterEach(() => {
  meanwhile.happens = async () => {};
});

const BED = { kind: "learnBed", request: { brewerId: DEMO_IDS.brewers.fulmar } } as const;
const add = (waitsAs?: string) =>
  transact(fresh.db, (tx) => addJob(tx, waitsAs === undefined ? BED : { ...BED, waitsAs }, by));
/** Lets a pause or a lease be over. */
const later = () =>
  fresh.db.update(jobs).set({
    dueAt: sql`UTC_TIMESTAMP(3) - INTERVAL 1 SECOND`,
    takenUntil: sql`UTC_TIMESTAMP(3) - INTERVAL 1 SECOND`,
  });
/** The database's clock, ms. */
const clock = async () => {
  const [rows] = (await fresh.db.execute(sql`SELECT 1000 * UNIX_TIMESTAMP(NOW(3)) AS ms`)) as unknown as [
    { ms: string }[],
  ];
  return Number(rows[0]!.ms);
};
const noteOf = async () =>
  (await fresh.db.select().from(coffees).where(eq(coffees.id, DEMO_IDS.coffees.saltmarsh)))[0]!.note;
/** Keeps what a try did, and ends it. */
const finish = (tryId: string, note: string) =>
  transact(fresh.db, async (tx) => {
    await tx.update(coffees).set({ note }).where(eq(coffees.id, DEMO_IDS.coffees.saltmarsh));
    await endJob(tx, tryId, { changed: 1 });
  });

describe("a job", () => {
  test("is there when its cause was kept, and not when that was undone", async () => {
    const wrong = new Error("no");
    const thrown = transact(fresh.db, async (tx) => {
      await addJob(tx, BED, by);
      throw wrong;
    });
    await expect(thrown).rejects.toBe(wrong);
    await transact(fresh.db, async (tx) => {
      await addJob(tx, BED, by);
      return fail({ code: "refused" });
    });
    expect(await listOpenJobs(fresh.db)).toEqual([]);
    await add();
    expect(await listOpenJobs(fresh.db)).toMatchObject([
      { kind: "learnBed", state: "waiting", person: "Oda Venn" },
    ]);
  });

  test("of one name waits once, however many ask; once it is taken another may wait behind it", async () => {
    const ids = await Promise.all(Array.from({ length: 6 }, () => add("bed")));
    expect(new Set(ids).size).toBe(1);
    const taken = await takeJob(fresh.db);
    expect(taken?.id).toBe(ids[0]);
    const next = await add("bed");
    expect(next).not.toBe(ids[0]);
  });

  test("is taken by one of many servers that reach for it", async () => {
    for (let round = 0; round < 5; round++) {
      const id = await add();
      const taken = await Promise.all(Array.from({ length: 8 }, () => takeJob(fresh.db, id)));
      expect(taken.filter(Boolean)).toHaveLength(1);
    }
  });

  test("whose server was killed is left alone while its time runs, then taken by another; the first keeps nothing any more", async () => {
    const id = await add();
    const first = (await takeJob(fresh.db, id))!;
    expect(await takeJob(fresh.db)).toBeUndefined();
    expect(await renewTry(fresh.db, first.tryId)).toBe(true);
    await later();
    const second = (await takeJob(fresh.db))!;
    expect(second).toMatchObject({ id, by });
    // The first only hung: it wakes, and what it did is undone.
    expect(await renewTry(fresh.db, first.tryId)).toBe(false);
    await expect(finish(first.tryId, "twice")).rejects.toThrow(TryLost);
    expect(await noteOf()).not.toBe("twice");
    await failTry(fresh.db, first.tryId, "too late");
    expect(await findJob(fresh.db, id)).toMatchObject({ state: "taken", trouble: null, tries: 2 });
    await finish(second.tryId, "once");
    expect(await noteOf()).toBe("once");
    expect(await findJob(fresh.db, id)).toMatchObject({ state: "done", answer: { changed: 1 } });
    await later();
    expect(await takeJob(fresh.db)).toBeUndefined();
  });

  test("that fails is tried again after longer and longer pauses, then waits for a lead, who tries it again or gives it up", async () => {
    const id = await add();
    for (let tries = 1; tries <= 5; tries++) {
      const job = (await takeJob(fresh.db))!;
      const before = await clock();
      await failTry(fresh.db, job.tryId, `no ${tries}`);
      const pauseMs = 2000 * 4 ** (tries - 1);
      const dueMs = (await findJob(fresh.db, id))!.dueAt.getTime();
      expect(dueMs).toBeGreaterThanOrEqual(before + pauseMs);
      expect(dueMs).toBeLessThanOrEqual((await clock()) + pauseMs);
      // Not before its pause is over, which would soon be over on a machine that is slow.
      await fresh.db.update(jobs).set({ dueAt: sql`due_at + INTERVAL 1 HOUR` });
      expect(await takeJob(fresh.db)).toBeUndefined();
      expect(await findJob(fresh.db, id)).toMatchObject({
        tries,
        trouble: `no ${tries}`,
        state: tries < 5 ? "waiting" : "stuck",
      });
      await later();
    }
    expect(await takeJob(fresh.db)).toBeUndefined();
    expect(await listOpenJobs(fresh.db)).toMatchObject([{ id, state: "stuck", trouble: "no 5" }]);
    expect(await retryJob(fresh.db, id)).toBe(true);
    expect(await retryJob(fresh.db, id)).toBe(false);
    expect(await dropJob(fresh.db, id)).toBe(false);
    expect((await takeJob(fresh.db))?.id).toBe(id);
    await fresh.db.update(jobs).set({ state: "stuck" });
    expect(await dropJob(fresh.db, id)).toBe(true);
    expect(await listOpenJobs(fresh.db)).toEqual([]);
    await expect(server.retryStuck(id)).rejects.toMatchObject({ code: "stale" });
  });
});

describe("whoever waits for a job", () => {
  /** A job that another server has taken, and what that server makes of it a moment later. */
  async function elsewhere(ends: (tryId: string) => Promise<unknown>) {
    const id = await add();
    const { tryId } = (await takeJob(fresh.db, id))!;
    const [outcome] = await Promise.all([server.jobOutcome(id), ends(tryId)]);
    return outcome;
  }

  test("is told what another server came to, that it cannot be done, or that it comes later", async () => {
    const aWhile = () => new Promise((resolve) => setTimeout(resolve, 300));
    const slowly = async (tryId: string) => aWhile().then(() => finish(tryId, "elsewhere"));
    expect(await elsewhere(slowly)).toEqual({ changed: 1 });
    const refused = (tryId: string) =>
      transact(fresh.db, (tx) => endJob(tx, tryId, { refused: "No pot was weighed yet." }));
    await expect(elsewhere(refused)).rejects.toMatchObject({ message: "No pot was weighed yet." });
    expect(await elsewhere((tryId) => failTry(fresh.db, tryId, "no"))).toBe("later");
    expect(await elsewhere(() => fresh.db.update(jobs).set({ state: "stuck" }))).toBe("later");
    expect(await elsewhere(() => fresh.db.delete(jobs))).toBe("later");
    expect(await server.jobOutcome(uuidv7())).toBe("later");
  });

  test("has it done by this server where no other one has taken it", async () => {
    const id = await add();
    expect(await server.jobOutcome(id)).toEqual({ changed: expect.any(Number) });
    expect(await findJob(fresh.db, id)).toMatchObject({ state: "done", tries: 1 });
  });

  test("all that is due is done, one after the other, and what is done soon is done without anybody waiting", async () => {
    const ids = [await add(), await add()];
    await server.workOff();
    for (const id of ids) expect(await findJob(fresh.db, id)).toMatchObject({ state: "done" });
    const soon = await add();
    server.doSoon([soon, uuidv7()]);
    await vi.waitFor(async () => expect(await findJob(fresh.db, soon)).toMatchObject({ state: "done" }), {
      timeout: 170_000,
    });
  });

  test("a lead lets one that is stuck be tried again at once, or gives it up", async () => {
    const [again, gone] = [await add(), await add()];
    await fresh.db.update(jobs).set({ state: "stuck" });
    await server.dropStuck(gone);
    await expect(server.dropStuck(gone)).rejects.toMatchObject({
      code: "stale",
      message: expect.stringMatching(/not stuck any more/),
    });
    await server.retryStuck(again);
    await vi.waitFor(async () => expect(await findJob(fresh.db, again)).toMatchObject({ state: "done" }), {
      timeout: 170_000,
    });
    expect((await listOpenJobs(fresh.db)).length).toBe(0);
  });
});

describe("what follows from an approval", () => {
  const approvedPot = async (cardId: string) => {
    const pot = bigPot(NOW);
    await server.log(pot, by);
    const cards = await asSeen(fresh.db, [cardId]);
    return {
      pot,
      approve: () => server.makeStandard({ id: uuidv7(), batchId: pot.id, revision: 1, cards }, by),
    };
  };
  const sheetOf = async (id: string) => (await readCard(fresh.db, id))!.sheet;

  test("is done by whichever server looks, where the one that approved was killed before it could", async () => {
    const cardId = await aCard(fresh.db, NOW);
    const { pot } = await approvedPot(cardId);
    const { touched } = await server.approvalOf(pot.id);
    await transact(fresh.db, async (tx) => {
      await approveBatch(tx, { id: uuidv7(), batchId: pot.id, revision: 1 }, by, undefined);
      await addJob(tx, { kind: "followBatch", request: { batchId: pot.id, touched, only: null } }, by);
    });
    expect((await sheetOf(cardId)).standard).toBeUndefined();
    await server.workOff();
    expect((await sheetOf(cardId)).standard).toMatchObject({ batchId: pot.id });
    expect(await listOpenJobs(fresh.db)).toEqual([]);
    await server.endStandard(pot.id, by);
  });

  test("is done so for a recipe's new standard, too", async () => {
    const cardId = await aCard(fresh.db, NOW);
    const [seen] = await asSeen(fresh.db, [cardId]);
    const [v3, v4] = [demoId(64), demoId(65)];
    const request = { versionId: v3, only: [seen!] };
    await transact(fresh.db, async (tx) => {
      await setStandard(tx, v3, by);
      await addJob(tx, { kind: "followVersion", request }, by);
    });
    await server.workOff();
    expect((await sheetOf(cardId)).madeWith.recipeVersionId).toBe(v3);
    expect(await listOpenJobs(fresh.db)).toEqual([]);
    await transact(fresh.db, (tx) => setStandard(tx, v4, by));
    await fresh.db.delete(cards).where(eq(cards.id, cardId));
  });

  test("leaves a card alone that somebody changed since the lead saw it", async () => {
    const cardId = await aCard(fresh.db, NOW);
    const { pot, approve } = await approvedPot(cardId);
    const was = await sheetOf(cardId);
    await fresh.db.update(cards).set({ revision: 2 }).where(eq(cards.id, cardId));
    expect(await approve()).toEqual({ changed: 0 });
    expect(await sheetOf(cardId)).toEqual(was);
    await server.endStandard(pot.id, by);
  });

  test("is worked out again where a card was changed while it was made anew: none may lag behind", async () => {
    const cardId = await aCard(fresh.db, NOW);
    const { pot, approve } = await approvedPot(cardId);
    await approve();
    let changed = 0;
    meanwhile.happens = async () => {
      if (changed++ > 0) return;
      await fresh.db.update(cards).set({ revision: sql`revision + 1` }).where(eq(cards.id, cardId));
    };
    expect((await server.endStandard(pot.id, by)).changed).toBeGreaterThan(0);
    expect((await sheetOf(cardId)).standard?.batchId).not.toBe(pot.id);
    expect(changed).toBeGreaterThan(1);
    expect(await listOpenJobs(fresh.db)).toEqual([]);
  });

  test("that is overtaken again and again is left for another try", async () => {
    const cardId = await aCard(fresh.db, NOW);
    const { pot, approve } = await approvedPot(cardId);
    await approve();
    meanwhile.happens = async () => {
      await fresh.db.update(cards).set({ revision: sql`revision + 1` }).where(eq(cards.id, cardId));
    };
    expect(await server.endStandard(pot.id, by)).toEqual({ changed: 0, later: true });
    expect((await sheetOf(cardId)).standard).toMatchObject({ batchId: pot.id });
    meanwhile.happens = async () => {};
    await later();
    await server.workOff();
    expect((await sheetOf(cardId)).standard?.batchId).not.toBe(pot.id);
    expect(await listOpenJobs(fresh.db)).toEqual([]);
  });

  test("leaves no card on a standard that was ended while the card was made anew", async () => {
    const cardId = await aCard(fresh.db, NOW);
    const { pot, approve } = await approvedPot(cardId);
    let isEnded = false;
    meanwhile.happens = async () => {
      if (isEnded) return;
      isEnded = true;
      // Its own job finds no card on the standard yet.
      await server.endStandard(pot.id, by);
    };
    await approve();
    expect(isEnded).toBe(true);
    expect((await sheetOf(cardId)).standard?.batchId).not.toBe(pot.id);
    expect(await listOpenJobs(fresh.db)).toEqual([]);
  });

  test("that takes long is held on to while it is worked out", async () => {
    const cardId = await aCard(fresh.db, NOW);
    const { pot, approve } = await approvedPot(cardId);
    const held = () => fresh.db.select().from(jobs).where(eq(jobs.state, "taken"));
    let heldUntil = 0;
    vi.useFakeTimers({ toFake: ["setInterval", "clearInterval"] });
    meanwhile.happens = async () => {
      if (heldUntil > 0) return;
      const began = await clock();
      await fresh.db.update(jobs).set({ takenUntil: sql`UTC_TIMESTAMP(3) + INTERVAL 1 HOUR` });
      vi.advanceTimersByTime((1000 * LEASE_S) / 3);
      // The hour is gone: it was taken for its own while anew.
      await vi.waitFor(async () => {
        const [job] = await held();
        heldUntil = job!.takenUntil!.getTime() - began;
        expect(heldUntil).toBeLessThan(3_000_000);
      });
    };
    try {
      expect(await approve()).toEqual({ changed: 1 });
    } finally {
      vi.useRealTimers();
    }
    expect(heldUntil).toBeGreaterThan(0);
    await server.endStandard(pot.id, by);
  });

  test("that cannot be done says why, and is not tried again", async () => {
    const pair = { siteId: PIER_HEAD, brewerId: DEMO_IDS.brewers.press, grinderId: DEMO_IDS.grinders.dunlin };
    const { fitToLog } = await import("#server/fits.ts");
    await expect(fitToLog(pair, { personId: BARISTA, at: NOW })).rejects.toMatchObject({ code: "refused" });
    expect(await listOpenJobs(fresh.db)).toEqual([]);
  });
});
