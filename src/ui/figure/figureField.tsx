"use client";

import { useContext, useId } from "react";
import { useUnits } from "#ui/units.tsx";
import { quantitySentence } from "#words/figures";
import { Frame, type FrameProps } from "./frame.tsx";
import { FIGURE_KINDS, type FigureKind, type FigureKindName, keyboardOf, readFigure } from "./kinds.ts";
import { UnitTurn } from "./unitTurn.tsx";
import { UnreadContext } from "./unread.ts";
import { useTyped } from "./useTyped.ts";

interface FigureFieldProps {
  readonly label: string;
  readonly kind: FigureKindName;
  readonly value: number | null;
  readonly onValue: (value: number | null) => void;
  /** May be emptied; what counts then stands in it, paler. */
  readonly optional?: boolean;
  readonly usual?: string | undefined;
  readonly help?: string | undefined;
  readonly trouble?: string | undefined;
  /** Range, both ends included. */
  readonly bounds?: readonly [least: number, most: number] | undefined;
  /** Sentence for a figure outside its range, where the range's own ends say too little. */
  readonly outside?: string;
  /** Its place in a document, such as `pours.2.toG`; its label where it stands alone. */
  readonly field?: string;
  /** Step of an arrow key, where the kind's own is not what is set. */
  readonly step?: number;
  readonly look?: FrameProps["look"];
  readonly disabled?: boolean;
}

/** A figure that is taken when its field is left or Enter is pressed; the arrow keys move it at once. */
export function FigureField(props: FigureFieldProps) {
  const { label, value, onValue, optional, usual, help, bounds, disabled, look = "form" } = props;
  const { field = label } = props;
  const units = useUnits();
  const unread = useContext(UnreadContext);
  const id = useId();
  const kind: FigureKind = FIGURE_KINDS[props.kind];
  const print = (figure: number) => kind.print(figure, units);
  const [least, most] = bounds ?? [0, Number.POSITIVE_INFINITY];
  const take = (next: number | null) => {
    if (next !== value) onValue(next);
  };
  const typed = useTyped({
    text: value === null ? "" : print(value),
    onTake: (text) => {
      if (text.trim() === "" && !optional) return "This is needed.";
      if (text.trim() === "") {
        take(null);
        return undefined;
      }
      const read = readFigure(kind, text, units);
      if (!read.ok) return quantitySentence(read.failure);
      const next = read.value.value;
      if (next >= least && next <= most) {
        take(next);
        return undefined;
      }
      if (props.outside !== undefined) return props.outside;
      if (next < 0 && least === 0) return "There cannot be less than none.";
      return most < Number.POSITIVE_INFINITY
        ? `From ${print(least)} to ${print(most)}.`
        : `At least ${print(least)}.`;
    },
    onStep: (steps) => {
      if (value === null) return undefined;
      const next = Number((value + steps * (props.step ?? kind.step)).toFixed(6));
      if (next >= least && next <= most) take(next);
      return undefined;
    },
    onTrouble: (sentence) => {
      if (sentence === undefined) unread.current.delete(field);
      else unread.current.add(field);
    },
  });
  const trouble = typed.trouble ?? props.trouble;
  return (
    <Frame
      id={id}
      label={label}
      look={look}
      trouble={trouble}
      help={help}
      behind={kind.turns && look === "form" && !disabled && <UnitTurn turns={kind.turns} />}
      input={{ inputMode: keyboardOf(kind), disabled, placeholder: usual, ...typed.field }}
    />
  );
}
