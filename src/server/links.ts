import { networkInterfaces } from "node:os";
import qrcode from "qrcode";

const EVERY_ADDRESS = ["0.0.0.0", "::"];
const LOOPBACK = ["127.0.0.1", "::1", "localhost"];

/** Whether only this machine reaches the house, and no proxy lets others in. */
export function isLoopback(): boolean {
  return LOOPBACK.includes(hostFrom(process.env)) && !process.env.TUMBEK_PROXY;
}

/** Whether browsers reach the house over TLS: its own certificate on a network, or a proxy's. */
export function isSecure(): boolean {
  const { TUMBEK_URL, TUMBEK_TLS_KEY } = process.env;
  return TUMBEK_TLS_KEY !== undefined || (TUMBEK_URL?.startsWith("https://") ?? false);
}

/** Every address at which others reach the house: TUMBEK_URL, or where it is served. */
export function ownAddresses(): readonly string[] {
  const { TUMBEK_URL, TUMBEK_PORT = "4600" } = process.env;
  if (TUMBEK_URL) return [TUMBEK_URL];
  const host = hostFrom(process.env);
  const hosts = EVERY_ADDRESS.includes(host) ? networkAddresses() : [host];
  return hosts.map((each) => `${isSecure() ? "https" : "http"}://${each}:${TUMBEK_PORT}`);
}

/** This house's address as others reach it. */
export function ownUrl(path: string): string {
  return new URL(path, ownAddresses()[0] ?? "http://127.0.0.1").href;
}

function hostFrom({ TUMBEK_HOST = "127.0.0.1" }: NodeJS.ProcessEnv): string {
  return TUMBEK_HOST;
}

/** This machine's own addresses on its networks. */
function networkAddresses(): readonly string[] {
  const all = Object.values(networkInterfaces()).flatMap((addresses) => addresses ?? []);
  const outside = all.filter(({ internal, family }) => !internal && family === "IPv4");
  return outside.map(({ address }) => address);
}

/** The empty border that a reader needs around a code, in modules. */
const QUIET_ZONE = 2;

/** A QR code as path data in a square of `size`, for a drawing. */
export function qrOf(url: string): { readonly path: string; readonly size: number; readonly url: string } {
  const { modules } = qrcode.create(url, { errorCorrectionLevel: "M" });
  const squares: string[] = [];
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) squares.push(`M${column + QUIET_ZONE} ${row + QUIET_ZONE}h1v1h-1z`);
  return { path: squares.join(""), size: modules.size + 2 * QUIET_ZONE, url };
}
