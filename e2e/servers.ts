import { type ChildProcess, spawn, spawnSync } from "node:child_process";
import { createHash, randomBytes, randomUUID } from "node:crypto";
import { closeSync, openSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { createConnection } from "mysql2/promise";
import { CALC, ensureBundle, SERVER } from "../scripts/lib/build.mjs";
import { readAddress, setUpAddress } from "../scripts/lib/database.mjs";
import { houseFrom, ROOT } from "../scripts/lib/place.mjs";
import { freePort } from "../scripts/lib/ports.mjs";
import { until } from "../scripts/lib/processes.mjs";
import { DATABASE_HOME } from "./database.ts";

const PATIENCE_MS = 60_000;
/** The demo house's first lead. */
const LEAD = "0190a5c0-0000-7000-8000-000000000010";

type Rows = readonly Record<string, string | number | null>[];

/** The servers that a house's main process has started, by their process ids. */
export function serversOf(pid: number): readonly number[] {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").trim();
  return children === "" ? [] : children.split(" ").map(Number);
}

/**
 * A demo house in a database of its own, with as many application servers on it as are started.
 *
 * @param now a moment at which its clock stands still; without one it goes with the machine's
 */
export async function sharedHouse(name: string, now?: string) {
  const { logs, dist } = houseFrom();
  const address = readAddress(DATABASE_HOME);
  const database = { ...address, database: `${address.database}_${name}` };
  const outside = await createConnection(setUpAddress(address));
  await outside.query(`DROP DATABASE IF EXISTS \`${database.database}\``);
  await outside.query(`CREATE DATABASE \`${database.database}\``);
  const env = {
    ...process.env,
    NODE_ENV: "production" as const,
    TUMBEK_DIST: dist,
    TUMBEK_HOST: "127.0.0.1",
    TUMBEK_DATABASE: JSON.stringify(database),
    TUMBEK_NOW: now,
    TUMBEK_CALC_THREAD: await ensureBundle("src/calc/thread.ts", CALC, logs),
  };
  const setUp = await ensureBundle("src/server/setUp.ts", SERVER, logs);
  const { status, stderr } = spawnSync(process.execPath, [setUp, "demo", "closed"], {
    cwd: ROOT,
    env: { ...env, TUMBEK_DATABASE: JSON.stringify(setUpAddress(database)) },
    encoding: "utf8",
  });
  if (status !== 0) throw new Error(stderr);
  const inside = await createConnection(database);
  const query = async (sql: string, values: readonly unknown[] = []) =>
    (await inside.query(sql, [...values]))[0] as Rows;
  const running: ChildProcess[] = [];

  /** Starts one more server, where it is said at the address of one that is gone, and waits until it answers. */
  const start = async (at?: string) => {
    const port = at === undefined ? await freePort() : Number(new URL(at).port);
    const log = openSync(join(logs, `${name}-server.log`), "a");
    const server = spawn(process.execPath, [join(ROOT, "scripts", "serve.mjs")], {
      cwd: ROOT,
      env: { ...env, TUMBEK_PORT: String(port) },
      stdio: ["ignore", log, log],
    });
    closeSync(log);
    running.push(server);
    const ended = new Promise((resolve) => server.once("exit", resolve));
    const base = `http://127.0.0.1:${port}`;
    const answers = () =>
      fetch(`${base}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      );
    if (!(await until(answers, PATIENCE_MS))) throw new Error(`the server at ${base} does not answer`);
    return {
      base,
      /** Ends it at once, whatever it is doing. */
      kill: async () => {
        const pids = serversOf(Number(server.pid));
        server.kill("SIGKILL");
        // Its web servers would end by themselves, but not before their present work is done.
        for (const pid of pids) process.kill(pid, "SIGKILL");
        await ended;
      },
    };
  };

  /** A token that reads and writes. */
  const token = async () => {
    const secret = `tumbek_${randomBytes(24).toString("hex")}`;
    const hash = createHash("sha256").update(secret).digest("hex");
    await query(
      "INSERT INTO tokens (id, name, scope, hash, made_by, created_at) VALUES (?, 'till', 'write', ?, ?, NOW(3))",
      [randomUUID(), hash, LEAD],
    );
    return secret;
  };

  /** Lets nobody write to a table until something has been done. */
  const whileLocked = async (table: string, work: () => Promise<void>) => {
    const holder = await createConnection(setUpAddress(database));
    await holder.query(`LOCK TABLES ${table} READ`);
    try {
      await work();
    } finally {
      await holder.end();
    }
  };

  const end = async () => {
    for (const server of running) server.kill("SIGKILL");
    await inside.end();
    await outside.query(`DROP DATABASE \`${database.database}\``);
    await outside.end();
  };
  return { query, start, token, whileLocked, end };
}
