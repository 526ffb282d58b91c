import { spawn, spawnSync } from "node:child_process";
import { closeSync, openSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { makeFolder, ROOT } from "./place.mjs";
import { Trouble } from "./trouble.mjs";

/** One progress line. */
export function say(line) {
  console.log(line);
}

/**
 * Runs a program with its output in a log.
 *
 * @returns once it ended well; otherwise throws a sentence with the log's last line
 */
export function runLogged(what, program, args, { log, cwd = ROOT, env = process.env, input } = {}) {
  makeFolder(join(log, ".."));
  const out = openSync(log, "w");
  const { status, error } = spawnSync(program, args, {
    cwd,
    env,
    stdio: [input ? "inherit" : "ignore", out, out],
  });
  closeSync(out);
  if (error) throw new Trouble(`${what} could not be started: ${error.message}.`);
  if (status !== 0) throw new Trouble(`${what} failed: ${lastLine(log)}\nThe whole story is in ${log}.`);
}

/** Runs a program on this terminal; returns its exit status. */
export function runShown(program, args, env = process.env) {
  const { status, error } = spawnSync(program, args, {
    cwd: ROOT,
    env,
    stdio: ["ignore", "inherit", "inherit"],
  });
  if (error) throw new Trouble(`${program} could not be started: ${error.message}.`);
  return status ?? 1;
}

/** Starts a program that outlives this one, with its output in a log; returns its process id. */
export function runDetached(program, args, { log, cwd = ROOT, env = process.env }) {
  const out = openSync(log, "a");
  const child = spawn(program, args, { cwd, env, detached: true, stdio: ["ignore", out, out] });
  child.unref();
  closeSync(out);
  return child;
}

export function lastLine(file) {
  try {
    const lines = readFileSync(file, "utf8").split("\n");
    return lines.findLast((line) => line.trim() !== "")?.trim() ?? "it said nothing";
  } catch {
    return "it said nothing";
  }
}
