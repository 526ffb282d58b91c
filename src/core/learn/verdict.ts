import { SIGNALS, type Signal, type Watched } from "./drift.ts";

/** Batches brewed alike, watched: one coffee, brewer, serve, size and setting. */
export interface WatchedGroup {
  readonly id: string;
  readonly brewerId: string;
  readonly grinderId: string;
  /** Of each signal its series and when its batches were brewed, ms; the oldest first. */
  readonly signals: Readonly<
    Partial<Record<Signal, { readonly watched: Watched; readonly atMs: readonly number[] }>>
  >;
}

/** A signal of a group that has moved, and is there still. */
export interface Moved {
  readonly groupId: string;
  readonly signal: Signal;
  /** The level of now less the one before it began to move, as a share of that one. */
  readonly share: number;
  readonly sinceMs: number;
  readonly noticedMs: number;
}

/**
 * Cause of a change. `finer` and `coarser` are a grinder's: its beds run slower or faster on every brewer. `flow` is one
 * brewer's while others on that grinder keep their time; `either` where no other brewer could tell; `delivery` is
 * beverage that changes while the time stays; `coffee` is strength alone: the coffee, the water or the meter.
 */
export type Cause = "finer" | "coarser" | "flow" | "either" | "delivery" | "coffee";

export interface Verdict {
  readonly cause: Cause;
  /** The grinder's for `finer` and `coarser`, else the brewer's. */
  readonly thingId: string;
  /** The other of the two. */
  readonly besideId: string;
  readonly sinceMs: number;
  /** The evidence, the earliest first. */
  readonly moved: readonly Moved[];
}

/** Changes of one cause lie this close together. */
const TOGETHER_MS = 10 * 86_400_000;

/**
 * Verdicts on the watched batches together: times that move the same way on two brewers of one grinder are the
 * grinder's; on one brewer alone they are that brewer's. Of each signal its newest way counts.
 */
export function verdictsOf(groups: readonly WatchedGroup[]): readonly Verdict[] {
  const moved = groups.flatMap((group) => SIGNALS.flatMap((signal) => movedOf(group, signal)));
  const groupOf = (id: string) => groups.find((group) => group.id === id)!;
  const used = new Set<Moved>();
  const verdicts: Verdict[] = [];
  const say = (cause: Cause, thingId: string, besideId: string, all: readonly Moved[]) => {
    const evidence = all.toSorted((a, b) => a.sinceMs - b.sinceMs);
    for (const each of evidence) used.add(each);
    verdicts.push({ cause, thingId, besideId, sinceMs: evidence[0]!.sinceMs, moved: evidence });
  };

  for (const first of moved
    .filter(({ signal }) => signal === "time")
    .toSorted((a, b) => a.sinceMs - b.sinceMs)) {
    if (used.has(first)) continue;
    const { grinderId, brewerId } = groupOf(first.groupId);
    const alike = moved.filter(
      (each) =>
        each.signal === "time" &&
        Math.sign(each.share) === Math.sign(first.share) &&
        groupOf(each.groupId).grinderId === grinderId &&
        Math.abs(each.sinceMs - first.sinceMs) <= TOGETHER_MS,
    );
    // Strength that came with it is its consequence; what a pot weighs is not.
    const with_ = (times: readonly Moved[]) => [
      ...times,
      ...moved.filter(
        (each) =>
          each.signal === "strength" &&
          times.some(({ groupId }) => groupId === each.groupId) &&
          Math.abs(each.sinceMs - first.sinceMs) <= TOGETHER_MS,
      ),
    ];
    const brewers = new Set(alike.map(({ groupId }) => groupOf(groupId).brewerId));
    const watchedElsewhere = groups.some(
      (group) =>
        group.grinderId === grinderId && group.brewerId !== brewerId && hasSeen(group, first.noticedMs),
    );
    if (brewers.size > 1) say(first.share > 0 ? "finer" : "coarser", grinderId, brewerId, with_(alike));
    else say(watchedElsewhere ? "flow" : "either", brewerId, grinderId, with_(alike));
  }
  for (const [signal, cause] of [
    ["yield", "delivery"],
    ["strength", "coffee"],
  ] as const) {
    for (const each of moved) {
      if (each.signal !== signal || used.has(each)) continue;
      const { brewerId, grinderId } = groupOf(each.groupId);
      const alike = moved.filter(
        (other) =>
          other.signal === signal &&
          !used.has(other) &&
          Math.sign(other.share) === Math.sign(each.share) &&
          groupOf(other.groupId).brewerId === brewerId,
      );
      say(cause, brewerId, grinderId, alike);
    }
  }
  return verdicts.toSorted((a, b) => b.sinceMs - a.sinceMs);
}

/** Changes that went the same way, one after the other, are one: a creep is noticed step by step. */
function movedOf(group: WatchedGroup, signal: Signal): readonly Moved[] {
  const series = group.signals[signal];
  if (!series) return [];
  const { changes, stretches } = series.watched;
  const way = Math.sign(changes.at(-1)?.share ?? 0);
  const first = changes.findLastIndex(({ share }) => Math.sign(share) !== way) + 1;
  const began = changes[first];
  if (!began) return [];
  return [
    {
      groupId: group.id,
      signal,
      share: stretches.at(-1)!.centre / stretches[first]!.centre - 1,
      sinceMs: series.atMs[began.since]!,
      noticedMs: series.atMs[began.noticed]!,
    },
  ];
}

/** Whether a group was still brewed when a change was noticed: only then its quiet says something. */
function hasSeen({ signals }: WatchedGroup, atMs: number): boolean {
  const last = signals.time?.atMs.at(-1);
  return last !== undefined && last >= atMs;
}
