import type { Bench, BenchBrewer, BenchGrinder, BenchRecipe } from "#contract/bench.ts";
import type { SiteFacts } from "#contract/siteFacts.ts";
import { bedDepthMm } from "#core/brew";
import { fitCurve, umAt } from "#core/grind";
import { boilingC } from "#core/measure";
import type { Serve } from "#core/sheet";
import { brewTempOf, factorsOf, teachingOf } from "#scaling/sheet";
import { cellOf, type WallCell, wallPlan } from "./wall.ts";

/** A recipe on one site's equipment. */
export interface SiteSide {
  readonly bench: Bench;
  readonly brewer: BenchBrewer;
  readonly grinder: BenchGrinder;
  readonly cell: WallCell;
  readonly facts: SiteFacts;
}

export interface SideChoice {
  readonly brewerId?: string | undefined;
  readonly grinderId?: string | undefined;
}

type Equipment = NonNullable<ReturnType<typeof equipmentOf>>;

/**
 * The pots to compare where none was asked for: the largest that both brewers do, else each its own largest; g. A
 * batch brewer's pot says nothing in a cone.
 */
export function usualSizesG(
  recipe: BenchRecipe,
  sides: readonly [Equipment, Equipment],
): readonly [number, number] {
  const [a, b] = sides.map(({ bench, brewer }) => {
    const coffee = bench.coffees.find(({ id }) => id === recipe.coffeeId);
    const plan = coffee && wallPlan(bench, coffee, { recipeId: recipe.recipeId });
    const sizes = plan?.brewers.find((each) => each.brewer.id === brewer.id)?.sizesG ?? [recipe.hotWaterG];
    return { least: Math.min(...sizes), most: Math.max(...sizes) };
  }) as [Sizes, Sizes];
  const common = Math.min(a.most, b.most);
  return common >= Math.max(a.least, b.least) ? [common, common] : [a.most, b.most];
}

interface Sizes {
  readonly least: number;
  readonly most: number;
}

/** The brewer and grinder of a site that are chosen, else its first that a bed is brewed on. */
export function equipmentOf(bench: Bench, { brewerId, grinderId }: SideChoice) {
  const beds = bench.brewers.filter(({ kind }) => kind !== "press");
  const brewer = beds.find(({ id }) => id === brewerId) ?? beds[0];
  const grinder = bench.grinders.find(({ id }) => id === grinderId) ?? bench.grinders[0];
  return brewer && grinder && bench.vessels.length > 0 ? { bench, brewer, grinder } : undefined;
}

/** One recipe at one size on a site's brewer and grinder, as its wall would have it. */
export function sideOf(
  recipe: BenchRecipe,
  { bench, brewer, grinder }: Equipment,
  { serve, sizeG }: { readonly serve: Serve; readonly sizeG: number },
): SiteSide | undefined {
  const coffee = bench.coffees.find(({ id }) => id === recipe.coffeeId);
  if (!coffee) return undefined;
  const cell = cellOf(bench, { coffee, recipe, grinder, brewer, serve, sizeG });
  const figures = "failure" in cell.made ? undefined : cell.made;
  const depth =
    brewer.basket && figures
      ? bedDepthMm({
          doseG: figures.figures.doseG,
          densityGPerMl: coffee.densityGPerMl,
          basket: brewer.basket,
        })
      : undefined;
  const curve = fitCurve(grinder.curve);
  const spray =
    brewer.sprays.find(({ upToG }) => (figures?.figures.brewWaterG ?? 0) <= upToG) ?? brewer.sprays.at(-1);
  return {
    bench,
    brewer,
    grinder,
    cell,
    facts: {
      boilsC: boilingC(bench.site.altitudeM),
      waterTempC: brewTempOf({ recipe, brewer }, bench).tempC,
      bedDepthMm: depth?.ok ? depth.value : undefined,
      retentionGPerG: brewer.retentionGPerG,
      drag: brewer.filter.drag,
      sprayGPerS: brewer.kind === "batch" ? spray?.rateGPerS : undefined,
      grindUm: curve.ok && figures?.setting !== undefined ? umAt(curve.value, figures.setting) : undefined,
      permeability: factorsOf(bench, { brewerId: brewer.id, grinderId: grinder.id, drag: 1 }).permeability,
      lessons: teachingOf(bench, grinder, coffee).lessons.length,
    },
  };
}
