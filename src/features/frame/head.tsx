"use client";

import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { ToggleGroup } from "radix-ui";
import { type ReactNode, useTransition } from "react";
import { MASS_UNITS, RATIO_UNITS, TEMP_UNITS } from "#core/units";
import { Choice } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { notFetched } from "#ui/notFetched.ts";
import { useUnits } from "#ui/units.tsx";
import { chooseSite } from "./actions.ts";
import { Palette } from "./palette.tsx";

/** Nothing is known of the line before it is opened. */
const LiveMark = dynamic(() => import("./liveMark.tsx").catch(notFetched), { ssr: false });

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
      <fieldset className="flex items-center gap-1.5 text-sm max-sm:gap-0.5">
        <legend className="sr-only">Units</legend>
        <UnitSwitch
          name="weight"
          value={units.mass}
          options={MASS_UNITS}
          onChange={(mass) => units.set({ ...units, mass })}
        />
        <UnitSwitch
          name="temperature"
          value={units.temp}
          options={TEMP_UNITS}
          onChange={(temp) => units.set({ ...units, temp })}
        />
        <UnitSwitch
          name="ratio"
          value={units.ratio}
          options={RATIO_UNITS}
          onChange={(ratio) => units.set({ ...units, ratio })}
        />
      </fieldset>
      <LiveMark />
      <div className="ml-auto flex min-w-0 items-center gap-2 max-sm:gap-0">
        <Palette />
        {who}
      </div>
    </header>
  );
}

interface UnitSwitchProps<Unit extends string> {
  /** What is read in it. */
  readonly name: string;
  readonly value: Unit;
  readonly options: readonly Unit[];
  readonly onChange: (unit: Unit) => void;
}

/** The units side by side, the chosen one lit; on a phone there is room for that one alone, and a tap turns to the next. */
function UnitSwitch<Unit extends string>({ name, value, options, onChange }: UnitSwitchProps<Unit>) {
  const next = options[(options.indexOf(value) + 1) % options.length]!;
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={`${name} is read in`}
      value={value}
      // The chosen one pressed again means the next.
      onValueChange={(unit) => onChange(unit ? (unit as Unit) : next)}
      className="flex items-center rounded-full border-2 border-rim/50 bg-worktop p-0.5 hover:border-rim"
    >
      {options.map((unit) => (
        <ToggleGroup.Item
          key={unit}
          value={unit}
          aria-label={`${name} in ${unit}`}
          data-small
          title={unit === value ? `${name} in ${unit}: press for ${next}` : `${name} in ${unit}`}
          className="min-h-8 min-w-8 rounded-full px-2 text-quiet data-[state=on]:bg-rim data-[state=on]:font-semibold data-[state=on]:text-enamel pointer-coarse:min-h-11 pointer-coarse:min-w-11 max-sm:min-w-9! max-sm:px-1 max-md:data-[state=off]:hidden"
        >
          {unit}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
