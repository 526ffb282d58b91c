"use client";

import { CircleAlert, CircleCheck, Info, OctagonX } from "lucide-react";
import type { ReactNode } from "react";
import type { Bench } from "#contract/bench.ts";
import { bedDepthMm } from "#core/brew";
import { type Check, meltOf, type SheetFigures, type SheetInput, type SheetResult } from "#core/sheet";
import { printNumber, printPct } from "#core/units";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { checkSentence, typicalSentence } from "#words/index.ts";
import { guessesOf } from "./guesses.ts";
import { brewTempOf, type Chosen } from "./state.ts";

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
}

/** What stands against brewing it, and what speaks for it. */
export function Checks({ bench, checks, chosen, figures }: ChecksProps) {
  const units = useUnits();
  const { brewer, coffee } = chosen;
  const { doseG, brewWaterG, bypassG } = figures;
  const bypassPct = (100 * bypassG) / (brewWaterG + bypassG);
  const depth = bedDepthMm({ doseG, densityGPerMl: coffee.densityGPerMl, basket: brewer.basket });
  const water = brewTempOf(chosen, bench);
  const codes = checks.map(({ code }) => code);
  return (
    <Panel title="Before you brew">
      <ul>
        {checks.map((check) => (
          <Line key={check.code} severity={check.severity}>
            {checkSentence(check)}
          </Line>
        ))}
        {water.cappedBy && (
          <Line severity="note">{`${
            water.cappedBy === "boiling"
              ? `Water boils at ${units.printTemp(water.tempC)} at ${bench.site.name}`
              : `${brewer.name} gives ${units.printTemp(water.tempC)} at its spray head`
          }: the recipe's ${units.printTemp(chosen.recipe.waterTempC)} cannot be reached.`}</Line>
        )}
        {brewer.bypassMaxPct !== null && bypassPct > brewer.bypassMaxPct && (
          <Line severity="warn">{`${printPct(bypassPct, { decimals: 0 })} of the hot water goes round the bed; ${brewer.name} does ${printPct(brewer.bypassMaxPct, { decimals: 0 })} at most.`}</Line>
        )}
        {guessesOf(chosen).map((guessed) => (
          <Line key={guessed.name} severity="note">
            {typicalSentence(guessed)}
          </Line>
        ))}
        {!codes.includes("doseOverBasket") && (
          <Line severity="good">{`The dose fits the basket, ${units.printMass(brewer.doseMaxG - doseG)} to spare.`}</Line>
        )}
        {depth.ok && !codes.includes("bedOutsideWindow") && (
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

interface CupProps {
  readonly sheet: SheetResult;
  readonly input: SheetInput;
  readonly extraction: { readonly pct: number; readonly guess: boolean };
  /** Where the ice comes from, when there is any. */
  readonly aside: ReactNode;
}

/** What it will be in the cup; when iced, what the melt makes of it. */
export function Cup({ sheet, input, extraction, aside }: CupProps) {
  const units = useUnits();
  const { rounded } = sheet;
  const { retentionGPerG, serve } = input;
  const melt = meltOf(rounded, input);
  const hotG = rounded.brewWaterG - retentionGPerG * rounded.doseG;
  const rows: [string, string][] =
    serve === "iced"
      ? [
          ["hot coffee onto the ice", units.printLiquid(hotG)],
          ["its strength before melting", printPct((extraction.pct * rounded.doseG) / hotG)],
          ["ice of all water", printPct(100 * rounded.iceShare, { decimals: 1 })],
          ["when melted", melt?.ok ? units.printTemp(melt.value.finalTempC) : "—"],
          ["ice left then", melt?.ok ? units.printMass(Math.round(melt.value.iceLeftG)) : "—"],
          ["strength then", printPct(rounded.strengthPct ?? 0)],
        ]
      : [
          ["strength", printPct(rounded.strengthPct ?? 0)],
          ["extraction", printPct(extraction.pct, { decimals: 1 })],
          ["ratio, hot water", units.printRatio(rounded.brewRatio)],
          ["coffee out per gram", `${printNumber(rounded.yieldRatio, 2)} g`],
        ];
  return (
    <Panel title={serve === "iced" ? "The melt" : "In the cup"} aside={serve === "iced" && aside}>
      <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-quiet">{name}</dt>
            <dd className="text-right font-semibold tabular-nums">{value}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-2 text-quiet text-sm">
        {extraction.guess
          ? `Extraction is a guess of the house's, ${printPct(extraction.pct)}: no cup of this recipe was metered.`
          : `Extraction as metered in the source cup, ${printPct(extraction.pct, { decimals: 1 })}. A pot may extract otherwise.`}
      </p>
    </Panel>
  );
}
