import { createServer } from "node:http";
import next from "next";
import { ROOT } from "./lib/place.mjs";

/** The web server: the framework behind a plain one that says who really asks. Started by `./tumbek start`. */
const port = Number(process.env.TUMBEK_PORT);
const hostname = process.env.TUMBEK_HOST;
const app = next({ dev: false, dir: ROOT, hostname, port });
await app.prepare();
const handle = app.getRequestHandler();

const server = createServer((request, response) => {
  // Limits count by the socket's address; what a client says of itself does not.
  request.headers["x-tumbek-address"] = request.socket.remoteAddress ?? "";
  handle(request, response);
});
server.listen(port, hostname);

process.once("SIGTERM", () => {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  // A browser that keeps its connection busy must not keep the house open.
  setTimeout(() => server.closeAllConnections(), 3000).unref();
});
