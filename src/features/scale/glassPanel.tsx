import { useMemo, useState } from "react";
import type { Bench } from "#contract/bench.ts";
import type { SheetFigures } from "#core/sheet";
import { printNumber, printPct } from "#core/units";
import { GLASS_MOMENTS_S, glassesOf } from "#scaling/glass.ts";
import type { ScaleState } from "#scaling/state.ts";
import { Choice } from "#ui/choice.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { GLASS_WORDS, momentWords } from "#words/index.ts";

interface GlassPanelProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly figures: SheetFigures;
}

/** The drink in the glass: by the way it is served, its strength and temperature from the first sip on. */
export function GlassPanel({ state, bench, figures }: GlassPanelProps) {
  const units = useUnits();
  const cups = bench.cups.filter(({ serve }) => serve === "iced");
  const [cupId, setCupId] = useState<string>();
  const cup = cups.find(({ id }) => id === cupId) ?? cups[0];
  const glasses = useMemo(
    () => (cup ? glassesOf(state, bench, figures, cup) : undefined),
    [state, bench, figures, cup],
  );
  if (!cup || !glasses) return null;
  const [low, high] = bench.settings.window.strengthPct;
  return (
    <Panel
      title="In the glass"
      aside={
        <Choice
          label="a glass of"
          value={cup.id}
          options={cups.map(({ id, volumeMl }) => ({ value: id, text: `${volumeMl} ml` }))}
          onChange={setCupId}
        />
      }
    >
      <section
        // On a phone it scrolls by itself, and nothing in it can be pressed: the keyboard must reach it.
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
              <tr key={service} className="border-rim/20 border-t">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {GLASS_WORDS[service]}
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
      <p className="mt-1 text-quiet text-sm">
        What is outside the house's window is dotted. A usual glass of its size in a room of{" "}
        {units.printTemp(bench.settings.roomTempC)}; nothing evaporates. Ice is food: a clean scoop, no hands,
        no glass as a scoop.
      </p>
    </Panel>
  );
}
