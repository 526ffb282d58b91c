import { useState } from "react";
import { fail, ok, type Result } from "#core/result";
import { FIGURE_KINDS, type FigureKind, readFigure } from "#ui/figure/kinds.ts";
import { type Printers, useUnits } from "#ui/units.tsx";
import { quantitySentence } from "#words/figures";

/** A figure that is measured: how it is typed, and its range, both ends included. */
export interface Measured {
  readonly kind: FigureKind;
  readonly bounds: readonly [least: number, most: number];
  /** Said besides of what cannot be read. */
  readonly or?: string;
}

/** Range of a weighed mass, g. */
const WEIGHED_G = [0.1, 200_000] as const;

/** Something on a scale, in parts if it is too heavy. */
export const WEIGHED: Measured = { kind: FIGURE_KINDS.g, bounds: WEIGHED_G };

/** A liquid, weighed or read off a jug. */
export const POURED: Measured = { kind: FIGURE_KINDS.liquidG, bounds: WEIGHED_G };

/** Reads a measured figure, or says what is wrong with it. */
export function readMeasured(
  { kind, bounds: [least, most], or }: Measured,
  text: string,
  units: Printers,
): Result<number, string> {
  const read = readFigure(kind, text, units);
  if (!read.ok) return fail([quantitySentence(read.failure), or].filter(Boolean).join(" "));
  const { value } = read.value;
  if (!(value >= least)) return fail(`That is too little: at least ${kind.print(least, units)}.`);
  if (!(value <= most)) return fail(`That is too much: at most ${kind.print(most, units)}.`);
  return ok(value);
}

/** A measured figure as it is typed. */
export interface MeasuredText {
  readonly measured: Measured;
  readonly text: string;
  readonly setText: (text: string) => void;
  /** Undefined while it cannot be read. */
  readonly value: number | undefined;
  /** The sentence that says what is wrong, once it was asked for. */
  readonly trouble: string | undefined;
  /** Asks for it: from now on, what is wrong is said. */
  readonly ask: () => number | undefined;
}

/**
 * A figure that is read with every letter, and complained about only when it is asked for.
 *
 * @param refuse says what else is wrong with what was read
 */
export function useMeasuredText(
  start: string,
  measured: Measured,
  refuse?: (text: string) => string | undefined,
): MeasuredText {
  const units = useUnits();
  const [text, setText] = useState(start);
  const [complains, setComplains] = useState(false);
  const read = readMeasured(measured, text, units);
  const trouble = read.ok ? refuse?.(text) : read.failure;
  const value = read.ok && trouble === undefined ? read.value : undefined;
  return {
    measured,
    text,
    setText,
    value,
    trouble: complains ? trouble : undefined,
    ask: () => {
      setComplains(true);
      return value;
    },
  };
}
