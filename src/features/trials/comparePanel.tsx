"use client";

import Link from "next/link";
import { useMemo } from "react";
import { printNumber, printPct, printTime } from "#core/units";
import { Chart, type Series } from "#parts/chart.tsx";
import { isLiked, type SeenTrial } from "#scaling/trial";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { CAUSE_WORDS } from "#words/trials";
import { verdictOf } from "./dialBracket.tsx";
import { BedSide } from "./signDrawings.tsx";
import type { TrialBatchProps, TrialProps } from "./trialProps.ts";

interface ComparePanelProps {
  readonly seen: SeenTrial;
  readonly batches: readonly TrialBatchProps[];
}

/** Batches side by side: their figures, and where they lie in strength and extraction. */
export function ComparePanel({ seen, batches }: ComparePanelProps) {
  const units = useUnits();
  const rows: readonly (readonly [string, (i: number) => string])[] = [
    ["dial", (i) => orDash(seen.batches[i]!.batch.dialSetting, (v) => printNumber(v, 2))],
    ["coffee", (i) => units.printMass(seen.batches[i]!.batch.doseG)],
    ["hot water", (i) => units.printLiquid(seen.batches[i]!.batch.waterG)],
    ...(seen.batches.some(({ batch }) => batch.iceG > 0)
      ? ([["ice", (i: number) => units.printMass(seen.batches[i]!.batch.iceG)]] as const)
      : []),
    ["took", (i) => orDash(seen.batches[i]!.batch.brewTimeS, printTime)],
    ["came out", (i) => orDash(seen.batches[i]!.batch.yieldG, units.printLiquid)],
    ["strength", (i) => orDash(seen.batches[i]!.reading.metered?.strengthPct ?? null, (v) => printPct(v))],
    [
      "extraction",
      (i) =>
        orDash(seen.batches[i]!.reading.metered?.extractionPct ?? null, (v) => printPct(v, { decimals: 1 })),
    ],
    ["likeliest", (i) => CAUSE_WORDS[seen.batches[i]!.judgement.causes[0]!.cause]],
    [
      "liked",
      (i) => ({ true: "yes", false: "no", null: "—" })[String(isLiked(seen.batches[i]!.batch)) as "true"],
    ],
  ];
  return (
    <Panel title="Batches beside each other">
      <div className="overflow-x-auto">
        <table className="w-full text-sm tabular-nums">
          <thead>
            <tr className="text-left align-bottom">
              <th className="pr-3 font-normal text-quiet">
                <span className="sr-only">figure</span>
              </th>
              {seen.batches.map((each, i) => {
                const verdict = each.counts ? verdictOf(each) : undefined;
                return (
                  <th key={each.batch.id} scope="col" className="min-w-24 pr-3">
                    <BedSide bed={each.reading.signs.bed} wall={each.reading.signs.wall} />
                    <Link href={`/log/${each.batch.id}`} className="underline underline-offset-4">
                      batch {i + 1}
                    </Link>
                    <span className={`block font-normal ${verdict?.colour ?? "text-quiet"}`}>
                      {verdict?.word ?? "open"}
                    </span>
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody>
            {rows.map(([name, print]) => (
              <tr key={name} className="border-rim/20 border-t">
                <th scope="row" className="py-1 pr-3 text-left font-normal text-quiet">
                  {name}
                </th>
                {seen.batches.map(({ batch }, i) => (
                  <td key={batch.id} className="pr-3">
                    {print(i)}
                  </td>
                ))}
              </tr>
            ))}
            <tr className="border-rim/20 border-t">
              <th scope="row" className="py-1 pr-3 text-left font-normal text-quiet">
                brewed
              </th>
              {batches.map(({ tried, when, person }) => (
                <td key={tried.id} className="pr-3">
                  {when}
                  {person && (
                    <span className="block text-quiet">
                      <bdi>{person}</bdi>
                    </span>
                  )}
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </div>
    </Panel>
  );
}

function orDash(value: number | null, print: (value: number) => string): string {
  return value === null ? "—" : print(value);
}

const LINE_FROM_PCT = 14;
const LINE_TO_PCT = 26;
const X_AXIS = { title: "extraction, %" } as const;
const Y_AXIS = { title: "strength, %" } as const;

/** Strength over extraction: the house's window, the line on which this ratio lies, its forecast, and what was metered. */
export function StrengthPanel({ seen, sheet }: Pick<ComparePanelProps, "seen"> & Pick<TrialProps, "sheet">) {
  const { forecast, doseG, yieldG } = sheet;
  const metered = seen.batches.flatMap(({ reading }, i) => {
    const { strengthPct, extractionPct } = reading.metered ?? {};
    return strengthPct === undefined || extractionPct === undefined
      ? []
      : [{ strengthPct, extractionPct, place: i + 1 }];
  });
  const window = seen.batches[0]?.reading.window;
  const points = JSON.stringify(metered);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `points` says what was metered
  const series = useMemo((): Series[] => {
    const [low, high] = window?.extractionPct ?? [0, 0];
    const [thin, strong] = window?.strengthPct ?? [0, 0];
    const onLine = (extractionPct: number) => (extractionPct * doseG) / yieldG;
    return [
      {
        name: "what is liked",
        as: "area",
        x: [low, high, high, low, low],
        y: [thin, thin, strong, strong, thin],
      },
      {
        name: "this ratio",
        as: "thin",
        x: [LINE_FROM_PCT, LINE_TO_PCT],
        y: [onLine(LINE_FROM_PCT), onLine(LINE_TO_PCT)],
      },
      ...(forecast
        ? [
            {
              name: "forecast",
              as: "crosses",
              x: [forecast.extractionPct],
              y: [forecast.strengthPct],
            } as const,
          ]
        : []),
      {
        name: "metered",
        as: "points",
        x: metered.map(({ extractionPct }) => extractionPct),
        y: metered.map(({ strengthPct }) => strengthPct),
        each: metered.map(({ place }) => `batch ${place}`),
      },
    ];
  }, [points, forecast, doseG, yieldG, window]);
  if (metered.length === 0) return undefined;
  return (
    <Panel title="Strength and extraction">
      <Chart label="strength over extraction" x={X_AXIS} y={Y_AXIS} series={series} />
    </Panel>
  );
}
