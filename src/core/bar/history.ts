import type { BarEvent } from "./events.ts";
import { eventsOf, type Followed, isInForce } from "./fold.ts";
import { type PotKit, type Standing, standingAt } from "./standing.ts";
import { type BarKit, draftOf, EMPTY_BAR, UNKNOWN_POT } from "./state.ts";
import { stepInto } from "./step.ts";

/** A pot's coffee at a moment of its life. */
export interface Sample {
  readonly atMs: number;
  readonly liquidG: number;
  readonly tempC: number;
  readonly strengthPct: number | null;
}

export interface History {
  /** Every so often, and just before and after whatever happened to it. */
  readonly samples: readonly Sample[];
  /** What happened to it, in order. */
  readonly events: readonly BarEvent[];
}

interface Span {
  /** The event that filled it. */
  readonly fillId: string;
  readonly untilMs: number;
  readonly stepMs: number;
}

/** The life of one filling, from when it was brewed until a moment or its end, through whatever vessels it stood in. */
export function historyOf(followed: Followed, kit: BarKit, { fillId, untilMs, stepMs }: Span): History {
  const draft = draftOf(EMPTY_BAR);
  const samples: Sample[] = [];
  const own: BarEvent[] = [];
  let before: { readonly vesselId: string; readonly standing: Standing } | undefined;
  const until = (ms: number) => {
    if (!before) return;
    const { vesselId, standing } = before;
    const pot = kit.vessels[vesselId] ?? UNKNOWN_POT;
    for (let at = standing.asOfMs + stepMs; at < ms; at += stepMs)
      samples.push(sampleOf(standingAt(standing, pot, at, kit.roomTempC)));
    if (ms > standing.asOfMs) samples.push(sampleOf(standingAt(standing, pot, ms, kit.roomTempC)));
  };
  for (const event of eventsOf(followed)) {
    if (event.atMs > untilMs) break;
    if (!isInForce(event.id, followed.undos)) continue;
    const old = before?.standing;
    stepInto(draft, event, kit);
    const after = standingOf(draft.pots, fillId);
    if (after?.standing === old) continue;
    until(event.atMs);
    own.push(event);
    if (after) samples.push(sampleOf(after.standing));
    before = after;
  }
  until(untilMs);
  return { samples, events: own };
}

function standingOf(pots: ReadonlyMap<string, { readonly standing: Standing | null }>, fillId: string) {
  for (const [vesselId, { standing }] of pots) if (standing?.fillId === fillId) return { vesselId, standing };
  return undefined;
}

function sampleOf({ asOfMs, liquidG, tempC, strengthPct }: Standing): Sample {
  return { atMs: asOfMs, liquidG, tempC, strengthPct };
}

interface Ahead {
  readonly nowMs: number;
  /** When its sale ends; null where nothing limits it. */
  readonly untilMs: number | null;
  readonly roomTempC: number;
}

const POINTS_AHEAD = 24;

/** A pot from now to the end of its sale, as it will stand if nobody touches it; none where its sale is over or has no end. */
export function samplesAhead(
  standing: Standing,
  pot: PotKit,
  { nowMs, untilMs, roomTempC }: Ahead,
): readonly Sample[] {
  if (untilMs === null || untilMs <= nowMs) return [];
  return Array.from({ length: POINTS_AHEAD + 1 }, (_, i) =>
    sampleOf(standingAt(standing, pot, nowMs + (i / POINTS_AHEAD) * (untilMs - nowMs), roomTempC)),
  );
}
