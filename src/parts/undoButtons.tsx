import { Redo2, Undo2 } from "lucide-react";
import { Button } from "#ui/button.tsx";
import type { Step, Undoable } from "./undoable.ts";

interface UndoButtonsProps<State> {
  readonly history: Undoable<State>;
  readonly dispatch: (step: Step<State>) => void;
}

/** One step back, and forth again. */
export function UndoButtons<State>({ history, dispatch }: UndoButtonsProps<State>) {
  return (
    <span className="flex">
      <Button
        look="icon"
        aria-label="undo"
        disabled={history.past.length === 0}
        onClick={() => dispatch({ type: "undo" })}
      >
        <Undo2 size={18} aria-hidden />
      </Button>
      <Button
        look="icon"
        aria-label="redo"
        disabled={history.future.length === 0}
        onClick={() => dispatch({ type: "redo" })}
      >
        <Redo2 size={18} aria-hidden />
      </Button>
    </span>
  );
}
