import type { Bench } from "#contract/bench.ts";
import { chosenOf, cupOverIce, icedCupOf, queryOf } from "#scaling/choice";
import { cellCard, type WallCell } from "#scaling/wall";
import { cupTalliesOf } from "#server/cups.ts";
import { ownUrl, qrOf } from "#server/links.ts";
import { readerUnits } from "#server/reader.ts";
import { type Wall, wallOf } from "#server/wall.ts";
import { outlookSentence } from "#words/brew";
import { type Printers, printDay, printersOf, printIsoDay } from "#words/figures";
import { icedFailureSentence } from "#words/iced";
import { checkSentence } from "#words/sheet";
import { proofWords } from "#words/trials";
import { onBench } from "./onBench.ts";

/** A site's wall chart of the coffee that a link names: on the screen, or its cards or labels for paper. */
export function readWallPage(link: URLSearchParams) {
  return onBench(async (bench) => {
    const wall = await wallOf(bench, link.get("coffee") ?? "");
    if (!wall) return "unmeasured";
    const { coffee } = wall.plan;
    switch (link.get("as")) {
      case "cards":
        return { as: "cards" as const, coffee, cards: cardsOf(bench, wall) };
      case "labels":
        return { as: "labels" as const, coffee, site: bench.site.name, labels: labelsOf(bench, wall) };
      case "list":
        return { as: "list" as const, view: await viewOf(bench, wall) };
      default:
        return { as: "chart" as const, view: await viewOf(bench, wall) };
    }
  });
}

async function viewOf(bench: Bench, { plan, cells, choices, revision }: Wall) {
  const print = printersOf(await readerUnits());
  const tasted = await cupTalliesOf(
    cells.flatMap(({ made }) => ("approved" in made && made.approved ? [made.approved.batchId] : [])),
  );
  const cup = (serve: "hot" | "iced") => {
    const own = bench.cups.find((each) => each.serve === serve);
    return own && `${own.volumeMl} ml`;
  };
  const rowsOf = (brewerId: string, serve: "hot" | "iced") =>
    cells
      .filter((cell) => cell.brewerId === brewerId && cell.serve === serve)
      .map((cell) => rowOf(bench, cell, print, tasted));
  return {
    site: bench.site,
    coffee: named(plan.coffee),
    recipe: { id: plan.recipe.recipeId, name: plan.recipe.name },
    grinder: named(plan.grinder),
    coffees: bench.coffees.map(named),
    recipes: bench.recipes
      .filter(({ brewer }) => brewer.kind !== "press")
      .map(({ recipeId, name }) => ({ id: recipeId, name })),
    grinders: bench.grinders.map(named),
    brewers: plan.brewers.map(({ brewer, ...chosen }) => ({ ...named(brewer), ...chosen })),
    cups: { hot: cup("hot"), iced: cup("iced") },
    tables: plan.serves.map((serve) => ({
      serve,
      brewers: plan.brewers
        .filter(({ shown }) => shown)
        .map(({ brewer }) => ({
          ...named(brewer),
          byHand: brewer.kind === "hand",
          marked: { marks: brewer.marks, cupMarkG: brewer.cupMarkG },
          rows: rowsOf(brewer.id, serve),
        })),
    })),
    choices,
    revision,
    made: printIsoDay(bench.today),
  };
}

function named({ id, name }: { readonly id: string; readonly name: string }) {
  return { id, name };
}

function rowOf(
  bench: Bench,
  { sizeG, state, made }: WallCell,
  print: Printers,
  tasted: Awaited<ReturnType<typeof cupTalliesOf>>,
) {
  const href = `/scale?${queryOf(state)}`;
  if ("failure" in made) {
    const sentence = icedFailureSentence(made.failure, print);
    return {
      sizeG,
      href,
      figures: undefined,
      approved: undefined,
      troubles: [{ said: sentence, stop: true }],
    };
  }
  const { figures, approved, checks, warnings, fits } = made;
  const recipe = bench.recipes.find(({ versionId }) => versionId === state.recipe);
  return {
    sizeG,
    href,
    figures: {
      doseG: figures.doseG,
      settingG: figures.settingG ?? figures.brewWaterG,
      brewWaterG: figures.brewWaterG,
      bypassG: figures.bypassG,
      iceG: figures.iceG,
      dialSetting: made.setting,
      timeS: made.timeS,
      yieldG: figures.yieldG,
      strengthPct: made.strengthPct,
      cups: made.cups,
      waterTempC: recipe?.waterTempC ?? 0,
      vessel: made.vessel,
    },
    approved: approved && {
      href: `/log/${approved.batchId}`,
      when: printDay(new Date(approved.approvedAt), bench.site.timeZone),
      by: approved.approvedBy,
      ground: made.ground,
      proof: proofWords({
        brewedOnce: approved.proof?.brewedOnce ?? false,
        cups: tasted.get(approved.batchId),
      }),
    },
    troubles: [
      ...checks.map((check) => ({ said: checkSentence(check, print), stop: check.severity === "stop" })),
      ...(fits
        ? []
        : [{ said: `No pot of this service holds it: ${made.vessel} is the nearest.`, stop: false }]),
      ...warnings.map((warning) => ({ said: outlookSentence(warning, print), stop: false })),
    ].toSorted((a, b) => Number(b.stop) - Number(a.stop)),
  };
}

/** The code on a card leads to the chart: there it is always what counts today. */
function cardsOf(bench: Bench, { plan, cells }: Wall) {
  const qr = qrOf(ownUrl(`/wall?coffee=${plan.coffee.id}`));
  return cells.flatMap((cell) => {
    const made = cellCard(cell, bench);
    if (!made) return [];
    return [
      {
        id: `${cell.brewerId} ${cell.serve} ${cell.sizeG}`,
        site: bench.site.name,
        made: printIsoDay(bench.today),
        qr,
        ...made,
      },
    ];
  });
}

/** Coffee and ice in one glass of a wall's iced pot. */
function glassFor(bench: Bench, state: WallCell["state"]) {
  const cup = icedCupOf(state.iced, bench);
  const { ice } = chosenOf(state, bench);
  return cup && ice ? { volumeMl: cup.volumeMl, ...cupOverIce(cup, ice) } : undefined;
}

function labelsOf(bench: Bench, { plan, cells }: Wall) {
  return cells.flatMap(({ brewerId, serve, sizeG, state, made }) => {
    if ("failure" in made) return [];
    const vessel = bench.vessels.find(({ id }) => id === state.vessel);
    const brewer = plan.brewers.find((each) => each.brewer.id === brewerId)?.brewer.name ?? "";
    return [
      {
        id: `${brewerId} ${serve} ${sizeG}`,
        vessel: made.vessel,
        brewer,
        serve,
        yieldG: made.figures.yieldG,
        cups: made.cups,
        holdMin: vessel?.holdMin ?? null,
        glass: serve === "iced" ? glassFor(bench, state) : undefined,
      },
    ];
  });
}
