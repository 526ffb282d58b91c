"use client";

import { boilingC } from "#core/measure";
import { printNumber } from "#core/units";
import { useCounter } from "#ui/counter.tsx";
import { useUnits } from "#ui/units.tsx";
import { rightSentence } from "#words/index.ts";
import { type BrewerLine, Brewers } from "./brewers.tsx";
import { type CoffeeLine, Coffees } from "./coffees.tsx";
import { WithInstruments } from "./instruments.tsx";
import { type VesselLine, Vessels } from "./vessels.tsx";

interface BenchProps {
  readonly site: string;
  /** Above the sea, m. */
  readonly altitudeM: number;
  /** °C */
  readonly roomC: number;
  readonly vessels: readonly VesselLine[];
  readonly brewers: readonly BrewerLine[];
  readonly coffees: readonly CoffeeLine[];
}

/** What every sum rests on: weighed here, and weighed again in a minute. */
export function Bench({ site, altitudeM, roomC, vessels, brewers, coffees }: BenchProps) {
  const { may } = useCounter();
  const units = useUnits();
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header>
        <h1 className="text-2xl">Bench, {site}</h1>
        <p>
          {printNumber(altitudeM, 0)} m above the sea, so water boils at{" "}
          {units.printTemp(boilingC(altitudeM))}.
        </p>
        {!may("measure") && <p className="text-quiet">{rightSentence("measure")}</p>}
      </header>
      <WithInstruments>
        <div className="grid items-start gap-3 lg:grid-cols-2">
          <Vessels vessels={vessels} roomC={roomC} />
          <div className="flex flex-col gap-3">
            <Brewers brewers={brewers} />
            <Coffees coffees={coffees} />
          </div>
        </div>
      </WithInstruments>
    </div>
  );
}
