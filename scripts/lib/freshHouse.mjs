import { rmSync } from "node:fs";
import { run as start } from "../commands/start.mjs";
import { run as stop } from "../commands/stop.mjs";
import { readAddress, setUpAddress } from "./database.mjs";
import { CHROMIUM, ensureDebian, POPPLER } from "./debian.mjs";
import { houseFrom } from "./place.mjs";
import { freePort } from "./ports.mjs";

/** The clock of tests and pictures: 14 July 2026, 09:30 at the demo house. */
const FIXED_NOW = "2026-07-14T08:30:00Z";

/**
 * Does `work` on a demo house of its own, fresh and with its clock stopped, that a browser can look at; the
 * house is found by `houseFrom()` and is ended after.
 *
 * @param home the house's folder
 */
export async function withFreshHouse(home, work) {
  const outside = { ...process.env };
  Object.assign(process.env, {
    TUMBEK_HOME: home,
    // Not the build that may be serving.
    TUMBEK_DIST: ".next-test",
    TUMBEK_PORT: String(await freePort()),
    TUMBEK_HOST: "127.0.0.1",
    TUMBEK_NOW: FIXED_NOW,
  });
  const house = houseFrom();
  ensureDebian([CHROMIUM, POPPLER], house.logs);
  await stop();
  // What was left behind before must not help now.
  rmSync(house.database, { recursive: true, force: true });
  try {
    await start([]);
    return await work();
  } finally {
    await stop();
    // A house within another one's work gives that one its place back.
    for (const name of Object.keys(process.env)) if (!(name in outside)) delete process.env[name];
    Object.assign(process.env, outside);
  }
}

/** Names the house's database in the environment, by the account that may make others: each file of tests has one of its own. */
export function nameDatabaseOfTests() {
  const { database } = houseFrom();
  process.env.TUMBEK_DATABASE = JSON.stringify(setUpAddress(readAddress(database)));
}
