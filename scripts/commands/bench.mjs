import { join } from "node:path";
import { ensureBundle, SERVER } from "../lib/build.mjs";
import { readAddress } from "../lib/database.mjs";
import { withFreshHouse } from "../lib/freshHouse.mjs";
import { houseFrom, ROOT } from "../lib/place.mjs";
import { houseSecret } from "../lib/secret.mjs";

const SESSION_LIMIT_MS = 2;
const CORRECTIONS_LIMIT_MS = 2000;

/** What the session check takes, on the house that runs; the house is named in the environment from then on. */
async function session(logs) {
  const house = houseFrom();
  process.env.TUMBEK_DATABASE = JSON.stringify(readAddress(house.database));
  process.env.TUMBEK_SECRET = houseSecret(house);
  const bundle = await ensureBundle("bench/session.ts", ["bench", ...SERVER], logs);
  const { sessionMs } = await import(bundle);
  const measured = await sessionMs();
  return { what: "session check, added to a request", measured, limit: SESSION_LIMIT_MS, unit: "ms" };
}

/** What it takes until twelve who correct one approved batch at once are answered. */
async function corrections(logs) {
  const { correctionsMs } = await import(await ensureBundle("bench/corrections.ts", ["bench", "src"], logs));
  return {
    what: "twelve corrections of one approved batch at once",
    measured: await correctionsMs(),
    limit: CORRECTIONS_LIMIT_MS,
    unit: "ms",
  };
}

/** Fills the running house up to a large one. */
async function fill(logs) {
  const { fillHouse } = await import(await ensureBundle("bench/fill.ts", ["bench", ...SERVER], logs));
  await fillHouse();
}

export async function run() {
  const logs = join(ROOT, ".tumbek", "logs");
  const rows = await withFreshHouse(".tumbek/bench", async () => {
    const { host, port } = houseFrom();
    const { benchHouse } = await import("../../bench/house.mjs");
    const within = [];
    const rows = await benchHouse(`http://${host}:${port}`, async () => {
      within.push(await session(logs), await corrections(logs));
      await fill(logs);
    });
    return [...rows, ...within];
  });
  const bundle = await ensureBundle("bench/bench.ts", ["bench", "src/core"], logs);
  const { bench } = await import(bundle);
  return (await bench(ROOT, rows)) ? 0 : 1;
}
