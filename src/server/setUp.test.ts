import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { readHouse } from "#data/house.ts";
import { listPublicPins, readPerson } from "#data/people.ts";
import { jobs, limits, people, sessions, shiftItems } from "#data/schema/index.ts";
import { freshDatabase, type OwnDatabase } from "#tests/database.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
const PUBLIC =
  "The PINs of Oda Venn, Brannoc Teal, Ida Quill and Mirren Sallow are public, so the network stays shut: a lead gives them others, or archives them, on the People page. Until then, start without TUMBEK_HOST and TUMBEK_PROXY.";

let fresh: OwnDatabase;
const { argv, exitCode } = process;
beforeEach(async () => {
  fresh = await freshDatabase("set_up");
  vi.stubEnv("TUMBEK_DATABASE", JSON.stringify(fresh.address));
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
});
afterEach(async () => {
  vi.unstubAllEnvs();
  process.argv = argv;
  process.exitCode = exitCode;
  await fresh.drop();
});

/** Runs the set-up as `./tumbek start` does. @returns what it ends with and the last line that it writes */
async function run(...words: readonly string[]) {
  process.argv = ["node", "setUp", ...words];
  process.exitCode = undefined;
  const written: string[] = [];
  const screen = vi
    .spyOn(process.stderr, "write")
    .mockImplementation((text) => written.push(String(text)) > 0);
  vi.resetModules();
  await import("./setUp.ts").finally(() => screen.mockRestore());
  return { exitCode: process.exitCode, says: written.at(-1) };
}
const WELL = { exitCode: undefined, says: undefined };

describe("the demo house", () => {
  test("is set up once, with plans and PINs that open its door, and is not opened to a network with them", async () => {
    expect(await run()).toEqual(WELL);
    const house = await readHouse(fresh.db);
    expect(house).toMatchObject({ kind: "demo" });
    expect(await fresh.db.$count(shiftItems)).toBeGreaterThan(0);
    const somebody = (await readPerson(fresh.db, (await listPublicPins(fresh.db))[0]!.id))!;
    expect(somebody.pinHash).toMatch(/^[0-9a-f]+:[0-9a-f]+$/);

    await fresh.db.update(people).set({ name: "Oda Venn-Teal" }).where(eq(people.name, "Oda Venn"));
    expect(await run("demo", "closed")).toEqual(WELL);
    expect(await fresh.db.$count(people, eq(people.name, "Oda Venn-Teal"))).toBe(1);
    await fresh.db.update(people).set({ name: "Oda Venn" }).where(eq(people.name, "Oda Venn-Teal"));
    expect(await run("demo", "open")).toEqual({ exitCode: 2, says: `REFUSED: ${PUBLIC}\n` });
    await fresh.db.update(people).set({ publicPin: null });
    expect(await run("demo", "open")).toEqual(WELL);
    expect(await run("empty")).toEqual({
      exitCode: 2,
      says: expect.stringMatching(/^REFUSED: This house has data: --empty is for a new one\. .*TUMBEK_HOME/),
    });
  });
});

describe("an empty house", () => {
  test("is one without a name, and is opened once somebody leads it", async () => {
    expect(await run("empty", "closed")).toEqual(WELL);
    expect(await readHouse(fresh.db)).toMatchObject({ kind: "real", name: "", createdAt: NOW });
    expect(await fresh.db.$count(people)).toBe(0);
    expect(await run("empty", "open")).toEqual({
      exitCode: 2,
      says: expect.stringMatching(
        /^REFUSED: Nobody leads this house yet: .*name the first lead, then open it/,
      ),
    });
    const sorrel = {
      id: uuidv7(),
      name: "Sorrel Finch",
      role: "lead" as const,
      createdAt: NOW,
      pinHash: "x",
    };
    await fresh.db.insert(people).values(sorrel);
    // It goes on without the word `empty`: who has data is not asked for it.
    expect(await run("demo", "open")).toEqual(WELL);
    expect(await readHouse(fresh.db)).toMatchObject({ kind: "real" });
  });

  test("is tidied up at every start: what ended is taken out, and nothing else", async () => {
    await run("empty");
    const sorrel = uuidv7();
    await fresh.db.insert(people).values({ id: sorrel, name: "Sorrel Finch", role: "lead", createdAt: NOW });
    const hour = (hours: number) => new Date(Date.now() + hours * 3_600_000);
    const [ended, counting] = [-1, 1].map((hours) => ({
      id: uuidv7(),
      tokenHash: uuidv7(),
      personId: sorrel,
      createdAt: NOW,
      seenAt: NOW,
      expiresAt: hour(hours),
      ipAddress: "",
    }));
    await fresh.db.insert(sessions).values([ended!, counting!]);
    const tried = (key: string, hours: number) => ({ key, points: 1, expire: hour(hours).getTime() });
    await fresh.db.insert(limits).values([tried("forgotten", -1), tried("remembered", 1)]);
    const job = (state: "done" | "stuck", daysAgo: number) => {
      const at = hour(-24 * daysAgo);
      return {
        id: uuidv7(),
        kind: "learnBed" as const,
        request: { brewerId: uuidv7() },
        state,
        askedAt: at,
        dueAt: at,
        endedAt: at,
      };
    };
    const [old, late, stuck] = [job("done", 31), job("done", 29), job("stuck", 31)];
    await fresh.db.insert(jobs).values([old, late, stuck]);
    expect(await run()).toEqual(WELL);
    expect((await fresh.db.select().from(sessions)).map(({ id }) => id)).toEqual([counting!.id]);
    expect((await fresh.db.select().from(limits)).map(({ key }) => key)).toEqual(["remembered"]);
    const left = (await fresh.db.select().from(jobs)).map(({ id }) => id);
    expect(left.toSorted()).toEqual([late.id, stuck.id].toSorted());
  });
});

test("a set-up that fails says so in a sentence, and leaves the database's own words to the log", async () => {
  vi.stubEnv(
    "TUMBEK_DATABASE",
    JSON.stringify({ ...fresh.address, database: `${fresh.address.database}_gone` }),
  );
  expect(await run()).toEqual({
    exitCode: 1,
    says: "its tables could not be brought up to date; what was kept in them is still there.\n",
  });
});
