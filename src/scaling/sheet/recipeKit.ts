import type { Bench } from "#contract/bench.ts";
import type { RecipeVersion } from "#contract/recipe.ts";
import type { Basket, Factors, SprayMode } from "#core/brew";
import type { CurvePoint } from "#core/grind";
import { boilingC } from "#core/measure";
import { type BrewedWith, type Recipe, type RecipeBench, weighedRetention } from "#core/recipe";
import { factorsOf, groundUm } from "./recipeBench.ts";

/** The things that recipes are written down with, from the benches of all sites. */
export interface RecipeKit {
  readonly brewers: readonly KitBrewer[];
  readonly grinders: readonly KitGrinder[];
  readonly coffees: readonly { readonly id: string; readonly name: string; readonly densityGPerMl: number }[];
  readonly fits: Bench["fits"];
  readonly roomTempC: number;
}

export interface KitBrewer {
  readonly id: string;
  /** With its site's name where there are several sites. */
  readonly name: string;
  readonly kind: "batch" | "hand" | "press";
  readonly shape: "flat" | "cone" | null;
  readonly basket: Basket | null;
  readonly sprays: readonly SprayMode[];
  readonly drag: number;
  readonly retentionGPerG: number;
  /** Where water boils at its site, °C. */
  readonly boilsC: number;
}

export interface KitGrinder {
  readonly id: string;
  readonly name: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly curve: readonly CurvePoint[];
}

/** The kit of a house, off the benches of its sites. */
export function kitOf(benches: readonly Bench[]): RecipeKit {
  const [first] = benches;
  return {
    brewers: benches.flatMap(({ site, brewers }) =>
      brewers.map(({ id, name, kind, basket, sprays, filter, retentionGPerG }) => ({
        id,
        name: benches.length > 1 ? `${name}, ${site.name}` : name,
        kind,
        shape: basket?.shape ?? null,
        basket,
        sprays,
        drag: filter.drag,
        retentionGPerG,
        boilsC: boilingC(site.altitudeM),
      })),
    ),
    grinders: benches.flatMap(({ grinders }) =>
      grinders.map(({ id, name, min, max, step, curve }) => ({ id, name, min, max, step, curve })),
    ),
    coffees: (first?.coffees ?? []).map(({ id, name, densityGPerMl }) => ({ id, name, densityGPerMl })),
    fits: first?.fits ?? [],
    roomTempC: first?.settings.roomTempC ?? 0,
  };
}

/** Things of the kit that a version names. */
export type Naming = Pick<RecipeVersion, "brewerId" | "grinderId" | "coffeeId">;

/** The rows of the kit that a version names; undefined where one is not on a bench any more. */
export function namedOf(
  { brewers, grinders, coffees }: RecipeKit,
  { brewerId, grinderId, coffeeId }: Naming,
) {
  return {
    brewer: brewers.find(({ id }) => id === brewerId),
    grinder: grinderId === null ? undefined : grinders.find(({ id }) => id === grinderId),
    coffee: coffees.find(({ id }) => id === coffeeId),
  };
}

/** The equipment that a recipe's soundness is judged by; undefined where its brewer is not on a bench any more. */
export function brewedWith(kit: RecipeKit, naming: Naming): BrewedWith | undefined {
  const { brewer, grinder } = namedOf(kit, naming);
  return brewer && { kind: brewer.kind, retentionGPerG: brewer.retentionGPerG, dial: grinder ?? null };
}

/** A recipe's bench as the forecast takes it, with what was fitted or with other factors. */
export function recipeBench(
  kit: RecipeKit,
  naming: Naming,
  recipe: Recipe,
  factors?: Required<Factors>,
): RecipeBench | undefined {
  const { brewer, grinder, coffee } = namedOf(kit, naming);
  if (!brewer || !coffee) return undefined;
  const { dialSetting, texture } = recipe;
  const grindUm = groundUm({ grinder: grinder ?? null, dialSetting, texture });
  return {
    kind: brewer.kind,
    basket: brewer.basket,
    sprays: brewer.sprays,
    grindUm,
    retentionGPerG: weighedRetention(recipe) ?? brewer.retentionGPerG,
    densityGPerMl: coffee.densityGPerMl,
    factors: factors
      ? { permeability: factors.permeability / brewer.drag, extraction: factors.extraction }
      : factorsOf(kit, { brewerId: brewer.id, grinderId: grinder?.id, drag: brewer.drag }),
    roomTempC: kit.roomTempC,
  };
}
