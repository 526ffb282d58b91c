"use client";

import { Pause, Play } from "lucide-react";
import { memo, useEffect, useState } from "react";
import type { Basket, BrewCurves } from "#core/brew";
import type { Outlook } from "#core/outlook";
import { printNumber, printPct, printTime } from "#core/units";
import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { BrewingBasket } from "./brewingBasket.tsx";

interface BasketPanelProps {
  readonly basket: Basket;
  readonly outlook: Outlook & { readonly curves: BrewCurves };
}

/** A whole brew is played in so many seconds. */
const PLAYED_S = 7;
const MS_PER_S = 1000;

/** The basket cut through, as the brew goes on: the slurry's level, the bed, and the highest mark on the paper. */
export const BasketPanel = memo(function BasketPanel({ basket, outlook }: BasketPanelProps) {
  const units = useUnits();
  const { brew, curves } = outlook;
  const last = curves.timeS.length - 1;
  const highest = curves.levelMm.indexOf(Math.max(...curves.levelMm));
  // Until somebody asks for another moment, it shows the one that matters.
  const [asked, setAsked] = useState<number>();
  /** Where it was when it was started; undefined while it stands. */
  const [playedFrom, setPlayedFrom] = useState<number>();
  const at = Math.min(asked ?? highest, last);

  useEffect(() => {
    if (playedFrom === undefined) return;
    const began = performance.now();
    const draw = (now: number) => {
      const next = Math.round(playedFrom + ((now - began) / (MS_PER_S * PLAYED_S)) * last);
      setAsked(Math.min(next, last));
      if (next < last) frame = requestAnimationFrame(draw);
      else setPlayedFrom(undefined);
    };
    let frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [playedFrom, last]);
  const playing = playedFrom !== undefined;

  const time = printTime(Math.round(curves.timeS[at] ?? 0));
  const pours = (curves.timeS[at] ?? 0) <= brew.lastWaterS;
  return (
    <Panel
      title="In the basket"
      aside={<span className="text-quiet text-sm">{printTime(Math.round(brew.brewTimeS))} in all</span>}
    >
      <div className="flex gap-3">
        <BrewingBasket
          basket={basket}
          bedMm={brew.bedDepthMm}
          levelMm={curves.levelMm[at] ?? 0}
          markMm={brew.highWaterMm}
          pouring={pours}
        />
        <dl className="grid content-start gap-1 text-sm">
          {(
            [
              ["highest mark", `${printNumber(brew.highWaterMm, 0)} mm`],
              ["paper up to", `${printNumber(basket.heightMm, 0)} mm`],
              ["dry bed", `${printNumber(brew.bedDepthMm, 0)} mm`],
              ["last water", printTime(Math.round(brew.lastWaterS))],
              ["draws down in", printTime(Math.round(Math.max(0, brew.brewTimeS - brew.lastWaterS)))],
              ["slurry", units.printTemp(Math.round(brew.meanSlurryTempC))],
            ] as const
          ).map(([name, value]) => (
            <div key={name} className="flex justify-between gap-3">
              <dt className="text-quiet">{name}</dt>
              <dd className="whitespace-nowrap font-semibold tabular-nums" data-testid={name}>
                {value}
              </dd>
            </div>
          ))}
        </dl>
      </div>
      <div className="mt-2 flex items-center gap-2">
        <Button
          look="icon"
          aria-label={playing ? "pause" : "play the brew"}
          onClick={() => setPlayedFrom(playing ? undefined : at === last ? 0 : at)}
        >
          {playing ? <Pause size={18} aria-hidden /> : <Play size={18} aria-hidden />}
        </Button>
        <input
          type="range"
          aria-label="moment of the brew"
          aria-valuetext={time}
          min={0}
          max={last}
          value={at}
          onChange={(event) => {
            setPlayedFrom(undefined);
            setAsked(Number(event.target.value));
          }}
          className="h-8 flex-1 accent-rim"
        />
      </div>
      <p className="text-sm tabular-nums" data-testid="moment">
        At <strong>{time}</strong> the slurry stands at {printNumber(curves.levelMm[at] ?? 0, 0)} mm;{" "}
        {units.printLiquid(curves.yieldG[at] ?? 0)} has dripped
        {(curves.yieldG[at] ?? 0) > 1 && `, ${printPct(curves.strengthPct[at] ?? 0)} strong`}.
      </p>
    </Panel>
  );
});
