import { useRouter } from "next/navigation";
import { useEffect, useReducer, useRef, useState } from "react";
import { type DayChanges, NO_CHANGES } from "#contract/dayPlanKinds.ts";
import { type Step, step, type Undoable } from "#parts/undoable.ts";
import { useCounter } from "#ui/counter.tsx";
import { keepDayPlan } from "./actions.ts";

/** A day's changes as somebody else left them. */
export interface Theirs {
  readonly changes: DayChanges;
  readonly revision: number;
  readonly changedBy: string;
}

/** A change of some parts; a function where they follow from the others as they are by then. */
export type Change = Partial<DayChanges> | ((now: DayChanges) => Partial<DayChanges>);

interface Kept {
  readonly changes: DayChanges;
  readonly revision: number;
}

/** A day's changes under work: each is kept as it is made, and can be undone. */
export function useKept({ siteId, day }: { readonly siteId: string; readonly day: string }, start: Kept) {
  const router = useRouter();
  const { send } = useCounter();
  const [history, dispatch] = useReducer(
    (before: Undoable<DayChanges>, next: Step<DayChanges>) => step(before, next),
    { past: [], now: start.changes, future: [] },
  );
  const [status, setStatus] = useState<"saved" | "saving" | "unsaved">("saved");
  const [theirs, setTheirs] = useState<Theirs>();
  const base = useRef<Kept>(start);
  const queue = useRef(Promise.resolve());
  const { now } = history;
  const latest = useRef(now);
  latest.current = now;

  const store = () => {
    setStatus("saving");
    // One after the other; what was changed meanwhile goes along.
    queue.current = queue.current.then(async () => {
      const changes = latest.current;
      if (changes === base.current.changes) return setStatus("saved");
      const sent = await send(keepDayPlan({ siteId, day, revision: base.current.revision, changes }));
      if (sent.ok && !sent.data.theirs) {
        const isOtherWeekday = changes.asWeekday !== base.current.changes.asWeekday;
        base.current = { changes, revision: sent.data.revision };
        // What a weekday usually brings is the server's to say.
        if (isOtherWeekday) router.refresh();
      } else if (sent.ok && sent.data.theirs) {
        const { value, revision, changedBy } = sent.data.theirs;
        setTheirs({ changes: { ...NO_CHANGES, ...value }, revision, changedBy: changedBy ?? "" });
      }
      setStatus(sent.ok && !sent.data.theirs ? "saved" : "unsaved");
    });
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: kept when it changes, and by nothing else
  useEffect(() => {
    if (now !== base.current.changes) store();
  }, [now]);

  return {
    changes: now,
    history,
    dispatch,
    change: (change: Change) =>
      dispatch({
        type: "change",
        to: (state) => ({ ...state, ...(typeof change === "function" ? change(state) : change) }),
      }),
    status,
    store,
    theirs,
    /** The plan that both began with. */
    base: () => base.current.changes,
    settle: (changes: DayChanges) => {
      if (!theirs) return;
      base.current = theirs;
      setTheirs(undefined);
      dispatch({ type: "set", state: { ...changes } });
    },
    leave: () => setTheirs(undefined),
  };
}
