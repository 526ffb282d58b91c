import { randomBytes } from "node:crypto";
import { join } from "node:path";
import { say } from "./run.mjs";
import { readWhole, writeWhole } from "./smallFile.mjs";

const SECRET_BYTES = 32;
const SECRET = /^[0-9a-f]{64}$/;

/**
 * The secret that the house signs its sign-ins with: made once, read by nobody else. A damaged one is made anew, and everybody signs
 * in once more.
 */
export function houseSecret({ home }) {
  const file = join(home, "secret");
  const known = readWhole(file, (text) => (SECRET.test(text) ? text : undefined));
  if (known !== undefined && known !== "damaged") return known;
  if (known === "damaged")
    say("The house's secret was damaged and is made anew: everybody signs in once more.");
  const secret = randomBytes(SECRET_BYTES).toString("hex");
  writeWhole(file, secret);
  return secret;
}
