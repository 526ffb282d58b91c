import { setTimeout as pause } from "node:timers/promises";
import { sql } from "drizzle-orm";
import { createConnection, type RowDataPacket } from "mysql2/promise";
import { afterAll, beforeAll, expect, test } from "vitest";
import { freshDatabase, type OwnDatabase } from "#tests/database.ts";
import { connect } from "./connection.ts";
import { isDatabaseAway, isPoolBusy } from "./failures.ts";
import { transact } from "./transact.ts";

let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await freshDatabase("pool");
});
afterAll(() => fresh.drop());

/** The database shows its transactions as of a tenth of a second ago, for as long as it is asked more often than that. */
const LOOKS_EVERY_MS = 300;

const caught = (work: Promise<unknown>) =>
  work.then(
    () => undefined,
    (error: unknown) => error,
  );

test("a pool whose connections are all held tells whoever waits, and is whole again when they come back", async () => {
  const own = connect(fresh.address);
  const held = await Promise.all(Array.from({ length: 12 }, () => own.pool.getConnection()));
  const waiting = [own.db.execute(sql`SELECT 1`), transact(own.db, (tx) => tx.execute(sql`SELECT 1`))];
  for (const error of await Promise.all(waiting.map(caught))) {
    expect([isPoolBusy(error), isDatabaseAway(error)]).toEqual([true, false]);
  }
  for (const connection of held) connection.release();
  // A connection that came too late was given back: none is lost.
  const again = await Promise.all(Array.from({ length: 12 }, () => own.pool.getConnection()));
  for (const connection of again) connection.release();
  await own.pool.end();
});

test("more requests than may wait are told at once", async () => {
  const own = connect(fresh.address);
  const held = await Promise.all(Array.from({ length: 12 }, () => own.pool.getConnection()));
  const waiting = Array.from({ length: 420 }, () => caught(own.db.execute(sql`SELECT 1`)));
  const first = await Promise.race(waiting);
  expect(isPoolBusy(first)).toBe(true);
  for (const connection of held) connection.release();
  await Promise.all(waiting);
  await own.pool.end();
});

test("a transaction that asks nothing is broken off by the database, with its locks: none idles over ten seconds", async () => {
  const outside = await createConnection(fresh.address);
  const oldestS = async () => {
    const [rows] = await outside.query<RowDataPacket[]>(
      `SELECT MAX(TIMESTAMPDIFF(SECOND, trx_started, NOW())) AS s
       FROM information_schema.innodb_trx JOIN information_schema.processlist ON id = trx_mysql_thread_id
       WHERE db = DATABASE()`,
    );
    return rows[0]!.s as number | null;
  };
  let isIdling = true;
  const idle = caught(
    transact(fresh.db, async (tx) => {
      await tx.execute(sql`UPDATE locks SET turn = turn + 1 WHERE name = 'people'`);
      while (isIdling) await pause(50);
      await tx.execute(sql`SELECT 1`);
    }),
  );
  while ((await oldestS()) === null) await pause(LOOKS_EVERY_MS);
  // The database counts the ten seconds, and ends it by itself; how long that seems on a busy machine is not looked at.
  const [limits] = (await fresh.db.execute(sql`SELECT @@idle_transaction_timeout AS s`)) as unknown as [
    { s: number }[],
  ];
  expect(limits).toEqual([{ s: 10 }]);
  while ((await oldestS()) !== null) await pause(LOOKS_EVERY_MS);
  isIdling = false;
  expect(isDatabaseAway(await idle)).toBe(true);
  await transact(fresh.db, (tx) => tx.execute(sql`UPDATE locks SET turn = turn + 1 WHERE name = 'people'`));
  await outside.end();
});
