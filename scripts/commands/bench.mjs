import { join } from "node:path";
import { quietest, timed } from "../../bench/reference.mjs";
import { CALC, ensureBundle, SERVER } from "../lib/build.mjs";
import { readAddress } from "../lib/database.mjs";
import { withFreshHouse } from "../lib/freshHouse.mjs";
import { houseFrom, ROOT } from "../lib/place.mjs";

const SESSION_LIMIT_MS = 2;
const SHELF_LIMIT_MS = 1;
const CORRECTIONS_LIMIT_MS = 2000;
const FOLLOWING_CARDS = 50;
const FOLLOWING_TIMES = 3;
const FOLLOWING_LIMIT_MS = 5000;
const HELD_LIMIT_MS = 50;

/** Names the running house in the environment, for what is measured on its database by this process. */
async function nameHouse(logs) {
  const house = houseFrom();
  process.env.TUMBEK_DATABASE = JSON.stringify(readAddress(house.database));
  process.env.TUMBEK_CALC_THREAD = await ensureBundle("src/calc/thread.ts", CALC, logs);
}

/** What the session check and the pot shelf take, on the house that runs. */
async function added(logs) {
  const bundle = await ensureBundle("bench/added.ts", ["bench", ...SERVER], logs);
  const { sessionMs, shelfMs } = await import(bundle);
  const [session, shelf] = await quietest([sessionMs, shelfMs]);
  return [
    { what: "session check, added to a request", ...session, limit: SESSION_LIMIT_MS, unit: "ms" },
    { what: "pot shelf, added to a page at the server", ...shelf, limit: SHELF_LIMIT_MS, unit: "ms" },
  ];
}

/** What it takes until twelve who correct one approved batch at once are answered. */
async function corrections(logs) {
  const { correctionsMs } = await import(
    await ensureBundle("bench/corrections.ts", ["bench", "src", "tests"], logs)
  );
  return {
    what: "twelve corrections of one approved batch at once",
    ...(await timed(correctionsMs)),
    limit: CORRECTIONS_LIMIT_MS,
    unit: "ms",
  };
}

/** A correction of an approved batch that many cards follow: until it is answered, and how long it holds a server's thread. */
async function following(logs) {
  const { correctionWith } = await import(
    await ensureBundle("bench/following.ts", ["bench", "src", "tests"], logs)
  );
  // Everything is loaded once.
  await correctionWith(1);
  const times = [];
  for (let i = 0; i < FOLLOWING_TIMES; i++) times.push(await timed(() => correctionWith(FOLLOWING_CARDS)));
  const median = (figure) => times.map(figure).toSorted((a, b) => a - b)[Math.floor(FOLLOWING_TIMES / 2)];
  const reference = median((time) => time.reference);
  const what = `a correction that ${FOLLOWING_CARDS} cards follow`;
  return [
    {
      what,
      measured: median((time) => time.measured.answeredMs),
      reference,
      limit: FOLLOWING_LIMIT_MS,
      unit: "ms",
    },
    {
      what: `${what}: event loop held at most`,
      measured: median((time) => time.measured.heldMs),
      reference,
      limit: HELD_LIMIT_MS,
      unit: "ms",
    },
  ];
}

/** Lets so many cards rest on a batch of the running house; answers with the batch's id. */
async function crowd(logs, count) {
  const bundle = await ensureBundle("bench/following.ts", ["bench", "src", "tests"], logs);
  return (await import(bundle)).crowd(count);
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
    await nameHouse(logs);
    const rows = await benchHouse(`http://${host}:${port}`, {
      crowd: (count) => crowd(logs, count),
      fill: async () => {
        within.push(...(await added(logs)), await corrections(logs), ...(await following(logs)));
        await fill(logs);
      },
    });
    return [...rows, ...within];
  });
  const bundle = await ensureBundle("bench/bench.ts", ["bench", "src", "tests"], logs);
  const { bench } = await import(bundle);
  return (await bench(ROOT, rows)) ? 0 : 1;
}
