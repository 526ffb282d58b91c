import { join } from "node:path";
import { ensureBuild, ensureBundle, SERVER } from "../lib/build.mjs";
import { setUpAddress, startDatabase, stopDatabase } from "../lib/database.mjs";
import { ensureDebian, MARIADB } from "../lib/debian.mjs";
import { alone } from "../lib/lock.mjs";
import { ensurePackages } from "../lib/packages.mjs";
import { houseFrom, isOpen, makeFolder } from "../lib/place.mjs";
import { isFree } from "../lib/ports.mjs";
import { until } from "../lib/processes.mjs";
import { runLogged, say } from "../lib/run.mjs";
import { addressHere, answers, runningServer, startServer, stopServer } from "../lib/server.mjs";
import { Trouble } from "../lib/trouble.mjs";
import { upgraded } from "../lib/upgrade.mjs";

/** A server that was killed a moment ago holds its port until the system has cleared it away. */
const CLEARED_MS = 5000;

export async function run(args) {
  const empty = args.includes("--empty");
  const unknown = args.find((arg) => arg !== "--empty");
  if (unknown) throw new Trouble(`start does not know “${unknown}”: it takes --empty or nothing.`);
  const house = houseFrom();
  makeFolder(house.home);
  return alone(house.home, () => start(house, empty));
}

async function start(house, empty) {
  await refuseAddress(house);
  ensureDebian([MARIADB], house.logs);
  ensurePackages(house.logs);
  const database = await upgraded(
    house.database,
    async () => {
      await stopServer(house);
      await stopDatabase(house.database);
    },
    async () => {
      const address = await startDatabase(house.database);
      await setUp(house, address, empty);
      return address;
    },
  );
  const build = await ensureBuild(house);
  const running = runningServer(house);
  const isSame = running && sameServer(running, house, build);
  if (isSame && (await answers(house))) {
    say("Tumbek runs already.");
  } else {
    if (isSame) say("Tumbek runs, but does not answer: starting it anew …");
    await stopServer(house);
    await startServer(house, { build, database });
  }
  say(`Tumbek is at ${addressHere(house)} — open it in a browser on this machine.`);
  say(
    empty
      ? "Name the first lead there."
      : "Pick a name there and type its PIN; in the demo house the PINs stand beside the names.",
  );
  if (isOpen(house)) say("It is open to the network: its address and code are on the lead's People page.");
  return 0;
}

/** Says at once what would only fail after minutes of work. */
async function refuseAddress(house) {
  const { port, host } = house;
  if (!(Number.isInteger(port) && port > 0 && port < 65_536)) {
    throw new Trouble(`TUMBEK_PORT is ${process.env.TUMBEK_PORT}: it must be a port, 1 to 65535.`);
  }
  if (house.url !== undefined && !/^https?:\/\//.test(house.url)) {
    throw new Trouble(`TUMBEK_URL is ${house.url}: it must be an address such as https://coffee.example.`);
  }
  if (house.now !== undefined && Number.isNaN(Date.parse(house.now))) {
    throw new Trouble(`TUMBEK_NOW is ${house.now}: it must be a time such as 2026-07-14T08:30:00Z.`);
  }
  const running = runningServer(house);
  if (running?.port !== port && !(await until(() => isFree(port, host), CLEARED_MS))) {
    throw new Trouble(
      `Port ${port} is taken by another program: end it, or choose another with TUMBEK_PORT=4601 ./tumbek start.`,
    );
  }
}

/** Brings the database to the newest migration, and a new house to its first rows. */
async function setUp(house, database, empty) {
  const bundle = await ensureBundle("src/server/setUp.ts", SERVER, house.logs);
  const env = { ...process.env, TUMBEK_DATABASE: JSON.stringify(setUpAddress(database)) };
  try {
    const wanted = [empty ? "empty" : "demo", isOpen(house) ? "open" : "closed"];
    runLogged("Setting up the house", process.execPath, [bundle, ...wanted], {
      log: join(house.logs, "set-up.log"),
      env,
    });
  } catch (error) {
    if (error instanceof Trouble && error.message.includes("REFUSED")) {
      throw new Trouble(error.message.replace(/^.*REFUSED: /, "").split("\n")[0]);
    }
    throw error;
  }
}

function sameServer(running, house, build) {
  return (
    running.build === build &&
    running.port === house.port &&
    running.host === house.host &&
    running.now === house.now &&
    running.proxy === house.proxy &&
    running.url === house.url
  );
}
