import type { Bench, BenchBrewer } from "#contract/bench.ts";
import { CARD_SHAPE, type CardSheet } from "#contract/card.ts";
import type { ChosenKind, MakeFailure } from "#contract/cardFailure.ts";
import { FORECAST_VERSION, modeFor, rescaled } from "#core/brew";
import { bracketAround } from "#core/grind";
import type { Drip } from "#core/ice";
import { type IcedService, type IcedSheet, USUAL_ICED } from "#core/iced";
import { type Answer, type First, firstOf } from "#core/outlook";
import { fail, ok, type Result } from "#core/result";
import type { SheetResult } from "#core/sheet";
import { bloomedPours, type Chosen, chosenOf, isSteeped, type ScaleState, settingNow } from "#scaling/choice";
import { cardIcedOf, meltingOf } from "#scaling/iced";
import {
  approvedSetting,
  askingOf,
  brewTempOf,
  extractionOf,
  grindAnswer,
  guessesOf,
  solveCoupled,
  steepGrind,
} from "#scaling/sheet";

/** The forecast of a sheet at its setting. */
export interface CardForecast {
  readonly setting: number;
  /** The answer that it is; undefined where it was set by hand. */
  readonly by: Answer | undefined;
  /** Undefined where the batch cannot be brewed so. */
  readonly figures: CardSheet["forecast"] | undefined;
  readonly stretch: number | undefined;
  /** What drips when; it is not kept. */
  readonly drip: Drip | undefined;
}

/** The part of a forecast that a card is made from. */
export function cardForecastOf({
  picked: { setting, by, outlook },
  stretch,
}: Pick<First, "picked" | "stretch">): CardForecast {
  return {
    setting,
    by,
    stretch,
    drip: outlook.ok ? outlook.value.curves : undefined,
    figures: outlook.ok
      ? {
          brewTimeS: outlook.value.brew.brewTimeS,
          strengthPct: outlook.value.strengthPct,
          extractionPct: outlook.value.brew.extractionPct,
          highWaterMm: outlook.value.brew.highWaterMm,
          version: FORECAST_VERSION,
        }
      : undefined,
  };
}

/** A card as the server keeps it; a draft when a stop stands against brewing it. */
export interface MadeCard {
  readonly sheet: CardSheet;
  readonly draft: boolean;
}

/** A card's marks beside its choice: the batch that it follows, or that it is a first pot. */
export type CardMarks = Pick<CardSheet, "standard" | "firstPot">;

/**
 * The card of a choice on a bench: the one way in which cards are made, when one is kept on Scale and whenever it is
 * made anew. The same choice on the same bench is the same card, byte for byte.
 *
 * @param bench with the recipe's version that is chosen, whether that counts or not
 */
export function makeCard(
  state: ScaleState,
  bench: Bench,
  marks: CardMarks = {},
): Result<MadeCard, MakeFailure> {
  const gone = goneFrom(bench, state);
  if (gone) return fail({ code: "gone", what: gone });
  const solved = solveCoupled(state, bench);
  if (!solved.ok) return fail({ code: "noSheet", failure: solved.failure });
  const { exact, rounded, checks } = solved.value;
  const request = askingOf(state, bench, rounded);
  const first = "asking" in request ? firstOf(request.asking) : undefined;
  const forecast = first?.ok ? cardForecastOf(first.value) : undefined;
  const sheet = sheetOf(state, bench, solved.value, forecast);
  const { standard, firstPot } = marks;
  const { dial, madeWith, ...others } = sheet;
  return ok({
    sheet: {
      shape: CARD_SHAPE,
      chosen: inOrder(state),
      ...others,
      result: {
        exact,
        rounded,
        checks: checks.map(({ code, severity, figures }) => ({ code, severity, figures: { ...figures } })),
      },
      ...(dial && {
        dial: standard && !standard.lapsed ? standardDial(dial, standard.batchId, state, bench) : dial,
      }),
      ...(standard && { standard }),
      ...(firstPot && { firstPot }),
      madeWith,
    },
    draft: checks.some(({ severity }) => severity === "stop"),
  });
}

/** The kind of thing that a choice names and the bench has not; undefined where all of it is there. */
function goneFrom(bench: Bench, state: ScaleState): ChosenKind | undefined {
  const ids: { readonly [kind in ChosenKind]: readonly string[] } = {
    recipe: bench.recipes.map(({ versionId }) => versionId),
    brewer: bench.brewers.map(({ id }) => id),
    vessel: bench.vessels.map(({ id }) => id),
    grinder: bench.grinders.map(({ id }) => id),
    coffee: bench.coffees.map(({ id }) => id),
  };
  return (Object.keys(ids) as ChosenKind[]).find((kind) => !ids[kind].includes(state[kind]));
}

/** A choice with its fields in one order, wherever it comes from. */
function inOrder({ recipe, coffee, brewer, grinder, vessel, ice, serve, pins, grind, iced }: ScaleState) {
  return {
    recipe,
    coffee,
    brewer,
    grinder,
    vessel,
    ice,
    serve,
    pins: pins.map(({ name, value }) => ({ name, value })),
    grind,
    iced: Object.fromEntries(
      Object.keys(USUAL_ICED).map((key) => [key, iced[key as keyof IcedService]]),
    ) as unknown as IcedService,
  };
}

/** The rest of a card's sheet after solving: dial and forecast, steps, and what it is made with. */
function sheetOf(
  state: ScaleState,
  bench: Bench,
  sheet: IcedSheet,
  forecast: CardForecast | undefined,
): Omit<CardSheet, "shape" | "chosen" | "result" | "standard" | "firstPot"> {
  const chosen = chosenOf(state, bench);
  const { recipe, brewer, vessel, grinder, coffee, ice } = chosen;
  const dial = dialOf(state, bench, sheet, forecast);
  const pours = poursFor(state, chosen, sheet, forecast?.stretch);
  const melting = meltingOf(state, bench, sheet, {
    drip: forecast?.drip,
    stirring: "swirled",
  });
  return {
    input: JSON.parse(JSON.stringify(sheet.asked)),
    ...(state.serve === "iced" && { iced: cardIcedOf(state, bench, sheet) }),
    ...(dial && { dial }),
    ...(forecast?.figures && { forecast: forecast.figures }),
    ...(melting?.swirlS !== undefined && { swirlS: melting.swirlS }),
    ...(pours && { pours }),
    // A stir at the first drops belongs to brewers of one kind; the pours and the lid of another are others.
    ...(recipe.steps.length > 0 && brewer.kind === recipe.brewer.kind && { byHand: [...recipe.steps] }),
    ...(recipe.press &&
      brewer.kind === "press" && { press: { ...recipe.press, cupG: recipe.portions?.fillG ?? null } }),
    madeWith: {
      recipeVersionId: recipe.versionId,
      recipe: recipe.name,
      brewerId: brewer.id,
      brewer: brewer.name,
      brewerKind: brewer.kind,
      filter: brewer.filter.material,
      rinseG: brewer.rinseG,
      vesselId: vessel.id,
      vessel: vessel.name,
      vesselKind: vessel.kind,
      grinderId: grinder.id,
      purgeG: grinder.purgeG,
      coffeeId: coffee.id,
      coffee: coffee.name,
      ...(state.serve === "iced" && ice && { iceSourceId: ice.id, iceSource: ice.name }),
      waterTempC: brewTempOf(chosen, bench).tempC,
      extractionIsGuess: extractionOf(recipe, bench.settings.extractionGuessPct).guess,
      ...(brewer.marks !== "litres" && { marked: { marks: brewer.marks, cupMarkG: brewer.cupMarkG } }),
      ...flowOf(brewer, sheet.rounded.brewWaterG),
      ...(recipe.siftLossPct > 0 && { siftLossPct: recipe.siftLossPct }),
      typical: guessesOf(chosen).map(({ name, aspects }) => ({ name, aspects: [...aspects] })),
    },
  };
}

/** How the flow switch of a brewer that has one stands for so much water, g. */
function flowOf(
  { flowSwitch, sprays }: Pick<BenchBrewer, "flowSwitch" | "sprays">,
  waterG: number,
): Pick<CardSheet["madeWith"], "flow"> {
  if (!flowSwitch || sprays.length < 2) return {};
  const { rateGPerS } = modeFor(waterG, sprays);
  const slower = sprays.filter((spray) => spray.rateGPerS < rateGPerS);
  return { flow: { place: slower.length + 1, of: sprays.length } };
}

/** A card's dial: where the forecast picked, else where the source or the house rule lies; undefined where none says. */
function dialOf(
  state: ScaleState,
  bench: Bench,
  { rounded }: IcedSheet,
  forecast: CardForecast | undefined,
): CardSheet["dial"] {
  const chosen = chosenOf(state, bench);
  const { grinder } = chosen;
  const { rule, translated } = grindAnswer(chosen, rounded.doseG, state.serve, bench.settings.rule);
  const known: readonly (readonly [by: Answer, setting: number | undefined])[] = [
    ["standard", approvedSetting(state, bench, rounded)],
    ["rule", rule?.setting],
    ["source", translated?.setting],
  ];
  const steeped = isSteeped(state);
  const picked = (): { readonly by: Answer | "hand"; readonly setting: number | undefined } => {
    if (steeped) return { by: "hand", setting: steepGrind(state, bench).setting };
    if (forecast) return { by: forecast.by ?? "hand", setting: forecast.setting };
    if (typeof state.grind === "number") return { by: "hand", setting: state.grind };
    const [by = "rule", setting] =
      known.find(([answer, at]) => at !== undefined && (state.grind === "best" || state.grind === answer)) ??
      [];
    return { by, setting };
  };
  const { by, setting } = picked();
  if (setting === undefined) return undefined;
  return { grinder: grinder.name, setting, ...bracketAround(setting, grinder), by };
}

/** The dial of a card that follows an approved batch: its setting, or what grinds the same where the grinder has moved. */
function standardDial(
  dial: NonNullable<CardSheet["dial"]>,
  batchId: string,
  state: ScaleState,
  bench: Bench,
): NonNullable<CardSheet["dial"]> {
  const { grinder, moves } = chosenOf(state, bench);
  const standard = bench.standards.find((each) => each.batchId === batchId);
  const now = standard?.grinderId === grinder.id ? settingNow(standard, grinder, moves) : undefined;
  if (!now) return { ...dial, by: "standard" };
  const { setting, way, since } = now;
  return {
    grinder: dial.grinder,
    setting,
    ...bracketAround(setting, grinder),
    by: "standard",
    moved: { way, since, approved: standard!.dialSetting },
  };
}

/** The recipe's own pours at the sheet's dose and water, to whole grams and seconds; none for other brewers. */
export function poursFor(
  { iced, serve }: Pick<ScaleState, "iced" | "serve">,
  { recipe, brewer }: Chosen,
  { rounded }: Pick<SheetResult, "rounded">,
  stretch: number | undefined,
) {
  if (brewer.kind !== "hand" || recipe.brewer.kind !== "hand") return undefined;
  const { doseG, brewWaterG: waterG } = rounded;
  const bloomed = { ...recipe, pours: bloomedPours(recipe, serve === "iced" ? iced.bloomTimes : null) };
  const { pours } = rescaled(bloomed, { doseG, waterG, stretch });
  return pours.map(({ toG, start, agitation }, i) => ({
    toG: i === pours.length - 1 ? waterG : Math.round(toG),
    atS: "atS" in start ? Math.round(start.atS) : null,
    afterDropMm: "afterDropMm" in start ? start.afterDropMm : null,
    agitation,
  }));
}
