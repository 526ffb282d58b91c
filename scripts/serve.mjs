import { readFileSync } from "node:fs";
import { createServer as createHttp } from "node:http";
import { createServer as createHttps } from "node:https";
import next from "next";
import { clientAddress, isCrossSite, isKnownHost, knownNames, proxiesFrom } from "./lib/door.mjs";
import { ROOT } from "./lib/place.mjs";

/** The web server: the framework behind a plain one that says who really asks. Started by `./tumbek start`. */
const port = Number(process.env.TUMBEK_PORT);
const hostname = process.env.TUMBEK_HOST;
const app = next({ dev: false, dir: ROOT, hostname, port });
await app.prepare();
const handle = app.getRequestHandler();
const proxies = proxiesFrom();
const names = knownNames();
const trust = { proxies, url: process.env.TUMBEK_URL };

const refusal = (code, message) => JSON.stringify({ error: { code, message, fields: [] } });
const CROSS_SITE = refusal("crossSite", "This was sent by a page of another site, and is not done.");
const UNKNOWN_HOST = refusal(
  "unknownHost",
  "This house is not known by that name: use its own address, or start it with TUMBEK_URL.",
);
const MISDIRECTED = 421;

function answer(request, response) {
  // Limits count by the socket's address; what a client says of itself does not.
  request.headers["x-tumbek-address"] = clientAddress(request, proxies);
  if (!isKnownHost(request, names, trust)) {
    response.writeHead(MISDIRECTED, { "Content-Type": "application/json" }).end(UNKNOWN_HOST);
    return;
  }
  if (isCrossSite(request)) {
    response.writeHead(403, { "Content-Type": "application/json" }).end(CROSS_SITE);
    return;
  }
  handle(request, response);
}

const { TUMBEK_TLS_KEY, TUMBEK_TLS_CERTIFICATE } = process.env;
const server = TUMBEK_TLS_KEY
  ? createHttps({ key: readFileSync(TUMBEK_TLS_KEY), cert: readFileSync(TUMBEK_TLS_CERTIFICATE) }, answer)
  : createHttp(answer);
server.listen(port, hostname);

process.once("SIGTERM", () => {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  // A browser that keeps its connection busy must not keep the house open.
  setTimeout(() => server.closeAllConnections(), 3000).unref();
});
