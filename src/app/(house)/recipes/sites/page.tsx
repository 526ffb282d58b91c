import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { Trouble } from "#features/frame/index.ts";
import { type SideView, Sites } from "#features/recipes/index.ts";
import { queryOf } from "#scaling/link.ts";
import { equipmentOf, type SiteSide, sideOf, usualSizesG } from "#scaling/sites.ts";
import { benchOf, currentBench } from "#server/site.ts";
import { checkSentence, icedFailureSentence, outlookSentence, siteWhys } from "#words/index.ts";

export const metadata: Metadata = { title: "Two sites · Tumbek" };

interface Props {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** What a link may ask for; a pot of more is no pot. */
const MOST_G = 200_000;
const LEAST_G = 50;

export default guarded("see", async ({ searchParams }: Props) => {
  const current = await currentBench();
  if (typeof current === "string") return <Trouble what={current} />;
  const query = await searchParams;
  const text = (key: string) => (typeof query[key] === "string" ? query[key] : undefined);
  const beds = current.recipes.filter(({ brewer }) => brewer.kind !== "press");
  const recipe = beds.find(({ recipeId }) => recipeId === text("recipe")) ?? beds[0];
  const others = current.sites.filter(({ id }) => id !== current.site.id);
  const [benchA, benchB] = await Promise.all([
    benchOf(text("a") ?? current.site.id),
    benchOf(text("b") ?? others[0]?.id ?? current.site.id),
  ]);
  const a = benchA && equipmentOf(benchA, { brewerId: text("brewerA"), grinderId: text("grinderA") });
  const b = benchB && equipmentOf(benchB, { brewerId: text("brewerB"), grinderId: text("grinderB") });
  if (!recipe || !a || !b) return <Trouble what="unmeasured" />;
  const asked = Number(text("size"));
  const sizeG = asked >= LEAST_G && asked <= MOST_G ? asked : undefined;
  const usual = usualSizesG(recipe, [a, b]);
  const serve = text("serve") === "iced" ? "iced" : "hot";
  const left = sideOf(recipe, a, { serve, sizeG: sizeG ?? usual[0] });
  const right = sideOf(recipe, b, { serve, sizeG: sizeG ?? usual[1] });
  if (!left || !right) return <Trouble what="unmeasured" />;
  const why = ({ bench, brewer, facts }: SiteSide) => ({ site: bench.site.name, brewer: brewer.name, facts });
  return (
    <Sites
      key={`${sizeG} ${serve}`}
      recipe={{ id: recipe.recipeId, name: recipe.name }}
      recipes={beds.map(({ recipeId, name }) => ({ id: recipeId, name }))}
      sites={current.sites}
      serve={serve}
      sizeG={sizeG}
      sides={[viewOf(left, current.site.id), viewOf(right, current.site.id)]}
      whys={siteWhys(why(left), why(right))}
    />
  );
});

function viewOf({ bench, brewer, grinder, cell, facts }: SiteSide, here: string): SideView {
  const named = ({ id, name }: { readonly id: string; readonly name: string }) => ({ id, name });
  const { made, state } = cell;
  const whole = "failure" in made ? undefined : made;
  const { waterTempC, bedDepthMm, retentionGPerG, grindUm } = facts;
  const said = whole
    ? [...whole.checks.map(checkSentence), ...whole.warnings.map(outlookSentence)].join(" ")
    : "failure" in made
      ? icedFailureSentence(made.failure)
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
    trouble: said || undefined,
  };
}
