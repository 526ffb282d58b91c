import { resolve } from "node:path";
import { createConnection } from "mysql2/promise";
import { readAddress } from "../scripts/lib/database.mjs";

/**
 * Takes the demo house's fitted factors away from the tests' houses. A pair that learns from its log is fitted anew behind every
 * batch that a journey logs, which would change the bench under the other journeys' feet; what fitting does is tested by itself.
 */
export default async function unfitted(): Promise<void> {
  const { TUMBEK_HOUSES, TUMBEK_HOME = "" } = process.env;
  const homes: readonly { readonly home: string }[] = TUMBEK_HOUSES
    ? JSON.parse(TUMBEK_HOUSES)
    : [{ home: TUMBEK_HOME }];
  for (const { home } of homes) {
    const connection = await createConnection(readAddress(resolve(home, "database")));
    await connection.query("DELETE FROM fits");
    await connection.query("UPDATE bench_revisions SET n = n + 1 WHERE part = 'learned'");
    await connection.end();
  }
}
