import { randomInt } from "node:crypto";
import { connect, createServer } from "node:net";

const LOWEST = 20_000;
/** Where Linux begins with ports for clients. */
const CLIENTS_FROM = 32_768;

/** Whether nothing listens on this address yet. */
export function isFree(port, host) {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once("error", (error) => (error.code === "EADDRINUSE" ? resolve(false) : reject(error)));
    server.listen({ port, host, exclusive: true }, () => server.close(() => resolve(true)));
  });
}

/**
 * A port on loopback that nothing uses now, below those that clients get for their own end: a client that knocks at a closed port of
 * those may be given the same one, meet itself, and hold it.
 */
export async function freePort() {
  for (;;) {
    const port = randomInt(LOWEST, CLIENTS_FROM);
    if (await isFree(port, "127.0.0.1")) return port;
  }
}

/** Whether a server speaks first on this port, as a database does. */
export function greets(port) {
  return new Promise((resolve) => {
    const socket = connect({ port, host: "127.0.0.1" });
    const answer = (greeted) => {
      socket.destroy();
      resolve(greeted);
    };
    socket.setTimeout(1000, () => answer(false));
    socket.once("data", () => answer(true));
    socket.once("error", () => answer(false));
    socket.once("close", () => answer(false));
  });
}
