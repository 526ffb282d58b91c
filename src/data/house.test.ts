import { afterAll, beforeAll, expect, test } from "vitest";
import { USUAL_SETTINGS } from "#contract/house.ts";
import { freshDatabase, noHash, type OwnDatabase } from "#tests/database.ts";
import { loadDemoHouse } from "./demo/house.ts";
import { createHouse, hasData, listSites, readHouse } from "./house.ts";
import { filters } from "./schema/index.ts";

let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await freshDatabase("house");
});
afterAll(() => fresh.drop());

test("a new database has no house; the demo house fills it once", async () => {
  const { db } = fresh;
  expect(await readHouse(db)).toBeUndefined();
  expect(await hasData(db)).toBe(false);

  const createdAt = new Date("2026-07-14T08:30:00.123Z");
  await loadDemoHouse(db, createdAt, noHash);
  expect(await readHouse(db)).toMatchObject({
    kind: "demo",
    name: "Gannet Quay",
    createdAt,
    settings: USUAL_SETTINGS,
  });
  expect((await listSites(db)).map(({ name }) => name)).toEqual(["Pier Head", "Rope Loft"]);
  expect(await hasData(db)).toBe(true);

  await expect(
    createHouse(db, { kind: "real", name: "A second", settings: USUAL_SETTINGS, createdAt }),
  ).rejects.toThrow();
  await expect(loadDemoHouse(db, createdAt, noHash)).rejects.toThrow();
  expect(await listSites(db)).toHaveLength(2);
});

test("a house of one's own begins with two filters, which its first brewer may name", async () => {
  const { db, drop } = await freshDatabase("house_real");
  try {
    const createdAt = new Date("2026-07-14T08:30:00Z");
    await createHouse(db, { kind: "real", name: "Gannet Quay", settings: USUAL_SETTINGS, createdAt });
    const names = (await db.select().from(filters)).map(({ name }) => name);
    expect(names.toSorted()).toEqual(["metal filter", "paper filter"]);
  } finally {
    await drop();
  }
});
