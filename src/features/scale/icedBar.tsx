import { ToggleGroup } from "radix-ui";
import type { Bench } from "#contract/bench.ts";
import { ICED_SCHOOLS, type IcedSchool } from "#contract/icedMethod.ts";
import { ICED_METHODS, type IcedMethod, type IcedService } from "#core/iced";
import { printNumber } from "#core/units";
import {
  bloomPerDose,
  canKeepBloom,
  chosenOf,
  icedCupOf,
  methodAs,
  type ScaleState,
  schooled,
  schoolOf,
  withoutIce,
} from "#scaling/choice";
import { Choice } from "#ui/choice/choice.tsx";
import { useUnits } from "#ui/units.tsx";
import { ICED_METHOD_WORDS, SCHOOL_WORDS } from "#words/iced";
import { IcedField } from "./icedField.tsx";

interface IcedBarProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  /** The bloom's liquid as it joins, where it is kept apart. */
  readonly apart: { readonly massG: number; readonly tempC: number } | undefined;
  /** As it is solved, g. */
  readonly yieldG: number;
  readonly onState: (state: ScaleState) => void;
}

/** How it comes to be iced: by which way, what its ratio counts, and what goes with it. */
export function IcedBar({ state, bench, apart, yieldG, onState }: IcedBarProps) {
  const units = useUnits();
  const { iced, pins } = state;
  const { method } = iced;
  const onIced = (part: Partial<IcedService>) => onState({ ...state, iced: { ...iced, ...part } });
  const chosen = chosenOf(state, bench);
  const school = schoolOf(pins, iced);
  const counts = !withoutIce(state);
  const inServers = method === "onIce" || method === "beside" || method === "withWater";
  const perDose = bloomPerDose(chosen, iced);
  return (
    <section aria-label="how it is iced" className="rounded-panel border-2 border-ice bg-enamel px-3 py-2">
      <div className="flex flex-wrap items-center gap-2">
        <Choice
          label="made by"
          value={method}
          options={ICED_METHODS.map((each) => ({ value: each, text: ICED_METHOD_WORDS[each].name }))}
          onChange={(next) => onState(methodAs(next as IcedMethod, state, bench))}
        />
        {counts && (
          <ToggleGroup.Root
            type="single"
            aria-label="what the ratio counts"
            value={school ?? ""}
            onValueChange={(next) => next && onState(schooled(next as IcedSchool, state, bench, yieldG))}
            className="flex flex-wrap overflow-hidden rounded-panel border-2 border-rim"
          >
            {ICED_SCHOOLS.map((each) => (
              <ToggleGroup.Item
                key={each}
                value={each}
                // Drinks that end in a glass are counted only where it is known what a glass takes.
                disabled={each === "wholeGlass" && icedCupOf(iced, bench) === undefined}
                className="min-h-9 border-rim/30 border-r px-2.5 text-sm last:border-r-0 data-[state=on]:bg-ice data-[state=on]:font-semibold disabled:opacity-50 data-[state=on]:text-enamel"
              >
                {SCHOOL_WORDS[each].name}
              </ToggleGroup.Item>
            ))}
          </ToggleGroup.Root>
        )}
        {inServers && chosen.brewer.kind === "batch" && (
          <Choice
            label="shared over"
            value={String(iced.servers)}
            options={[
              { value: "1", text: "one server" },
              { value: "2", text: "two servers" },
            ]}
            onChange={(servers) => onIced({ servers: servers === "2" ? 2 : 1 })}
          />
        )}
        {inServers && canKeepBloom(chosen) && (
          <label className="flex min-h-10 cursor-pointer items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-rim"
              checked={iced.bloomApart}
              onChange={(event) => onIced({ bloomApart: event.target.checked })}
            />
            bloom kept apart
          </label>
        )}
        {method === "steep" && (
          <>
            <IcedField name="steepRatio" label="water to coffee" iced={iced} onIced={onIced} />
            <IcedField name="steepH" label="steeps, hours" iced={iced} onIced={onIced} />
            <IcedField name="steepKeptH" label="kept at most, hours" iced={iced} onIced={onIced} />
          </>
        )}
      </div>
      <p className="mt-1.5 text-quiet text-sm">
        {ICED_METHOD_WORDS[method].what} {counts && school && SCHOOL_WORDS[school].what}
      </p>
      {iced.bloomApart && apart && perDose !== undefined && (
        <p className="text-sm" data-testid="apart">
          {apart.massG < 1
            ? `At ${printNumber(perDose, 1)} times the dose the bed takes up all of the bloom: there is nothing to keep apart.`
            : `${units.printMass(Math.round(apart.massG))} of the bloom drip into a small cup, stand until the end, and join at about ${units.printTemp(Math.round(apart.tempC))}.`}
        </p>
      )}
    </section>
  );
}
