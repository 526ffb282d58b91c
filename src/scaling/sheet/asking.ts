import type { Bench, BenchBrewer, BenchRecipe } from "#contract/bench.ts";
import type { MissingForForecast } from "#contract/forecast.ts";
import {
  type Basket,
  type BrewInput,
  meanBedDepthMm,
  type Rhythm,
  type Spread,
  sprayPours,
  unevenShareOf,
  usualRhythm,
  usualSpray,
} from "#core/brew";
import { type Curve, translate, umAt } from "#core/grind";
import type { Asking, Limits, Plan, Programme } from "#core/outlook";
import { bedOf, poursOf } from "#core/recipe";
import type { CheckCode, SheetFigures } from "#core/sheet";
import {
  bloomedPours,
  type Chosen,
  chosenOf,
  curveNow,
  isSteeped,
  judgedInGlass,
  movesOf,
  type ScaleState,
  shareUntil,
} from "#scaling/choice";
import { approvedSetting } from "./approved.ts";
import { grindAnswer } from "./grindAnswer.ts";
import { factorsOf, groundUm, recipeBenchOf } from "./recipeBench.ts";
import { brewTempOf } from "./solved.ts";
import { teachingOf } from "./teaching.ts";

export type Asked = { readonly asking: Asking } | { readonly missing: MissingForForecast };

/** Checks that the sheet makes by the source's extraction, and the forecast by its own: where there is one, the forecast's count. */
export const SAID_BY_FORECAST: readonly CheckCode[] = ["strengthOutsideWindow", "extractionOutsideWindow"];

/** A batch below a litre has a window of its own. */
const SMALL_BATCH_G = 1000;

/** A sheet's question to the forecast, or the piece of it that is missing. */
export function askingOf(state: ScaleState, bench: Bench, figures: SheetFigures): Asked {
  const chosen = chosenOf(state, bench);
  const { recipe, brewer, grinder } = chosen;
  if (isSteeped(state)) return { missing: "steep" };
  if (recipe.brewer.kind === "press") return { missing: "sourcePress" };
  if (brewer.kind === "press") return { missing: "press" };
  if (!recipe.basket) return { missing: "sourceBasket" };
  if (!brewer.basket) return { missing: "basket" };
  const curve = curveOf(chosen);
  if (!curve) return { missing: "curve" };
  const answer = grindAnswer(chosen, figures.doseG, state.serve, bench.settings.rule);
  const sourceUm =
    sourceGrindUm(recipe, bench) ?? (answer.translated && umAt(curve, answer.translated.exact));
  if (sourceUm === undefined) return { missing: "matched" };
  const planOf = (other: BenchBrewer, basket: Basket) =>
    planOn({ ...other, basket }, chosen, state, bench, figures);
  const plan = planOf(brewer, brewer.basket);
  const source = sourceOf(chosen, bench, sourceUm);
  return {
    asking: {
      source,
      plan,
      byHand: recipe.brewer.kind === "hand" && brewer.kind === "hand",
      dial: {
        min: grinder.min,
        max: grinder.max,
        step: grinder.step,
        higherIs: grinder.higherIs,
        curve,
      },
      settings: {
        source: answer.translated?.exact,
        rule: answer.rule?.from,
        metered: recipe.strengthPct !== null,
        standard: approvedSetting(state, bench, figures),
      },
      teaching: teachingOf(bench, grinder, chosen.coffee),
      pick: state.grind,
      spread: spreadOf(chosen, bench, figures.doseG),
      mending: {
        others: bench.brewers.flatMap((other) =>
          other.basket && other.id !== brewer.id && other.kind === brewer.kind && takes(other, figures)
            ? { name: other.name, plan: planOf(other, other.basket) }
            : [],
        ),
      },
    },
  };
}

/** The dial's curve as its grinder grinds now: its own, else the source grinder's through the matched pairs. */
function curveOf({ recipe, grinder, moves }: Chosen): Curve | undefined {
  const own = curveNow(grinder, moves);
  if (own.ok) return own.value;
  const pairs = recipe.pairs[grinder.id] ?? [];
  const points = (recipe.grinder?.curve ?? []).flatMap((point) => {
    const translation = translate(point.setting, pairs);
    return translation.ok ? [{ ...point, setting: translation.value.setting }] : [];
  });
  const through = curveNow({ curve: points }, moves);
  return through.ok ? through.value : undefined;
}

/** Only what a rhythm is: it is sent to another thread with every edit. */
function rhythmOf(recipe: BenchRecipe, { serve, iced }: ScaleState): Rhythm {
  const { brewer, doseG, blooms } = recipe;
  const bloomTimes = serve === "iced" ? iced.bloomTimes : null;
  return brewer.kind === "hand" ? { doseG, blooms, pours: bloomedPours(recipe, bloomTimes) } : usualRhythm();
}

/** The recipe as it was brewed; its basket is known. */
function sourceOf({ recipe }: Chosen, bench: Bench, grindUm: number): BrewInput {
  const with_ = recipeBenchOf(recipe, bench, grindUm);
  return { ...bedOf(recipe, with_)!, pours: poursOf(recipe, with_) };
}

/** A recipe's grind as its grinder ground when it was written, µm. */
function sourceGrindUm(recipe: BenchRecipe, bench: Bench): number | undefined {
  const um = groundUm(recipe);
  const own = bench.grinders.find(({ id }) => id === recipe.grinder?.id);
  return um === undefined || !own ? um : um * shareUntil(movesOf(bench, own), new Date(recipe.madeAt));
}

/** The sheet's batch on a brewer: the chosen one, or another of the bench. */
function planOn(
  brewer: BenchBrewer & { readonly basket: Basket },
  { recipe, coffee, grinder }: Chosen,
  state: ScaleState,
  bench: Bench,
  { doseG, brewWaterG, bypassG, iceG }: SheetFigures,
): Plan {
  const programme: Programme =
    brewer.kind === "hand"
      ? { by: "hand", rhythm: rhythmOf(recipe, state) }
      : { by: "spray", modes: brewer.sprays.length > 0 ? brewer.sprays : [usualSpray(brewWaterG)] };
  const { brewTimeS, window } = bench.settings;
  const timeS: Limits["timeS"] =
    brewer.kind === "hand"
      ? brewTimeS[state.serve === "iced" ? "icedHand" : "hand"]
      : brewer.sprays.length > 0
        ? sprayedWithin(brewWaterG, brewer.sprays, brewTimeS)
        : brewTimeS[brewWaterG < SMALL_BATCH_G ? "smallBatch" : "batch"];
  return {
    doseG,
    waterG: brewWaterG,
    addedG: bypassG + iceG,
    programme,
    basket: brewer.basket,
    waterTempC: brewTempOf({ recipe, brewer }, bench).tempC,
    retentionGPerG: brewer.retentionGPerG,
    densityGPerMl: coffee.densityGPerMl,
    factors: factorsOf(bench, { brewerId: brewer.id, grinderId: grinder.id, drag: brewer.filter.drag }),
    limits: {
      paperMm: brewer.basket.heightMm,
      timeS,
      strengthPct: judgedInGlass(state) ? undefined : window.strengthPct,
      extractionPct: window.extractionPct,
    },
  };
}

/** How long a batch takes on a brewer whose spray was weighed, s: its spray, and so long after it, give or take. */
function sprayedWithin(
  waterG: number,
  sprays: BenchBrewer["sprays"],
  { afterSpray, sprayWithinPct }: Bench["settings"]["brewTimeS"],
): readonly [low: number, high: number] {
  const last = sprayPours(waterG, sprays).at(-1)!;
  const sprayS = ("atS" in last ? last.atS : 0) + last.waterG / last.rateGPerS;
  const [less, more] = [1 - sprayWithinPct / 100, 1 + sprayWithinPct / 100];
  return [less * (sprayS + afterSpray), more * (sprayS + afterSpray)];
}

function takes({ doseMaxG, lattice }: BenchBrewer, { doseG, brewWaterG }: SheetFigures): boolean {
  const delivers = (settingG: number) => lattice.interceptG + lattice.slope * settingG;
  return (
    doseG <= doseMaxG &&
    brewWaterG >= delivers(lattice.minSettingG) &&
    brewWaterG <= delivers(lattice.maxSettingG)
  );
}

/*
 * Standard deviations: of what was measured here, and of what is only usual for its kind. The model's own two
 * factors are less uncertain where a cup of this brewer and grinder was fitted.
 */
const GRIND_SHARE = { sieve: 0.03, word: 0.12, matched: 0.06 };
const RETENTION_G_PER_G = { measured: 0.05, typical: 0.2 };
const DENSITY_G_PER_ML = { measured: 0.008, typical: 0.025 };
const WATER_TEMP_C = { measured: 0.7, recipe: 2 };
const MODEL = {
  fitted: { permeabilityShare: 0.1, extractionShare: 0.035 },
  unknown: { permeabilityShare: 0.2, extractionShare: 0.06 },
};

function spreadOf({ brewer, grinder, coffee }: Chosen, { fits }: Bench, doseG: number): Spread {
  const { basket } = brewer;
  const { densityGPerMl } = coffee;
  const depth = basket && meanBedDepthMm({ doseG, densityGPerMl, basket });
  const fitted = fits.some(({ brewerId, grinderId }) => brewerId === brewer.id && grinderId === grinder.id);
  const grind =
    grinder.curve.length === 0
      ? "matched"
      : grinder.curve.every(({ by }) => by === "sieve")
        ? "sieve"
        : "word";
  return {
    grindShare: GRIND_SHARE[grind],
    retentionGPerG: RETENTION_G_PER_G[brewer.typical.includes("retention") ? "typical" : "measured"],
    densityGPerMl: DENSITY_G_PER_ML[coffee.typical.includes("density") ? "typical" : "measured"],
    waterTempC: WATER_TEMP_C[brewer.sprayTempC === null ? "recipe" : "measured"],
    ...MODEL[fitted ? "fitted" : "unknown"],
    unevenShare: depth?.ok ? unevenShareOf(depth.value) : 0,
  };
}
