import type {
  Bench,
  BenchBrewer,
  BenchCoffee,
  BenchGrinder,
  BenchRecipe,
  BenchVessel,
} from "#contract/bench.ts";
import type { Standard } from "#contract/standard.ts";
import type { WallChoices } from "#contract/wall.ts";
import { type Brew, forecastBrew } from "#core/brew";
import type { IcedFailure } from "#core/iced";
import { type OutlookCheck, outlookAt, suggestedRung } from "#core/outlook";
import { type Check, cupsFrom, type Serve, type SheetFigures } from "#core/sheet";
import type { Turns } from "#core/turns";
import { type MadeCard, makeCard } from "#scaling/cards";
import {
  chosenOf,
  firstIced,
  firstPins,
  nearestSetting,
  recipeRatio,
  type ScaleState,
  standardAt,
} from "#scaling/choice";
import { askingOf, groundOf, SAID_BY_FORECAST, solveCoupled } from "#scaling/sheet";
import { asStandard, followedBatch } from "#scaling/standards";

/** A wall chart's plan: coffee, recipe, grinder, services and sizes, with the usual where nothing was chosen. */
export interface WallPlan {
  readonly coffee: BenchCoffee;
  readonly recipe: BenchRecipe;
  readonly grinder: BenchGrinder;
  readonly serves: readonly Serve[];
  readonly brewers: readonly {
    readonly brewer: BenchBrewer;
    readonly shown: boolean;
    readonly sizesG: readonly number[];
    /** Whether a lead chose the sizes. */
    readonly chosen: boolean;
  }[];
}

/** How to brew one size on one brewer in one service. */
export interface WallCell {
  readonly brewerId: string;
  readonly serve: Serve;
  readonly sizeG: number;
  /** The sheet that it is, for its link, its card and its label. */
  readonly state: ScaleState;
  readonly made:
    | {
        readonly figures: SheetFigures;
        /** On the dial of the chart's grinder; undefined where nobody can say. */
        readonly setting: number | undefined;
        readonly timeS: number | undefined;
        readonly strengthPct: number | undefined;
        readonly cups: number | undefined;
        readonly vessel: string;
        /** The vessel holds it. */
        readonly fits: boolean;
        readonly checks: readonly Check[];
        readonly warnings: readonly OutlookCheck[];
        /** The batch that was approved for it, and whether its grinder has moved since, or it was ground on another curve or grinder. */
        readonly approved: Standard | undefined;
        readonly ground: "asApproved" | "moved" | "translated" | "forecast";
      }
    | { readonly failure: IcedFailure };
}

/** A size is shown to a tenth of a litre, and below a litre to half of that. */
const LITRE_G = 1000;
const SIZE_STEP_G = { large: 100, small: 50 };
/** A cup that is cut to a hand brewer's most coffee leaves room for a dose that is rounded up. */
const HAND_SHARE = 0.95;
/** Usual number of sizes of a brewer on a wall. */
const USUAL_SIZES = 4;
/** Sizes that lie closer need not both hang there; ln. */
const LEAST_APART = 0.1;

/** A site's wall plan for a coffee; undefined where the site has not what a sheet takes. */
export function wallPlan(bench: Bench, coffee: BenchCoffee, choices: WallChoices): WallPlan | undefined {
  const grinder = bench.grinders.find(({ id }) => id === choices.grinderId) ?? bench.grinders[0];
  if (!grinder || bench.vessels.length === 0) return undefined;
  const recipe =
    bench.recipes.find(({ recipeId }) => recipeId === choices.recipeId) ??
    bench.recipes.find((each) => each.coffeeId === coffee.id && each.serve === "hot" && scales(each)) ??
    bench.recipes.find(scales);
  if (!recipe) return undefined;
  const serves: readonly Serve[] =
    choices.serves === "hot" || choices.serves === "iced" ? [choices.serves] : ["hot", "iced"];
  const brewers = bench.brewers
    .filter(({ kind }) => kind !== "press")
    .map((brewer) => {
      const own = choices.brewers?.find(({ id }) => id === brewer.id);
      return {
        brewer,
        shown: own?.shown ?? true,
        sizesG: own?.sizesG ?? usualSizes(brewer, recipe, coffee.id, bench.standards),
        chosen: own?.sizesG !== undefined,
      };
    });
  return { coffee, recipe, grinder, serves, brewers };
}

/** Whether a recipe can be scaled to a bed: coffee that lay in its water cannot. */
function scales({ brewer }: BenchRecipe): boolean {
  return brewer.kind !== "press";
}

/**
 * A brewer's sizes where nobody chose them: evenly over the window that it brews best in, as beverage, with what was
 * approved in the place of what is nearly it. A hand brewer's is the recipe's own cup, as far as it takes that.
 */
function usualSizes(
  brewer: BenchBrewer,
  recipe: BenchRecipe,
  coffeeId: string,
  standards: readonly Standard[],
): readonly number[] {
  const ratio = recipeRatio(recipe);
  const beverage = (settingG: number) => {
    const { deliveredG } = nearestSetting(
      brewer,
      brewer.lattice.interceptG + brewer.lattice.slope * settingG,
    );
    return deliveredG * (1 - brewer.retentionGPerG / ratio);
  };
  const approved = standards
    .filter((each) => each.coffeeId === coffeeId && each.brewerId === brewer.id)
    .map(({ sizeG }) => sizeG);
  const { minSettingG, maxSettingG } = brewer.lattice;
  const mostG = Math.min(
    brewer.preferredMaxG ?? maxSettingG,
    (brewer.doseMaxG * ratio - brewer.lattice.interceptG) / brewer.lattice.slope,
  );
  const leastG = Math.min(brewer.preferredMinG ?? Math.max(minSettingG, mostG / 2), mostG);
  const window =
    brewer.kind === "hand"
      ? [
          Math.min(recipe.doseG, HAND_SHARE * brewer.doseMaxG, mostG / ratio) *
            (ratio - brewer.retentionGPerG),
        ]
      : Array.from({ length: USUAL_SIZES }, (_, i) =>
          beverage(leastG + ((mostG - leastG) * i) / (USUAL_SIZES - 1)),
        );
  const all = [...approved, ...window];
  const apart = (a: number, b: number) => Math.abs(Math.log(a / b)) > LEAST_APART;
  const distinct = all.filter((size, i) => all.slice(0, i).every((earlier) => apart(earlier, size)));
  return distinct.map(rounded).toSorted((a, b) => a - b);
}

function rounded(sizeG: number): number {
  const step = sizeG >= LITRE_G ? SIZE_STEP_G.large : sizeG >= SIZE_STEP_G.large * 5 ? SIZE_STEP_G.small : 1;
  return Math.round(sizeG / step) * step;
}

/** Every cell of a wall chart, a cell a turn: brewer by brewer, hot before iced. */
export function* wallInTurns(bench: Bench, plan: WallPlan): Turns<readonly WallCell[]> {
  const sources = new Map<string, Brew | undefined>();
  const cells: WallCell[] = [];
  for (const serve of plan.serves) {
    for (const { brewer, sizesG } of plan.brewers.filter(({ shown }) => shown)) {
      for (const sizeG of sizesG) {
        cells.push(cellOf(bench, { ...plan, brewer, serve, sizeG }, sources));
        yield;
      }
    }
  }
  return cells;
}

export interface CellOf extends Pick<WallPlan, "coffee" | "recipe" | "grinder"> {
  readonly brewer: BenchBrewer;
  readonly serve: Serve;
  readonly sizeG: number;
}

/** One cell: as it was approved, else as the forecast and the house's own batches have it. */
export function cellOf(bench: Bench, of: CellOf, sources = new Map<string, Brew | undefined>()): WallCell {
  const { brewer, coffee, grinder, serve, sizeG } = of;
  const start = stateFor(bench, of);
  const method = serve === "iced" ? start.iced.method : null;
  const place = { coffeeId: coffee.id, brewerId: brewer.id, serve, method, sizeG };
  const standard = standardAt(bench.standards, place);
  const state = standard ? asStandard(start, standard, bench) : start;
  const cell = { brewerId: brewer.id, serve, sizeG };
  const solved = solveCoupled(state, bench);
  if (!solved.ok) return { ...cell, state, made: { failure: solved.failure } };
  const { rounded: figures, checks } = solved.value;
  const request = askingOf(state, bench, figures);
  const ground = standard && groundOf(standard, grinder, bench);
  const rung = "asking" in request && !ground ? suggested(request.asking, sources) : undefined;
  const setting = ground?.setting ?? rung?.at.setting;
  const outlook =
    "asking" in request && setting !== undefined
      ? (rung?.outlook ?? outlookAt(request.asking.plan, request.asking.dial, setting))
      : undefined;
  const forecastFigures = outlook?.ok ? outlook.value : undefined;
  const chosen = chosenOf(state, bench);
  const cup = bench.cups.find((each) => each.serve === serve);
  return {
    ...cell,
    state: { ...state, grind: "best" },
    made: {
      figures,
      setting,
      timeS:
        (ground?.as === "asApproved" ? standard?.brewTimeS : undefined) ?? forecastFigures?.brew.brewTimeS,
      strengthPct:
        (ground?.as === "asApproved" ? standard?.strengthPct : undefined) ??
        forecastFigures?.strengthPct ??
        figures.strengthPct,
      cups: cup && cupsFrom(figures.yieldG, cup),
      vessel: chosen.vessel.name,
      fits: chosen.vessel.iced === (serve === "iced") && chosen.vessel.workingG * FULL >= figures.yieldG,
      // An approved batch has been brewed and tasted: only stops are said against it. Which pot is at hand for a size, and how full it
      // will be, is seen where it is brewed.
      checks: checks.filter(
        ({ code, severity }) =>
          severity === "stop" ||
          (severity === "warn" &&
            !standard &&
            code !== "underFilled" &&
            !(forecastFigures && SAID_BY_FORECAST.includes(code))),
      ),
      warnings: standard ? [] : (forecastFigures?.checks ?? []),
      approved: standard,
      ground: ground?.as ?? "forecast",
    },
  };
}

/** A working fill is a soft line. */
const FULL = 1.01;

function suggested(asking: Parameters<typeof suggestedRung>[0], sources: Map<string, Brew | undefined>) {
  const key = JSON.stringify(asking.source);
  if (!sources.has(key)) {
    const brewed = forecastBrew(asking.source);
    sources.set(key, brewed.ok ? brewed.value : undefined);
  }
  const source = sources.get(key);
  return source && suggestedRung(asking, source);
}

/** The sheet of a size: filled to it, at the recipe's ratio, into the smallest vessel that takes it. */
function stateFor(bench: Bench, { coffee, recipe, grinder, brewer, serve, sizeG }: CellOf): ScaleState {
  const vessel = vesselFor(bench.vessels, serve, sizeG);
  const ice = bench.iceSources[0];
  const filled = { ...vessel, workingG: sizeG };
  const first = firstPins(
    serve,
    { recipe, coffee, brewer, grinder, vessel: filled, ice, moves: [] },
    bench.settings,
  );
  return {
    recipe: recipe.versionId,
    coffee: coffee.id,
    brewer: brewer.id,
    grinder: grinder.id,
    vessel: vessel.id,
    ice: ice?.id ?? "",
    serve,
    pins: first.map((pin) => (pin.name === "yieldG" ? { ...pin, value: sizeG } : pin)),
    grind: "best",
    iced: firstIced(bench.settings),
  };
}

/** The smallest vessel of a service that takes a size; the largest of them, or any, where none does. */
function vesselFor(vessels: readonly BenchVessel[], serve: Serve, sizeG: number): BenchVessel {
  const own = vessels.filter(({ iced }) => iced === (serve === "iced"));
  const bySize = (own.length > 0 ? own : vessels).toSorted((a, b) => a.workingG - b.workingG);
  return bySize.find(({ workingG }) => workingG * FULL >= sizeG) ?? bySize.at(-1)!;
}

/** A cell as a card, with its steps; undefined where there is no sheet. */
export function cellCard({ state, made }: WallCell, bench: Bench): MadeCard | undefined {
  if ("failure" in made) return undefined;
  const { approved, ground } = made;
  const standard =
    approved && ground === "asApproved"
      ? followedBatch(approved, { pins: state.pins, grind: state.grind })
      : undefined;
  const card = makeCard(state, bench, standard ? { standard } : {});
  return card.ok ? card.value : undefined;
}
