import { queryOf } from "#scaling/choice";
import { equipmentOf, type SiteSide, sideOf, usualSizesG } from "#scaling/wall";
import { benchOf } from "#server/bench.ts";
import { readerUnits } from "#server/reader.ts";
import { outlookSentence, siteWhys } from "#words/brew";
import { type Printers, printersOf } from "#words/figures";
import { icedFailureSentence } from "#words/iced";
import { checkSentence } from "#words/sheet";
import { onBench } from "./onBench.ts";

/** Largest and smallest beverage that a link may name, g. */
const MOST_G = 200_000;
const LEAST_G = 50;

/** One recipe at two sites, side by side, as a link asks for it. */
export function readTwoSites(link: URLSearchParams) {
  return onBench(async (current) => {
    const { sites, site, recipes } = current;
    const text = (key: string) => link.get(key) ?? undefined;
    const beds = recipes.filter(({ brewer }) => brewer.kind !== "press");
    const recipe = beds.find(({ recipeId }) => recipeId === text("recipe")) ?? beds[0];
    const others = sites.filter(({ id }) => id !== site.id);
    const [benchA, benchB] = await Promise.all([
      benchOf(text("a") ?? site.id),
      benchOf(text("b") ?? others[0]?.id ?? site.id),
    ]);
    const a = benchA && equipmentOf(benchA, { brewerId: text("brewerA"), grinderId: text("grinderA") });
    const b = benchB && equipmentOf(benchB, { brewerId: text("brewerB"), grinderId: text("grinderB") });
    if (!recipe || !a || !b) return "unmeasured";
    const typedG = Number(text("size"));
    const sizeG = typedG >= LEAST_G && typedG <= MOST_G ? typedG : undefined;
    const usual = usualSizesG(recipe, [a, b]);
    const serve = text("serve") === "iced" ? ("iced" as const) : ("hot" as const);
    const left = sideOf(recipe, a, { serve, sizeG: sizeG ?? usual[0] });
    const right = sideOf(recipe, b, { serve, sizeG: sizeG ?? usual[1] });
    if (!left || !right) return "unmeasured";
    const why = ({ bench, brewer, facts }: SiteSide) => ({
      site: bench.site.name,
      brewer: brewer.name,
      facts,
    });
    const print = printersOf(await readerUnits());
    return {
      recipe: { id: recipe.recipeId, name: recipe.name },
      recipes: beds.map(({ recipeId, name }) => ({ id: recipeId, name })),
      sites,
      serve,
      sizeG,
      sides: [viewOf(left, site.id, print), viewOf(right, site.id, print)] as const,
      whys: siteWhys(why(left), why(right), print),
    };
  });
}

/** One side as it is drawn. */
function viewOf({ bench, brewer, grinder, cell, facts }: SiteSide, here: string, print: Printers) {
  const named = ({ id, name }: { readonly id: string; readonly name: string }) => ({ id, name });
  const { made, state } = cell;
  const whole = "failure" in made ? undefined : made;
  const { waterTempC, bedDepthMm, retentionGPerG, grindUm } = facts;
  const sentences = whole
    ? [
        ...whole.checks.map((check) => checkSentence(check, print)),
        ...whole.warnings.map((warning) => outlookSentence(warning, print)),
      ].join(" ")
    : "failure" in made
      ? icedFailureSentence(made.failure, print)
      : "";
  return {
    site: named(bench.site),
    brewer: { ...named(brewer), byHand: brewer.kind === "hand" },
    grinder: named(grinder),
    brewers: bench.brewers.filter(({ kind }) => kind !== "press").map(named),
    grinders: bench.grinders.map(named),
    href: bench.site.id === here ? `/scale?${queryOf(state)}` : undefined,
    approved: whole?.approved !== undefined,
    waterTempC,
    bedDepthMm,
    retentionGPerG,
    grindUm,
    figures: whole && {
      doseG: whole.figures.doseG,
      settingG: whole.figures.settingG ?? whole.figures.brewWaterG,
      brewWaterG: whole.figures.brewWaterG,
      iceG: whole.figures.iceG,
      yieldG: whole.figures.yieldG,
      ratio: whole.figures.totalRatio,
      dialSetting: whole.setting,
      timeS: whole.timeS,
      strengthPct: whole.strengthPct,
    },
    trouble: sentences || undefined,
  };
}
