"use client";

import type { Serve } from "#core/sheet";
import { useUnits } from "#ui/units.tsx";
import { counted } from "#words/figures";
import { labelCaution } from "#words/log";
import { PrintHead } from "./printHead.tsx";

/** A pot's label: what is in it, and when it must be poured away. */
export interface PotLabel {
  readonly id: string;
  readonly vessel: string;
  readonly brewer: string;
  readonly serve: Serve;
  readonly yieldG: number;
  readonly cups: number | undefined;
  /** Null where nobody has noted how long it is sold. */
  readonly holdMin: number | null;
  /** How a glass of it is served, where it is iced. */
  readonly glass: { readonly volumeMl: number; readonly coffeeG: number; readonly iceG: number } | undefined;
}

interface WallLabelsProps {
  readonly coffee: { readonly id: string; readonly name: string };
  readonly site: string;
  readonly labels: readonly PotLabel[];
}

/** Labels for pots, eight to a page of A4. */
export function WallLabels({ coffee, site, labels }: WallLabelsProps) {
  const units = useUnits();
  return (
    <div className="mx-auto max-w-5xl print:max-w-none" data-labels>
      <style>{"@page { size: A4; margin: 0 }"}</style>
      <PrintHead what="Labels for pots" coffee={coffee} amount={`${labels.length}, eight to a page`} />
      <div className="grid gap-3 md:grid-cols-2 print:block">
        {labels.map(({ id, vessel, brewer, serve, yieldG, cups, holdMin, glass }) => (
          <article key={id} data-label className="rounded-panel border-2 border-rim bg-enamel p-4">
            <h2 className="text-3xl">
              <bdi>{coffee.name}</bdi>, {serve}
            </h2>
            <p>
              {units.printLiquid(yieldG)}
              {cups !== undefined && `, ${counted(Math.floor(cups), "cup")}`} · <bdi>{vessel}</bdi> ·{" "}
              <bdi>{brewer}</bdi>, <bdi>{site}</bdi>
            </p>
            <dl className="my-2 grid grid-cols-2 gap-2">
              {["made at", serve === "iced" ? "throw away at" : "pour away at"].map((box) => (
                <div key={box} className="min-h-12 rounded border-2 border-rim px-2">
                  <dt className="text-quiet text-sm">{box}</dt>
                  <dd />
                </div>
              ))}
            </dl>
            {glass && (
              <p className="text-sm">
                a glass of {glass.volumeMl} ml: {units.printLiquid(glass.coffeeG)} over{" "}
                {units.printMass(Math.round(glass.iceG))} of fresh ice, clean scoop
              </p>
            )}
            <p className="font-semibold">{labelCaution(serve, holdMin)}</p>
          </article>
        ))}
      </div>
    </div>
  );
}
