/** A state under work, with the states before it and those that were undone. */
export interface Undoable<State> {
  readonly past: readonly State[];
  readonly now: State;
  readonly future: readonly State[];
}

export type Step<State> =
  | { readonly type: "set"; readonly state: State }
  | { readonly type: "change"; readonly to: (state: State) => State }
  | { readonly type: "undo" }
  | { readonly type: "redo" };

/** Steps that are remembered: more than anyone undoes. */
const MOST_STEPS = 200;

/** The work after one step; what is set to what it is already leaves no step to undo. */
export function step<State>(history: Undoable<State>, action: Step<State>): Undoable<State> {
  const { past, now, future } = history;
  switch (action.type) {
    case "set":
      return action.state === now
        ? history
        : { past: [...past, now].slice(-MOST_STEPS), now: action.state, future: [] };
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
