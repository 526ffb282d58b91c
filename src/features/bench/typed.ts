import { useState } from "react";
import type { Result } from "#core/result";
import type { QuantityFailure } from "#core/units";
import { quantitySentence } from "#words/index.ts";

type Parse = (text: string) => Result<number, QuantityFailure>;

export interface Typed {
  readonly text: string;
  readonly setText: (text: string) => void;
  /** Undefined while it cannot be read. */
  readonly value: number | undefined;
  /** What is wrong, once it was asked for. */
  readonly trouble: string | undefined;
  /** Asks for it: from now on, what is wrong is said. */
  readonly ask: () => number | undefined;
}

/** A quantity as it is typed: read with every letter, and complained about only when it is asked for. */
export function useTyped(start: string, parse: Parse): Typed {
  const [text, setText] = useState(start);
  const [asked, setAsked] = useState(false);
  const read = parse(text);
  return {
    text,
    setText,
    value: read.ok ? read.value : undefined,
    trouble: !read.ok && asked ? quantitySentence(read.failure) : undefined,
    ask: () => {
      setAsked(true);
      return read.ok ? read.value : undefined;
    },
  };
}
