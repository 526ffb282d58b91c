import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { Factors } from "#core/brew";
import { fitCurve, TEXTURE_UM, umAt } from "#core/grind";
import type { RecipeBench } from "#core/recipe";

/** A recipe's own bench, as the forecast takes it. */
export function recipeBenchOf(recipe: BenchRecipe, bench: Bench, grindUm = groundUm(recipe)): RecipeBench {
  const { brewer, basket, densityGPerMl, retentionGPerG } = recipe;
  return {
    kind: brewer.kind,
    basket,
    sprays: brewer.sprays,
    grindUm,
    retentionGPerG,
    densityGPerMl,
    factors: factorsOf(bench, {
      brewerId: recipe.brewerId,
      grinderId: recipe.grinder?.id,
      drag: brewer.drag,
    }),
    roomTempC: bench.settings.roomTempC,
  };
}

/** Grind of a recipe's setting, else of its texture, µm; undefined where neither is known. */
export function groundUm({
  grinder,
  dialSetting,
  texture,
}: Pick<BenchRecipe, "dialSetting" | "texture"> & {
  readonly grinder: Pick<NonNullable<BenchRecipe["grinder"]>, "curve"> | null;
}): number | undefined {
  const curve = grinder && fitCurve(grinder.curve);
  if (curve?.ok && dialSetting !== null) return umAt(curve.value, dialSetting);
  return dialSetting === null && texture ? TEXTURE_UM[texture] : undefined;
}

/** The filter's drag, times what was fitted to a cup of this brewer and grinder. */
export function factorsOf(
  { fits }: Pick<Bench, "fits">,
  {
    brewerId,
    grinderId,
    drag,
  }: { readonly brewerId: string; readonly grinderId: string | undefined; readonly drag: number },
): Required<Factors> {
  const fit = fits.find((each) => each.brewerId === brewerId && each.grinderId === grinderId);
  return { permeability: (fit?.permeability ?? 1) / drag, extraction: fit?.extraction ?? 1 };
}
