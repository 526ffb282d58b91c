"use client";

import { CircleAlert, CircleCheck, Info, OctagonX } from "lucide-react";
import type { ReactNode } from "react";
import type { Bench } from "#contract/bench.ts";
import { bedDepthMm } from "#core/brew";
import type { Mend, OutlookCheck } from "#core/outlook";
import type { Check, CheckCode, SheetFigures } from "#core/sheet";
import { printNumber, printPct } from "#core/units";
import type { Chosen } from "#scaling/choice";
import { brewTempOf, guessesOf } from "#scaling/sheet";
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

/** Checks that the sheet makes by the source's extraction and the forecast by its own: the forecast's count. */
const FORECAST_TOO: readonly CheckCode[] = ["strengthOutsideWindow", "extractionOutsideWindow"];

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
  return (
    <Panel title="Before you brew">
      <ul>
        {checks
          .filter(({ code }) => !outlook || !FORECAST_TOO.includes(code))
          .map((check) => (
            <Line key={check.code} severity={check.severity}>
              {checkSentence(check)}
            </Line>
          ))}
        {server}
        {glassPct !== undefined && (
          <Line severity={glassPct >= low && glassPct <= high ? "good" : "warn"}>
            {glassStrengthSentence(glassPct, bench.settings.window.strengthPct)}
          </Line>
        )}
        {outlook?.map((check) => (
          <Line key={check.code} severity="warn">
            {outlookSentence(check)}
          </Line>
        ))}
        {outlook && outlook.length > 0 && mends && mends.length > 0 && (
          <li className="border-rim/20 border-b py-1.5">
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
          </li>
        )}
        {outlook && outlook.length > 0 && mends?.length === 0 && <Line severity="note">{NOTHING_MENDS}</Line>}
        {outlook && outlook.length === 0 && (
          <Line severity="good">As forecast it stays on the paper, in its time, and in the window.</Line>
        )}
        {water.cappedBy && !steeped && (
          <Line severity="note">{`${
            water.cappedBy === "boiling"
              ? `Water boils at ${units.printTemp(water.tempC)} at ${bench.site.name}`
              : `${brewer.name} gives ${units.printTemp(water.tempC)} at its spray head`
          }: the recipe's ${units.printTemp(chosen.recipe.waterTempC)} cannot be reached.`}</Line>
        )}
        {brewer.bypassMaxPct !== null && !steeped && !coldBypass && bypassPct > brewer.bypassMaxPct && (
          <Line severity="warn">{`${printPct(bypassPct, { decimals: 0 })} of the hot water goes round the bed; ${brewer.name} does ${printPct(brewer.bypassMaxPct, { decimals: 0 })} at most.`}</Line>
        )}
        {guessesOf(chosen).map((guessed) => (
          <Line key={guessed.name} severity="note">
            {typicalSentence(guessed)}
          </Line>
        ))}
        {!codes.includes("doseOverBasket") && !steeped && (
          <Line severity="good">{`The dose fits the basket, ${units.printMass(brewer.doseMaxG - doseG)} to spare.`}</Line>
        )}
        {depth?.ok && !steeped && !codes.includes("bedOutsideWindow") && (
          <Line severity="good">
            {brewer.bedDepthMinMm === null
              ? `The bed is ${printNumber(depth.value, 0)} mm deep.`
              : `The bed is ${printNumber(depth.value, 0)} mm deep, within ${brewer.name}'s ${printNumber(brewer.bedDepthMinMm, 0)} to ${printNumber(brewer.bedDepthMaxMm ?? 0, 0)} mm.`}
          </Line>
        )}
      </ul>
    </Panel>
  );
}
