import { useMemo } from "react";
import type { Bench } from "#contract/bench.ts";
import { type GlassService, type IcedService, type IcedSheet, TOP_OFFS, type TopOff } from "#core/iced";
import { printNumber, printPct } from "#core/units";
import type { ScaleState } from "#scaling/choice";
import { icedCupOf } from "#scaling/choice";
import { GLASS_MOMENTS_S, glassesOf } from "#scaling/iced";
import { Choice } from "#ui/choice/choice.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { GLASS_WORDS, momentWords } from "#words/iced";
import { IcedField } from "./icedField.tsx";

interface GlassPanelProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
  /** As it was picked just now: a tap is answered at once. */
  readonly iced: IcedService;
  readonly onIced: (change: Partial<IcedService>) => void;
}

/** The drink in the glass: by the way it is served, its strength and temperature from the first sip on. One way is picked. */
export function GlassPanel({ state, bench, sheet, iced, onIced }: GlassPanelProps) {
  const units = useUnits();
  const cups = bench.cups.filter(({ serve }) => serve === "iced");
  const cup = icedCupOf(state.iced, bench);
  const glasses = useMemo(() => glassesOf(state, bench, sheet), [state, bench, sheet]);
  if (!cup || !glasses) return null;
  const [low, high] = bench.settings.window.strengthPct;
  const { topOff, glass } = iced;
  return (
    <Panel
      title="In the glass"
      aside={
        <Choice
          label="a glass of"
          value={cup.id}
          options={cups.map(({ id, volumeMl }) => ({ value: id, text: `${volumeMl} ml` }))}
          onChange={(id) => onIced({ cup: id })}
        />
      }
    >
      <section
        // On a phone it scrolls by itself: the keyboard must reach it.
        // biome-ignore lint/a11y/noNoninteractiveTabindex: see above
        tabIndex={0}
        aria-label="a glass, moment by moment"
        className="overflow-x-auto"
      >
        <table className="w-full text-sm tabular-nums" aria-label="in the glass">
          <thead>
            <tr className="text-left text-quiet">
              <th className="pr-3 font-normal">served</th>
              <th className="pr-3 font-normal">ice</th>
              {GLASS_MOMENTS_S.map((atS) => (
                <th key={atS} className="pr-3 font-normal">
                  {momentWords(atS)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {glasses.map(({ service, iceG, points }) => (
              <tr
                key={service}
                className={`border-rim/20 border-t ${service === glass ? "bg-rim/5 font-semibold" : ""}`}
              >
                <th scope="row" className="pr-3 text-left font-[inherit]">
                  <label className="flex min-h-9 cursor-pointer items-center gap-2">
                    <input
                      type="radio"
                      name="glass"
                      className="size-4 accent-rim"
                      checked={service === glass}
                      onChange={() => onIced({ glass: service as GlassService })}
                    />
                    {GLASS_WORDS[service]}
                  </label>
                </th>
                <td className="whitespace-nowrap pr-3">
                  {iceG > 0 ? units.printMass(Math.round(iceG)) : "—"}
                </td>
                {points.map(({ atS, strengthPct, tempC, iceLeftG }) => (
                  <td key={atS} className="whitespace-nowrap pr-3">
                    <span
                      className={
                        strengthPct < low || strengthPct > high ? "text-due underline decoration-dotted" : ""
                      }
                    >
                      {printPct(strengthPct)}
                    </span>
                    , {units.printTemp(Math.round(tempC))}
                    {iceLeftG > 1 && (
                      <span className="block text-quiet">{printNumber(iceLeftG, 0)} g of ice left</span>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <IcedField name="topOffG" label="topped with, g" iced={iced} onIced={onIced} />
        <Choice
          label="of"
          value={topOff}
          options={TOP_OFFS.map((each) => ({ value: each, text: each }))}
          onChange={(each) => onIced({ topOff: each as TopOff })}
        />
        {sheet.inGlass && (
          <p data-testid="glasses">
            <strong className="font-display text-lg tabular-nums">
              {printNumber(sheet.inGlass.glasses, 1)}
            </strong>{" "}
            glasses from {state.iced.servers === 2 ? "both servers" : "the server"}
          </p>
        )}
      </div>
      <p className="mt-1 text-quiet text-sm">
        What is outside the house's window is dotted. A usual glass of its size in a room of{" "}
        {units.printTemp(bench.settings.roomTempC)}; nothing evaporates. Ice is food: a clean scoop, no hands,
        no glass as a scoop. {topOff === "milk" && "Milk: keep it cold, by your local food code."}
      </p>
    </Panel>
  );
}
