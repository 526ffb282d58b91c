import { readdirSync, readFileSync } from "node:fs";
import { setTimeout as wait } from "node:timers/promises";

/**
 * Whether a process is the one we started: alive, with `mark` in its command line. A number alone may have
 * been given to a stranger since.
 */
export function isOurs(pid, mark) {
  try {
    const [state] = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ").at(-1).split(" ");
    return state !== "Z" && readFileSync(`/proc/${pid}/cmdline`, "utf8").includes(mark);
  } catch {
    return false;
  }
}

/** A process of ours by a mark in its command line and a line of its environment; undefined where none runs. */
export function findProcess(mark, line) {
  const pids = readdirSync("/proc").filter((name) => /^\d+$/.test(name));
  const found = pids.find((pid) => {
    try {
      return isOurs(pid, mark) && readFileSync(`/proc/${pid}/environ`, "utf8").split("\0").includes(line);
    } catch {
      // It ended meanwhile, or is somebody else's.
      return false;
    }
  });
  return found === undefined ? undefined : Number(found);
}

/** Asks a process of ours to end, and waits until it has; after `patienceMs` it is ended. */
export async function end(pid, mark, patienceMs = 20_000) {
  if (!isOurs(pid, mark)) return;
  process.kill(pid, "SIGTERM");
  if (await until(() => !isOurs(pid, mark), patienceMs)) return;
  process.kill(pid, "SIGKILL");
  await until(() => !isOurs(pid, mark), patienceMs);
}

/** Waits until `done` holds; false when it does not within `patienceMs`. */
export async function until(done, patienceMs, stepMs = 50) {
  const deadline = Date.now() + patienceMs;
  while (Date.now() < deadline) {
    if (await done()) return true;
    await wait(stepMs);
  }
  return false;
}
