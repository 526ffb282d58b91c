import { verifyPassword } from "@better-auth/utils/password";
import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import { BARISTA, LEAD } from "#data/demo/bench.ts";
import { people } from "#data/schema/index.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
const PIN = "583926";

const caller = vi.hoisted(() => ({ from: "127.0.0.1" }));
vi.mock("next/headers", () => ({
  headers: async () => new Headers({ "x-tumbek-address": caller.from }),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let house: typeof import("./people.ts");

beforeAll(async () => {
  fresh = await demoDatabase("people", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  house = await import("./people.ts");
});
afterAll(() => fresh.drop());

const rowOf = async (id: string) => (await fresh.db.select().from(people).where(eq(people.id, id)))[0]!;
const newcomer = (name: string, pin = PIN) => ({ id: uuidv7(), name, role: "trainee" as const, pin });

describe("somebody new", () => {
  test("is kept by a clean name, with a PIN that nobody can read; sent twice it is one", async () => {
    const sorrel = newcomer("  Sorrel   Finch ");
    await house.add(sorrel, by);
    const row = await rowOf(sorrel.id);
    expect(row).toMatchObject({ name: "Sorrel Finch", role: "trainee", archived: false });
    expect(row.pinHash).not.toContain(PIN);
    expect(await verifyPassword(row.pinHash!, PIN)).toBe(true);
    await house.add(sorrel, by);
    expect((await fresh.db.select().from(people).where(eq(people.name, "Sorrel Finch"))).length).toBe(1);
  });

  test.each([
    ["a name that somebody has", { name: "Ida Quill" }, { code: "refused", field: "name" }],
    ["no name", { name: "  " }, { field: "name" }],
    ["a PIN that is short", { pin: "58" }, { field: "pin" }],
    ["a PIN that is counted up", { pin: "123456" }, { field: "pin" }],
  ])("%s is refused at its field, and nobody is added", async (_, change, refusal) => {
    const before = await fresh.db.$count(people);
    await expect(house.add({ ...newcomer("Wren Ashby"), ...change }, by)).rejects.toMatchObject(refusal);
    expect(await fresh.db.$count(people)).toBe(before);
  });

  test("under an id that is somebody else's is told whose it is", async () => {
    await expect(house.add({ ...newcomer("Wren Ashby"), id: BARISTA }, by)).rejects.toMatchObject({
      code: "stale",
      field: "name",
      message: expect.stringContaining("Ida Quill"),
    });
  });
});

describe("a change", () => {
  const changed = async (change: object) => {
    const { name, role, revision } = await rowOf(BARISTA);
    return house.change({ id: BARISTA, name, role, revision, ...change }, by);
  };

  test("is kept; one that began with an older row is told what is there, and who left it so", async () => {
    const { revision } = await rowOf(BARISTA);
    expect(await changed({ name: "Ida  Quill-Moss" })).toBeUndefined();
    expect((await rowOf(BARISTA)).name).toBe("Ida Quill-Moss");
    expect(await changed({ name: "Ida Quill", role: "lead", revision })).toEqual({
      name: "Ida Quill-Moss",
      role: "barista",
      revision: revision + 1,
      changedBy: "Oda Venn",
    });
    expect(await changed({ name: "Ida Quill" })).toBeUndefined();
  });

  test("to a name that is taken is refused, and so is the last lead's to no lead", async () => {
    await expect(changed({ name: "Oda Venn" })).rejects.toMatchObject({ field: "name" });
    const { name, revision } = await rowOf(LEAD);
    await expect(house.change({ id: LEAD, name, role: "barista", revision }, by)).rejects.toThrow(
      "only lead",
    );
    await expect(house.archive(LEAD, true, by)).rejects.toThrow("only lead");
  });
});

describe("a PIN that is given", () => {
  test("opens the door from then on, and is refused where it would be guessed", async () => {
    await house.givePin({ id: BARISTA, pin: PIN }, by);
    expect(await verifyPassword((await rowOf(BARISTA)).pinHash!, PIN)).toBe(true);
    await expect(house.givePin({ id: BARISTA, pin: "111111" }, by)).rejects.toMatchObject({ field: "pin" });
    await expect(house.givePin({ id: uuidv7(), pin: PIN }, by)).rejects.toThrow("nobody by that record");
  });
});

describe("somebody who has left", () => {
  test("is archived, then without a name, and not given a PIN or brought back after that", async () => {
    const leaver = newcomer("Tamsin Reed");
    await house.add(leaver, by);
    await expect(house.makeAnonymous(leaver.id, by)).rejects.toThrow("Archive them first");
    await house.archive(leaver.id, true, by);
    await house.archive(leaver.id, false, by);
    await house.archive(leaver.id, true, by);
    await house.makeAnonymous(leaver.id, by);
    const row = await rowOf(leaver.id);
    expect(row).toMatchObject({ anonymised: true, archived: true });
    expect(row.name).not.toContain("Tamsin");
    await expect(house.archive(leaver.id, false, by)).rejects.toThrow("add them anew");
    await expect(house.givePin({ id: leaver.id, pin: PIN }, by)).rejects.toThrow("nobody by that record");
    await expect(house.makeAnonymous(uuidv7(), by)).rejects.toThrow("nobody by that record");
  });
});

describe("the first lead", () => {
  test("is nobody where there is one already, nor whoever is not at the machine", async () => {
    const first = { id: uuidv7(), name: "Wren Ashby", pin: PIN };
    await expect(house.addFirst(first, NOW)).rejects.toMatchObject({ code: "notYours" });
    await fresh.db.update(people).set({ role: "barista" });
    caller.from = "192.168.1.20";
    await expect(house.addFirst(first, NOW)).rejects.toMatchObject({ code: "notYours" });
    caller.from = "127.0.0.1";
    await expect(house.addFirst({ ...first, pin: "1" }, NOW)).rejects.toMatchObject({ field: "pin" });
    await house.addFirst(first, NOW);
    expect(await rowOf(first.id)).toMatchObject({ name: "Wren Ashby", role: "lead" });
    await expect(house.addFirst({ ...first, id: uuidv7() }, NOW)).rejects.toMatchObject({ code: "notYours" });
  });

  test("of two who name themselves at once is one, and the other is told", async () => {
    await fresh.db.update(people).set({ role: "barista" });
    const two = ["Marlo Tern", "Edda Knot"].map((name) =>
      house.addFirst({ id: uuidv7(), name, pin: PIN }, NOW).then(
        () => "leads",
        ({ code, message }) => ({ code, message }),
      ),
    );
    const refused = { code: "notYours", message: "This house has a lead: ask them to add you." };
    expect(await Promise.all(two)).toEqual(expect.arrayContaining(["leads", refused]));
    expect(await fresh.db.$count(people, eq(people.role, "lead"))).toBe(1);
  });
});
