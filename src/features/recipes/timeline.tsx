"use client";

import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import { handPours, startOf, waterOf } from "#core/brew";
import type { PourAct, Recipe, RecipeForecast } from "#core/recipe";
import { printTime } from "#core/units";
import { useUnits } from "#ui/units.tsx";
import { AGITATION_WORDS } from "#words/recipes";

interface TimelineProps {
  readonly recipe: Pick<Recipe, "pours" | "blooms" | "doneS">;
  readonly forecast: RecipeForecast | undefined;
  /** How far the drawing goes at least, s: two of them side by side have one scale. */
  readonly untilS?: number | undefined;
  /** Undefined where it is only looked at. */
  readonly onAct?: (act: PourAct) => void;
  /** Called with the act that a drag would do, while it lasts. */
  readonly onPreview?: (act: PourAct | undefined) => void;
}

const WIDTH = 760;
const HEIGHT = 250;
const FRAME = { left: 52, right: 14, top: 24, bottom: 46 };
const PLOT = { width: WIDTH - FRAME.left - FRAME.right, height: HEIGHT - FRAME.top - FRAME.bottom };
const TICKS_S = [10, 15, 30, 60, 120, 300, 600, 1800, 3600, 14_400];
const MOST_TICKS = 9;
/** A brew ends a little before its drawing does. */
const AIR = 1.06;

/** Water over time: what the scale shows, pour by pour, and what has dripped as forecast. Dots are dragged to retime. */
export function Timeline({ recipe, forecast, untilS: leastS = 0, onAct, onPreview }: TimelineProps) {
  const units = useUnits();
  const svg = useRef<SVGSVGElement>(null);
  const dragged = useRef<PourAct>(undefined);
  const { pours } = recipe;
  const bed = forecast?.brewed.by === "bed" ? forecast.brewed.brew : undefined;
  const waterG = waterOf(recipe);
  const spans = spansOf(recipe, bed?.pourStartsS);
  const untilS = AIR * Math.max(30, leastS, recipe.doneS ?? 0, bed?.brewTimeS ?? 0, spans.at(-1)?.endS ?? 0);
  const x = (atS: number) => FRAME.left + (atS / untilS) * PLOT.width;
  const y = (massG: number) => FRAME.top + PLOT.height * (1 - massG / Math.max(1, waterG));
  const tick = TICKS_S.find((each) => untilS / each <= MOST_TICKS) ?? TICKS_S.at(-1)!;
  const ticks = Array.from({ length: Math.floor(untilS / tick) + 1 }, (_, i) => i * tick);
  const scaleShows = spans.flatMap(({ startS, endS, fromG, toG }) => [
    `${x(startS)} ${y(fromG)}`,
    `${x(endS)} ${y(toG)}`,
  ]);
  const dripped = bed?.curves.timeS.map((atS, i) => `${x(atS)} ${y(bed.curves.yieldG[i]!)}`);

  /** A start between the pours beside it, to the second. */
  const between = (i: number, atS: number) => {
    const before = startOf(pours[i - 1]) ?? 0;
    const after = startOf(pours[i + 1]) ?? untilS;
    return Math.round(Math.min(after - 1, Math.max(before + 1, atS)));
  };
  const timeAt = (event: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return (((event.clientX - box.left) / box.width) * WIDTH - FRAME.left) * (untilS / PLOT.width);
  };
  const hold = (event: PointerEvent<SVGCircleElement>) =>
    event.currentTarget.setPointerCapture(event.pointerId);
  const drag = (event: PointerEvent<SVGCircleElement>, pour: number) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    dragged.current = { type: "start", pour, start: { atS: between(pour, timeAt(event)) } };
    onPreview?.(dragged.current);
  };
  const drop = () => {
    onPreview?.(undefined);
    if (dragged.current) onAct?.(dragged.current);
    dragged.current = undefined;
  };
  const nudge = (event: KeyboardEvent, pour: number, atS: number) => {
    const steps = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (steps === undefined) return;
    event.preventDefault();
    onAct?.({ type: "start", pour, start: { atS: between(pour, atS + steps * (event.shiftKey ? 5 : 1)) } });
  };
  const sentences = pours
    .map((pour, i) => {
      const span = spans[i]!;
      return `${i === 0 && recipe.blooms ? "bloom" : `pour ${i + 1}`} from ${printTime(span.startS)} to ${units.printLiquid(pour.toG)}`;
    })
    .join(", ");
  return (
    // On a phone it is scrolled sideways, by the keyboard too.
    // biome-ignore lint/a11y/noNoninteractiveTabindex: see above
    <section className="overflow-x-auto" tabIndex={0} aria-label="water over time">
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full min-w-[34rem] select-none"
        role={onAct ? "group" : "img"}
        aria-label={`Water over time: ${sentences}${bed ? `; forecast to drip until ${printTime(bed.brewTimeS)}` : ""}`}
      >
        {ticks.map((atS) => (
          <g key={atS}>
            <line
              x1={x(atS)}
              x2={x(atS)}
              y1={FRAME.top}
              y2={FRAME.top + PLOT.height}
              className="stroke-rim/15"
            />
            <text
              x={x(atS)}
              y={FRAME.top + PLOT.height + 16}
              textAnchor="middle"
              className="fill-quiet text-xs"
            >
              {printTime(atS)}
            </text>
          </g>
        ))}
        {[...new Set(pours.map(({ toG }) => toG))].map((toG) => (
          <g key={toG}>
            <line
              x1={FRAME.left}
              x2={WIDTH - FRAME.right}
              y1={y(toG)}
              y2={y(toG)}
              className="stroke-rim/15"
            />
            <text
              x={FRAME.left - 6}
              y={y(toG) + 4}
              textAnchor="end"
              className="fill-ink text-xs tabular-nums"
            >
              {units.printLiquid(toG)}
            </text>
          </g>
        ))}
        <line
          x1={FRAME.left}
          x2={WIDTH - FRAME.right}
          y1={y(0)}
          y2={y(0)}
          className="stroke-rim"
          strokeWidth={2}
        />
        {dripped && (
          <path
            d={`M ${x(0)} ${y(0)} L ${dripped.join(" L ")}`}
            className="fill-none stroke-coffee"
            strokeWidth={3}
            strokeDasharray="6 5"
          />
        )}
        {recipe.doneS !== null && recipe.doneS <= untilS && (
          <g>
            <line
              x1={x(recipe.doneS)}
              x2={x(recipe.doneS)}
              y1={FRAME.top}
              y2={y(0)}
              className="stroke-good"
              strokeWidth={2}
            />
            <text x={x(recipe.doneS)} y={FRAME.top - 8} textAnchor="middle" className="fill-good text-xs">
              done {printTime(recipe.doneS)}
            </text>
          </g>
        )}
        <path
          d={`M ${scaleShows.join(" L ")} L ${x(Math.max(spans.at(-1)?.endS ?? 0, recipe.doneS ?? 0))} ${y(waterG)}`}
          className="fill-none stroke-water"
          strokeWidth={5}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
        {pours.map((pour, i) => {
          const { startS, endS, fromG, isForecast } = spans[i]!;
          const name = i === 0 && recipe.blooms ? "bloom" : `pour ${i + 1}`;
          const movable = onAct !== undefined && i > 0 && startOf(pour) !== undefined;
          return (
            // Pours have no name but their place.
            // biome-ignore lint/suspicious/noArrayIndexKey: see above
            <g key={i}>
              {pour.pace && "byS" in pour.pace && (
                <line
                  x1={x(startS)}
                  x2={x(pour.pace.byS)}
                  y1={y(fromG)}
                  y2={y(pour.toG)}
                  className="stroke-rim"
                  strokeWidth={2}
                  strokeDasharray="2 4"
                />
              )}
              {pour.agitation !== "none" && (
                <text x={x(endS) + 6} y={Math.min(y(0) - 4, y(pour.toG) + 18)} className="fill-ink text-xs">
                  {AGITATION_WORDS[pour.agitation]}
                </text>
              )}
              <circle
                cx={x(startS)}
                cy={y(fromG)}
                r={movable ? 9 : 5}
                className={`${isForecast ? "fill-enamel" : "fill-rim"} stroke-rim ${movable ? "cursor-ew-resize touch-none" : ""}`}
                strokeWidth={2}
                {...(movable && {
                  role: "slider",
                  tabIndex: 0,
                  "aria-label": `retime ${name}`,
                  "aria-valuemin": Math.round(startOf(pours[i - 1]) ?? 0) + 1,
                  "aria-valuemax": Math.round(startOf(pours[i + 1]) ?? untilS) - 1,
                  "aria-valuenow": Math.round(startS),
                  "aria-valuetext": printTime(startS),
                  onPointerDown: hold,
                  onPointerMove: (event: PointerEvent<SVGCircleElement>) => drag(event, i),
                  onPointerUp: drop,
                  onPointerCancel: drop,
                  onKeyDown: (event: KeyboardEvent) => nudge(event, i, startS),
                })}
              />
            </g>
          );
        })}
        <text x={FRAME.left} y={HEIGHT - 8} className="fill-quiet text-xs">
          on the scale: solid{bed && " · dripped as forecast: dashed"}
          {onAct && " · drag a dot to retime its pour"}
        </text>
      </svg>
    </section>
  );
}

/** When each pour runs: by its own time, else as forecast, else after the one before. */
function spansOf({ pours }: Pick<Recipe, "pours">, forecastS: readonly number[] | undefined) {
  let [fromG, endS] = [0, 0];
  return handPours({ pours }).map(({ waterG, rateGPerS }, i) => {
    const own = startOf(pours[i]);
    const startS = own ?? forecastS?.[i] ?? endS + 5;
    const span = {
      startS,
      endS: startS + Math.max(0, waterG / rateGPerS),
      fromG,
      toG: fromG + waterG,
      isForecast: own === undefined,
    };
    [fromG, endS] = [span.toG, span.endS];
    return span;
  });
}
