import { Check, TriangleAlert } from "lucide-react";
import { printTime } from "#core/units";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { closeShareOf } from "#words/cards";
import { startWords, stepWords } from "#words/guide";
import { stepsAt } from "./figures.ts";
import type { GuideNow } from "./useGuides.ts";

interface NowPanelProps {
  readonly now: GuideNow;
  /** As it is shown: it stands once the brew is done. */
  readonly clockS: number;
  readonly shownG: number | undefined;
  /** What helps a brew that goes wrong: it goes before everything else. */
  readonly help: string | undefined;
  /** A scale tells when the bed has drained. */
  readonly hasScale: boolean;
  /** The brew is done: what is left is read from near by. */
  readonly isDone: boolean;
  /** Read from three metres away. */
  readonly isFar: boolean;
}

/** Water so near to its mark is close enough, however little it is, g. */
const CLOSE_G = 2;

/** The clock, the running step and the next one: what is read while both hands are busy. */
export function NowPanel({ now, clockS, shownG, help, hasScale, isDone, isFar }: NowPanelProps) {
  const units = useUnits();
  const { guide, state } = now;
  const { now: step, next } = stepsAt(guide.steps, state);
  const words = step && stepWords(step, guide.sheet, units.words);
  const toG = step?.pour?.toG;
  const isClose =
    toG !== undefined &&
    shownG !== undefined &&
    Math.abs(shownG - toG) <= Math.max(CLOSE_G, closeShareOf(guide.sheet) * toG);
  return (
    <Panel label="Now" className={help ? "border-due" : ""}>
      <div className="flex items-start justify-between gap-x-3 sm:gap-x-6">
        <p
          role="timer"
          aria-label="clock"
          className={`font-bold font-display tabular-nums leading-none ${isFar ? "text-[9rem]" : isDone ? "text-5xl" : "text-8xl max-sm:text-6xl"}`}
        >
          {printTime(Math.floor(clockS))}
        </p>
        {shownG !== undefined && (
          <p
            className={`font-bold font-display tabular-nums ${isDone ? "text-4xl" : "text-6xl max-sm:text-4xl"}`}
            data-testid="shown"
          >
            {units.printLiquid(Math.round(shownG))}
            {isClose && <Check size={44} aria-label="close enough" className="ml-2 inline text-good" />}
          </p>
        )}
      </div>
      <p
        className={`mt-1 font-bold font-display text-hot leading-tight ${isFar ? "text-7xl" : isDone ? "text-4xl max-sm:text-3xl" : "text-5xl max-sm:text-4xl"}`}
        aria-live="polite"
        data-testid="step"
      >
        {words?.title}
      </p>
      {!isFar && (
        <p className="mt-1 text-lg text-quiet max-sm:text-base max-sm:leading-snug">{words?.detail}</p>
      )}
      {help && (
        <p
          role="alert"
          className="mt-2 flex items-start gap-3 rounded-panel border-2 border-due p-3 font-semibold text-xl"
        >
          <TriangleAlert size={28} aria-hidden className="shrink-0 text-due" />
          {help}
        </p>
      )}
      {next && (
        <p className={`mt-2 ${isFar ? "text-3xl" : "text-xl"}`} data-testid="then">
          <strong>then</strong> {startWords(next.starts, hasScale)}{" "}
          {stepWords(next, guide.sheet, units.words).title}
        </p>
      )}
    </Panel>
  );
}
