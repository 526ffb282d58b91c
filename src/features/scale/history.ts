import type { ScaleState } from "./state.ts";

/** The sheet with what it was before, and what was undone. */
export interface History {
  readonly past: readonly ScaleState[];
  readonly now: ScaleState;
  readonly future: readonly ScaleState[];
}

export type Step =
  | { readonly type: "set"; readonly state: ScaleState }
  | { readonly type: "change"; readonly to: (state: ScaleState) => ScaleState }
  | { readonly type: "undo" }
  | { readonly type: "redo" };

/** So many steps are remembered: more than anyone undoes. */
const MOST_STEPS = 200;

export function step(history: History, action: Step): History {
  const { past, now, future } = history;
  switch (action.type) {
    case "set":
      return { past: [...past, now].slice(-MOST_STEPS), now: action.state, future: [] };
    case "change":
      return step(history, { type: "set", state: action.to(now) });
    case "undo":
      return past.length === 0
        ? history
        : { past: past.slice(0, -1), now: past.at(-1)!, future: [now, ...future] };
    case "redo":
      return future.length === 0
        ? history
        : { past: [...past, now], now: future[0]!, future: future.slice(1) };
  }
}
