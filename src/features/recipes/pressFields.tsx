"use client";

import type { Recipe } from "#core/recipe";
import { FigureField } from "#ui/figure/figureField.tsx";
import { FIELD_GRID } from "#ui/saveForm.tsx";

interface PressFieldsProps {
  readonly recipe: Recipe;
  readonly at: (field: string) => string | undefined;
  readonly onChange: (to: Partial<Recipe>) => void;
}

/** How a press is used: upright or turned over, how long it steeps, the stir, and the press itself. */
export function PressFields({ recipe, at, onChange }: PressFieldsProps) {
  const press = recipe.press ?? { steepS: 240, stirred: true, pressS: 30, turnedOver: false };
  const set = (to: Partial<typeof press>) => onChange({ press: { ...press, ...to } });
  return (
    <div className={FIELD_GRID}>
      <FigureField
        label="steeps for"
        field="press.steepS"
        kind="time"
        value={press.steepS}
        bounds={[1, 172_800]}
        help="from the water to the press"
        trouble={at("press.steepS")}
        onValue={(steepS) => set({ steepS: steepS ?? press.steepS })}
      />
      <FigureField
        label="pressed over"
        field="press.pressS"
        kind="time"
        value={press.pressS}
        bounds={[0, 600]}
        help="slowly, to the hiss"
        onValue={(pressS) => set({ pressS: pressS ?? 0 })}
      />
      <label className="flex min-h-16 items-center gap-2">
        <input
          type="checkbox"
          checked={press.stirred}
          onChange={(event) => set({ stirred: event.target.checked })}
        />
        stirred after the water
      </label>
      <label className="flex min-h-16 items-center gap-2">
        <input
          type="checkbox"
          checked={press.turnedOver}
          onChange={(event) => set({ turnedOver: event.target.checked })}
        />
        upside down, then turned over
      </label>
    </div>
  );
}
