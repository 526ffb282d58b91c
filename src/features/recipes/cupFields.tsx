"use client";

import { memo } from "react";
import type { Recipe } from "#core/recipe";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Panel } from "#ui/panel.tsx";
import { WordsField } from "#ui/wordsField.tsx";

interface CupFieldsProps {
  readonly recipe: Recipe;
  readonly at: (field: string) => string | undefined;
  readonly onChange: (to: Partial<Recipe>) => void;
}

/** The cup as it really was: timed, weighed, metered, tasted. */
export const CupFields = memo(function CupFields({ recipe, at, onChange }: CupFieldsProps) {
  return (
    <Panel title="The cup that was made">
      <div className="grid grid-cols-2 gap-x-3">
        <FigureField
          label="done at"
          field="doneS"
          kind="time"
          optional
          value={recipe.doneS}
          bounds={[1, 86_400]}
          help="the last drip, such as 3:10"
          trouble={at("doneS")}
          onValue={(doneS) => onChange({ doneS })}
        />
        <FigureField
          label="came out"
          field="weighedG"
          kind="liquidG"
          optional
          value={recipe.weighedG}
          bounds={[1, 200_000]}
          help="weighed, all that ended in the server"
          trouble={at("weighedG")}
          onValue={(weighedG) => onChange({ weighedG })}
        />
        <FigureField
          label="strength"
          field="strengthPct"
          kind="%"
          optional
          value={recipe.strengthPct}
          bounds={[0.05, 30]}
          help="metered, if it was"
          onValue={(strengthPct) => onChange({ strengthPct })}
        />
      </div>
      <WordsField
        label="tasted"
        value={recipe.taste}
        help="hot, and again cooler"
        onValue={(taste) => onChange({ taste })}
      />
      <WordsField
        label="where it comes from"
        value={recipe.origin}
        onValue={(origin) => onChange({ origin })}
      />
    </Panel>
  );
}, sameCup);

/** Only what the cup was is drawn here: a pour that moves leaves it as it is. */
function sameCup(old: CupFieldsProps, next: CupFieldsProps): boolean {
  const cup = ["doneS", "weighedG", "strengthPct", "taste", "origin"] as const;
  return (
    old.at === next.at &&
    old.onChange === next.onChange &&
    cup.every((name) => old.recipe[name] === next.recipe[name])
  );
}
