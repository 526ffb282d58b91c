"use client";

import { useEffect, useRef, useState } from "react";
import type { Verdict } from "#core/trial";
import { printNumber, printPct, printTime } from "#core/units";
import { isLiked, type SeenBatch, type SeenTrial } from "#scaling/trial";
import { CAUSE_WORDS, TRIAL_TASTE_WORDS } from "#words/trials";
import { BedSide } from "./signDrawings.tsx";

interface DialBracketProps {
  readonly seen: SeenTrial;
  readonly grinder: string;
  readonly selected: string | undefined;
  readonly onSelect: (batchId: string) => void;
  /** Where the next batch is to be ground; none where the trial has ended. */
  readonly next: number | undefined;
}

const USUAL_WIDTH = 1120;
const EDGE = 26;
const DIAL_Y = 60;
const HATCH = 30;
const HEIGHT = 114;
/** What is proved of either end stands under its numbers, where no flag covers it. */
const ENDS_Y = 110;
/** Numbers on the dial stand at least so far apart, px. */
const NUMBER_GAP = 44;
const TICK_GAP = 7;
const COLUMN = 148;
const NARROW_COLUMN = 62;
/** Least width under a thumb, px. */
const LEAST_COLUMN = 48;
/** From a batch's column down to the dial's drawing. */
const LEADER = 18;

const VERDICTS: { readonly [verdict in keyof Verdict]: { readonly word: string; readonly colour: string } } =
  {
    tooFine: { word: "too fine", colour: "text-hot" },
    tooCoarse: { word: "too coarse", colour: "text-ice" },
    right: { word: "right", colour: "text-good" },
  };

/** What a batch said of its setting; undefined where it leaves it open. */
export function verdictOf({ judgement }: Pick<SeenBatch, "judgement">) {
  const { verdict, causes } = judgement;
  const [best] = (Object.keys(VERDICTS) as (keyof Verdict)[]).toSorted((a, b) => verdict[b] - verdict[a]);
  if (verdict[best!] < LEADS) return undefined;
  const cause = causes[0]!.cause;
  // The grind is right, and something else is wrong.
  if (best === "right" && cause !== "right") return { word: CAUSE_WORDS[cause], colour: "text-due" };
  return VERDICTS[best!];
}
/** Least share of a verdict that leads: at a third each the batch leaves its setting open. */
const LEADS = 0.42;

/** The grinder's dial with what is proved on it, what is believed, and the batches that stand on it. */
export function DialBracket({ seen, grinder, selected, onSelect, next }: DialBracketProps) {
  const { place, width } = useWidth();
  const { dial } = seen.input;
  const x = (setting: number) => EDGE + ((setting - dial.min) / (dial.max - dial.min)) * (width - 2 * EDGE);
  const tried = seen.batches.filter(({ batch }) => batch.dialSetting !== null);
  const isNarrow = tried.length * COLUMN > width;
  const column = isNarrow
    ? Math.max(LEAST_COLUMN, Math.min(NARROW_COLUMN, Math.floor(width / tried.length)))
    : COLUMN;
  // Where a phone has no room for all of them the newest stand on the dial; the others are chosen below.
  const standing = tried.slice(-Math.max(1, Math.floor(width / column)));
  const at = spread(
    standing.map(({ batch }) => x(batch.dialSetting!)),
    column,
    width,
  );
  return (
    <div ref={place} className="min-w-0">
      {standing.length > 0 && (
        <div className="relative" style={{ height: isNarrow ? 124 : 158 }}>
          {standing.map((each, i) => (
            <Column
              key={each.batch.id}
              seen={each}
              place={seen.batches.indexOf(each) + 1}
              isNarrow={isNarrow}
              isSelected={each.batch.id === selected}
              style={{ left: at[i]! - column / 2, width: column }}
              onSelect={() => onSelect(each.batch.id)}
            />
          ))}
          <svg
            aria-hidden="true"
            className="pointer-events-none absolute inset-x-0 bottom-0"
            width={width}
            height={LEADER}
          >
            {standing.map((each, i) => (
              <path
                key={each.batch.id}
                d={`M ${at[i]} 0 L ${x(each.batch.dialSetting!)} ${LEADER}`}
                className="fill-none stroke-rim"
                strokeDasharray="3 3"
                strokeWidth={2}
              />
            ))}
          </svg>
        </div>
      )}
      <Dial seen={seen} grinder={grinder} width={width} x={x} next={next} />
    </div>
  );
}

interface ColumnProps {
  readonly seen: SeenBatch;
  readonly place: number;
  readonly isNarrow: boolean;
  readonly isSelected: boolean;
  readonly style: { readonly left: number; readonly width: number };
  readonly onSelect: () => void;
}

/** A batch over its setting: what it said, how it tasted, its bed, its strength and its time. */
function Column({ seen, place, isNarrow, isSelected, style, onSelect }: ColumnProps) {
  const { batch, reading, counts } = seen;
  const verdict = counts ? verdictOf(seen) : { word: "does not count", colour: "text-quiet" };
  const words = tasteLine(seen);
  return (
    <button
      type="button"
      aria-pressed={isSelected}
      onClick={onSelect}
      style={style}
      className="absolute top-0 flex flex-col items-center rounded-panel border-2 border-transparent px-1 pb-1 text-center leading-tight aria-pressed:border-rim aria-pressed:bg-worktop"
    >
      <span className="font-bold font-display">
        {isNarrow ? <span className="sr-only">batch </span> : "batch "}
        {place}
      </span>
      <span className={`font-semibold text-sm ${verdict ? verdict.colour : "text-quiet"}`}>
        {verdict ? verdict.word : "open"}
      </span>
      {!isNarrow && <span className="h-8 overflow-hidden text-quiet text-xs">{words}</span>}
      <span className="mt-1 flex items-center gap-1.5">
        <BedSide bed={reading.signs.bed} wall={reading.signs.wall} />
        {!isNarrow && (
          <span className="text-left text-xs tabular-nums">
            {batch.strengthPct !== null && printPct(batch.strengthPct)}
            <br />
            <span className="text-quiet">{batch.brewTimeS !== null && printTime(batch.brewTimeS)}</span>
          </span>
        )}
      </span>
    </button>
  );
}

const SHOWN_WORDS = 3;

/** The first few things that were wrong in the cup, or that nothing was. */
function tasteLine({ reading, batch }: SeenBatch): string {
  const faults = reading.tasted.flatMap((cup) =>
    Object.entries(TRIAL_TASTE_WORDS).flatMap(([name, { words }]) => {
      const value = cup[name as keyof typeof TRIAL_TASTE_WORDS];
      return value === undefined || value === "right" || value === "none" || value === "clean"
        ? []
        : [words[value] ?? ""];
    }),
  );
  const few = [...new Set(faults)].slice(0, SHOWN_WORDS).join(", ");
  return few || (isLiked(batch) ? "liked" : reading.tasted.length > 0 ? "nothing wrong" : "not tasted");
}

interface DialProps extends Pick<DialBracketProps, "seen" | "grinder" | "next"> {
  readonly width: number;
  readonly x: (setting: number) => number;
}

function Dial({ seen, grinder, width, x, next }: DialProps) {
  const { input, proved, belief, bracket } = seen;
  const { min, max, step, higherIs } = input.dial;
  const perUnit = (width - 2 * EDGE) / (max - min);
  const numbersEach = nice(NUMBER_GAP / perUnit);
  const ticksEach = Math.max(step, nice(TICK_GAP / perUnit));
  const most = Math.max(...belief.weights);
  const hill = belief.settings
    .map(
      (setting, i) => `${x(setting).toFixed(1)} ${(DIAL_Y - (belief.weights[i]! / most) * HATCH).toFixed(1)}`,
    )
    .join(" L ");
  const isCoarserUp = higherIs === "coarser";
  const band = (from: number, to: number, hatch: string, label: string) =>
    Math.abs(x(to) - x(from)) < 1 ? undefined : (
      <rect
        x={Math.min(x(from), x(to))}
        y={DIAL_Y - HATCH}
        width={Math.abs(x(to) - x(from))}
        height={HATCH}
        fill={`url(#${hatch})`}
      >
        <title>{label}</title>
      </rect>
    );
  const [fineEnd, coarseEnd] = isCoarserUp ? [min, max] : [max, min];
  const say = [
    `Dial of ${grinder}, ${printNumber(min, 2)} to ${printNumber(max, 2)}`,
    proved?.tooFineTo !== undefined && `too fine to ${printNumber(proved.tooFineTo, 2)}`,
    proved?.tooCoarseFrom !== undefined && `too coarse from ${printNumber(proved.tooCoarseFrom, 2)}`,
    `right between ${printNumber(bracket.low, 2)} and ${printNumber(bracket.high, 2)}, eight in ten`,
    next !== undefined && `next: ${printNumber(next, 2)}`,
  ]
    .filter(Boolean)
    .join("; ");
  const flagLeft = next !== undefined && x(next) > width - 120;
  return (
    <svg
      width={width}
      height={HEIGHT}
      viewBox={`0 0 ${width} ${HEIGHT}`}
      role="img"
      aria-label={say}
      className="block"
    >
      <defs>
        <pattern
          id="hatch-fine"
          width={9}
          height={9}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1={0} y1={0} x2={0} y2={9} className="stroke-hot" strokeWidth={3.4} strokeOpacity={0.6} />
        </pattern>
        <pattern
          id="hatch-coarse"
          width={9}
          height={9}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <line x1={0} y1={0} x2={0} y2={9} className="stroke-ice" strokeWidth={3.4} strokeOpacity={0.6} />
        </pattern>
      </defs>
      {proved?.tooFineTo !== undefined && band(fineEnd, proved.tooFineTo, "hatch-fine", "proved too fine")}
      {proved?.tooCoarseFrom !== undefined &&
        band(proved.tooCoarseFrom, coarseEnd, "hatch-coarse", "proved too coarse")}
      <path
        d={`M ${x(min)} ${DIAL_Y} L ${hill} L ${x(max)} ${DIAL_Y} Z`}
        className="fill-good stroke-good"
        fillOpacity={0.18}
        strokeWidth={2}
      />
      {seen.batches.map(
        ({ batch: { id, dialSetting } }) =>
          dialSetting !== null && (
            <line
              key={id}
              x1={x(dialSetting)}
              x2={x(dialSetting)}
              y1={0}
              y2={DIAL_Y}
              className="stroke-rim"
              strokeDasharray="3 3"
              strokeWidth={2}
            />
          ),
      )}
      <line x1={x(min)} x2={x(max)} y1={DIAL_Y} y2={DIAL_Y} className="stroke-ink" strokeWidth={3} />
      {stops(min, max, ticksEach).map((at) => (
        <line key={at} x1={x(at)} x2={x(at)} y1={DIAL_Y} y2={DIAL_Y + 6} className="stroke-ink" />
      ))}
      {stops(min, max, numbersEach).map((at) => (
        <g key={at}>
          <line x1={x(at)} x2={x(at)} y1={DIAL_Y} y2={DIAL_Y + 11} className="stroke-ink" strokeWidth={2} />
          <text x={x(at)} y={DIAL_Y + 28} textAnchor="middle" className="fill-ink text-sm tabular-nums">
            {printNumber(at, 2)}
          </text>
        </g>
      ))}
      <text
        x={x(fineEnd)}
        y={ENDS_Y}
        textAnchor={isCoarserUp ? "start" : "end"}
        className="fill-hot font-semibold text-sm"
      >
        {proved?.tooFineTo === undefined ? "finer" : "proved too fine"}
      </text>
      <text
        x={x(coarseEnd)}
        y={ENDS_Y}
        textAnchor={isCoarserUp ? "end" : "start"}
        className="fill-ice font-semibold text-sm"
      >
        {proved?.tooCoarseFrom === undefined ? "coarser" : "proved too coarse"}
      </text>
      {next !== undefined && (
        <g>
          <line x1={x(next)} x2={x(next)} y1={2} y2={DIAL_Y} className="stroke-rim" strokeWidth={3} />
          <path
            d={
              flagLeft
                ? `M ${x(next)} 2 h -104 l 8 13 l -8 13 h 104 Z`
                : `M ${x(next)} 2 h 104 l -8 13 l 8 13 h -104 Z`
            }
            className="fill-rim"
          />
          <text
            x={flagLeft ? x(next) - 10 : x(next) + 10}
            y={21}
            textAnchor={flagLeft ? "end" : "start"}
            className="fill-enamel font-bold font-display"
          >
            next: {printNumber(next, 2)}
          </text>
        </g>
      )}
    </svg>
  );
}

/** A round distance, at least as large as asked. */
function nice(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least));
  return [1, 2, 5, 10].map((times) => times * power).find((each) => each >= least - 1e-9)!;
}

function stops(min: number, max: number, each: number): number[] {
  const first = Math.ceil(min / each - 1e-9);
  const count = Math.floor(max / each + 1e-9) - first + 1;
  return Array.from({ length: Math.max(0, count) }, (_, i) => (first + i) * each);
}

/** Columns beside each other in the dial's order, each as near to its place as the others let it. */
function spread(wanted: readonly number[], column: number, width: number): number[] {
  const order = wanted.map((_, i) => i).toSorted((a, b) => wanted[a]! - wanted[b]! || a - b);
  const at = [...wanted];
  let least = column / 2;
  for (const i of order) {
    at[i] = Math.max(at[i]!, least);
    least = at[i]! + column;
  }
  let most = width - column / 2;
  for (const i of order.toReversed()) {
    at[i] = Math.min(at[i]!, most);
    most = at[i]! - column;
  }
  return at;
}

/** How wide the page lets it be; a usual width before that is known. */
function useWidth() {
  const place = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(USUAL_WIDTH);
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setWidth(Math.floor(entry.contentRect.width)));
    if (place.current) watch.observe(place.current);
    return () => watch.disconnect();
  }, []);
  return { place, width };
}
