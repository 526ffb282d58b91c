import { join } from "node:path";
import { hashPassword } from "@better-auth/utils/password";
import { USUAL_SETTINGS } from "#contract/house.ts";
import { addressFrom, connect, type Database } from "#data/connection.ts";
import { loadDemoHouse } from "#data/demo/house.ts";
import { isDiskFull } from "#data/failures.ts";
import { createHouse, hasData, readHouse } from "#data/house.ts";
import { aloneInSetUp, clearUnfinished, migrateHouse } from "#data/migrate.ts";
import { hasLead, listPublicPins } from "#data/people.ts";
import { tidy } from "#data/tidy.ts";
import { listed } from "#words/figures";
import { now } from "./clock.ts";
import { planDemoDays } from "./demoDay.ts";

/**
 * Brings the database to the newest migration and a new house to its first rows; run by `./tumbek start`
 * from the checkout's folder.
 *
 * @param kind `demo` loads the demo house into a database that has none; `empty` wants a house of its own
 * @param reach `open` when other machines will reach the house
 * @returns a sentence when the house refuses, or undefined
 */
async function setUp(db: Database, kind: string, reach: string): Promise<string | undefined> {
  await clearUnfinished(pool);
  await migrateHouse(pool, join("src", "data", "migrations"));
  const house = await readHouse(db);
  if (kind === "empty") {
    if (house?.kind === "demo" || (await hasData(db))) {
      return "This house has data: --empty is for a new one. Give the new house a folder of its own with TUMBEK_HOME, and a port with TUMBEK_PORT.";
    }
    if (!house) await createHouse(db, { kind: "real", name: "", settings: USUAL_SETTINGS, createdAt: now() });
  } else if (!house) {
    await loadDemoHouse(db, now(), hashPassword);
    await planDemoDays(db, now());
  }
  // Sign-ins end in real time, whatever the house's clock says.
  await tidy(db, new Date());
  return reach === "open" ? whyNotOpen(db) : undefined;
}

/** Why the house cannot be opened to its network. */
async function whyNotOpen(db: Database): Promise<string | undefined> {
  const known = await listPublicPins(db);
  if (known.length > 0) {
    const names = listed(known.map(({ name }) => name));
    return `The PINs of ${names} are public, so the network stays shut: a lead gives them others, or archives them, on the People page. Until then, start without TUMBEK_HOST and TUMBEK_PROXY.`;
  }
  if (!(await hasLead(db))) {
    return "Nobody leads this house yet: start it without TUMBEK_HOST and TUMBEK_PROXY and name the first lead, then open it.";
  }
  return undefined;
}

const { db, pool } = connect(addressFrom(process.env));
try {
  const [, , kind = "demo", reach = "closed"] = process.argv;
  const refusal = await aloneInSetUp(pool, () => setUp(db, kind, reach));
  if (refusal) {
    process.stderr.write(`REFUSED: ${refusal}\n`);
    process.exitCode = 2;
  }
} catch (error) {
  // The last line is what stands on the screen; the database's own words are for the log.
  process.stderr.write(`${error instanceof Error ? error.stack : error}\n`);
  const why = isDiskFull(error)
    ? "the disk is full: make room, and start again."
    : "its tables could not be brought up to date; what was kept in them is still there.";
  process.stderr.write(`${why}\n`);
  process.exitCode = 1;
} finally {
  await pool.end();
}
