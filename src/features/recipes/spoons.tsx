"use client";

import { useState } from "react";
import { SPOON_ML, type Spoon, spoonsToG } from "#core/recipe";
import { printNumber } from "#core/units";
import { Button } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { useUnits } from "#ui/units.tsx";

interface SpoonsProps {
  readonly densityGPerMl: number;
  readonly onTake: (doseG: number) => void;
}

const SPOONS = Object.keys(SPOON_ML) as Spoon[];

/** Who measured by the spoon: roughly so many grams, and the advice to weigh. */
export function Spoons({ densityGPerMl, onTake }: SpoonsProps) {
  const units = useUnits();
  const [count, setCount] = useState<number | null>(3);
  const [spoon, setSpoon] = useState<Spoon>("tablespoon");
  const dose = count === null ? undefined : spoonsToG({ count, spoon, densityGPerMl });
  return (
    <details className="text-sm">
      <summary className="cursor-pointer py-1 underline underline-offset-4">measured by the spoon?</summary>
      <div className="flex flex-wrap items-end gap-2 rounded-panel bg-worktop p-2">
        <FigureField
          label="how many"
          field="spoons"
          kind="times"
          value={count}
          bounds={[0.25, 200]}
          onValue={setCount}
        />
        <ChoiceField
          label="level"
          value={spoon}
          options={SPOONS.map((each) => ({ value: each, text: `${each}, ${SPOON_ML[each]} ml` }))}
          onChange={setSpoon}
        />
        {dose && (
          <p className="pb-5">
            roughly <strong>{units.printMass(dose.doseG)}</strong>, maybe {printNumber(dose.fromG, 0)} to{" "}
            {printNumber(dose.toG, 0)} g. Weigh it: a spoon is never twice the same.{" "}
            <Button onClick={() => onTake(Math.round(2 * dose.doseG) / 2)}>Take it, roughly</Button>
          </p>
        )}
      </div>
    </details>
  );
}
