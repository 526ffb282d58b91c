import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { EventLine } from "#contract/event.ts";
import { findBatch } from "#data/batches.ts";
import { connect } from "#data/connection.ts";
import { DEMO_IDS, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { happened, readEvents } from "#data/events.ts";
import { events } from "#data/schema/index.ts";
import { transact } from "#data/transact.ts";
import { firstState } from "#scaling/choice";
import { asSent, bigPot } from "./batches.ts";
import { asSeen } from "./cards.ts";
import { benchOn, demoDatabase, type OwnDatabase } from "./database.ts";

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
let fresh: OwnDatabase;
let other: ReturnType<typeof connect>;
let secondSite: string;

beforeAll(async () => {
  fresh = await demoDatabase("events", NOW);
  // Another server on the same database.
  other = connect(fresh.address);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  const bench = await benchOn(fresh.db, PIER_HEAD);
  secondSite = bench.sites.find(({ id }) => id !== PIER_HEAD)!.id;
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await other.pool.end();
  await fresh.drop();
});

/** All that happened at a site, page by page, as a follower reads it. */
async function all(siteId: string, most = 7): Promise<EventLine[]> {
  const read: EventLine[] = [];
  for (;;) {
    const page = await readEvents(fresh.db, siteId, read.at(-1)?.n ?? 0, most);
    if (page.length === 0) return read;
    read.push(...page);
  }
}

describe("events", () => {
  test("of two servers that write at once, some of it undone, are followed in order without one skipped", async () => {
    const EACH = 60;
    const committed: string[] = [];
    const writer = async (db: typeof fresh.db, name: string) => {
      for (let i = 0; i < EACH; i++) {
        const tag = `${name} ${i}`;
        await transact(db, async (tx) => {
          happened(tx, { siteId: PIER_HEAD, kind: "listChanged", details: { tag } }, by);
          if (i % 3 === 0) happened(tx, { siteId: secondSite, kind: "listChanged", details: { tag } }, by);
          // A transaction may be long: what commits late must not be skipped.
          await new Promise((resolve) => setTimeout(resolve, Math.random() * 4));
          if (i % 5 === 4) throw new Error("undone");
          return undefined;
        }).then(
          () => committed.push(tag),
          (error) => {
            if (error.message !== "undone") throw error;
          },
        );
      }
    };
    let writing = true;
    const followed: EventLine[] = [];
    const follower = async () => {
      for (;;) {
        const last = !writing;
        const page = await readEvents(other.db, PIER_HEAD, followed.at(-1)?.n ?? 0);
        for (const event of page) {
          expect(event.n).toBe((followed.at(-1)?.n ?? 0) + 1);
          followed.push(event);
        }
        if (last) return;
        await new Promise((resolve) => setTimeout(resolve, 2));
      }
    };
    const following = follower();
    await Promise.all([fresh.db, fresh.db, other.db, other.db].map((db, i) => writer(db, `writer ${i}`)));
    writing = false;
    await following;
    expect(followed.map(({ details }) => String(details.tag)).toSorted()).toEqual(committed.toSorted());
    expect(await all(PIER_HEAD)).toEqual(followed);
    // Another site counts for itself.
    const second = await all(secondSite);
    expect(second.map(({ n }) => n)).toEqual(second.map((_, i) => i + 1));
    // What each writer kept stands in the order in which it was kept.
    for (const name of ["writer 0", "writer 1", "writer 2", "writer 3"]) {
      const own = followed.map(({ details }) => String(details.tag)).filter((tag) => tag.startsWith(name));
      expect(own).toEqual(committed.filter((tag) => tag.startsWith(name)));
    }
  });

  test("are only ever added", async () => {
    await expect(fresh.db.update(events).set({ kind: "cardKept" })).rejects.toThrow();
    await expect(fresh.db.delete(events)).rejects.toThrow();
  });

  test("say what people did, each once, whoever did it and however often it was sent", async () => {
    const server = {
      ...(await import("#server/batches.ts")),
      ...(await import("#server/standards.ts")),
      ...(await import("#server/cards.ts")),
      ...(await import("#server/shifts.ts")),
      ...(await import("#server/newBag.ts")),
    };
    const began = (await all(PIER_HEAD, 500)).at(-1)?.n ?? 0;
    const bench = await benchOn(fresh.db, PIER_HEAD);
    const cardId = uuidv7();
    const wanted = {
      id: cardId,
      siteId: PIER_HEAD,
      chosen: firstState(bench),
      benchRevision: bench.revision,
      setting: null,
    };
    for (let sent = 0; sent < 2; sent++) await server.keepCard(wanted, by);
    const pot = bigPot(NOW);
    for (let sent = 0; sent < 2; sent++) await server.log(pot, by);
    const seen = await asSeen(fresh.db, [cardId]);
    const approval = { id: uuidv7(), batchId: pot.id, revision: 1, cards: seen };
    await server.makeStandard(approval, by);
    const batch = { ...asSent((await findBatch(fresh.db, pot.id))!), doseG: 196 };
    for (let sent = 0; sent < 2; sent++) await server.correct(batch, by);
    await server.takeOut({ id: pot.id, revision: 2, removed: true }, by);
    await server.takeOut({ id: pot.id, revision: 3, removed: false }, by);
    await server.endStandard(pot.id, by);
    const items = [{ id: uuidv7(), cardId, batches: 2 }];
    for (let sent = 0; sent < 2; sent++) {
      await server.saveList({ siteId: PIER_HEAD, day: "2026-07-16" }, { revision: 0, items }, by);
    }
    const bag = { densityGPerMl: 0.37, roastedOn: "2026-07-11", revision: 1, test: null };
    await server.openBag({ siteId: PIER_HEAD, coffeeId: DEMO_IDS.coffees.saltmarsh, ...bag }, by);
    const what = (await readEvents(fresh.db, PIER_HEAD, began))
      .filter(({ kind, details }) => kind !== "cardRemade" || details.cardId === cardId)
      .map(({ kind }) => kind);
    expect(what).toEqual([
      "cardKept",
      "batchLogged",
      "standardMade",
      "cardRemade",
      "batchCorrected",
      "cardRemade",
      "batchTakenOut",
      "cardRemade",
      "batchPutBack",
      "cardRemade",
      "standardEnded",
      "cardRemade",
      "listChanged",
      "bagOpened",
    ]);
  });
});
