import { type GuideEvent, inOrder, type MeasuredName } from "./events.ts";

/** When a step begins: at a tap, at a time of the clock, or when the bed says so, which a tap or a scale tells. */
export type Starts = { readonly by: "tap" | "bed" } | { readonly by: "clock"; readonly atS: number };

/** A step as the guide counts it. */
export interface GuideStep {
  readonly id: string;
  /** Before the water, with the clock, and after the last drip. */
  readonly phase: "prepare" | "brew" | "finish";
  readonly starts: Starts;
}

/** A guide as it stands. */
export interface GuideState {
  /** Of what is to be prepared. */
  readonly ticked: readonly string[];
  /** When the first water ran, by the house's clock, ms; null before. */
  readonly begunMs: number | null;
  /** Place of the running step among those of the brew and after it; −1 before the first water. */
  readonly place: number;
  /** When each step began that has begun, s from the first water. */
  readonly startedS: readonly number[];
  readonly measured: { readonly [what in MeasuredName]?: number };
  readonly batchId: string | null;
  readonly isLeft: boolean;
  /** Time of the newest event, s from the first water; no later one is before it. */
  readonly lastS: number;
}

const NEW: GuideState = {
  ticked: [],
  begunMs: null,
  place: -1,
  startedS: [],
  measured: {},
  batchId: null,
  isLeft: false,
  lastS: 0,
};

const MS = 1000;

/**
 * Events of a guide folded to how it stands: a function of the set of events, whichever device they come from and however
 * often one comes.
 */
export function foldGuide(events: readonly GuideEvent[], steps: readonly GuideStep[]): GuideState {
  return inForce(events).reduce((state, event) => after(state, event, steps), NEW);
}

/** Events that count, in their order: each once, without those that were taken back. */
export function inForce(events: readonly GuideEvent[]): readonly GuideEvent[] {
  const once = new Map(events.toSorted(inOrder).map((event) => [event.id, event]));
  const counted: GuideEvent[] = [];
  for (const event of once.values()) {
    if (event.kind !== "undone") counted.push(event);
    // What is in the log is taken out there.
    else if (counted.at(-1)?.kind !== "logged") counted.pop();
  }
  return counted;
}

/** The steps with the clock and after it, in their order. */
export function running(steps: readonly GuideStep[]): readonly GuideStep[] {
  return steps.filter(({ phase }) => phase !== "prepare");
}

/** The clock of a guide at a moment of the house's clock, s from the first water; 0 before it. It never runs backwards. */
export function clockOf({ begunMs, lastS }: GuideState, atMs: number): number {
  return begunMs === null ? 0 : Math.max(lastS, (atMs - begunMs) / MS);
}

/** The guide at a time of its clock: steps whose time has come have begun. */
export function atTime(state: GuideState, clockS: number, steps: readonly GuideStep[]): GuideState {
  if (state.begunMs === null || isOver(state)) return state;
  const order = running(steps);
  const startedS = [...state.startedS];
  for (let next = order[startedS.length]; next; next = order[startedS.length]) {
    if (next.starts.by !== "clock" || next.starts.atS > clockS) break;
    startedS.push(Math.max(next.starts.atS, startedS.at(-1) ?? 0));
  }
  return { ...state, startedS, place: startedS.length - 1 };
}

/** Whether nothing more happens in it. */
export function isOver({ batchId, isLeft }: Pick<GuideState, "batchId" | "isLeft">): boolean {
  return batchId !== null || isLeft;
}

/** One event more; what cannot be changes nothing. */
function after(state: GuideState, event: GuideEvent, steps: readonly GuideStep[]): GuideState {
  if (isOver(state)) return state;
  const clockS = clockOf(state, event.atMs);
  const now = { ...atTime(state, clockS, steps), lastS: clockS };
  switch (event.kind) {
    case "ticked":
      return steps.some(({ id, phase }) => id === event.stepId && phase === "prepare") &&
        !state.ticked.includes(event.stepId)
        ? { ...now, ticked: [...state.ticked, event.stepId] }
        : now;
    case "begun":
      return state.begunMs === null && running(steps).length > 0
        ? { ...now, begunMs: event.atMs, startedS: [0], place: 0, lastS: 0 }
        : now;
    case "stepped":
      return state.begunMs === null || now.startedS.length >= running(steps).length
        ? now
        : { ...now, startedS: [...now.startedS, clockS], place: now.place + 1 };
    case "shifted":
      return state.begunMs === null ? now : shifted(now, state.begunMs, event);
    case "measured":
      return { ...now, measured: withFigure(state.measured, event) };
    case "logged":
      return { ...now, batchId: event.batchId };
    case "left":
      return { ...now, isLeft: true };
    case "undone":
      return now;
  }
}

/** What has begun keeps its time: the clock goes on from no earlier than that. */
function shifted(
  now: GuideState,
  begunMs: number,
  { byS, atMs }: Extract<GuideEvent, { kind: "shifted" }>,
): GuideState {
  const leastS = now.startedS.at(-1) ?? 0;
  return { ...now, begunMs: Math.min(begunMs - byS * MS, atMs - leastS * MS), lastS: leastS };
}

function withFigure(
  measured: GuideState["measured"],
  { what, value }: Extract<GuideEvent, { kind: "measured" }>,
): GuideState["measured"] {
  const { [what]: _before, ...others } = measured;
  return value === null ? others : { ...others, [what]: value };
}
