import { readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { isOurs } from "./processes.mjs";
import { Trouble } from "./trouble.mjs";

/** Does `work` while no other command works on this house. */
export async function alone(home, work) {
  const file = join(home, "command.pid");
  try {
    writeFileSync(file, String(process.pid), { flag: "wx" });
  } catch (error) {
    if (error.code !== "EEXIST") throw error;
    const holder = Number(readFileSync(file, "utf8"));
    if (isOurs(holder, "main.mjs")) {
      throw new Trouble("Another ./tumbek command is at work on this house: wait until it has finished.");
    }
    writeFileSync(file, String(process.pid));
  }
  try {
    return await work();
  } finally {
    rmSync(file, { force: true });
  }
}
