"use client";

import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { type ReactNode, type RefObject, useRef } from "react";
import type { DayKit } from "#contract/dayKit.ts";
import { useUnits } from "#ui/units.tsx";
import { counted } from "#words/figures";
import { BatchBar, type BatchMoves } from "./batchBar.tsx";
import { type LaneBatch, lanesOf } from "./lanes.ts";
import { leftOf, type Span, widthOf } from "./span.ts";

interface TimelineProps {
  readonly kit: DayKit;
  readonly batches: readonly LaneBatch[];
  readonly span: Span;
  readonly slotMin: number;
  /** Undefined for whoever may not plan. */
  readonly moves: BatchMoves | undefined;
}

/** An hour's line stands at least so far from the next, of a drawing 900 px wide. */
const MOST_HOURS = 14;
const MIN_PER_H = 60;

/** The day from left to right: what is brewed when, and which vessel holds what until when. */
export function Timeline({ kit, batches, span, slotMin, moves }: TimelineProps) {
  const area = useRef<HTMLDivElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const { brewers, vessels } = lanesOf(kit, batches);
  const onDragEnd = ({ active, delta }: DragEndEvent) => {
    const batch = batches.find(({ id }) => id === active.id);
    const width = area.current?.clientWidth ?? 0;
    if (!batch || width === 0 || !moves) return;
    const byMin = (delta.x / width) * (span.toMin - span.fromMin);
    const readyMin = batch.readyMin + Math.round(byMin / slotMin) * slotMin;
    if (readyMin !== batch.readyMin) moves.onPin(batch, readyMin);
  };
  return (
    <DndContext sensors={sensors} onDragEnd={onDragEnd} id="timeline">
      <div className="relative grid grid-cols-[8.5rem_1fr] pr-4">
        <Hours span={span} nowMin={kit.nowMin} area={area} />
        {brewers.map(({ name, batches: own }) => (
          <LaneRow key={name} name={name} word="brewer" height="h-9">
            {own.map((batch) => (
              <BrewBlock key={batch.id} batch={batch} span={span} />
            ))}
          </LaneRow>
        ))}
        {vessels.map(({ name, batches: own }) => (
          <LaneRow key={name} name={name} word="vessel" height="h-13">
            {own.map((batch) => (
              <BatchBar key={batch.id} batch={batch} span={span} moves={moves} />
            ))}
          </LaneRow>
        ))}
      </div>
    </DndContext>
  );
}

interface HoursProps {
  readonly span: Span;
  readonly nowMin: number | null;
  /** As wide as the lanes. */
  readonly area: RefObject<HTMLDivElement | null>;
}

/** Hours over the lanes, their lines through all of them, and the line of now. */
function Hours({ span, nowMin, area }: HoursProps) {
  const units = useUnits();
  const first = Math.ceil(span.fromMin / MIN_PER_H);
  const last = Math.floor(span.toMin / MIN_PER_H);
  const every = Math.ceil((last - first + 1) / MOST_HOURS);
  const hours = Array.from({ length: last - first + 1 }, (_, i) => first + i).filter(
    (hour) => (hour - first) % every === 0,
  );
  return (
    <>
      <div ref={area} className="relative col-start-2 h-6 text-quiet text-xs tabular-nums">
        {hours.map((hour) => (
          <span
            key={hour}
            className="-translate-x-1/2 absolute top-0"
            style={{ left: leftOf(hour * MIN_PER_H, span) }}
          >
            {units.printClock(hour * MIN_PER_H)}
          </span>
        ))}
        {nowMin !== null && (
          <span
            className="-translate-x-1/2 absolute -top-0.5 z-10 rounded-md bg-rim px-1.5 font-semibold text-enamel"
            style={{ left: leftOf(nowMin, span) }}
          >
            {units.printClock(nowMin)}
          </span>
        )}
      </div>
      <div aria-hidden className="pointer-events-none absolute inset-y-0 top-6 right-4 left-34">
        {hours.map((hour) => (
          <span
            key={hour}
            className="absolute inset-y-0 w-px bg-rim/15"
            style={{ left: leftOf(hour * MIN_PER_H, span) }}
          />
        ))}
        {nowMin !== null && (
          <span className="absolute inset-y-0 z-10 w-0.5 bg-rim" style={{ left: leftOf(nowMin, span) }} />
        )}
      </div>
    </>
  );
}

interface LaneRowProps {
  readonly name: string;
  readonly word: "brewer" | "vessel";
  readonly height: string;
  readonly children: readonly ReactNode[];
}

function LaneRow({ name, word, height, children }: LaneRowProps) {
  return (
    <>
      <p className="flex items-center border-rim/20 border-t pr-2 font-semibold text-sm leading-tight">
        {name}
      </p>
      <ul
        aria-label={`${word} ${name}, ${counted(children.length, "batch", { many: "batches" })}`}
        className={`relative border-rim/20 border-t ${height}`}
      >
        {children}
      </ul>
    </>
  );
}

/** The brewer is taken from here to there; its coffee is told in the vessel's lane. */
function BrewBlock({ batch, span }: { readonly batch: LaneBatch; readonly span: Span }) {
  const units = useUnits();
  const { product, beginMin, readyMin } = batch;
  return (
    <li
      className={`absolute inset-y-1.5 min-w-1.5 rounded-sm ${product.serve === "iced" ? "bg-ice" : "bg-hot"}`}
      style={{ left: leftOf(beginMin, span), width: widthOf(beginMin, readyMin, span) }}
    >
      <span className="sr-only">
        {product.name}, {units.printClock(beginMin)} to {units.printClock(readyMin)}
      </span>
    </li>
  );
}
