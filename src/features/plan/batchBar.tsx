import { useDraggable } from "@dnd-kit/core";
import { Pin } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { printLiquid } from "#core/units";
import { Button } from "#ui/button.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { useUnits } from "#ui/units.tsx";
import { batchSentences } from "#words/plan";
import type { LaneBatch } from "./lanes.ts";
import { leftOf, type Span, widthOf } from "./span.ts";

/** What a lead may do with a batch. */
export interface BatchMoves {
  readonly onPin: (batch: LaneBatch, readyMin: number) => void;
  readonly onFree: (batch: LaneBatch) => void;
  readonly onForbid: (batch: LaneBatch) => void;
}

interface BatchBarProps {
  readonly batch: LaneBatch;
  readonly span: Span;
  readonly moves: BatchMoves | undefined;
}

/** Below this share of its cups poured away nothing is hatched. */
const HATCHED_FROM = 0.03;

/** A thumb's breadth, as of any button on a tablet. */
const LEAST_WIDTH = "3rem";

const HATCH =
  "repeating-linear-gradient(-45deg, var(--color-due) 0 3px, color-mix(in srgb, var(--color-enamel) 70%, transparent) 3px 8px)";

/** A batch in its vessel, from brewing to empty: paler as it ages, hatched where it will likely be poured away. */
export function BatchBar({ batch, span, moves }: BatchBarProps) {
  const units = useUnits();
  const { product, option, beginMin, earliestMin, latestMin, emptyMin, pouredShare, pinId } = batch;
  const mayMove = moves !== undefined && option !== undefined;
  const { listeners, setNodeRef, transform } = useDraggable({ id: batch.id, disabled: !mayMove });
  const colour = product.serve === "iced" ? "var(--color-ice-coffee)" : "var(--color-coffee)";
  const massG = option?.yieldG ?? batch.cups * product.cup.massG;
  // Litres to the tenth are told apart, and fit into a short bar.
  const label = units.mass === "g" ? printLiquid(massG, "l", { decimals: 1 }) : units.printLiquid(massG);
  const sentences = batchSentences(
    {
      ...batch,
      name: product.name,
      title: option?.title,
      cup: product.cup.name,
      isPinned: pinId !== undefined,
    },
    units.printClock,
  );
  return (
    <li className="pointer-events-none absolute inset-0">
      {option && pinId === undefined && (
        <span
          aria-hidden
          className="absolute top-0.5 h-1 rounded-full bg-ink/40"
          style={{ left: leftOf(earliestMin, span), width: widthOf(earliestMin, latestMin, span) }}
        />
      )}
      <div
        className="@container pointer-events-auto absolute inset-y-1"
        style={{
          // A short one at the day's end stays on the day.
          left: `min(${leftOf(beginMin, span)}, 100% - ${LEAST_WIDTH})`,
          minWidth: LEAST_WIDTH,
          width: widthOf(beginMin, emptyMin, span),
          transform: transform ? `translateX(${transform.x}px)` : undefined,
          zIndex: transform ? 20 : undefined,
        }}
      >
        <Popover.Root>
          <Popover.Trigger asChild>
            <button
              type="button"
              ref={setNodeRef}
              {...(mayMove ? listeners : {})}
              aria-label={`${label}: ${sentences[0]}`}
              className="relative flex size-full touch-pan-y items-center gap-1 overflow-hidden rounded-panel px-1.5 text-left font-semibold text-white text-xs"
              style={{
                background: `linear-gradient(90deg, ${colour}, color-mix(in srgb, ${colour} 45%, var(--color-enamel)))`,
              }}
            >
              {pouredShare > HATCHED_FROM && (
                <span
                  aria-hidden
                  className="absolute inset-y-0 right-0"
                  style={{ width: `${Math.min(100, 100 * pouredShare)}%`, background: HATCH }}
                />
              )}
              {pinId !== undefined && <Pin size={14} aria-label="pinned" className="relative shrink-0" />}
              <span
                // The litres need more room beside a pin.
                className={`relative whitespace-nowrap ${pinId === undefined ? "" : "hidden @min-[4rem]:inline"}`}
              >
                {label}
              </span>
            </button>
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              sideOffset={6}
              collisionPadding={8}
              className="z-40 flex w-[min(22rem,92vw)] flex-col gap-2 rounded-panel border-2 border-rim bg-enamel p-3 text-ink"
            >
              {sentences.map((sentence) => (
                <p key={sentence} className="text-sm first:font-semibold first:text-base">
                  {sentence}
                </p>
              ))}
              {mayMove && <Moves batch={batch} span={span} moves={moves} />}
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </div>
    </li>
  );
}

interface MovesProps extends BatchBarProps {
  readonly moves: BatchMoves;
}

function Moves({ batch, span, moves }: MovesProps) {
  const [readyMin, setReadyMin] = useState(batch.readyMin);
  return (
    <div className="flex flex-wrap items-end gap-2 border-rim/20 border-t pt-2">
      <FigureField
        label="must be ready at"
        kind="clock"
        look="line"
        step={5}
        value={readyMin}
        bounds={[span.fromMin, span.toMin]}
        onValue={(min) => min !== null && setReadyMin(min)}
      />
      <Popover.Close asChild>
        <Button look="main" onClick={() => moves.onPin(batch, readyMin)}>
          Pin it
        </Button>
      </Popover.Close>
      <Popover.Close asChild>
        {batch.pinId === undefined ? (
          <Button onClick={() => moves.onForbid(batch)}>Not then</Button>
        ) : (
          <Button onClick={() => moves.onFree(batch)}>Free it</Button>
        )}
      </Popover.Close>
    </div>
  );
}
