import { rmSync } from "node:fs";
import http from "node:http";
import https from "node:https";
import { join } from "node:path";
import { CALC, ensureBundle } from "./build.mjs";
import { ensureCertificate } from "./certificate.mjs";
import { hasTls, makeFolder, ROOT } from "./place.mjs";
import { end, findProcess, isOurs, until } from "./processes.mjs";
import { lastLine, runDetached, say } from "./run.mjs";
import { readWhole, writeWhole } from "./smallFile.mjs";
import { Trouble } from "./trouble.mjs";

const PATIENCE_MS = 60_000;
/** Longer than an application waits for a connection to its database. */
const ANSWERS_MS = 10_000;
const PROGRAM = join(ROOT, "scripts", "serve.mjs");
/** A house is a guest on its machine: what a burst of requests left is given back. */
const MEMORY = ["--max-semi-space-size=8", "--max-old-space-size=512"];
/** Says in a server's environment whose it is. */
const HOUSE_MARK = "TUMBEK_HOUSE";

/** What a running server was started with, or undefined when none of this house runs. */
export function runningServer({ home }) {
  const known = readWhole(recordOf(home), (text) => {
    const record = JSON.parse(text);
    return Number.isInteger(record.pid) ? record : undefined;
  });
  if (known && known !== "damaged") return isOurs(known.pid, PROGRAM) ? known : undefined;
  // The record is lost or damaged: the server that it was of may still run.
  const pid = findProcess(PROGRAM, `${HOUSE_MARK}=${home}`);
  return pid === undefined ? undefined : { pid };
}

/** Starts the application in the background and waits until it answers. */
export async function startServer(house, { build, database }) {
  const { home, logs, port, host, now, dist, proxy, url } = house;
  makeFolder(logs);
  say("Starting the application …");
  const log = join(logs, "server.log");
  const env = {
    ...process.env,
    NODE_ENV: "production",
    // Threads that each keep memory of their own keep much of it for nothing.
    MALLOC_ARENA_MAX: "2",
    TUMBEK_DIST: dist,
    TUMBEK_PORT: String(port),
    TUMBEK_HOST: host,
    TUMBEK_DATABASE: JSON.stringify(database),
    [HOUSE_MARK]: home,
    TUMBEK_CALC_THREAD: await ensureBundle("src/calc/thread.ts", CALC, logs),
    ...(now && { TUMBEK_NOW: now }),
    ...(hasTls(house) && (await tlsOf(house))),
  };
  const child = runDetached(process.execPath, [...MEMORY, PROGRAM], { log, env });
  let ended = false;
  child.once("exit", () => {
    ended = true;
  });
  writeWhole(recordOf(home), JSON.stringify({ pid: child.pid, port, host, now, proxy, url, build }));
  const answered = await until(async () => ended || (await answers(house)), PATIENCE_MS);
  if (ended || !answered)
    throw new Trouble(`The application did not start: ${lastLine(log)}\nThe whole story is in ${log}.`);
}

export async function stopServer({ home }) {
  const server = runningServer({ home });
  if (server) await end(server.pid, PROGRAM);
  rmSync(recordOf(home), { force: true });
}

/** What the application is told of the house's own certificate. */
async function tlsOf(house) {
  const { key, certificate, fingerprint } = await ensureCertificate(house);
  return {
    TUMBEK_TLS_KEY: key,
    TUMBEK_TLS_CERTIFICATE: certificate,
    TUMBEK_CERTIFICATE: fingerprint,
  };
}

/** Where a program on this machine reaches the house. */
export function addressHere(house) {
  const host = ["0.0.0.0", "::"].includes(house.host) ? "127.0.0.1" : house.host;
  return `${hasTls(house) ? "https" : "http"}://${host}:${house.port}`;
}

/** Whether the application and its database answer there. */
export function answers(house) {
  const url = new URL("/api/health", addressHere(house));
  return new Promise((resolve) => {
    const ask = url.protocol === "https:" ? https : http;
    // It is asked whether it is Tumbek, not trusted with anything: its own certificate will do.
    const request = ask.get(url, { timeout: ANSWERS_MS, rejectUnauthorized: false }, (reply) => {
      let body = "";
      reply.on("data", (chunk) => {
        body += chunk;
      });
      reply.on("end", () => resolve(reply.statusCode === 200 && body.includes('"tumbek"')));
    });
    request.on("timeout", () => request.destroy());
    request.on("error", () => resolve(false));
  });
}

function recordOf(home) {
  return join(home, "server.json");
}
