import cluster from "node:cluster";
import { availableParallelism } from "node:os";

/**
 * The house's web servers: as many as there are cores, at most two. They share one address, and nothing else but the database.
 * Started by `./tumbek start`; one that dies is started anew, and with this process all end.
 */
const MOST = 2;

/** Of a server's environment: only this process says whose it is, and so is the one that is found and ended. */
const OF_ANOTHER = { TUMBEK_HOUSE: "" };

if (cluster.isPrimary) {
  const cameUp = new Set();
  let isEnding = false;
  const servers = () => Object.values(cluster.workers ?? {});
  cluster.on("listening", ({ id }) => cameUp.add(id));
  cluster.on("exit", ({ id }, code) => {
    if (isEnding) {
      if (servers().length === 0) process.exit(0);
    } else if (cameUp.has(id)) {
      cluster.fork(OF_ANOTHER);
    } else {
      // It would not come up the next time either.
      process.exit(code || 1);
    }
  });
  process.once("SIGTERM", () => {
    isEnding = true;
    for (const server of servers()) server.process.kill("SIGTERM");
  });
  for (let i = 0; i < Math.min(MOST, availableParallelism()); i++) cluster.fork(OF_ANOTHER);
} else {
  await import("./lib/webServer.mjs");
}
