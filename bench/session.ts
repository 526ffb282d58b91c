import { randomUUID } from "node:crypto";
import { v7 as uuidv7 } from "uuid";
import { LEAD } from "#data/demo/bench.ts";
import { addSession } from "#data/sessions.ts";
import { database } from "#server/database.ts";
import { hashOf, sessionOf } from "#server/session.ts";

const WARM_UP = 100;
const CHECKS = 401;
const SESSION_MS = 10 * 60_000;

/**
 * What the session check adds to a request: from the cookie's token to who it is, on the running house's database.
 *
 * @returns the median, ms
 */
export async function sessionMs(): Promise<number> {
  const [token, now] = [randomUUID(), new Date()];
  await addSession(database(), {
    id: uuidv7(),
    tokenHash: hashOf(token),
    personId: LEAD,
    createdAt: now,
    seenAt: now,
    expiresAt: new Date(now.getTime() + SESSION_MS),
  });
  const times: number[] = [];
  for (let i = 0; i < WARM_UP + CHECKS; i++) {
    const start = performance.now();
    const found = await sessionOf(token);
    if (i >= WARM_UP) times.push(performance.now() - start);
    if (!found) throw new Error("the session that was just made is not there");
  }
  return times.toSorted((a, b) => a - b)[Math.floor(CHECKS / 2)]!;
}
