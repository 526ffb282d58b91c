import { randomBytes } from "node:crypto";
import { readFileSync } from "node:fs";
import { createServer as createHttp } from "node:http";
import { createServer as createHttps } from "node:https";
import next from "next";
import { clientAddress, isCrossSite, isKnownHost, knownNames, proxiesFrom } from "./door.mjs";
import { ROOT } from "./place.mjs";

/** One of the house's web servers: the framework behind a plain one that says who really asks. Started by `serve.mjs`. */
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

/** What is no page: the API's answers and the framework's own files. */
const NO_PAGE = /^\/(api|_next\/static)\//;

/**
 * Gives a page a content security policy with a nonce of its own: scripts run only when the server vouches for them. Styles may be
 * inline; WebAssembly may be compiled for heavy computation.
 */
function guardPage(request, response) {
  const nonce = randomBytes(16).toString("base64");
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
  // The framework reads the nonce for its own scripts from the request's policy.
  request.headers["content-security-policy"] = policy;
  // The house's own first script needs it, too.
  request.headers["x-tumbek-nonce"] = nonce;
  // Where whoever has to sign in first wanted to go.
  request.headers["x-tumbek-path"] = request.url;
  response.setHeader("Content-Security-Policy", policy);
}

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
  if (!NO_PAGE.test(request.url)) guardPage(request, response);
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
