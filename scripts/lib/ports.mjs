import { connect, createServer } from "node:net";

/** Whether nothing listens on this address yet. */
export function isFree(port, host) {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once("error", (error) => (error.code === "EADDRINUSE" ? resolve(false) : reject(error)));
    server.listen({ port, host, exclusive: true }, () => server.close(() => resolve(true)));
  });
}

/** A port on loopback that nothing uses now. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once("error", reject);
    server.listen({ port: 0, host: "127.0.0.1" }, () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
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
