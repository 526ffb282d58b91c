"use client";

import { Printer, TriangleAlert } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { flushSync } from "react-dom";
import type { CardSheet } from "#contract/card.ts";
import { printNumber, printPct, printTime } from "#core/units";
import { Button, buttonClass } from "#ui/button.tsx";
import { useUnits } from "#ui/units.tsx";
import { cautionsOf, groundBy, printSetting, stepsOf, typicalSentence } from "#words/index.ts";

interface CardProps {
  readonly id: string;
  readonly draft: boolean;
  readonly site: string;
  readonly sheet: CardSheet;
  readonly brewerGone: boolean;
  /** The printed card's way back here, as an svg's path data in a square of `qr.size`. */
  readonly qr: { readonly path: string; readonly size: number; readonly url: string };
  /** The day it was made, as it is read at the site. */
  readonly made: string;
}

/** One card on A6, or four on a page of A4. */
const PAPERS = {
  one: "@page { size: 105mm 148mm; margin: 5mm }",
  four: "@page { size: A4; margin: 0 }",
} as const;

/** One batch, readable at arm's length, and printed on a quarter of a page. */
export function Card(props: CardProps) {
  const { draft, sheet, brewerGone } = props;
  const [paper, setPaper] = useState<keyof typeof PAPERS>("one");
  const printAs = (next: keyof typeof PAPERS) => {
    // The page must have its new size before it is printed.
    flushSync(() => setPaper(next));
    window.print();
    setPaper("one");
  };
  return (
    <div className="mx-auto max-w-3xl print:max-w-none" data-paper={paper}>
      <style>{PAPERS[paper]}</style>
      <div className="mb-3 flex flex-wrap gap-2 print:hidden">
        <Link href="/scale" className={buttonClass()}>
          Back to Scale
        </Link>
        <Button onClick={() => printAs("one")}>
          <Printer size={18} aria-hidden /> Print, A6
        </Button>
        <Button onClick={() => printAs("four")}>
          <Printer size={18} aria-hidden /> Four on A4
        </Button>
      </div>
      {brewerGone && (
        <p role="alert" className="mb-3 rounded-panel border-2 border-due bg-enamel p-3">
          {sheet.madeWith.brewer} is no longer on the bench. The card shows what was brewed on it; scale it
          anew for another.
        </p>
      )}
      <Face {...props} />
      {paper === "four" && (
        <div className="hidden print:contents" aria-hidden="true">
          <Face {...props} />
          <Face {...props} />
          <Face {...props} />
        </div>
      )}
      {draft && (
        <p className="mt-3 print:hidden">
          A draft: something stands against brewing it so.{" "}
          {sheet.result.checks
            .filter(({ severity }) => severity === "stop")
            .map(({ message }) => message)
            .join(" ")}
        </p>
      )}
    </div>
  );
}

function Face({ draft, site, sheet, qr, made }: CardProps) {
  const units = useUnits();
  const { rounded } = sheet.result;
  const { madeWith, dial, input, forecast } = sheet;
  const iced = input.serve === "iced";
  const print = { mass: units.printMass, liquid: units.printLiquid, temp: units.printTemp };
  const figures: [string, string][] = [
    ["coffee", units.printMass(rounded.doseG)],
    [dial ? `grind on ${dial.grinder}` : "grind", dial ? printNumber(dial.setting, 1) : "—"],
    madeWith.brewerKind === "batch"
      ? [`set ${madeWith.brewer}`, printSetting(rounded.settingG ?? rounded.brewWaterG)]
      : ["pour", units.printLiquid(rounded.brewWaterG)],
    iced ? ["ice", units.printMass(rounded.iceG)] : ["water", units.printTemp(madeWith.waterTempC)],
    ["comes out", units.printLiquid(rounded.yieldG)],
  ];
  return (
    <article
      data-card
      className={`rounded-panel border-2 bg-enamel p-4 ${draft ? "border-stop border-dashed" : "border-rim"}`}
    >
      <header className="flex items-start justify-between gap-3">
        <div>
          <h1 className="text-2xl">
            {madeWith.coffee}, {input.serve}
          </h1>
          <p className="text-quiet text-sm">
            {site}: {madeWith.recipe} on {madeWith.brewer}, into {madeWith.vessel}
          </p>
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
          {dial?.by && dial.by !== "hand" && `; ${groundBy(dial.by)}`}
        </p>
      )}
      <ol className="list-decimal space-y-1 pl-6">
        {stepsOf(sheet, print).map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <ul className="mt-3 space-y-0.5 text-sm">
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
        1:{printNumber(iced ? rounded.totalRatio : rounded.brewRatio, 1)} {iced ? "ice counted" : "hot water"}{" "}
        · {forecast ? "aimed at" : "strength"} {printNumber(rounded.strengthPct ?? 0, 2)} %
        {madeWith.extractionIsGuess ? " (guess)" : ""} · made {made}
      </p>
      <dl className="mt-3 hidden grid-cols-3 gap-2 print:grid" data-boxes>
        {["dose", "setting", "dial", "weighed out", "time", "liked?"].map((box) => (
          <div key={box} className="min-h-9 rounded border border-rim px-1.5 text-xs">
            <dt>{box}</dt>
            <dd />
          </div>
        ))}
      </dl>
    </article>
  );
}
