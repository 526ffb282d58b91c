import cluster from "node:cluster";
import { availableParallelism } from "node:os";

/**
 * The house's web servers: as many as there are cores, at most two. They share one address, and nothing else but the database.
 * Started by `./tumbek start`; one that dies is started anew, and with this process all end.
 */
const MOST = 2;
const AGAIN_MS = 500;

/** Without the mark of its house a server is not taken for this process, which `./tumbek stop` looks for and ends. */
const UNMARKED = { TUMBEK_HOUSE: "" };

if (cluster.isPrimary) {
  const cameUp = new Set();
  let isEnding = false;
  const servers = () => Object.values(cluster.workers ?? {});
  cluster.on("listening", ({ id }) => cameUp.add(id));
  cluster.on("exit", ({ id }, code) => {
    if (isEnding) {
      if (servers().length === 0) process.exit(0);
    } else if (cameUp.has(id)) {
      // Not at once: one that dies again and again must not take the whole machine.
      setTimeout(() => isEnding || cluster.fork(UNMARKED), AGAIN_MS);
    } else {
      // It would not come up the next time either.
      process.exit(code || 1);
    }
  });
  process.once("SIGTERM", () => {
    isEnding = true;
    if (servers().length === 0) process.exit(0);
    for (const server of servers()) server.process.kill("SIGTERM");
  });
  for (let i = 0; i < Math.min(MOST, availableParallelism()); i++) cluster.fork(UNMARKED);
} else {
  await import("./lib/webServer.mjs");
}
