import { join } from "node:path";
import { createConnection } from "mysql2/promise";
import { addressFrom } from "#data/connection.ts";
import { CALC, ensureBundle } from "../scripts/lib/build.mjs";
import { forgetModels } from "./copies.ts";

/** Once before all tests: the computing thread as the server has it is built, and databases are set up by the code of now. */
export default async function setUp(): Promise<void> {
  process.env.TUMBEK_CALC_THREAD = await ensureBundle(
    "src/calc/thread.ts",
    CALC,
    join(import.meta.dirname, "../.tumbek/logs"),
  );
  // Tests of what computes alone run without a database.
  if (!process.env.TUMBEK_DATABASE) return;
  const address = addressFrom(process.env);
  const server = await createConnection({ ...address });
  await forgetModels(server, address);
  await server.end();
}
