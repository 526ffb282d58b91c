import { type FocusEvent, type KeyboardEvent, useState } from "react";
import { isLocked } from "#ui/counter.tsx";

interface TypedRules {
  /** As it stands while nothing is typed over it. */
  readonly text: string;
  /** Takes what was typed; the sentence that says why not. */
  readonly onTake: (typed: string) => string | undefined;
  /** Steps up or down by arrow keys; the sentence that says why not. */
  readonly onStep?: ((steps: number) => string | undefined) | undefined;
  /** After a text was taken, or given up. */
  readonly onLeave?: (() => void) | undefined;
  readonly onTrouble?: ((trouble: string | undefined) => void) | undefined;
}

const STEPS: Readonly<Record<string, number>> = { ArrowUp: 1, ArrowDown: -1 };

/**
 * A text that is typed over, and taken when the field is left or Enter is pressed. What cannot be taken stays as typed, with the sentence
 * beside it; Escape gives it up. A field that the screen was locked over keeps what is half typed.
 */
export function useTyped({ text, onTake, onStep, onLeave, onTrouble }: TypedRules) {
  const [typed, setTyped] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const say = (sentence: string | undefined) => {
    setTrouble(sentence);
    onTrouble?.(sentence);
  };
  const leave = () => {
    setTyped(undefined);
    say(undefined);
    onLeave?.();
  };
  const take = () => {
    if (typed === undefined) return;
    // A figure that is left as it was keeps the digits that its print leaves out.
    const refusal = typed === text ? undefined : onTake(typed);
    if (refusal === undefined) leave();
    else say(refusal);
  };
  return {
    typed,
    trouble,
    setTyped,
    say,
    field: {
      value: typed ?? text,
      "aria-invalid": trouble !== undefined,
      onChange: (event: { readonly target: { readonly value: string } }) => setTyped(event.target.value),
      onBlur: (event: FocusEvent<HTMLElement>) => {
        if (!isLocked(event.target)) take();
      },
      onKeyDown: (event: KeyboardEvent<HTMLElement>) => {
        const steps = STEPS[event.key];
        if (event.key === "Enter") take();
        if (event.key === "Escape") leave();
        if (steps === undefined || !onStep) return;
        event.preventDefault();
        const refusal = onStep(steps);
        if (refusal === undefined) leave();
        else say(refusal);
      },
    },
  };
}
