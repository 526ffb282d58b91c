import { join } from "node:path";
import { ensureBuild, ensureBundle } from "../lib/build.mjs";
import { startDatabase } from "../lib/database.mjs";
import { ensureDebian, MARIADB } from "../lib/debian.mjs";
import { alone } from "../lib/lock.mjs";
import { ensurePackages } from "../lib/packages.mjs";
import { houseFrom, makeFolder } from "../lib/place.mjs";
import { isFree } from "../lib/ports.mjs";
import { runLogged, say } from "../lib/run.mjs";
import { runningServer, startServer, stopServer } from "../lib/server.mjs";
import { Trouble } from "../lib/trouble.mjs";

const LOOPBACK = ["127.0.0.1", "::1", "localhost"];

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
  const database = await startDatabase(house.database);
  await setUp(house, database, empty);
  const build = ensureBuild(house);
  const running = runningServer(house);
  if (running && sameServer(running, house, build)) {
    say("Tumbek runs already.");
  } else {
    await stopServer(house);
    await startServer(house, { build, database });
  }
  say(`Tumbek is at http://${house.host}:${house.port} — open it in a browser on this machine.`);
  say("There is no sign-in yet: whoever sits at this machine is the lead.");
  return 0;
}

/** Says at once what would only fail after minutes of work. */
async function refuseAddress(house) {
  const { port, host } = house;
  if (!(Number.isInteger(port) && port > 0 && port < 65_536)) {
    throw new Trouble(`TUMBEK_PORT is ${process.env.TUMBEK_PORT}: it must be a port, 1 to 65535.`);
  }
  if (!LOOPBACK.includes(host)) {
    throw new Trouble(
      "TUMBEK_HOST opens the house to its network, and nobody has to sign in yet: leave it on 127.0.0.1.",
    );
  }
  if (house.now !== undefined && Number.isNaN(Date.parse(house.now))) {
    throw new Trouble(`TUMBEK_NOW is ${house.now}: it must be a time such as 2026-07-14T08:30:00Z.`);
  }
  const running = runningServer(house);
  if (running?.port !== port && !(await isFree(port, host))) {
    throw new Trouble(
      `Port ${port} is taken by another program: end it, or choose another with TUMBEK_PORT=4601 ./tumbek start.`,
    );
  }
}

/** Brings the database to the newest migration, and a new house to its first rows. */
async function setUp(house, database, empty) {
  const bundle = await ensureBundle("src/server/setUp.ts", ["src/server", "src/data"], house.logs);
  const env = { ...process.env, TUMBEK_DATABASE: JSON.stringify(database) };
  try {
    runLogged("Setting up the house", process.execPath, [bundle, empty ? "empty" : "demo"], {
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
    running.now === house.now
  );
}
