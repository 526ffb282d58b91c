"use client";

import { type KeyboardEvent, type Ref, useEffect, useId, useRef } from "react";
import { useUnits } from "#ui/units.tsx";
import { Frame } from "./frame.tsx";
import { FIGURE_KINDS, type FigureKind, type FigureKindName, keyboardOf, readFigure } from "./kinds.ts";
import { UnitTurn } from "./unitTurn.tsx";

interface FigureTextProps {
  readonly label: string;
  readonly kind: FigureKindName | FigureKind;
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly bounds?: readonly [least: number, most: number];
  readonly trouble?: string | undefined;
  readonly help?: string | undefined;
  readonly inputRef?: Ref<HTMLInputElement> | undefined;
}

const STEPS: Readonly<Record<string, number>> = { ArrowUp: 1, ArrowDown: -1 };

/** Without spaces, and in one way to write what is behind the point. */
function bare(text: string): string {
  return text.replace(/\s/g, "").replace(",", ".");
}

/** A figure of a form that is read when the form is sent: typed freely, stepped by the arrow keys, and said anew in another unit. */
export function FigureText({
  label,
  kind: given,
  text,
  onText,
  bounds,
  trouble,
  help,
  inputRef,
}: FigureTextProps) {
  const units = useUnits();
  const id = useId();
  const kind = typeof given === "string" ? (FIGURE_KINDS[given] as FigureKind) : given;
  const [least, most] = bounds ?? [0, Number.POSITIVE_INFINITY];
  const before = useRef(units);
  useEffect(() => {
    const were = before.current;
    before.current = units;
    if (were === units || !kind.turns || were[kind.turns] === units[kind.turns]) return;
    // A bare figure was meant in the unit that it was typed in.
    const read = readFigure(kind, text, were);
    if (read.ok) onText(kind.print(read.value.value, units));
  }, [units, kind, text, onText]);
  const read = readFigure(kind, text, units);
  // What was made of a sum, of digits off a watch, or of another unit.
  const isWithin = read.ok && read.value.value >= least && read.value.value <= most;
  const printed = isWithin ? kind.print(read.value.value, units) : text;
  const isPlain = bare(printed).startsWith(bare(text)) || bare(text).startsWith(bare(printed));
  const onKeyDown = (event: KeyboardEvent) => {
    const steps = STEPS[event.key];
    if (steps === undefined || !read.ok) return;
    event.preventDefault();
    const next = Number((read.value.value + steps * kind.step).toFixed(6));
    if (next >= least && next <= most) onText(kind.print(next, units));
  };
  return (
    <Frame
      id={id}
      label={label}
      look="form"
      trouble={trouble}
      help={isPlain ? help : `read as ${printed}`}
      behind={kind.turns && <UnitTurn turns={kind.turns} />}
      input={{
        ref: inputRef,
        inputMode: keyboardOf(kind),
        value: text,
        onChange: (event) => onText(event.target.value),
        onKeyDown,
      }}
    />
  );
}
