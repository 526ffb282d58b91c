"use client";

import { CircleAlert, CircleCheck, Info, OctagonX } from "lucide-react";
import type { ReactNode } from "react";
import type { Bench } from "#contract/bench.ts";
import { bedDepthMm } from "#core/brew";
import type { Mend, OutlookCheck } from "#core/outlook";
import type { Check, SheetFigures } from "#core/sheet";
import { printNumber, printPct } from "#core/units";
import type { Chosen } from "#scaling/choice";
import { brewTempOf, guessesOf, SAID_BY_FORECAST } from "#scaling/sheet";
import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { typicalSentence } from "#words/bench";
import { mendSentence, NOTHING_MENDS, outlookSentence } from "#words/brew";
import { glassStrengthSentence } from "#words/iced";
import { checkSentence } from "#words/sheet";

const SEVERITY = {
  stop: { Icon: OctagonX, word: "Stop", colour: "text-stop" },
  warn: { Icon: CircleAlert, word: "Mind", colour: "text-due" },
  note: { Icon: Info, word: "Note", colour: "text-quiet" },
  good: { Icon: CircleCheck, word: "Good", colour: "text-good" },
} as const;

function Line({
  severity,
  children,
}: {
  readonly severity: keyof typeof SEVERITY;
  readonly children: string;
}) {
  const { Icon, word, colour } = SEVERITY[severity];
  return (
    <li className="flex gap-2 border-rim/20 border-b py-1.5 last:border-0">
      <span className={`mt-0.5 shrink-0 ${colour}`}>
        <Icon size={18} aria-hidden />
        <span className="sr-only">{word}: </span>
      </span>
      <span>{children}</span>
    </li>
  );
}

interface ChecksProps {
  readonly bench: Bench;
  readonly checks: readonly Check[];
  readonly chosen: Chosen;
  readonly figures: SheetFigures;
  /** Warnings of the forecast; undefined while there is none. */
  readonly outlook: readonly OutlookCheck[] | undefined;
  /** Undefined while they are worked out. */
  readonly mends: readonly Mend[] | undefined;
  readonly onMend: (mend: Mend) => void;
  /** Coffee lies in its water: there is no brewer and no bed. */
  readonly steeped?: boolean;
  /** The bypass is cold water: it does not come from the brewer. */
  readonly coldBypass?: boolean;
  /** In the glass at the first sip, where that is what is judged, %. */
  readonly glassPct?: number | undefined;
  /** Mends that make the sheet fit its server, as lines of the list. */
  readonly server?: ReactNode;
}

/** The list of checks: stops, warnings and mends. */
export function Checks({
  bench,
  checks,
  chosen,
  figures,
  outlook,
  mends,
  onMend,
  server,
  steeped = false,
  glassPct,
  coldBypass = false,
}: ChecksProps) {
  const units = useUnits();
  const { brewer, coffee, grinder } = chosen;
  const { doseG, brewWaterG, bypassG } = figures;
  const bypassPct = (100 * bypassG) / (brewWaterG + bypassG);
  const depth =
    brewer.basket && bedDepthMm({ doseG, densityGPerMl: coffee.densityGPerMl, basket: brewer.basket });
  const water = brewTempOf(chosen, bench);
  const [low, high] = bench.settings.window.strengthPct;
  const codes = checks.map(({ code }) => code);
  const lines: CheckLine[] = [
    // What scalds is a stop, and comes before every other.
    ...(outlook ?? [])
      .filter(({ code }) => code === "overflow")
      .map((check) => ({ severity: "stop" as const, text: outlookSentence(check, units.words) })),
    ...checks
      .filter(({ code }) => !outlook || !SAID_BY_FORECAST.includes(code))
      .map((check) => ({ severity: check.severity, text: checkSentence(check, units.words) })),
    ...(glassPct === undefined
      ? []
      : [
          {
            severity: glassPct >= low && glassPct <= high ? ("good" as const) : ("warn" as const),
            text: glassStrengthSentence(glassPct, bench.settings.window.strengthPct),
          },
        ]),
    ...(outlook ?? [])
      .filter(({ code }) => code !== "overflow")
      .map((check) => ({ severity: "warn" as const, text: outlookSentence(check, units.words) })),
    ...(brewer.bypassMaxPct !== null && !steeped && !coldBypass && bypassPct > brewer.bypassMaxPct
      ? [
          {
            severity: "warn" as const,
            text: `${printPct(bypassPct, { decimals: 0 })} of the hot water goes round the bed; ${brewer.name} does ${printPct(brewer.bypassMaxPct, { decimals: 0 })} at most.`,
          },
        ]
      : []),
    ...(outlook && outlook.length > 0 && mends?.length === 0
      ? [{ severity: "note" as const, text: NOTHING_MENDS }]
      : []),
    ...(water.cappedBy && !steeped
      ? [
          {
            severity: "note" as const,
            text: `${
              water.cappedBy === "boiling"
                ? `Water boils at ${units.printTemp(water.tempC)} at ${bench.site.name}`
                : `${brewer.name} gives ${units.printTemp(water.tempC)} at its spray head`
            }: the recipe's ${units.printTemp(chosen.recipe.waterTempC)} cannot be reached.`,
          },
        ]
      : []),
    ...guessesOf(chosen).map((guessed) => ({ severity: "note" as const, text: typicalSentence(guessed) })),
    ...(outlook && outlook.length === 0
      ? [
          {
            severity: "good" as const,
            text: "As forecast it stays on the paper, in its time, and in the window.",
          },
        ]
      : []),
    ...(codes.includes("doseOverBasket") || steeped
      ? []
      : [
          {
            severity: "good" as const,
            text: `The dose fits the basket, ${units.printMass(brewer.doseMaxG - doseG)} to spare.`,
          },
        ]),
    ...(depth?.ok && !steeped && !codes.includes("bedOutsideWindow")
      ? [
          {
            severity: "good" as const,
            text:
              brewer.bedDepthMinMm === null
                ? `The bed is ${printNumber(depth.value, 0)} mm deep.`
                : `The bed is ${printNumber(depth.value, 0)} mm deep, within ${brewer.name}'s ${printNumber(brewer.bedDepthMinMm, 0)} to ${printNumber(brewer.bedDepthMaxMm ?? 0, 0)} mm.`,
          },
        ]
      : []),
  ];
  // The worst first; a list's own order among equals.
  const sorted = lines.toSorted((a, b) => ORDER.indexOf(a.severity) - ORDER.indexOf(b.severity));
  const open = sorted.slice(0, SHOWN);
  const folded = sorted.slice(SHOWN);
  const grave = folded.filter(({ severity }) => severity === "stop" || severity === "warn").length;
  return (
    <Panel title="Before you brew">
      <Lines lines={open} />
      {server && <ul>{server}</ul>}
      {outlook && outlook.length > 0 && mends && mends.length > 0 && (
        <div className="border-rim/20 border-t py-1.5">
          <p className="font-semibold text-sm">What would mend it, as forecast:</p>
          <ul className="space-y-1">
            {mends.map((mend) => (
              <li
                key={mend.by === "basket" ? mend.name : mend.by}
                className="flex items-center justify-between gap-2"
              >
                <span className="text-sm">{mendSentence(mend, grinder.name)}</span>
                <Button className="shrink-0" onClick={() => onMend(mend)}>
                  Take it
                </Button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {folded.length > 0 && (
        <details>
          <summary className="min-h-10 cursor-pointer py-2 text-sm">
            {grave > 0 ? `${folded.length} more, ${grave} to mind` : `${folded.length} more`}
          </summary>
          <Lines lines={folded} />
        </details>
      )}
    </Panel>
  );
}

interface CheckLine {
  readonly severity: keyof typeof SEVERITY;
  readonly text: string;
}

const ORDER = Object.keys(SEVERITY) as readonly (keyof typeof SEVERITY)[];
/** As many stand open: more than two are not read. */
const SHOWN = 2;

function Lines({ lines }: { readonly lines: readonly CheckLine[] }) {
  return (
    <ul>
      {lines.map(({ severity, text }) => (
        <Line key={text} severity={severity}>
          {text}
        </Line>
      ))}
    </ul>
  );
}
