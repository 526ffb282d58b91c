"use client";

import { createContext, type KeyboardEvent, type RefObject, useContext, useId, useState } from "react";
import { ok, type Result } from "#core/result";
import {
  parseLiquid,
  parseMass,
  parseNumber,
  parsePct,
  parseRatio,
  parseTemp,
  parseTime,
  printNumber,
  printPct,
  printTime,
  type QuantityFailure,
} from "#core/units";
import { isLocked } from "#ui/counter.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { quantitySentence } from "#words/figures";

/** How a figure of a recipe is typed and printed. */
interface Kind {
  readonly print: (value: number, units: Printers) => string;
  readonly parse: (text: string, units: Printers) => Result<number, QuantityFailure>;
  /** Step of an arrow key. */
  readonly nudge: number;
}

const bare = (decimals: number, nudge: number): Kind => ({
  print: (value) => printNumber(value, decimals),
  parse: (text) => {
    const read = parseNumber(text);
    return read.ok ? ok(read.value.number) : read;
  },
  nudge,
});

export const KINDS = {
  mass: {
    print: (value, units) => units.printMass(value),
    parse: (text, units) => parseMass(text, units.mass),
    nudge: 0.5,
  },
  liquid: {
    print: (value, units) => units.printLiquid(value),
    parse: (text, units) => parseLiquid(text, units.mass),
    nudge: 5,
  },
  temp: {
    print: (value, units) => units.printTemp(value),
    parse: (text, units) => parseTemp(text, units.temp),
    nudge: 1,
  },
  time: { print: printTime, parse: (text) => parseTime(text, "s"), nudge: 5 },
  pct: { print: (value) => printPct(value), parse: parsePct, nudge: 0.01 },
  ratio: {
    print: (value, units) => units.printRatio(value),
    parse: (text, units) => parseRatio(text, units.ratio),
    nudge: 0.5,
  },
  times: bare(2, 0.1),
  dial: bare(2, 0.5),
  mm: bare(1, 1),
  gPerS: bare(1, 0.5),
  count: bare(0, 1),
} as const satisfies Readonly<Record<string, Kind>>;
export type FieldKind = keyof typeof KINDS;

/** The fields that hold something unreadable: nothing is saved over it. */
export const UnreadContext = createContext<RefObject<Set<string>>>({ current: new Set() });

interface TypedFieldProps {
  readonly label: string;
  /** Its place in the recipe, such as `pours.2.toG`. */
  readonly field: string;
  readonly kind: FieldKind;
  readonly value: number | null;
  readonly onValue: (value: number | null) => void;
  readonly optional?: boolean;
  readonly help?: string;
  readonly trouble?: string | undefined;
  readonly bounds?: readonly [least: number, most: number];
  /** In a table, whose head says what it is. */
  readonly inTable?: boolean;
  readonly disabled?: boolean;
}

/** A figure that is taken when the field is left or Enter is pressed; the arrow keys move it at once. */
export function TypedField(props: TypedFieldProps) {
  const { label, field, kind, value, onValue, optional, help, trouble, bounds, inTable, disabled } = props;
  const units = useUnits();
  const id = useId();
  const unread = useContext(UnreadContext);
  const [typed, setTyped] = useState<string>();
  const [wrong, setWrong] = useState<string>();
  const { print, parse, nudge }: Kind = KINDS[kind];
  const shown = typed ?? (value === null ? "" : print(value, units));

  const say = (sentence: string | undefined) => {
    setWrong(sentence);
    if (sentence === undefined) unread.current.delete(field);
    else unread.current.add(field);
  };
  const take = (next: number | null) => {
    say(undefined);
    setTyped(undefined);
    if (next !== value) onValue(next);
  };
  const commit = () => {
    if (typed === undefined) return;
    if (typed.trim() === "") {
      if (optional) take(null);
      else say("This is needed.");
      return;
    }
    // An unchanged figure stays as it was, past the digits that its print leaves out.
    if (value !== null && typed === print(value, units)) {
      take(value);
      return;
    }
    const read = parse(typed, units);
    if (!read.ok) say(quantitySentence(read.failure));
    else if (bounds && !(read.value >= bounds[0] && read.value <= bounds[1])) {
      say(`From ${print(bounds[0], units)} to ${print(bounds[1], units)}.`);
    } else take(read.value);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "Enter") commit();
    if (event.key === "Escape") {
      say(undefined);
      setTyped(undefined);
    }
    if ((event.key === "ArrowUp" || event.key === "ArrowDown") && value !== null) {
      event.preventDefault();
      const next = value + (event.key === "ArrowUp" ? nudge : -nudge);
      if (next >= (bounds?.[0] ?? 0) && next <= (bounds?.[1] ?? Infinity)) take(Number(next.toFixed(6)));
    }
  };
  const says = wrong ?? trouble;
  return (
    <div>
      <label htmlFor={id} className={inTable ? "sr-only" : "block text-quiet text-sm"}>
        {label}
      </label>
      <input
        id={id}
        inputMode={kind === "time" || kind === "ratio" ? "text" : "decimal"}
        autoComplete="off"
        disabled={disabled}
        value={shown}
        aria-invalid={says !== undefined}
        aria-describedby={`${id}-more`}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={(event) => !isLocked(event.target) && commit()}
        onKeyDown={onKeyDown}
        className={`w-full rounded-md border-2 border-rim/50 bg-enamel tabular-nums disabled:border-rim/20 aria-invalid:border-stop ${inTable ? "min-h-10 min-w-16 px-2" : "min-h-11 px-3"}`}
      />
      <p
        id={`${id}-more`}
        role={says ? "alert" : undefined}
        className={`text-sm ${inTable ? "empty:hidden" : "min-h-5"} ${says ? "text-stop" : "text-quiet"}`}
      >
        {says ?? help}
      </p>
    </div>
  );
}

interface WordsFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onValue: (value: string) => void;
  readonly help?: string;
  readonly trouble?: string | undefined;
  readonly most?: number;
}

/** A line of words, taken when the field is left. */
export function WordsField({ label, value, onValue, help, trouble, most = 400 }: WordsFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string>();
  const commit = () => {
    if (typed !== undefined && typed !== value) onValue(typed);
    setTyped(undefined);
  };
  return (
    <div>
      <label htmlFor={id} className="block text-quiet text-sm">
        {label}
      </label>
      <input
        id={id}
        value={typed ?? value}
        maxLength={most}
        autoComplete="off"
        aria-invalid={trouble !== undefined}
        aria-describedby={`${id}-more`}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={(event) => !isLocked(event.target) && commit()}
        onKeyDown={(event) => event.key === "Enter" && commit()}
        className="min-h-11 w-full rounded-md border-2 border-rim/50 bg-enamel px-3 aria-invalid:border-stop"
      />
      <p
        id={`${id}-more`}
        role={trouble ? "alert" : undefined}
        className={`min-h-5 text-sm ${trouble ? "text-stop" : "text-quiet"}`}
      >
        {trouble ?? help}
      </p>
    </div>
  );
}
