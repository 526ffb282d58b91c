import { eq, sql } from "drizzle-orm";
import { createConnection } from "mysql2/promise";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { NO_SIGNS } from "#contract/batch.ts";
import { fail, must } from "#core/result";
import { cutProxy } from "#tests/cutProxy.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";
import { logBatch, readBatches } from "./batches.ts";
import { connect, type PooledDatabase } from "./connection.ts";
import { DEMO_IDS, LEAD, PIER_HEAD } from "./demo/bench.ts";
import { isDatabaseAway, isOutcomeUnknown, isWorthAnotherTry } from "./failures.ts";
import { readBenchRevisions, turnBench } from "./house.ts";
import { cups, house, locks } from "./schema/index.ts";
import { lock, type Transaction, transact } from "./transact.ts";

const AT = new Date("2026-07-14T08:30:00Z");
let fresh: OwnDatabase;
let db: PooledDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("transact", AT);
  db = fresh.db;
});
afterAll(() => fresh.drop());

const rename = (tx: Transaction, id: string, name: string) =>
  tx.update(cups).set({ name }).where(eq(cups.id, id));
const nameOf = async (id: string) => (await db.select().from(cups).where(eq(cups.id, id)))[0]?.name;
const [ONE, TWO] = ["0190a5c0-0000-7000-8000-00000000c001", "0190a5c0-0000-7000-8000-00000000c002"] as const;
beforeAll(async () => {
  const cup = { volumeMl: 200, serve: "hot" as const };
  await db.insert(cups).values([
    { ...cup, id: ONE, name: "one", position: 90 },
    { ...cup, id: TWO, name: "two", position: 91 },
  ]);
});
/** Lets two transactions meet at a place. */
function meeting(of: number) {
  let here = 0;
  let open = () => {};
  const met = new Promise<void>((resolve) => {
    open = resolve;
  });
  return () => {
    here++;
    if (here >= of) open();
    return met;
  };
}

describe("a transaction", () => {
  test("is kept whole, or not at all; what the work threw is what is thrown", async () => {
    const wrong = new Error("no");
    const half = transact(db, async (tx) => {
      await rename(tx, ONE, "changed");
      throw wrong;
    });
    await expect(half).rejects.toBe(wrong);
    expect(await nameOf(ONE)).toBe("one");
    expect(await transact(db, async (tx) => rename(tx, ONE, "uno").then(() => 7))).toBe(7);
    expect(await nameOf(ONE)).toBe("uno");
  });

  test("that answers with a failure has kept nothing of what it did before", async () => {
    const refused = await transact(db, async (tx) => {
      await rename(tx, ONE, "half");
      return fail({ code: "stale" });
    });
    expect(refused).toEqual({ ok: false, failure: { code: "stale" } });
    expect(await nameOf(ONE)).toBe("uno");
  });

  test("begun inside another one is part of it", async () => {
    const both = transact(db, async (tx) => {
      await transact(tx, (inner) => rename(inner, ONE, "inner"));
      throw new Error("outer");
    });
    await expect(both).rejects.toThrow("outer");
    expect(await nameOf(ONE)).toBe("uno");
  });

  test("cannot use the pool: reading, writing and another transaction of it are refused, and nothing is kept", async () => {
    for (const stray of [
      () => nameOf(ONE),
      () => db.update(cups).set({ name: "stray" }).where(eq(cups.id, ONE)),
      () => transact(db, (tx) => rename(tx, ONE, "stray")),
    ]) {
      const work = transact(db, async (tx) => {
        await rename(tx, TWO, "half");
        await stray();
      });
      await expect(work).rejects.toThrow();
      await work.catch((error: Error) => {
        expect(String(error.cause ?? error)).toContain("inside a transaction");
      });
    }
    expect([await nameOf(ONE), await nameOf(TWO)]).toEqual(["uno", "two"]);
  });

  test("two that lock each other out are both kept, one after the other", async () => {
    let tries = 0;
    const meet = meeting(2);
    const turned = (first: string, second: string, volumeMl: number) =>
      transact(db, async (tx) => {
        tries++;
        for (const id of [first, second]) {
          await tx.update(cups).set({ volumeMl }).where(eq(cups.id, id));
          await meet();
        }
        return volumeMl;
      });
    expect(await Promise.all([turned(ONE, TWO, 300), turned(TWO, ONE, 301)])).toEqual([300, 301]);
    expect(tries).toBeGreaterThan(2);
    const volumes = (await db.select().from(cups)).filter(({ id }) => id === ONE || id === TWO);
    expect(volumes[0]!.volumeMl).toBe(volumes[1]!.volumeMl);
  });

  test("one that waited too long for a lock begins anew, with nothing of its first try left", async () => {
    const held = meeting(2);
    const release = meeting(2);
    const holder = transact(db, async (tx) => {
      await rename(tx, ONE, "held");
      await held();
      await release();
    });
    await held();
    let tries = 0;
    const [before] = await db.select().from(cups).where(eq(cups.id, TWO));
    const waiter = transact(db, async (tx) => {
      tries++;
      await tx.update(cups).set({ volumeMl: sql`volume_ml + 1` }).where(eq(cups.id, TWO));
      // Only after it was turned away once is the lock let go.
      if (tries === 2) void release();
      await rename(tx, ONE, "waited");
    });
    await Promise.all([holder, waiter]);
    expect(tries).toBeGreaterThan(1);
    expect(await nameOf(ONE)).toBe("waited");
    const [two] = await db.select().from(cups).where(eq(cups.id, TWO));
    expect(two?.volumeMl).toBe(before!.volumeMl + 1);
  });

  test("two that keep one key at once: the later one finds the other's row", async () => {
    const id = uuidv7();
    const meet = meeting(2);
    const keep = (name: string) =>
      transact(db, async (tx) => {
        const [known] = await tx.select().from(cups).where(eq(cups.id, id));
        if (known) return `found ${known.name}`;
        await meet();
        await tx.insert(cups).values({ id, name, volumeMl: 1, serve: "hot", position: 95 });
        return "kept";
      });
    const said = await Promise.all([keep("a"), keep("b")]);
    expect(said.toSorted()).toEqual([`found ${await nameOf(id)}`, "kept"]);
  });

  test("a name that is taken in the same moment is not there twice", async () => {
    const insert = (position: number) =>
      db.insert(cups).values({ id: uuidv7(), name: "same", volumeMl: 1, serve: "hot", position });
    const done = await Promise.allSettled([insert(96), insert(97)]);
    expect(done.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
    // Off the bench, its name is free again.
    await db.update(cups).set({ removed: true }).where(eq(cups.name, "same"));
    await insert(98);
  });

  test("a lock is a row that is written, and lets one through at a time", async () => {
    const order: string[] = [];
    const [before] = await db.select().from(locks).where(eq(locks.name, "people"));
    const hold = (who: string) =>
      transact(db, async (tx) => {
        await lock(tx, "people");
        order.push(`${who} in`);
        await tx.execute(sql`SELECT SLEEP(0.02)`);
        order.push(`${who} out`);
      });
    await Promise.all([hold("a"), hold("b"), hold("c")]);
    for (let i = 0; i < order.length; i += 2) expect(order[i + 1]).toBe(order[i]!.replace("in", "out"));
    const [after] = await db.select().from(locks).where(eq(locks.name, "people"));
    expect(after!.turn).toBe(before!.turn + 3);
    await expect(transact(db, (tx) => lock(tx, "nothing" as "people"))).rejects.toThrow("no lock");
  });

  test("after a lock was waited for, what is read is what its last holder left", async () => {
    const seen = await Promise.all(
      Array.from({ length: 8 }, () =>
        transact(db, async (tx) => {
          await tx.select().from(house);
          await lock(tx, "standards");
          const revision = (await tx.select().from(house))[0]!.revision;
          await tx.update(house).set({ revision: revision + 1 });
          return revision;
        }),
      ),
    );
    expect(new Set(seen).size).toBe(8);
  });
});

describe("a database that goes away", () => {
  test("while the work is done: nothing is kept, and its first error is the one that is told", async () => {
    const outside = await createConnection(fresh.address);
    const killed = transact(db, async (tx) => {
      await rename(tx, ONE, "killed");
      const [rows] = (await tx.execute(sql`SELECT CONNECTION_ID() AS id`)) as unknown as [{ id: number }[]];
      await outside.query(`KILL ${rows[0]!.id}`);
      await rename(tx, TWO, "killed");
    });
    const error = await killed.then(
      () => undefined,
      (thrown: unknown) => thrown,
    );
    expect([isDatabaseAway(error), isOutcomeUnknown(error)]).toEqual([true, false]);
    expect(String(error)).toContain("update `cups`");
    expect(await nameOf(ONE)).not.toBe("killed");
    await outside.end();
  });

  test("while it is kept: the outcome is unknown, and the same sent again settles it, whichever it was", async () => {
    const proxy = await cutProxy(fresh.address);
    const own = connect(proxy.address);
    const batch = {
      id: uuidv7(),
      brewerId: DEMO_IDS.brewers.turnstone,
      coffeeId: null,
      vesselId: null,
      cardId: null,
      recipeVersionId: null,
      method: null,
      grinderId: null,
      dialSetting: null,
      doseG: 100,
      waterG: 1600,
      iceG: 0,
      yieldG: 1395,
      brewTimeS: null,
      strengthPct: null,
      sampledAt: null,
      ...NO_SIGNS,
      liked: null,
      note: "",
      at: AT.toISOString(),
    };
    const by = { personId: LEAD, at: AT };
    const kept = async () =>
      (await readBatches(db, PIER_HEAD)).filter(({ id }) => id === batch.id).map(({ doseG }) => doseG);
    try {
      // The words reached the database, and only the answer was lost.
      proxy.loseAnswerTo("\u0003COMMIT");
      const error = await logBatch(own.db, batch, by).then(
        () => undefined,
        (thrown: unknown) => thrown,
      );
      expect([isOutcomeUnknown(error), isDatabaseAway(error), isWorthAnotherTry(error)]).toEqual([
        true,
        true,
        false,
      ]);
      expect(await kept()).toEqual([100]);
      must(await logBatch(own.db, batch, by));
      expect(await kept()).toEqual([100]);
      // Lost before it was kept, it is certain that nothing was.
      proxy.loseAnswerTo("update `bench_revisions`");
      const revisions = await readBenchRevisions(db);
      const lost = await transact(own.db, (tx) => turnBench(tx, "recipes")).then(
        () => undefined,
        (thrown: unknown) => thrown,
      );
      expect([isDatabaseAway(lost), isOutcomeUnknown(lost)]).toEqual([true, false]);
      expect(await readBenchRevisions(db)).toEqual(revisions);
    } finally {
      await own.pool.end().catch(() => {});
      proxy.close();
    }
  });

  test("is told from what is wrong with the work", () => {
    const driver = (fields: object) => new Error("wrapped", { cause: Object.assign(new Error("x"), fields) });
    for (const fields of [{ errno: 1047 }, { errno: 1053 }, { code: "ECONNREFUSED" }, { code: "EPIPE" }]) {
      expect(isDatabaseAway(driver(fields))).toBe(true);
    }
    expect(isDatabaseAway(new Error("Can't add new command when connection is in closed state"))).toBe(true);
    for (const fields of [{ errno: 1062 }, { errno: 1213 }, {}])
      expect(isDatabaseAway(driver(fields))).toBe(false);
    expect([1213, 1205, 1020, 1062, 1047].map((errno) => isWorthAnotherTry(driver({ errno })))).toEqual([
      true,
      true,
      true,
      false,
      false,
    ]);
  });
});
