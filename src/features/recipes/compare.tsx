"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { RecipeVersion } from "#contract/recipe.ts";
import type { RecipeKit } from "#scaling/sheet";
import { Back } from "#ui/back.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { ComparedTable } from "./comparedTable.tsx";
import { Beside, useRecipeForecast } from "./forecastPanel.tsx";
import { compared } from "./rows.ts";
import { Timeline } from "./timeline.tsx";

export interface NamedVersion extends RecipeVersion {
  readonly name: string;
  readonly recipeId: string;
}

interface CompareProps {
  readonly left: NamedVersion;
  readonly right: NamedVersion;
  readonly kit: RecipeKit;
  /** Every version of every recipe, to choose from. */
  readonly all: readonly { readonly versionId: string; readonly text: string }[];
}

/** Two versions side by side: what they say, and their water in its time. */
export function Compare({ left, right, kit, all }: CompareProps) {
  const units = useUnits();
  const router = useRouter();
  const [onlyDiffering, setOnly] = useState(false);
  const rows = compared(left, right, units);
  const differing = rows.filter(({ differs }) => differs);
  const go = (a: string, b: string) => router.push(`/recipes/compare?a=${a}&b=${b}`);
  const options = all.map(({ versionId, text }) => ({ value: versionId, text }));
  const forecasts = [useRecipeForecast(kit, left, left.recipe), useRecipeForecast(kit, right, right.recipe)];
  const untilS = Math.max(
    ...forecasts.map(({ forecast }) => forecast?.timeS ?? 0),
    ...[left, right].map(({ recipe }) => recipe.doneS ?? 0),
  );
  const title = ({ name, version }: NamedVersion) => `${name}, version ${version}`;
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="mr-auto text-2xl">Side by side</h1>
        <Choice
          label="left"
          value={left.versionId}
          options={options}
          onChange={(id) => go(id, right.versionId)}
        />
        <Choice
          label="right"
          value={right.versionId}
          options={options}
          onChange={(id) => go(left.versionId, id)}
        />
      </header>
      <div className="grid grid-cols-1 gap-3 lg:grid-cols-2">
        {[left, right].map((version, i) => (
          <Panel key={i === 0 ? "left" : "right"} title={title(version)} className="min-w-0">
            {version.kind === "hand" ? (
              <Timeline recipe={version.recipe} forecast={forecasts[i]?.forecast} untilS={untilS} />
            ) : (
              <p className="text-quiet">Its water goes on at once.</p>
            )}
            <Beside recipe={version.recipe} {...forecasts[i]!} />
          </Panel>
        ))}
      </div>
      <Panel
        title={differing.length === 0 ? "They say the same" : `${differing.length} of ${rows.length} differ`}
        aside={
          <label className="flex items-center gap-1.5 text-sm">
            <input
              type="checkbox"
              checked={onlyDiffering}
              onChange={(event) => setOnly(event.target.checked)}
            />
            only what differs
          </label>
        }
      >
        <ComparedTable
          left={title(left)}
          right={title(right)}
          rows={onlyDiffering ? differing : rows}
          same="Both say the same."
        />
      </Panel>
      <p>
        <Back otherwise={`/recipes/${left.recipeId}`} />
      </p>
    </div>
  );
}
