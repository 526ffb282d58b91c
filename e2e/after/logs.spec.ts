import { existsSync, readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { DATABASE_HOME, onDatabase } from "../database.ts";
import { DEMO, expect, test } from "../page.ts";

/** Run after all other journeys: what they left in the house's logs. */
test("no log of the whole run holds a PIN, a token, a cookie or a password", async () => {
  const { TUMBEK_HOUSES, TUMBEK_HOME = "" } = process.env;
  const own: readonly { home: string }[] = TUMBEK_HOUSES
    ? JSON.parse(TUMBEK_HOUSES)
    : [{ home: TUMBEK_HOME }];
  const houses = own
    .flatMap(({ home }) => [home, join(home, "real-house")])
    .filter((house) => existsSync(house));
  const secrets = new Map<string, string>();
  for (const { name, pin } of Object.values(DEMO)) secrets.set(pin, `the PIN of ${name}`);
  for (const pin of ["the kettle sings at six", "518204", "739104"])
    secrets.set(pin, "a PIN typed in a test");
  for (const house of houses) {
    const { password } = JSON.parse(readFileSync(join(house, "database", "secret.json"), "utf8"));
    secrets.set(password, "the database's password");
  }
  const sessions = await onDatabase((query) => query("SELECT token_hash FROM sessions"));
  for (const { token_hash } of sessions as { token_hash: string }[]) secrets.set(token_hash, "a session");

  const logs = houses.flatMap((house) => {
    const folder = join(house, "logs");
    const own = readdirSync(folder).map((file) => join(folder, file));
    return [...own, join(house, "database", "mariadb.log")];
  });
  expect(logs.length).toBeGreaterThan(3);
  expect(existsSync(join(DATABASE_HOME, "mariadb.log"))).toBe(true);
  for (const log of logs) {
    // The tests' databases are named alike, and the database names them where a test broke its connection off.
    const text = readFileSync(log, "utf8").replace(/'tumbek_[a-z_]+_\d+'/g, "'of a test'");
    for (const [secret, what] of secrets) expect(text.includes(secret), `${what} in ${log}`).toBe(false);
    expect(text, log).not.toMatch(/tumbek_[\w-]{20}/);
  }
});
