import type { EventKind } from "#contract/event.ts";
import { readEvents, readLastNumbers } from "#data/events.ts";
import { countingSessions } from "#data/sessions.ts";
import { troubleOf } from "#server/action.ts";
import { benchOf } from "#server/bench.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { keptInProcess } from "#server/process.ts";
import { barViewOf } from "#server/read/bar.ts";
import { type Come, type Follower, followers, leave, sendTo } from "./followers.ts";
import { message } from "./messages.ts";

/** The house is asked so often whether something happened at a site that somebody follows, ms. */
const ROUND_MS = 100;
/** After a round that failed, ms: the database is away. */
const AWAY_MS = 1000;
/** So often a bar is told whether or not something happened: its vessels may be others, and a silent line is a broken one, ms. */
const BEAT_MS = 3000;
/** So often it is looked whether those who follow are signed in still, ms. */
const SIGNED_IN_MS = 5000;

interface Rounds {
  timer?: NodeJS.Timeout | undefined;
  beatAt: number;
  lookedAt: number;
}

const rounds = keptInProcess<Rounds>("rounds", () => ({ beatAt: 0, lookedAt: 0 }));

/** Adds one who follows; the first one sets the rounds going. */
export function join(follower: Follower): void {
  followers.set(follower, { n: follower.n });
  rounds.timer ??= setTimeout(goRound, 0);
}

/** Ends all: the server is leaving. */
process.once("SIGTERM", () => {
  for (const follower of followers.keys()) leave(follower);
});

async function goRound(): Promise<void> {
  let isAway = false;
  try {
    await aRound();
  } catch (error) {
    // A fault of the house's own is in its log; whoever follows asks again by itself meanwhile.
    troubleOf(error);
    isAway = true;
  }
  const isWanted = followers.size > 0;
  rounds.timer = isWanted ? setTimeout(goRound, isAway ? AWAY_MS : ROUND_MS) : undefined;
}

/** Tells everybody who follows what they do not know yet. */
async function aRound(): Promise<void> {
  const atMs = performance.now();
  const isBeat = atMs - rounds.beatAt >= BEAT_MS;
  if (atMs - rounds.lookedAt >= SIGNED_IN_MS) {
    rounds.lookedAt = atMs;
    await letGo();
  }
  const all = [...followers];
  const siteIds = [...new Set(all.map(([{ siteId }]) => siteId))];
  const last = await readLastNumbers(database(), siteIds);
  for (const siteId of siteIds) {
    const n = last.get(siteId) ?? 0;
    const own = all.filter(([follower]) => follower.siteId === siteId);
    const behind = own.filter(([, at]) => at.n < n);
    const kinds = await tellEvents(siteId, behind, n);
    const bars = (isBeat ? own : behind).map(([follower]) => follower).filter(({ of }) => of === "bar");
    if (bars.length > 0) await tellBar(siteId, bars, { n, kinds, isBeat });
  }
  if (isBeat) rounds.beatAt = atMs;
}

/** Ends those whose sign-in has ended. */
async function letGo(): Promise<void> {
  const ids = [...followers.keys()].flatMap(({ sessionId }) => sessionId ?? []);
  const counting = await countingSessions(database(), ids, new Date());
  for (const follower of followers.keys())
    if (follower.sessionId !== null && !counting.has(follower.sessionId)) leave(follower);
}

type Behind = readonly (readonly [Follower, Come])[];

/** Sends each its next events, in order. @returns the kinds of what happened since those who follow the bar were told */
async function tellEvents(siteId: string, behind: Behind, n: number): Promise<readonly EventKind[]> {
  // One who comes from far behind is caught up by itself: the others wait for nothing.
  const isNear = ([, at]: Behind[number]) => at.n >= 0 && n - at.n <= MOST_NEAR;
  for (const each of behind) if (each[0].of === "events" && !isNear(each)) await catchUp(siteId, each);
  const near = behind.filter(isNear);
  if (near.length === 0) return [];
  const from = Math.min(...near.map(([, at]) => at.n));
  const lines = await readEvents(database(), siteId, from);
  for (const line of lines) {
    const sent = message({ id: line.n, event: "happened", data: line });
    for (const [follower, at] of near)
      if (follower.of === "events" && at.n < line.n) sendTo(follower, sent, line.n);
  }
  return [...new Set(lines.map(({ kind }) => kind))];
}

/** Somebody is near the others within so many events. */
const MOST_NEAR = 500;

/** The next events of one who was away. */
async function catchUp(siteId: string, [follower, at]: Behind[number]): Promise<void> {
  for (const line of await readEvents(database(), siteId, Math.max(0, at.n)))
    sendTo(follower, message({ id: line.n, event: "happened", data: line }), line.n);
}

/** Sends a bar as it stands, worked out once for all; to those who know it already only that the line holds. */
async function tellBar(
  siteId: string,
  bars: readonly Follower[],
  {
    n,
    kinds,
    isBeat,
  }: { readonly n: number; readonly kinds: readonly EventKind[]; readonly isBeat: boolean },
): Promise<void> {
  const bench = await benchOf(siteId);
  if (bench?.site.id !== siteId) return;
  const { nowMs, ...view } = await barViewOf(bench);
  const stands = JSON.stringify(view);
  const whole = message({ id: n, event: "bar", data: { view: { ...view, nowMs }, kinds } });
  const beat = message({ event: "beat", data: { nowMs: now().getTime() } });
  for (const follower of bars) {
    const at = followers.get(follower);
    if (!at) continue;
    // Its vessels may be others without an event, and not everybody is told in each round.
    const isNews = at.n < n || at.bar !== stands;
    at.bar = stands;
    if (isNews) sendTo(follower, whole, n);
    else if (isBeat) sendTo(follower, beat, n);
  }
}
