"use client";

import { type ReactNode, useEffect, useRef, useState } from "react";
import type { Bench, BenchBrewer } from "#contract/bench.ts";
import { GLASS_PINS, type GlassPin, type IcedMethod, type IcedSheet } from "#core/iced";
import { cupsFrom, type PinSet } from "#core/sheet";
import { parseNumber, printNumber, printPct, printTime } from "#core/units";
import type { Chosen } from "#scaling/choice";
import { figureIn } from "#scaling/iced";
import { FIGURE_KINDS, type FigureKind, readFigure } from "#ui/figure/kinds.ts";
import { useUnits } from "#ui/units.tsx";
import { parseSetting, printSetting, quantitySentence } from "#words/figures";
import { GLASS_PIN_WORDS } from "#words/iced";
import { Drawing } from "./drawing.tsx";
import { FIGURES, type FigureName } from "./figures.ts";
import { Plate } from "./plate.tsx";
import type { SheetForecast } from "./sheetForecast.ts";
import { type Extraction, whyOf } from "./why.ts";

interface RibbonProps {
  readonly sheet: IcedSheet;
  readonly chosen: Chosen;
  readonly serve: "hot" | "iced";
  readonly shown: "rounded" | "exact";
  readonly onShow: (shown: "rounded" | "exact") => void;
  readonly pinned: (name: FigureName) => PinSet | undefined;
  readonly nudgeOf: (name: FigureName) => number;
  /** Pins a figure; a sentence when that cannot be. */
  readonly onPin: (
    name: FigureName,
    value: number,
    band?: readonly [least: number, most: number],
  ) => string | undefined;
  /** Frees a pinned figure, where one can be; a sentence when not. */
  readonly onFree: (name: FigureName) => string | undefined;
  readonly extraction: Extraction;
  readonly cups: Bench["cups"];
  /** The glass and the coffee poured into it, where the sheet is iced. */
  readonly glass: { readonly volumeMl: number; readonly coffeeG: number } | undefined;
  /** Pins that are said of the glass; undefined where none can be. */
  readonly inGlass: readonly GlassPin[] | undefined;
  readonly onTurn: (name: GlassPin) => void;
  /** No ice goes into it. */
  readonly withoutIce: boolean;
  /** Undefined where it is hot. */
  readonly method: IcedMethod | undefined;
  /** The forecast, once it is there. */
  readonly forecast: SheetForecast | undefined;
}

/** Columns of plates on the wide drawing; on a narrow screen all plates stand in one list. */
const COLUMNS = {
  /** What is poured, and in what ratio: over the ribbon's beginning. */
  left: "@wide:left-[1.3%] @wide:top-[4%] @wide:w-[31%] @wide:flex-wrap",
  /** What joins it: over the basket. */
  middle: "@wide:left-[33%] @wide:right-[29.5%] @wide:top-[2.5%] @wide:justify-center",
  /** What it ends as: beside the pot. */
  right: "@wide:right-[1.3%] @wide:top-[4%] @wide:w-[18.2%] @wide:flex-col @wide:items-stretch",
} as const;
type Column = keyof typeof COLUMNS;
const COLUMN_OF: { readonly [name in FigureName]: Column } = {
  brewRatio: "left",
  totalRatio: "left",
  iceShare: "left",
  brewWaterG: "left",
  doseG: "middle",
  bypassG: "middle",
  iceG: "middle",
  yieldG: "right",
  finalTempC: "right",
  strengthPct: "right",
};

/** Figures that stand open; the others do so while they are pinned, or asked for. */
const OPEN: readonly FigureName[] = ["doseG", "iceG", "yieldG", "finalTempC", "strengthPct"];

const HOT: readonly FigureName[] = ["brewRatio", "brewWaterG", "doseG", "bypassG", "yieldG", "strengthPct"];
const ICED: readonly FigureName[] = [
  "totalRatio",
  "brewRatio",
  "brewWaterG",
  "doseG",
  "bypassG",
  "iceG",
  "iceShare",
  "yieldG",
  "finalTempC",
  "strengthPct",
];

/** Of the glasses that a drink is poured into hot, what is filled. */
const USUAL_FILL_SHARE = 0.95;
/** Names of water figures where a way to be cold calls them otherwise. */
const FIGURE_WORDS_OF: { readonly [method in IcedMethod]?: { readonly [name in FigureName]?: string } } = {
  steep: {
    brewWaterG: "cold water",
    bypassG: "thinned with",
    brewRatio: "ratio, when thinned",
    yieldG: "drinks in all",
  },
  withWater: { bypassG: "cold water", brewRatio: "ratio, without ice" },
};

/** The solved sheet as one drawing, with every figure where its mass is. */
export function Ribbon(props: RibbonProps) {
  const { sheet, chosen, serve, shown, onShow, pinned, nudgeOf, onPin, onFree, extraction, cups, forecast } =
    props;
  const { glass, inGlass, onTurn, withoutIce, method } = props;
  const steeped = method === "steep";
  const units = useUnits();
  const figures = sheet[shown];
  const names = serve === "hot" || withoutIce ? HOT : ICED;
  const { vessel, coffee } = chosen;
  // Coffee that lies in its water has no brewer.
  const brewer = steeped ? { ...chosen.brewer, basket: null } : chosen.brewer;
  const { retentionGPerG } = sheet.asked;
  // Glasses or two servers may be its vessel; a concentrate has none that it must fill.
  const { brimG, workingG = USUAL_FILL_SHARE * brimG } = sheet.asked.vessel ?? vessel;
  // The plates ask when they are opened, and then of the sheet as it stands.
  const basis = useRef({ sheet, chosen, extraction, inGlass });
  useEffect(() => {
    basis.current = { sheet, chosen, extraction, inGlass };
  });
  const [whys] = useState(() => whysOf((name) => whyOf(name, basis.current)));
  const iced = serve === "iced";
  const [all, setAll] = useState(false);
  const isOpen = (name: FigureName) =>
    OPEN.includes(name) ||
    // What is set on the brewer is the same pin.
    (name !== "brewWaterG" && pinned(name) !== undefined) ||
    (name === "bypassG" && figures.bypassG > 0) ||
    (name === "brewWaterG" && sheet.rounded.settingG === undefined);
  const figureOf = (name: FigureName) => {
    const glassPin = GLASS_PINS.find((each) => each === name);
    return glassPin && inGlass?.includes(glassPin) ? figureIn("glass", glassPin, sheet) : figures[name];
  };
  const folded = names.filter((name) => !isOpen(name) && figureOf(name) !== undefined);
  const plateOf = (name: FigureName) => {
    const figure = FIGURES[name];
    const kind: FigureKind = FIGURE_KINDS[figure.kind];
    const glassPin = GLASS_PINS.find((each) => each === name);
    const ofGlass = glassPin !== undefined && inGlass?.includes(glassPin);
    const value = figureOf(name);
    if (value === undefined) return null;
    const pin = pinned(name);
    const aim = pin?.value ?? value;
    const band = pin?.band;
    // One strength: what is forecast at the dial, with what is aimed at beside it.
    const forecastPct =
      name === "strengthPct" && !ofGlass && shown === "rounded" ? forecast?.figures?.strengthPct : undefined;
    const text = kind.print(forecastPct ?? value, units);
    // Where it can be said of server or glass, its range stands with the cup below: there is no room for both.
    const range =
      forecastPct === undefined || (glassPin && inGlass) ? undefined : forecast?.ranges?.strengthPct;
    const differs =
      !band && kind.print(aim, units) !== text && (pin !== undefined || forecastPct !== undefined);
    return (
      <Plate
        key={name}
        label={
          ofGlass ? GLASS_PIN_WORDS[glassPin] : (method && FIGURE_WORDS_OF[method]?.[name]) || figure.label
        }
        text={text}
        pinned={pin !== undefined}
        onType={(typed) => {
          const read = readFigure(kind, typed, units, true);
          return read.ok ? onPin(name, read.value.value, read.value.band) : quantitySentence(read.failure);
        }}
        onNudge={(steps) => onPin(name, nudged(aim, steps * nudgeOf(name)))}
        onPin={() => (pin === undefined ? onPin(name, value) : onFree(name))}
        why={whys[name]}
        aside={
          (differs || range || band) && (
            <>
              {band && (
                <span className="block">
                  in {kind.print(band[0], units)} to {kind.print(band[1], units)}
                </span>
              )}
              {differs && <span className="block">for {kind.print(aim, units)}</span>}
              {range && (
                <span className="block text-xs">
                  {kind.print(range[0], units).replace(/ ?%$/, "")} to {kind.print(range[1], units)}
                </span>
              )}
            </>
          )
        }
        place={
          glassPin && inGlass
            ? { now: ofGlass ? "glass" : "server", onTurn: () => onTurn(glassPin) }
            : undefined
        }
        className="@max-wide:w-auto @max-wide:min-w-0 @wide:max-w-full"
      />
    );
  };
  const column = (where: Column, after?: ReactNode) => (
    <div className={`@wide:absolute @wide:flex @wide:gap-1.5 @max-wide:contents ${COLUMNS[where]}`}>
      {names.filter((name) => COLUMN_OF[name] === where && isOpen(name)).map(plateOf)}
      {after}
    </div>
  );
  return (
    <section aria-label="The sheet" className="@container rounded-panel border-2 border-rim bg-enamel">
      <div className="relative overflow-hidden rounded-lg">
        <Drawing
          figures={sheet.rounded}
          retentionGPerG={retentionGPerG}
          basket={brewer.basket}
          densityGPerMl={coffee.densityGPerMl}
          brimG={brimG}
          workingG={workingG}
          iced={iced}
        />
        <div className="@max-wide:grid @max-wide:grid-cols-2 @max-wide:gap-2 @max-wide:p-2">
          {column("middle")}
          {column(
            "left",
            sheet.rounded.settingG !== undefined && !steeped && (
              <Plate
                label={`set ${brewer.name} to`}
                text={printSetting(sheet.rounded.settingG, brewer)}
                pinned={pinned("brewWaterG") !== undefined}
                onType={(text) => {
                  const parsed = parseSetting(text, brewer);
                  return parsed.ok
                    ? onPin("brewWaterG", deliveredG(brewer, parsed.value))
                    : quantitySentence(parsed.failure);
                }}
                onNudge={(steps) =>
                  onPin(
                    "brewWaterG",
                    deliveredG(brewer, nudged(sheet.rounded.settingG ?? 0, steps * brewer.lattice.stepG)),
                  )
                }
                onPin={() =>
                  pinned("brewWaterG") === undefined
                    ? onPin("brewWaterG", sheet.rounded.brewWaterG)
                    : onFree("brewWaterG")
                }
                why={whys.brewWaterG}
                className="@max-wide:w-auto @max-wide:min-w-0"
              />
            ),
          )}
          {column(
            "right",
            <div className="text-sm">
              {glass ? (
                <Plate
                  label={`glasses of ${glass.volumeMl} ml`}
                  text={printNumber(figures.yieldG / glass.coffeeG, 1)}
                  pinned={pinned("yieldG") !== undefined}
                  onType={(text) => {
                    const read = parseNumber(text);
                    return read.ok
                      ? onPin("yieldG", read.value.number * glass.coffeeG)
                      : quantitySentence(read.failure);
                  }}
                  onNudge={(steps) =>
                    onPin("yieldG", (Math.round(figures.yieldG / glass.coffeeG) + steps) * glass.coffeeG)
                  }
                  onPin={() =>
                    pinned("yieldG") === undefined ? onPin("yieldG", figures.yieldG) : onFree("yieldG")
                  }
                  why={whys.yieldG}
                  className="@max-wide:w-auto @max-wide:min-w-0"
                />
              ) : (
                cups.map((cup) => (
                  <p key={cup.id}>
                    <strong className="tabular-nums">{printNumber(cupsFrom(figures.yieldG, cup), 1)}</strong>{" "}
                    <span className="text-quiet">cups of {cup.volumeMl} ml</span>
                  </p>
                ))
              )}
            </div>,
          )}
          <p className="text-quiet text-sm @wide:absolute @wide:bottom-[3%] @wide:left-[24%] @wide:rounded @wide:bg-enamel/85 @wide:px-1">
            the bed keeps{" "}
            <strong className="font-display text-base text-ink tabular-nums">
              {units.printLiquid(retentionGPerG * sheet.rounded.doseG)}
            </strong>
            , {printNumber(retentionGPerG, 2)} g per g
            {sheet.asked.vessel && (
              <>
                <br />
                <strong className="font-display text-base text-ink tabular-nums">
                  {printNumber((100 * figures.yieldG) / workingG, 0)} %
                </strong>{" "}
                of {units.printLiquid(Math.round(workingG))} fill
              </>
            )}
          </p>
          <ForecastFigures forecast={forecast} />
          <div className="flex flex-wrap gap-x-3 text-sm @max-wide:col-span-2 @wide:absolute @wide:bottom-[2%] @wide:left-[0.8%] @wide:flex-col @wide:items-start">
            {folded.length > 0 && (
              <button
                type="button"
                aria-expanded={all}
                onClick={() => setAll(!all)}
                className="min-h-8 rounded-panel px-2 text-left text-quiet underline"
              >
                {all ? "fewer figures" : "more figures"}
              </button>
            )}
            <button
              type="button"
              onClick={() => onShow(shown === "exact" ? "rounded" : "exact")}
              className="min-h-8 rounded-panel px-2 text-left text-quiet underline"
            >
              {shown === "exact" ? "exact: show what can be weighed" : "what can be weighed: show exact"}
            </button>
          </div>
        </div>
        {all && folded.length > 0 && (
          <div className="flex flex-wrap gap-2 border-rim/20 border-t p-2">{folded.map(plateOf)}</div>
        )}
      </div>
    </section>
  );
}

/** The forecast's time and extraction where the coffee leaves the bed, each with the range of eight in ten. */
function ForecastFigures({ forecast }: { readonly forecast: SheetForecast | undefined }) {
  if (!forecast?.figures) return null;
  const { figures, ranges, of } = forecast;
  const time = (seconds: number) => printTime(Math.round(seconds));
  const tenth = (pct: number) => printPct(pct, { decimals: 1 });
  const all = [
    ["brew time", figures.brewTimeS, ranges?.brewTimeS, time],
    ["extraction", figures.extractionPct, ranges?.extractionPct, tenth],
  ] as const;
  return (
    <div
      className={`text-sm @max-wide:col-span-2 @wide:absolute @wide:bottom-[3%] @wide:left-[46%] ${of ? "" : "opacity-50"}`}
    >
      <p className="text-quiet text-xs">as forecast</p>
      <dl aria-label="as forecast" className="flex flex-wrap gap-x-4">
        {all.map(([name, value, range, print]) => (
          <div key={name}>
            <dt className="text-quiet">{name}</dt>
            <dd className="whitespace-nowrap">
              <strong className="font-display text-lg tabular-nums" data-testid={`forecast ${name}`}>
                {print(value)}
              </strong>
              {range && (
                <span className="block text-quiet text-xs tabular-nums">
                  {print(range[0]).replace(/ ?%$/, "")} to {print(range[1])}
                </span>
              )}
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

function whysOf(why: (name: FigureName) => readonly string[]) {
  const names = Object.keys(FIGURES) as FigureName[];
  return Object.fromEntries(names.map((name) => [name, () => why(name)])) as Record<
    FigureName,
    () => readonly string[]
  >;
}

/** A step on from a figure, without the noise of adding tenths. */
function nudged(value: number, by: number): number {
  return Number((Math.round(value / Math.abs(by)) * Math.abs(by) + by).toPrecision(12));
}

/** Water delivered at a brewer's setting, g. */
function deliveredG({ lattice }: BenchBrewer, settingG: number): number {
  return lattice.interceptG + lattice.slope * settingG;
}
