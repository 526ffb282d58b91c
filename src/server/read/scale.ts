import type { Bench, BenchRecipe } from "#contract/bench.ts";
import { uuid } from "#contract/card.ts";
import { pickedAlone } from "#core/outlook";
import { findBenchRecipe } from "#data/benchRecipes.ts";
import { type CardForecast, cardForecastOf } from "#scaling/cards";
import { benchForScale, canScale, readQuery, type ScaleState } from "#scaling/choice";
import { askingOf, solveCoupled } from "#scaling/sheet";
import { database } from "#server/database.ts";
import { onBench } from "./onBench.ts";

type FirstForecast = Omit<CardForecast, "drip">;

/** Scale as a link asks for it: the bench that it draws on, where it starts, and what of the link could not be read. */
export function readScale(query: Readonly<Record<string, string | string[] | undefined>>) {
  return onBench(async (bench) => {
    if (!canScale(bench)) return "unmeasured";
    const few = benchForScale(bench, await keptVersion(query.recipe, bench));
    const { state, broken } = readQuery(query, few);
    return { bench: few, start: state, broken, forecast: forecastOf(state, few) };
  });
}

/** The forecast that a sheet opens with: its dial and its figures, without the answers beside them. */
function forecastOf(state: ScaleState, bench: Bench): FirstForecast | undefined {
  const solved = solveCoupled(state, bench);
  const question = solved.ok ? askingOf(state, bench, solved.value.rounded) : undefined;
  const first = question && "asking" in question ? pickedAlone(question.asking) : undefined;
  if (!first) return undefined;
  const { drip: _drip, ...forecast } = cardForecastOf(first);
  return forecast;
}

/** The version that a link names: one that counts, or any that was kept, such as one on trial beside a standard. */
async function keptVersion(named: unknown, bench: Bench): Promise<BenchRecipe | undefined> {
  const counts = bench.recipes.find(({ versionId }) => versionId === named);
  const id = uuid.safeParse(named);
  if (counts || !id.success) return counts;
  const version = await findBenchRecipe(database(), id.data);
  return version?.state === "draft" ? undefined : version;
}
