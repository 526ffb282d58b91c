"use client";

import { useMemo, useState } from "react";
import { startOf, USUAL_RETENTION_G_PER_G, waterOf } from "#core/brew";
import { asSpray, bedOf, type Recipe, type RhythmChange, scaledRhythm } from "#core/recipe";
import { printNumber, printTime } from "#core/units";
import { type Naming, namedOf, type RecipeKit, recipeBench } from "#scaling/sheet";
import { Choice } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { AGITATION_WORDS, rhythmSentence } from "#words/recipes";

interface ScaledPanelProps {
  readonly kit: RecipeKit;
  readonly naming: Naming;
  readonly recipe: Recipe;
}

/** Of all water, where a hot recipe is made iced; the schools lie between 28 and 45 %. */
const USUAL_ICE_PCT = 38;

/** The rhythm at another size: on a hand brewer, in a batch brewer's spray, or over ice; and what was changed. */
export function ScaledPanel({ kit, naming, recipe }: ScaledPanelProps) {
  const units = useUnits();
  const own = namedOf(kit, naming).brewer;
  const [brewerId, setBrewer] = useState(naming.brewerId);
  const [dose, setDose] = useState<number | null>(null);
  const [icePct, setIcePct] = useState<number | null>(recipe.serve === "iced" ? null : 0);
  const brewer = kit.brewers.find(({ id }) => id === brewerId) ?? own;
  const doseG = dose ?? usualDose(recipe, brewer?.kind ?? "hand");
  const scaled = useMemo(() => {
    const more = doseG / recipe.doseG;
    const allG = (waterOf(recipe) + recipe.iceG) * more;
    const iceG = icePct === null ? recipe.iceG * more : (allG * icePct) / 100;
    const bench = recipeBench(kit, naming, recipe);
    const targetBench = recipeBench(kit, { ...naming, brewerId }, recipe);
    const from = bench && bedOf(recipe, bench);
    const to =
      targetBench &&
      bedOf({ ...recipe, doseG }, { ...targetBench, retentionGPerG: retentionOn(kit, brewerId) });
    const made = scaledRhythm({
      rhythm: recipe,
      from,
      to,
      doseG,
      waterG: allG - iceG,
      iceG: icePct ? iceG : 0,
    });
    return { ...made, iceG };
  }, [kit, naming, recipe, brewerId, doseG, icePct]);
  const { rhythm } = scaled;
  const spray = brewer?.kind === "batch" ? asSpray(rhythm) : undefined;
  const changes: RhythmChange[] = [
    ...scaled.changes,
    ...(spray
      ? [{ code: "sprayed" as const, pulses: spray.pulses, bloomPct: spray.bloomPct, bloomS: spray.bloomS }]
      : []),
  ];
  return (
    <Panel title="Its rhythm at another size">
      <div className="mb-2 flex flex-wrap items-end gap-2">
        <Choice
          label="on"
          value={brewerId}
          options={kit.brewers
            .filter(({ kind }) => kind !== "press")
            .map(({ id, name }) => ({ value: id, text: name }))}
          onChange={(id) => {
            setBrewer(id);
            setDose(null);
          }}
        />
        <div className="w-28">
          <FigureField
            label="dose"
            field="scaled.doseG"
            kind="g"
            value={doseG}
            bounds={[1, 20_000]}
            onValue={setDose}
          />
        </div>
        {recipe.serve === "hot" && (
          <div className="w-36">
            <FigureField
              label="ice of all water, %"
              field="scaled.icePct"
              kind="count"
              value={icePct}
              bounds={[0, 60]}
              help={`usual ${USUAL_ICE_PCT} when iced`}
              onValue={(pct) => setIcePct(pct ?? 0)}
            />
          </div>
        )}
      </div>
      {spray ? (
        <p className="tabular-nums">
          {units.printLiquid(waterOf(rhythm))} in all: {printNumber(spray.bloomPct, 0)} % as a bloom, a pause
          of {printNumber(spray.bloomS, 0)} s, {spray.pulses} pulses at {printNumber(spray.rateGPerS, 1)} g/s
          with their pauses.
        </p>
      ) : (
        <table className="w-full text-left text-sm tabular-nums" aria-label="the rhythm scaled">
          <thead className="text-quiet">
            <tr>
              {["pour", "from", "to", "begins", "was", "then"].map((head) => (
                <th key={head} className="py-1 pr-3 font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rhythm.pours.map((pour, i) => {
              const [atS, wasS] = [startOf(pour), startOf(recipe.pours[i])];
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: pours have no name but their place
                <tr key={i} className="border-rim/20 border-t">
                  <td className="py-1 pr-3">{i === 0 && recipe.blooms ? "bloom" : i + 1}</td>
                  <td className="pr-3 text-quiet">{units.printLiquid(recipe.pours[i]!.toG)}</td>
                  <td className="pr-3 font-semibold">{units.printLiquid(pour.toG)}</td>
                  <td className="pr-3 font-semibold">
                    {atS === undefined ? "as the bed says" : printTime(atS)}
                  </td>
                  <td className="pr-3 text-quiet">{wasS === undefined ? "" : printTime(wasS)}</td>
                  <td className="pr-3">{AGITATION_WORDS[recipe.pours[i]!.agitation]}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {scaled.iceG > 0 && <p className="mt-1 text-sm">Ice in the server: {units.printMass(scaled.iceG)}.</p>}
      <ul aria-label="what was changed" className="mt-2 list-disc space-y-0.5 pl-5 text-sm">
        {changes.map((change) => (
          <li key={change.code}>{rhythmSentence(change)}</li>
        ))}
      </ul>
    </Panel>
  );
}

/** A start: half as much again by hand, a pot's worth in a batch brewer. */
function usualDose({ doseG }: Recipe, kind: string): number {
  return kind === "batch" ? Math.round(doseG * 5) : Math.round(doseG * 1.5);
}

function retentionOn(kit: RecipeKit, brewerId: string): number {
  return kit.brewers.find(({ id }) => id === brewerId)?.retentionGPerG ?? USUAL_RETENTION_G_PER_G;
}
