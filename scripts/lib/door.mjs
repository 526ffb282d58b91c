const SAFE = ["GET", "HEAD", "OPTIONS"];
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
