"use client";

import { useRouter } from "next/navigation";
import { type ReactNode, useTransition } from "react";
import { RATIO_UNITS, type RatioUnit } from "#core/units";
import { Choice } from "#ui/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { useUnits } from "#ui/units.tsx";
import { chooseSite } from "./actions.ts";
import { Palette } from "./palette.tsx";

interface HeadProps {
  readonly site: string | undefined;
  readonly sites: readonly { readonly id: string; readonly name: string }[];
  readonly who: ReactNode;
}

/** Where you are, how figures are read, and the way to everything else. */
export function Head({ site, sites, who }: HeadProps) {
  const router = useRouter();
  const [, start] = useTransition();
  const units = useUnits();
  const { send } = useCounter();
  return (
    <header className="flex min-h-12 flex-wrap items-center gap-2 border-rim border-b-2 bg-enamel px-4 py-1 max-sm:gap-1 max-sm:px-2 print:hidden">
      {site && (
        <Choice
          label="at"
          value={site}
          options={sites.map(({ id, name }) => ({ value: id, text: name }))}
          onChange={(id) =>
            start(async () => {
              await send(chooseSite(id));
              router.refresh();
            })
          }
        />
      )}
      <fieldset className="flex items-center gap-1 text-sm">
        <legend className="sr-only">Units</legend>
        <UnitToggle
          name="weight"
          value={units.mass}
          other={units.mass === "g" ? "oz" : "g"}
          onClick={() => units.set({ ...units, mass: units.mass === "g" ? "oz" : "g" })}
        />
        <UnitToggle
          name="temperature"
          value={units.temp}
          other={units.temp === "°C" ? "°F" : "°C"}
          onClick={() => units.set({ ...units, temp: units.temp === "°C" ? "°F" : "°C" })}
        />
        <UnitToggle
          name="ratio"
          value={units.ratio}
          other={after(units.ratio)}
          onClick={() => units.set({ ...units, ratio: after(units.ratio) })}
        />
      </fieldset>
      <div className="ml-auto flex min-w-0 items-center gap-2 max-sm:gap-0">
        <Palette />
        {who}
      </div>
    </header>
  );
}

/** The next way to say a ratio. */
function after(ratio: RatioUnit): RatioUnit {
  return RATIO_UNITS[(RATIO_UNITS.indexOf(ratio) + 1) % RATIO_UNITS.length]!;
}

interface UnitToggleProps {
  readonly name: string;
  readonly value: string;
  readonly other: string;
  readonly onClick: () => void;
}

function UnitToggle({ name, value, other, onClick }: UnitToggleProps) {
  return (
    <button
      type="button"
      onClick={onClick}
      aria-label={`${name} in ${value}, change to ${other}`}
      className="min-h-10 min-w-11 rounded-panel px-2 text-quiet hover:bg-rim/10 max-sm:min-w-9 max-sm:px-1"
    >
      {value}
    </button>
  );
}
