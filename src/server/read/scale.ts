import type { Bench, BenchRecipe } from "#contract/bench.ts";
import { uuid } from "#contract/card.ts";
import { pickedAlone } from "#core/outlook";
import { findBenchRecipe } from "#data/benchRecipes.ts";
import { type CardForecast, cardForecastOf } from "#scaling/cards";
import { benchForScale, canScale, readQuery, type ScaleState } from "#scaling/choice";
import { askingOf, solveCoupled } from "#scaling/sheet";
import { database } from "#server/database.ts";
import { keptInProcess } from "#server/process.ts";
import { onBench } from "./onBench.ts";

type FirstForecast = Omit<CardForecast, "drip">;

/**
 * Sheets that were opened on each site's bench as it is now: what a link opens with hangs on nothing else, and working it out is a
 * tenth of the page.
 */
const sheets = keptInProcess("sheets opened", () => new Map<string, OpenedSheets>());
/** Links that are remembered; nobody has so many in use. */
const MOST_LINKS = 100;

interface OpenedSheets {
  /** The bench's number and day. */
  readonly asOf: string;
  readonly byLink: Map<string, Opened>;
}

interface Opened {
  readonly bench: Bench;
  readonly start: ScaleState;
  readonly broken: boolean;
  readonly forecast: FirstForecast | undefined;
}

type Query = Readonly<Record<string, string | string[] | undefined>>;

/** Scale as a link asks for it: the bench that it draws on, where it starts, and what of the link could not be read. */
export function readScale(query: Query) {
  return onBench(async (bench) => {
    if (!canScale(bench)) return "unmeasured";
    const counts = bench.recipes.find(({ versionId }) => versionId === query.recipe);
    const kept = counts ? undefined : await keptVersion(query.recipe);
    return kept ? openedOn(bench, kept, query) : remembered(bench, counts, query);
  });
}

function remembered(bench: Bench, counts: BenchRecipe | undefined, query: Query): Opened {
  const asOf = `${bench.revision} ${bench.today}`;
  const before = sheets.get(bench.site.id);
  const isKept = before?.asOf === asOf && before.byLink.size < MOST_LINKS;
  const { byLink } = isKept ? before : { byLink: new Map<string, Opened>() };
  if (!isKept) sheets.set(bench.site.id, { asOf, byLink });
  const link = JSON.stringify(query);
  const known = byLink.get(link) ?? openedOn(bench, counts, query);
  byLink.set(link, known);
  return known;
}

function openedOn(bench: Bench, version: BenchRecipe | undefined, query: Query): Opened {
  const few = benchForScale(bench, version);
  const { state, broken } = readQuery(query, few);
  return { bench: few, start: state, broken, forecast: forecastOf(state, few) };
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

/** A version that does not count, such as one on trial beside a standard; none that is being written. */
async function keptVersion(named: unknown): Promise<BenchRecipe | undefined> {
  const id = uuid.safeParse(named);
  if (!id.success) return undefined;
  const version = await findBenchRecipe(database(), id.data);
  return version?.state === "draft" ? undefined : version;
}
