import { randomBytes } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

const SECRET_BYTES = 32;

/** What the house signs its sign-ins with: made once, read by nobody else. Another one ends every sign-in. */
export function houseSecret({ home }) {
  const file = join(home, "secret");
  if (!existsSync(file)) writeFileSync(file, randomBytes(SECRET_BYTES).toString("hex"), { mode: 0o600 });
  return readFileSync(file, "utf8");
}
