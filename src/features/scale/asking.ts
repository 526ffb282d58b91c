import type { Bench, BenchBrewer } from "#contract/bench.ts";
import {
  type Basket,
  type BrewInput,
  type HandRhythm,
  handPours,
  type Spread,
  sprayPours,
  usualSpray,
} from "#core/brew";
import { type Curve, fitCurve, translate, umAt } from "#core/grind";
import type { Limits, Plan, Programme } from "#core/outlook";
import type { SheetFigures } from "#core/sheet";
import type { MissingForForecast } from "#words/index.ts";
import type { Asking } from "#workers/index.ts";
import { grindAnswer } from "./grindAnswer.ts";
import { brewTempOf, type Chosen, chosenOf, type ScaleState } from "./state.ts";

export type Asked = { readonly asking: Asking } | { readonly missing: MissingForForecast };

/** A batch below a litre has a window of its own. */
const SMALL_BATCH_G = 1000;

/** What the forecast is asked for a sheet, or what of it is not known. */
export function askingOf(state: ScaleState, bench: Bench, figures: SheetFigures): Asked {
  const chosen = chosenOf(state, bench);
  const { recipe, brewer, grinder } = chosen;
  if (recipe.brewer.kind === "press") return { missing: "sourcePress" };
  if (brewer.kind === "press") return { missing: "press" };
  if (!recipe.basket) return { missing: "sourceBasket" };
  if (!brewer.basket) return { missing: "basket" };
  const curve = curveOf(chosen);
  if (!curve) return { missing: "curve" };
  const answer = grindAnswer(chosen, figures.doseG, state.serve, bench.settings.rule);
  const own = fitCurve(recipe.grinder.curve);
  const sourceUm = own.ok
    ? umAt(own.value, recipe.dialSetting)
    : answer.translated && umAt(curve, answer.translated.exact);
  if (sourceUm === undefined) return { missing: "matched" };
  const planOf = (other: BenchBrewer, basket: Basket) =>
    planOn({ ...other, basket }, chosen, state, bench, figures);
  const plan = planOf(brewer, brewer.basket);
  const { lattice, bypassMaxPct } = brewer;
  const leastG = lattice.interceptG + lattice.slope * lattice.minSettingG;
  return {
    asking: {
      source: sourceOf(chosen, recipe.basket, sourceUm),
      plan,
      dial: {
        min: grinder.min,
        max: grinder.max,
        step: grinder.step,
        higherIs: grinder.higherIs,
        curve,
      },
      settings: { source: answer.translated?.exact, rule: answer.rule?.exact },
      pick: state.grind,
      spread: spreadOf(chosen),
      mending: {
        halves: plan.waterG / 2 >= leastG,
        bypassMostPct: Math.max(
          0,
          (bypassMaxPct ?? 0) - (100 * figures.bypassG) / (figures.brewWaterG + figures.bypassG),
        ),
        others: bench.brewers.flatMap((other) =>
          other.basket && other.id !== brewer.id && other.kind === brewer.kind && takes(other, figures)
            ? { name: other.name, plan: planOf(other, other.basket) }
            : [],
        ),
      },
    },
  };
}

/** What the grinder's dial grinds: by its own curve, else by the source grinder's through the matched pairs. */
function curveOf({ recipe, grinder }: Chosen): Curve | undefined {
  const own = fitCurve(grinder.curve);
  if (own.ok) return own.value;
  const pairs = recipe.pairs[grinder.id] ?? [];
  const points = recipe.grinder.curve.flatMap((point) => {
    const there = translate(point.setting, pairs);
    return there.ok ? [{ ...point, setting: there.value.setting }] : [];
  });
  const through = fitCurve(points);
  return through.ok ? through.value : undefined;
}

function sourceOf({ recipe }: Chosen, basket: Basket, grindUm: number): BrewInput {
  const { brewer, doseG, hotWaterG, waterTempC, retentionGPerG, densityGPerMl } = recipe;
  return {
    doseG,
    grindUm,
    waterTempC,
    basket,
    retentionGPerG,
    coffee: { densityGPerMl },
    factors: { permeability: 1 / brewer.drag },
    pours:
      brewer.kind === "hand"
        ? handPours(rhythmOf(recipe))
        : sprayPours(hotWaterG, brewer.sprays.length > 0 ? brewer.sprays : [usualSpray(hotWaterG)]),
  };
}

function rhythmOf({ doseG, hotWaterG, bloomG, bloomS, doneS }: Chosen["recipe"]): HandRhythm {
  return { doseG, waterG: hotWaterG, bloomG, bloomS, doneS };
}

/** The sheet's batch on a brewer: the chosen one, or another of the bench. */
function planOn(
  brewer: BenchBrewer & { readonly basket: Basket },
  { recipe, coffee }: Chosen,
  { serve }: ScaleState,
  bench: Bench,
  { doseG, brewWaterG, bypassG, iceG }: SheetFigures,
): Plan {
  const programme: Programme =
    brewer.kind === "hand"
      ? { by: "hand", rhythm: rhythmOf(recipe) }
      : { by: "spray", modes: brewer.sprays.length > 0 ? brewer.sprays : [usualSpray(brewWaterG)] };
  const { brewTimeS, window } = bench.settings;
  const timeS: Limits["timeS"] =
    brewer.kind === "hand"
      ? brewTimeS[serve === "iced" ? "icedHand" : "hand"]
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
    factors: { permeability: 1 / brewer.filter.drag },
    limits: {
      paperMm: brewer.basket.heightMm,
      timeS,
      strengthPct: window.strengthPct,
      extractionPct: window.extractionPct,
    },
  };
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
 * Standard deviations: of what was measured here, and of what is only usual for its kind. Of the model's own two
 * factors no house knows more until its batches are fitted.
 */
const GRIND_SHARE = { sieve: 0.03, word: 0.12, matched: 0.06 };
const RETENTION_G_PER_G = { measured: 0.05, typical: 0.2 };
const DENSITY_G_PER_ML = { measured: 0.008, typical: 0.025 };
const WATER_TEMP_C = { measured: 0.7, recipe: 2 };
const MODEL = { permeabilityShare: 0.2, extractionShare: 0.06 };

function spreadOf({ brewer, grinder, coffee }: Chosen): Spread {
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
    ...MODEL,
  };
}
