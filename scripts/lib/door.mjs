import { networkInterfaces } from "node:os";

const SAFE = ["GET", "HEAD", "OPTIONS"];
const LOOPBACK_NAMES = ["localhost", "127.0.0.1", "[::1]"];
const EVERY_ADDRESS = ["0.0.0.0", "::"];
/** What only a proxy that the house was told of may say of a request. */
const SAID_BY_PROXIES = [
  "x-forwarded-for",
  "x-forwarded-host",
  "x-forwarded-proto",
  "x-forwarded-port",
  "forwarded",
];

/** The addresses of TUMBEK_PROXY: proxies before the house, separated by commas. */
export function proxiesFrom(env = process.env) {
  return (env.TUMBEK_PROXY ?? "")
    .split(",")
    .map((each) => each.trim())
    .filter((each) => each !== "");
}

/**
 * The names by which the house is called: this machine's own, the address that it is served at (all of the machine's, where that is
 * every one), and TUMBEK_URL's. Any other name leads here by somebody else's doing.
 */
export function knownNames(env = process.env) {
  const { TUMBEK_HOST: host = "127.0.0.1", TUMBEK_URL: url } = env;
  const served = EVERY_ADDRESS.includes(host)
    ? Object.values(networkInterfaces()).flatMap((addresses) => addresses.map(({ address }) => address))
    : [host];
  const names = [...LOOPBACK_NAMES, ...served.map(asHost), ...(url ? [new URL(url).hostname] : [])];
  return new Set(names.map((name) => name.toLowerCase()));
}

/** An address as it stands in a URL. */
function asHost(address) {
  return address.includes(":") && !address.startsWith("[") ? `[${address}]` : address;
}

/**
 * Whether a request calls the house by a name that it knows. What a known proxy was called is the proxy's to judge, unless TUMBEK_URL
 * says what it is.
 */
export function isKnownHost(request, names, { proxies, url }) {
  const forwarded = request.headers["x-forwarded-host"];
  if (forwarded !== undefined && proxies.length > 0 && !url) return true;
  try {
    const { hostname } = new URL(`http://${forwarded ?? request.headers.host}`);
    return names.has(hostname.toLowerCase());
  } catch {
    return false;
  }
}

/**
 * Who really asks: the socket's address, or what a known proxy says. What everybody else sends of that kind
 * is taken out of the request.
 */
export function clientAddress(request, proxies) {
  const socket = plain(request.socket.remoteAddress ?? "");
  if (proxies.includes(socket)) {
    const said = String(request.headers["x-forwarded-for"] ?? "").split(",");
    return plain(said.at(-1).trim()) || socket;
  }
  for (const name of SAID_BY_PROXIES) delete request.headers[name];
  return socket;
}

/** Whether a page of another site sent this request to change something here. */
export function isCrossSite({ method, headers }) {
  if (SAFE.includes(method)) return false;
  const { origin } = headers;
  if (origin === undefined) return ["cross-site", "same-site"].includes(headers["sec-fetch-site"]);
  const host = headers["x-forwarded-host"] ?? headers.host;
  try {
    return new URL(origin).host !== host;
  } catch {
    // "null": a page that hides where it is from.
    return true;
  }
}

/** An address of the fourth version that is written as one of the sixth. */
function plain(address) {
  return address.replace(/^::ffff:/, "");
}
