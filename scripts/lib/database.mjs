import { randomBytes } from "node:crypto";
import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { refuseSmallDisk } from "./disk.mjs";
import { makeFolder } from "./place.mjs";
import { freePort, greets, isFree } from "./ports.mjs";
import { end, isOurs, until } from "./processes.mjs";
import { lastLine, runDetached, runLogged, say } from "./run.mjs";
import { readWhole, writeWhole } from "./smallFile.mjs";
import { Trouble } from "./trouble.mjs";

/** A database that was killed replays its journal first; on a slow disk that takes a while. */
const PATIENCE_MS = 90_000;

/** The application's account: it reads and writes rows, and nothing else. */
const USER = "tumbek";
/** The account of set-up and tests: it makes and changes tables, triggers and databases. */
const SET_UP_USER = "tumbek_setup";
const DATABASE = "tumbek";

/**
 * A house's own MariaDB, on loopback, in its folder.
 *
 * @param folder holds data/, the log, and secret.json with the port and the password (0600)
 * @returns the address for the application, password included
 */
export async function startDatabase(folder) {
  makeFolder(folder);
  const data = join(folder, "data");
  const secret = await readSecret(folder);
  const address = {
    host: "127.0.0.1",
    port: secret.port,
    user: USER,
    password: secret.password,
    database: DATABASE,
  };
  const runs = () => isOurs(readPid(data), data);
  if (runs()) {
    // One that was just killed may still be ending: it never answers again, and is started anew below.
    await until(async () => !runs() || (await greets(secret.port)), PATIENCE_MS);
    if (runs()) {
      if (await greets(secret.port)) return address;
      throw new Trouble(`The database runs but does not answer: ${lastLine(logOf(folder))}`);
    }
  }
  installData(folder, data);
  say("Starting the database …");
  const child = runDetached("/usr/sbin/mariadbd", serverOptions(folder, data, secret), {
    log: logOf(folder),
    cwd: folder,
  });
  let ended = false;
  child.once("exit", () => {
    ended = true;
  });
  child.once("error", () => {
    ended = true;
  });
  await until(() => ended || greets(secret.port), PATIENCE_MS);
  if (ended || !(await greets(secret.port))) {
    throw new Trouble(
      `The database did not start: ${complaint(folder)}\nThe whole story is in ${logOf(folder)}.`,
    );
  }
  return address;
}

/** The same database for set-up and tests, which make and change tables. */
export function setUpAddress(address) {
  return { ...address, user: SET_UP_USER };
}

/** The address of a database that was started before. */
export function readAddress(folder) {
  const secret = readWhole(join(folder, "secret.json"), secretFrom);
  if (!secret || secret === "damaged") {
    throw new Trouble("The database's password is not there: ./tumbek start makes it anew.");
  }
  return addressOf(secret);
}

function addressOf({ port, password }) {
  return { host: "127.0.0.1", port, user: USER, password, database: DATABASE };
}

/** Ends a house's database; nothing happens when it does not run. */
export async function stopDatabase(folder) {
  const data = join(folder, "data");
  await end(readPid(data), data, PATIENCE_MS);
}

/** The database's process id, or 0. */
export function databasePid(folder) {
  const data = join(folder, "data");
  const pid = readPid(data);
  return isOurs(pid, data) ? pid : 0;
}

/** The port and the password, made once; another port is taken when a stranger holds it. */
async function readSecret(folder) {
  const file = join(folder, "secret.json");
  const read = readWhole(file, secretFrom);
  if (read === "damaged") {
    // Whoever knew the password has lost it: the database is ended, and begins with a new one.
    say("The database's password was damaged and is made anew.");
    await stopDatabase(folder);
  }
  const known = read && read !== "damaged" ? read : { password: randomBytes(24).toString("hex") };
  const running = isOurs(readPid(join(folder, "data")), join(folder, "data"));
  if (known.port && (running || (await isFree(known.port, "127.0.0.1")))) return known;
  const secret = { ...known, port: await freePort() };
  writeWhole(file, JSON.stringify(secret));
  return secret;
}

/** The port and the password that a file holds; undefined where it does not. */
function secretFrom(text) {
  const { port, password } = JSON.parse(text);
  const isSecret = Number.isInteger(port) && port > 0 && port < 65_536 && /^[0-9a-f]{48}$/.test(password);
  return isSecret ? { port, password } : undefined;
}

/** The empty data folder, made beside its place first: one that was broken off is made anew. */
function installData(folder, data) {
  if (existsSync(data)) return;
  refuseSmallDisk(folder);
  say("Preparing the database …");
  const fresh = join(folder, "data.new");
  rmSync(fresh, { recursive: true, force: true });
  const options = [
    "--no-defaults",
    // Relative: the program is a shell script, which a quote in the path would end.
    "--datadir=./data.new",
    "--auth-root-authentication-method=normal",
    "--skip-test-db",
    ...userOption(),
  ];
  runLogged("Preparing the database", "/usr/bin/mariadb-install-db", options, {
    log: join(folder, "install.log"),
    cwd: folder,
  });
  renameSync(fresh, data);
}

function serverOptions(folder, data, secret) {
  const init = join(folder, "init.sql");
  writeFileSync(init, initSql(secret.password), { mode: 0o600 });
  return [
    "--no-defaults",
    ...userOption(),
    `--datadir=${data}`,
    // Relative to the data folder: a socket's whole path may have no more than 107 characters.
    "--socket=mariadb.sock",
    "--pid-file=mariadb.pid",
    `--log-error=${logOf(folder)}`,
    `--init-file=${init}`,
    "--bind-address=127.0.0.1",
    `--port=${secret.port}`,
    "--skip-name-resolve",
    "--character-set-server=utf8mb4",
    "--collation-server=utf8mb4_unicode_ci",
    "--sql-mode=STRICT_ALL_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION",
    "--default-time-zone=+00:00",
    // A commit is on the disk before it is reported.
    "--innodb-flush-log-at-trx-commit=1",
    "--innodb-doublewrite=1",
    "--innodb-buffer-pool-size=128M",
    "--performance-schema=OFF",
  ];
}

/** Run at every start: the application's user and database, and no way in for root without the password. */
function initSql(password) {
  return [
    `ALTER USER 'root'@'localhost' IDENTIFIED BY '${password}';`,
    `CREATE DATABASE IF NOT EXISTS \`${DATABASE}\`;`,
    // Made anew each time, so that neither keeps a right that it once had.
    ...[USER, SET_UP_USER].flatMap((user) => [
      `DROP USER IF EXISTS '${user}'@'127.0.0.1';`,
      `CREATE USER '${user}'@'127.0.0.1' IDENTIFIED BY '${password}';`,
    ]),
    `GRANT SELECT, INSERT, UPDATE, DELETE ON \`${DATABASE}%\`.* TO '${USER}'@'127.0.0.1';`,
    // Tests make databases of their own beside the house's.
    `GRANT ALL ON \`${DATABASE}%\`.* TO '${SET_UP_USER}'@'127.0.0.1';`,
    `GRANT PROCESS ON *.* TO '${SET_UP_USER}'@'127.0.0.1';`,
    "",
  ].join("\n");
}

function userOption() {
  return process.getuid?.() === 0 ? ["--user=root"] : [];
}

function logOf(folder) {
  return join(folder, "mariadb.log");
}

function readPid(data) {
  try {
    return Number(readFileSync(join(data, "mariadb.pid"), "utf8"));
  } catch {
    return 0;
  }
}

/** The last error in the log, in the database's own words. */
function complaint(folder) {
  const lines = existsSync(logOf(folder)) ? readFileSync(logOf(folder), "utf8").split("\n") : [];
  const error = lines.findLast((line) => line.includes("[ERROR]") && !line.includes("Aborting"));
  if (error?.includes("No space left")) return "the disk is full.";
  return error?.replace(/^.*\[ERROR\] /, "") ?? lastLine(logOf(folder));
}
