"use client";

import { type ReactNode, useMemo } from "react";
import type { HouseSettings } from "#contract/house.ts";
import type { First, Study } from "#core/outlook";
import { cupStrengthPct } from "#core/outlook";
import { meltOf, type SheetInput, type SheetResult } from "#core/sheet";
import { printNumber, printPct } from "#core/units";
import { Chart, type Series } from "#parts/chart.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { rangeSentence, surenessSentence } from "#words/brew";
import type { Studied } from "./useForecast.ts";

interface CupPanelProps {
  readonly sheet: SheetResult;
  readonly input: SheetInput;
  readonly extraction: { readonly pct: number; readonly guess: boolean };
  readonly window: HouseSettings["window"];
  readonly first: First | undefined;
  readonly study: Studied | undefined;
  readonly grinder: string;
  /** The source as it was made: its ice thins its cup too. */
  readonly source: { readonly doseG: number; readonly iceG: number };
  readonly metered: { readonly strengthPct: number; readonly extractionPct: number } | undefined;
  /** Where the ice comes from, when there is any. */
  readonly aside: ReactNode;
  readonly children: ReactNode;
}

/** The cup as forecast: its figures, and its place among what other dials and ratios would give. */
export function CupPanel(props: CupPanelProps) {
  const { aside, children, study, window, grinder, metered, source } = props;
  const series = useMemo(
    () => study && chartOf({ study, window, grinder, metered, source }),
    [study, window, grinder, metered, source],
  );
  return (
    <Panel title="In the cup" aside={aside}>
      <div className="flex flex-wrap gap-x-5 gap-y-3">
        <div className="min-w-64 flex-1">
          <Rows {...props} />
          {children}
        </div>
        {series && (
          <div className="min-w-64 flex-[2] sm:min-w-80">
            <Chart
              label="strength and extraction, along the dial and along the ratio"
              x={series.x}
              y={series.y}
              series={series.all}
            />
          </div>
        )}
      </div>
    </Panel>
  );
}

/** Around the window, as a share of its width, there is room for what lies outside it. */
const ROOM_SHARE = 0.8;

/** An axis that shows the window with room around it, and whatever of the points lies farther out. */
function axisOf(title: string, [low, high]: readonly [number, number], points: readonly number[]) {
  const room = ROOM_SHARE * (high - low);
  const least = Math.min(low, ...points) - room;
  const most = Math.max(high, ...points) + room;
  return { title, range: [Math.max(0, least), most] as const };
}

/** The chart's curves and points, and axes that hold what matters of them. */
function chartOf(shown: Shown) {
  const all = seriesOf(shown);
  const marks = all.filter(({ as }) => as === "points" || as === "crosses" || as === "squares");
  return {
    all,
    x: axisOf(
      "extraction, %",
      shown.window.extractionPct,
      marks.flatMap(({ x }) => x),
    ),
    y: axisOf(
      "strength, %",
      shown.window.strengthPct,
      marks.flatMap(({ y }) => y),
    ),
  };
}

interface Shown extends Pick<CupPanelProps, "window" | "grinder" | "metered" | "source"> {
  readonly study: Studied;
}

function seriesOf({ study, window, grinder, metered, source: { doseG, iceG } }: Shown): Series[] {
  const [lowE, highE] = window.extractionPct;
  const [lowS, highS] = window.strengthPct;
  const { source } = study.of.ladder;
  const { outlook, setting } = study.of.picked;
  const series: Series[] = [
    {
      name: "house window",
      as: "area",
      x: [lowE, highE, highE, lowE, lowE],
      y: [lowS, lowS, highS, highS, lowS],
    },
    curve("along the dial", "line", study.alongDial, (at) => `${grinder} ${printNumber(at, 2)}`),
    curve("along the ratio", "dashes", study.alongRatio, (at) => `1:${printNumber(at, 1)}`),
  ];
  if (study.sureness && outlook.ok) {
    const [least, most] = study.sureness.range.extractionPct;
    const [weak, strong] = study.sureness.strengthPct;
    const { strengthPct, brew } = outlook.value;
    series.push({
      name: "eight in ten within",
      as: "thin",
      x: [least, most, Number.NaN, brew.extractionPct, brew.extractionPct],
      y: [strengthPct, strengthPct, Number.NaN, weak, strong],
    });
  }
  if (outlook.ok) {
    const { strengthPct, brew } = outlook.value;
    series.push({
      name: `this batch, ${grinder} ${printNumber(setting, 2)}`,
      as: "points",
      x: [brew.extractionPct],
      y: [strengthPct],
    });
  }
  series.push({
    name: "source, forecast",
    as: "crosses",
    x: [source.extractionPct],
    y: [cupStrengthPct({ doseG, addedG: iceG }, source)],
  });
  if (metered) {
    series.push({
      name: "source, metered",
      as: "squares",
      x: [metered.extractionPct],
      y: [metered.strengthPct],
    });
  }
  return series;
}

function curve(
  name: string,
  as: "line" | "dashes",
  points: Study["alongDial"],
  print: (at: number) => string,
): Series {
  return {
    name,
    as,
    x: points.map(({ outlook }) => outlook.brew.extractionPct),
    y: points.map(({ outlook }) => outlook.strengthPct),
    each: points.map(({ at }) => print(at)),
  };
}

/** The sheet's figures, and how sure the forecast of them is. */
function Rows({ sheet, input, extraction, first, study }: CupPanelProps) {
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
          ["strength, if as the source", printPct(rounded.strengthPct ?? 0)],
          ["the source's extraction", printPct(extraction.pct, { decimals: 1 })],
          ["ratio, hot water", units.printRatio(rounded.brewRatio)],
          ["coffee out per gram", `${printNumber(rounded.yieldRatio, 2)} g`],
        ];
  const outlook = first?.picked.outlook;
  return (
    <>
      <dl>
        {rows.map(([name, value]) => (
          <div key={name} className="flex justify-between gap-3 py-1">
            <dt className="text-quiet">{name}</dt>
            <dd className="whitespace-nowrap font-bold font-display tabular-nums">{value}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-quiet text-sm">
        {extraction.guess
          ? "Extraction is the house's guess: the source cup was not metered."
          : `Extraction as metered in the source cup, ${printPct(extraction.pct, { decimals: 1 })}.`}
        {outlook?.ok &&
          first &&
          ` The forecast gives the source ${printPct(first.ladder.source.extractionPct, { decimals: 1 })}, and this batch ${printPct(outlook.value.brew.extractionPct, { decimals: 1 })} at the dial's ${printNumber(first.picked.setting, 2)}: compare those two with each other.`}
      </p>
      {first && !study && <p className="mt-1 text-quiet text-sm">Working out how sure that is …</p>}
      {study?.sureness && (
        <p className="mt-1 text-quiet text-sm" data-testid="sureness">
          {rangeSentence({ ...study.sureness.range, strengthPct: study.sureness.strengthPct })}{" "}
          {surenessSentence(study.sureness.because)}
        </p>
      )}
    </>
  );
}
