import { randomUUID } from "node:crypto";
import { v7 as uuidv7 } from "uuid";
import { LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { addSession } from "#data/sessions.ts";
import { benchOf } from "#server/bench.ts";
import { database } from "#server/database.ts";
import { barViewOf } from "#server/read/bar.ts";
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
  return medianMs(async () => {
    if (!(await sessionOf(token))) throw new Error("the session that was just made is not there");
  });
}

/**
 * What the pot shelf adds to a page: what stands at the bar, on the running house's database.
 *
 * @returns the median, ms
 */
export async function shelfMs(): Promise<number> {
  const bench = await benchOf(PIER_HEAD);
  if (!bench) throw new Error("the demo house has no bench");
  return medianMs(() => barViewOf(bench));
}

async function medianMs(work: () => Promise<unknown>): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < WARM_UP + CHECKS; i++) {
    const start = performance.now();
    await work();
    if (i >= WARM_UP) times.push(performance.now() - start);
  }
  return times.toSorted((a, b) => a - b)[Math.floor(CHECKS / 2)]!;
}
