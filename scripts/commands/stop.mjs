import { existsSync } from "node:fs";
import { databasePid, stopDatabase } from "../lib/database.mjs";
import { alone } from "../lib/lock.mjs";
import { houseFrom } from "../lib/place.mjs";
import { say } from "../lib/run.mjs";
import { runningServer, stopServer } from "../lib/server.mjs";

export async function run() {
  const house = houseFrom();
  if (!existsSync(house.home)) {
    say("Nothing runs here.");
    return 0;
  }
  return alone(house.home, async () => {
    const ran = runningServer(house) !== undefined || databasePid(house.database) !== 0;
    await stopServer(house);
    await stopDatabase(house.database);
    say(ran ? "Tumbek has stopped." : "Nothing runs here.");
    return 0;
  });
}
