import { readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { makeFolder, ROOT } from "./place.mjs";
import { end, isOurs, until } from "./processes.mjs";
import { lastLine, runDetached, say } from "./run.mjs";
import { Trouble } from "./trouble.mjs";

const PATIENCE_MS = 60_000;
const PROGRAM = join(ROOT, "scripts", "serve.mjs");

/** What a running server was started with, or undefined when none of this house runs. */
export function runningServer({ home }) {
  try {
    const known = JSON.parse(readFileSync(recordOf(home), "utf8"));
    return isOurs(known.pid, PROGRAM) ? known : undefined;
  } catch {
    return undefined;
  }
}

/** Starts the application in the background and waits until it answers. */
export async function startServer(house, { build, database }) {
  const { home, logs, port, host, now, dist } = house;
  makeFolder(logs);
  say("Starting the application …");
  const log = join(logs, "server.log");
  const env = {
    ...process.env,
    NODE_ENV: "production",
    TUMBEK_DIST: dist,
    TUMBEK_PORT: String(port),
    TUMBEK_HOST: host,
    TUMBEK_DATABASE: JSON.stringify(database),
    ...(now && { TUMBEK_NOW: now }),
  };
  const child = runDetached(process.execPath, [PROGRAM], { log, env });
  let ended = false;
  child.once("exit", () => {
    ended = true;
  });
  writeFileSync(recordOf(home), JSON.stringify({ pid: child.pid, port, host, now, build }));
  const answered = await until(async () => ended || (await answers(port, host)), PATIENCE_MS);
  if (ended || !answered)
    throw new Trouble(`The application did not start: ${lastLine(log)}\nThe whole story is in ${log}.`);
}

export async function stopServer({ home }) {
  const server = runningServer({ home });
  if (server) await end(server.pid, PROGRAM);
  rmSync(recordOf(home), { force: true });
}

/** Whether the application answers there. */
export async function answers(port, host) {
  try {
    const reply = await fetch(`http://${host}:${port}/api/health`, { signal: AbortSignal.timeout(2000) });
    return (await reply.json()).application === "tumbek";
  } catch {
    return false;
  }
}

function recordOf(home) {
  return join(home, "server.json");
}
