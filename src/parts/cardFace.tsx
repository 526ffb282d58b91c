"use client";

import { Check, TriangleAlert } from "lucide-react";
import type { CardSheet } from "#contract/card.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import { FORECAST_VERSION } from "#core/brew";
import { printNumber, printPct, printTime } from "#core/units";
import { useUnits } from "#ui/units.tsx";
import { typicalSentence } from "#words/bench";
import { cautionsOf, closeEnough, firstPotNote, groundBy, stepsOf } from "#words/cards";
import { printSetting } from "#words/figures";
import { ICED_METHOD_WORDS, SCHOOL_WORDS } from "#words/iced";
import { standardNote } from "#words/log";

export interface CardFaceProps {
  readonly draft: boolean;
  readonly site: string;
  readonly sheet: CardSheet;
  /** The printed card's way back into the house, as an svg's path data in a square of `qr.size`. */
  readonly qr: { readonly path: string; readonly size: number; readonly url: string };
  /** The day it was made, as it is read at the site. */
  readonly made: string;
  /** What tasters said of the standard that it follows. */
  readonly proof?: string | undefined;
  /** One of several on a page that has a heading of its own. */
  readonly among?: boolean;
}

/** More steps than these are set smaller on paper, so that a quarter of a page holds them. */
const MOST_SHORT_STEPS = 11;
/** Boxes of a printed card that are filled in by hand; chilled coffee is labelled with its times. */
const HOT_BOXES = ["dose", "setting", "dial", "weighed out", "time", "liked?"] as const;
const ICED_BOXES = [...HOT_BOXES, "made at", "throw away at"] as const;

/** One batch, readable at arm's length, and printed on a quarter of a page. */
export function CardFace({ draft, site, sheet, qr, made, proof, among = false }: CardFaceProps) {
  const Heading = among ? "h2" : "h1";
  const units = useUnits();
  const { rounded } = sheet.result;
  const { madeWith, dial, input, forecast } = sheet;
  const iced = input.serve === "iced";
  const method = icedMethodOf(sheet);
  const steeped = method === "steep";
  const print = units.words;
  const steps = stepsOf(sheet, print);
  const figures: [string, string][] = [
    ["coffee", units.printMass(rounded.doseG)],
    [dial ? `grind on ${dial.grinder}` : "grind", dial ? printNumber(dial.setting, 1) : "—"],
    steeped
      ? ["cold water", units.printLiquid(rounded.brewWaterG)]
      : madeWith.brewerKind === "batch"
        ? [`set ${madeWith.brewer}`, printSetting(rounded.settingG ?? rounded.brewWaterG, madeWith.marked)]
        : ["pour", units.printLiquid(rounded.brewWaterG)],
    steeped
      ? ["to thin it", units.printLiquid(rounded.bypassG)]
      : method === "bath"
        ? ["ice in the bath", units.printMass(sheet.iced?.bath?.iceG ?? 0)]
        : iced
          ? ["ice", units.printMass(rounded.iceG)]
          : ["water", units.printTemp(madeWith.waterTempC)],
    ["comes out", units.printLiquid(rounded.yieldG)],
  ];
  return (
    <article
      data-card
      data-long={steps.length > MOST_SHORT_STEPS ? "" : undefined}
      className={`rounded-panel border-2 bg-enamel p-4 ${draft ? "border-stop border-dashed" : "border-rim"}`}
    >
      <header className="flex items-start justify-between gap-3">
        <div>
          <Heading className="text-2xl">
            {madeWith.coffee}, {input.serve}
          </Heading>
          <p className="text-quiet text-sm">
            {site}: {madeWith.recipe}{" "}
            {steeped ? "steeped cold" : `on ${madeWith.brewer}, into ${madeWith.vessel}`}
            {method && method !== "steep" && `; ${ICED_METHOD_WORDS[method].name}`}
          </p>
          {sheet.firstPot && (
            <p className="mt-1 rounded bg-due px-2 font-semibold text-enamel text-sm">
              {firstPotNote(sheet.firstPot)}
            </p>
          )}
          {sheet.standard && (
            <p
              className={`mt-1 flex items-center gap-1 font-semibold text-sm ${sheet.standard.lapsed ? "text-due" : "text-good"}`}
            >
              {sheet.standard.lapsed ? (
                <TriangleAlert size={16} aria-hidden />
              ) : (
                <Check size={16} aria-hidden />
              )}
              {standardNote(sheet.standard)}
            </p>
          )}
          {proof && <p className="text-quiet text-sm">{proof}</p>}
          {draft && (
            <p className="mt-1 inline-block rounded bg-stop px-2 font-bold text-enamel">Draft: do not brew</p>
          )}
        </div>
        <svg
          viewBox={`0 0 ${qr.size} ${qr.size}`}
          className="size-20 shrink-0"
          role="img"
          aria-label={`opens this card: ${qr.url}`}
        >
          <rect width={qr.size} height={qr.size} className="fill-white" />
          <path d={qr.path} fill="#000" shapeRendering="crispEdges" />
        </svg>
      </header>
      <dl className="my-3 grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-5" data-figures>
        {figures.map(([name, value]) => (
          <div key={name}>
            <dt className="text-quiet text-sm">{name}</dt>
            <dd className="whitespace-nowrap font-bold font-display text-4xl tabular-nums">{value}</dd>
          </div>
        ))}
      </dl>
      {forecast && (
        <p className="mb-2" data-testid="forecast">
          <span className="text-quiet">forecast</span> done in about{" "}
          <strong className="font-display tabular-nums">{printTime(Math.round(forecast.brewTimeS))}</strong>,
          strength {printPct(forecast.strengthPct)}, slurry up to {printNumber(forecast.highWaterMm, 0)} mm
          {dial && dial.by !== "hand" && `; ${groundBy(dial.by)}`}
          {(forecast.version ?? 1) < FORECAST_VERSION && (
            <span className="text-due"> (of an earlier forecast: save it anew on Scale for today's)</span>
          )}
        </p>
      )}
      <ol className="list-decimal space-y-1 pl-6 print:space-y-px">
        {steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <p className="mt-1 text-quiet text-sm print:mt-0.5">{closeEnough(sheet, print)}</p>
      <ul className="mt-3 space-y-0.5 text-sm print:mt-1.5">
        {cautionsOf(sheet).map((caution) => (
          <li key={caution} className="flex gap-1.5">
            <TriangleAlert size={16} aria-hidden className="mt-0.5 shrink-0 text-due" />
            {caution}
          </li>
        ))}
      </ul>
      {(madeWith.typical ?? []).map((guessed) => (
        <p key={guessed.name} className="mt-2 font-semibold text-due text-sm">
          {typicalSentence(guessed)}
        </p>
      ))}
      <p className="mt-2 text-quiet text-sm">
        1:{printNumber(iced ? rounded.totalRatio : rounded.brewRatio, 1)} {iced ? "ice counted" : "hot water"}
        {sheet.iced?.school && ` (${SCHOOL_WORDS[sheet.iced.school].name})`} ·{" "}
        {forecast ? "aimed at" : "strength"} {printNumber(rounded.strengthPct ?? 0, 2)} %
        {madeWith.extractionIsGuess ? " (guess)" : ""} · made {made}
      </p>
      <dl className={`mt-1.5 hidden gap-1.5 print:grid ${iced ? "grid-cols-4" : "grid-cols-3"}`} data-boxes>
        {(iced ? ICED_BOXES : HOT_BOXES).map((box) => (
          <div key={box} className="min-h-8 rounded border border-rim px-1.5 text-xs">
            <dt>{box}</dt>
            <dd />
          </div>
        ))}
      </dl>
    </article>
  );
}
