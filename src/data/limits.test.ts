import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { freshDatabase, type OwnDatabase } from "#tests/database.ts";
import { connect } from "./connection.ts";
import { forgiveName, tryAddress, tryCompute, tryName } from "./limits.ts";
import { limits } from "./schema/index.ts";

const AT = new Date("2026-07-14T08:30:00Z");
const NAME = "0190a5c0-0000-7000-8000-000000000001";
const DAY_MIN = 24 * 60;
/** The clock of the server, so many minutes after the first try. */
const at = (minutes: number) => vi.setSystemTime(AT.getTime() + minutes * 60_000);

let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await freshDatabase("limits");
});
afterAll(() => fresh.drop());
beforeEach(async () => {
  vi.useFakeTimers({ toFake: ["Date"], now: AT });
  await fresh.db.delete(limits);
});
afterEach(() => vi.useRealTimers());

const tries = async (minutes: number) => {
  at(minutes);
  return tryName(fresh.db, NAME);
};
const fail = async (times: number, minutes = 0) => {
  for (let i = 0; i < times; i++) expect(await tries(minutes)).toBe(0);
};

describe("tries of a name", () => {
  test("five wrong PINs are free, then one after each pause, and each pause is longer", async () => {
    await fail(5);
    expect(await tries(0)).toBe(60);
    expect(await tries(0.5)).toBe(30);
    expect(await tries(1)).toBe(0);
    expect(await tries(2)).toBe(60);
    expect(await tries(3)).toBe(0);
    expect(await tries(3)).toBe(240);
    expect(await tries(7)).toBe(0);
    expect(await tries(15)).toBe(0);
    expect(await tries(15)).toBe(15 * 60);
  });

  test("the right PIN forgives them", async () => {
    await fail(5);
    await forgiveName(fresh.db, NAME);
    await fail(5, 0.5);
    expect(await tries(0.5)).toBe(60);
  });

  test("one name's are not another's", async () => {
    await fail(5);
    expect(await tryName(fresh.db, "somebody else")).toBe(0);
  });

  test("many at once are counted too", async () => {
    const waits = await Promise.all(Array.from({ length: 12 }, () => tryName(fresh.db, NAME)));
    expect(waits.filter((wait) => wait === 0)).toHaveLength(5);
  });

  test("a clock that is set back by a day locks nobody for a day", async () => {
    at(DAY_MIN);
    for (let i = 0; i < 6; i++) await tryName(fresh.db, NAME);
    const waitS = await tries(0);
    expect(waitS).toBeGreaterThan(0);
    expect(waitS).toBeLessThanOrEqual(15 * 60);
    expect(await tries(16)).toBe(0);
  });

  test("they are forgiven a day after the first of them, and not a minute sooner", async () => {
    await fail(4);
    expect(await tries(DAY_MIN - 1)).toBe(0);
    expect(await tries(DAY_MIN - 1)).toBe(60);
    await fail(5, 2 * DAY_MIN);
    expect(await tries(2 * DAY_MIN)).toBe(60);
  });
});

test("an address has thirty tries a minute, whoever it names", async () => {
  for (let i = 0; i < 30; i++) expect(await tryAddress(fresh.db, "192.0.2.7")).toBe(0);
  at(0.5);
  expect(await tryAddress(fresh.db, "192.0.2.7")).toBe(30);
  expect(await tryAddress(fresh.db, "192.0.2.8")).toBe(0);
  at(1);
  expect(await tryAddress(fresh.db, "192.0.2.7")).toBe(0);
  // What was counted by a clock that ran ahead holds nobody off.
  for (let i = 0; i < 30; i++) await tryAddress(fresh.db, "192.0.2.9");
  at(-60);
  expect(await tryAddress(fresh.db, "192.0.2.9")).toBe(0);
});

test("where its table cannot be counted in, that is a fault, and no wait", async () => {
  await fresh.db.execute("RENAME TABLE limits TO limits_away");
  await expect(tryAddress(fresh.db, "192.0.2.7")).rejects.toThrow(/limits/);
  await fresh.db.execute("RENAME TABLE limits_away TO limits");
  expect(await tryAddress(fresh.db, "192.0.2.7")).toBe(0);
});

test("two servers count together", async () => {
  const other = connect(fresh.address);
  for (let i = 0; i < 15; i++) {
    expect(await tryAddress(fresh.db, "192.0.2.7")).toBe(0);
    expect(await tryAddress(other.db, "192.0.2.7")).toBe(0);
  }
  expect(await tryAddress(other.db, "192.0.2.7")).toBe(60);
  await other.pool.end();
});

test("computing goes on while the database is away, and is counted still", async () => {
  const away = connect({ ...fresh.address, port: 1 });
  for (let i = 0; i < 600; i++) expect(await tryCompute(away.db, "192.0.2.7")).toBe(0);
  expect(await tryCompute(away.db, "192.0.2.7")).toBeGreaterThan(0);
  expect(await tryCompute(fresh.db, "192.0.2.7")).toBe(0);
  await away.pool.end();
});
