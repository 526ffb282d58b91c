"use client";

import { memo, useState } from "react";
import { waterOf } from "#core/brew";
import { TEXTURES, type Texture } from "#core/grind";
import {
  bloomMultiple,
  type PourAct,
  RATIO_BASES,
  type Recipe,
  ratioOf,
  SERVICES,
  toGrindG,
  waterForRatio,
  weighedRetention,
} from "#core/recipe";
import { printNumber } from "#core/units";
import { type Naming, namedOf, type RecipeKit } from "#scaling/sheet";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Panel } from "#ui/panel.tsx";
import { FIELD_GRID } from "#ui/saveForm.tsx";
import { useUnits } from "#ui/units.tsx";
import { WordsField } from "#ui/wordsField.tsx";
import { BASIS_WORDS, SERVICE_WORDS } from "#words/recipes";
import type { Draft } from "./draft.ts";
import { Spoons } from "./spoons.tsx";

interface MadeProps {
  readonly kit: RecipeKit;
  readonly draft: Draft;
  readonly at: (field: string) => string | undefined;
  readonly onChange: (to: Partial<Recipe>) => void;
  readonly onNaming: (to: Partial<Naming>) => void;
  readonly onBrewer: (id: string) => void;
  readonly onPour: (act: PourAct) => void;
}

const MOST_G = 200_000;
const NO_GRINDER = "";

/** Equipment and masses of a cup. */
export const Made = memo(function Made({ kit, draft, at, onChange, onNaming, onBrewer, onPour }: MadeProps) {
  const units = useUnits();
  const { recipe } = draft;
  const { brewer, grinder, coffee } = namedOf(kit, draft);
  const retainedGPerG = weighedRetention(recipe) ?? brewer?.retentionGPerG ?? 0;
  const multiple = bloomMultiple(recipe);
  const hand = brewer?.kind === "hand";
  const serve = (iced: boolean) =>
    onChange({
      serve: iced ? "iced" : "hot",
      iceG: iced ? recipe.iceG || Math.round(0.6 * waterOf(recipe)) : 0,
    });
  return (
    <Panel title="Made with">
      <div className={FIELD_GRID}>
        <ChoiceField
          label="brewed on"
          value={draft.brewerId}
          options={kit.brewers.map(({ id, name }) => ({ value: id, text: name }))}
          onChange={onBrewer}
        />
        <ChoiceField
          label="coffee"
          value={draft.coffeeId}
          options={kit.coffees.map(({ id, name }) => ({ value: id, text: name }))}
          onChange={(coffeeId) => onNaming({ coffeeId })}
        />
        <ChoiceField
          label="served"
          value={recipe.serve}
          options={[
            { value: "hot", text: "hot" },
            { value: "iced", text: "iced" },
          ]}
          onChange={(next) => serve(next === "iced")}
        />
        <div>
          <FigureField
            label="dose"
            field="doseG"
            kind="g"
            value={recipe.doseG}
            bounds={[0.5, 20_000]}
            help={
              recipe.siftLossPct > 0
                ? `grind ${units.printMass(toGrindG(recipe))}`
                : "the water follows at its ratio"
            }
            trouble={at("doseG")}
            onValue={(doseG) => doseG && onPour({ type: "dose", doseG })}
          />
          {coffee && (
            <Spoons
              densityGPerMl={coffee.densityGPerMl}
              onTake={(doseG) => onPour({ type: "dose", doseG })}
            />
          )}
        </div>
        <Range recipe={recipe} at={at} onChange={onChange} />
        <FigureField
          label={`ratio, ${BASIS_WORDS[recipe.ratioBasis]}${recipe.iceG > 0 ? ", ice counted" : ""}`}
          field="ratio"
          kind="ratio"
          value={ratioOf(recipe, retainedGPerG)}
          bounds={[1, 100]}
          help={
            recipe.ratioBasis === "poured"
              ? `in the cup ${units.printRatio(Math.max(0.1, ratioOf({ ...recipe, ratioBasis: "cup" }, retainedGPerG)))}`
              : `poured ${units.printRatio(ratioOf({ ...recipe, ratioBasis: "poured" }, retainedGPerG))}`
          }
          onValue={(ratio) => {
            const waterG = waterForRatio(recipe, ratio ?? 0, retainedGPerG);
            if (waterG > 0) onPour({ type: "water", waterG });
          }}
        />
        <ChoiceField
          label="the ratio counts"
          value={recipe.ratioBasis}
          options={RATIO_BASES.map((value) => ({ value, text: BASIS_WORDS[value] }))}
          help={`a gram keeps ${printNumber(retainedGPerG, 2)} g`}
          onChange={(ratioBasis) => onChange({ ratioBasis })}
        />
        <FigureField
          label="hot water poured"
          field="hotWaterG"
          kind="liquidG"
          value={waterOf(recipe)}
          bounds={[1, MOST_G]}
          help="water in, not coffee out"
          trouble={at("hotWaterG")}
          onValue={(waterG) => waterG && onPour({ type: "water", waterG })}
        />
        {recipe.serve === "iced" && (
          <FigureField
            label="ice in the server"
            field="iceG"
            kind="g"
            value={recipe.iceG}
            bounds={[0, MOST_G]}
            onValue={(iceG) => onChange({ iceG: iceG ?? 0 })}
          />
        )}
        {hand && recipe.blooms && multiple !== undefined && (
          <FigureField
            label="bloom, times the dose"
            field="pours.0.multiple"
            kind="times"
            value={multiple}
            bounds={[0, 20]}
            help={units.printLiquid(recipe.pours[0]!.toG)}
            onValue={(next) => next !== null && onPour({ type: "bloom", multiple: next })}
          />
        )}
        <FigureField
          label="water at"
          field="waterTempC"
          kind="°C"
          value={recipe.waterTempC}
          bounds={[0, 100]}
          help={
            brewer && recipe.waterTempC > brewer.boilsC
              ? `there it boils at ${units.printTemp(brewer.boilsC)}`
              : undefined
          }
          onValue={(waterTempC) => waterTempC !== null && onChange({ waterTempC })}
        />
        <ChoiceField
          label="ground on"
          value={draft.grinderId ?? NO_GRINDER}
          options={[
            { value: NO_GRINDER, text: "only its texture is known" },
            ...kit.grinders.map(({ id, name }) => ({ value: id, text: name })),
          ]}
          onChange={(id) => {
            const next = kit.grinders.find((each) => each.id === id);
            onNaming({ grinderId: next?.id ?? null });
            onChange(
              next
                ? { texture: null, dialSetting: recipe.dialSetting ?? (next.min + next.max) / 2 }
                : { dialSetting: null, texture: recipe.texture ?? "fine sea salt" },
            );
          }}
        />
        {grinder ? (
          <FigureField
            label={`dial, ${printNumber(grinder.min, 2)} to ${printNumber(grinder.max, 2)}`}
            field="dialSetting"
            kind="dial"
            value={recipe.dialSetting}
            trouble={at("dialSetting")}
            bounds={[grinder.min, grinder.max]}
            onValue={(dialSetting) => onChange({ dialSetting })}
          />
        ) : (
          <ChoiceField
            label="as coarse as"
            value={recipe.texture ?? "fine sea salt"}
            options={TEXTURES.map((value) => ({ value, text: value }))}
            trouble={at("dialSetting")}
            onChange={(texture: Texture) => onChange({ texture })}
          />
        )}
      </div>
      <Besides recipe={recipe} at={at} onChange={onChange} />
    </Panel>
  );
}, sameMaking);

/** The times of the pours are not drawn here: who retimes one leaves it as it is. */
function sameMaking(old: MadeProps, next: MadeProps): boolean {
  const { pours: _old, ...before } = old.draft.recipe;
  const { pours: _next, ...after } = next.draft.recipe;
  const names = Object.keys(after) as (keyof typeof after)[];
  return (
    old.kit === next.kit &&
    old.at === next.at &&
    (["brewerId", "grinderId", "coffeeId"] as const).every((name) => old.draft[name] === next.draft[name]) &&
    waterOf(old.draft.recipe) === waterOf(next.draft.recipe) &&
    bloomMultiple(old.draft.recipe) === bloomMultiple(next.draft.recipe) &&
    names.every((name) => before[name] === after[name])
  );
}

interface PartProps {
  readonly recipe: Recipe;
  readonly at: MadeProps["at"];
  readonly onChange: MadeProps["onChange"];
}

/** Fields that not every recipe fills: sifting, filter, additions, shares, services. */
function Besides({ recipe, at, onChange }: PartProps) {
  const { siftLossPct, dilutionG, portions } = recipe;
  const [open] = useState(siftLossPct > 0 || dilutionG > 0 || portions !== null);
  return (
    <details open={open}>
      <summary className="cursor-pointer py-1 underline underline-offset-4">
        filter, sifting, what is added after, what it is good for
      </summary>
      <div className={`mt-1 ${FIELD_GRID}`}>
        <FigureField
          label="sifted off"
          field="siftLossPct"
          kind="%"
          value={recipe.siftLossPct}
          bounds={[0, 60]}
          help="of what is ground; 0 for none"
          onValue={(siftLossPct) => onChange({ siftLossPct: siftLossPct ?? 0 })}
        />
        <FigureField
          label="water added after"
          field="dilutionG"
          kind="liquidG"
          value={recipe.dilutionG}
          bounds={[0, MOST_G]}
          help="to what was brewed; 0 for none"
          onValue={(dilutionG) => onChange({ dilutionG: dilutionG ?? 0 })}
        />
        <Shared recipe={recipe} at={at} onChange={onChange} />
        <label className="flex min-h-16 items-center gap-2">
          <input
            type="checkbox"
            checked={recipe.rinsed}
            onChange={(event) => onChange({ rinsed: event.target.checked })}
          />
          the filter is rinsed
        </label>
        <WordsField
          label="how the filter lies"
          value={recipe.filterNote}
          help="folds, facing"
          onValue={(filterNote) => onChange({ filterNote })}
        />
        <fieldset className="min-w-0">
          <legend className="text-quiet text-sm">good for</legend>
          {SERVICES.map((service) => (
            <label key={service} className="mr-3 inline-flex min-h-8 items-center gap-1.5">
              <input
                type="checkbox"
                checked={recipe.services.includes(service)}
                onChange={(event) =>
                  onChange({
                    services: SERVICES.filter((each) =>
                      each === service ? event.target.checked : recipe.services.includes(each),
                    ),
                  })
                }
              />
              {SERVICE_WORDS[service]}
            </label>
          ))}
        </fieldset>
      </div>
    </details>
  );
}

/** The range that its maker gives, where there is one. */
function Range({ recipe, at, onChange }: PartProps) {
  const { doseG, doseRangeG } = recipe;
  return (
    <fieldset className="min-w-0">
      <label className="flex min-h-6 items-center gap-1.5 text-quiet text-sm">
        <input
          type="checkbox"
          checked={doseRangeG !== null}
          onChange={(event) =>
            onChange({
              doseRangeG: event.target.checked ? [Math.floor(0.9 * doseG), Math.ceil(1.1 * doseG)] : null,
            })
          }
        />
        the dose has a range
      </label>
      {doseRangeG && (
        <div className="grid grid-cols-2 gap-1">
          <FigureField
            look="table"
            label="dose from"
            field="doseRangeG.0"
            kind="g"
            value={doseRangeG[0]}
            bounds={[0.1, 20_000]}
            trouble={at("doseRangeG")}
            onValue={(least) => onChange({ doseRangeG: [least ?? doseG, doseRangeG[1]] })}
          />
          <FigureField
            look="table"
            label="dose to"
            field="doseRangeG.1"
            kind="g"
            value={doseRangeG[1]}
            bounds={[0.1, 20_000]}
            onValue={(most) => onChange({ doseRangeG: [doseRangeG[0], most ?? doseG] })}
          />
        </div>
      )}
    </fieldset>
  );
}

/** A concentrate is shared into cups, each filled up. */
function Shared({ recipe, at, onChange }: PartProps) {
  const { portions } = recipe;
  return (
    <fieldset className="min-w-0">
      <label className="flex min-h-6 items-center gap-1.5 text-quiet text-sm">
        <input
          type="checkbox"
          checked={portions !== null}
          onChange={(event) => onChange({ portions: event.target.checked ? { cups: 2, fillG: 250 } : null })}
        />
        shared into cups
      </label>
      {portions && (
        <div className="grid grid-cols-2 gap-1">
          <FigureField
            look="table"
            label="cups"
            field="portions.cups"
            kind="count"
            value={portions.cups}
            bounds={[1, 500]}
            onValue={(cups) => onChange({ portions: { ...portions, cups: Math.round(cups ?? 1) } })}
          />
          <FigureField
            look="table"
            label="each filled to"
            field="portions.fillG"
            kind="liquidG"
            value={portions.fillG}
            bounds={[1, 5000]}
            trouble={at("portions.fillG")}
            onValue={(fillG) => onChange({ portions: { ...portions, fillG: fillG ?? 1 } })}
          />
        </div>
      )}
    </fieldset>
  );
}
