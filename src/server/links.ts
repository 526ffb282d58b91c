import qrcode from "qrcode";

/** This house's address as others reach it: TUMBEK_URL, or where it is served. */
export function ownUrl(path: string): string {
  const { TUMBEK_URL, TUMBEK_HOST = "127.0.0.1", TUMBEK_PORT = "4600" } = process.env;
  return new URL(path, TUMBEK_URL ?? `http://${TUMBEK_HOST}:${TUMBEK_PORT}`).href;
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
