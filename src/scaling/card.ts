import type { Bench } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import { rescaled } from "#core/brew";
import { bracketAround } from "#core/grind";
import type { IcedSheet } from "#core/iced";
import type { First } from "#core/outlook";
import type { SheetResult } from "#core/sheet";
import { bloomedPours } from "#scaling/iced/bloom.ts";
import { cardIcedOf } from "#scaling/iced/card.ts";
import { steepGrind } from "#scaling/iced/coupling.ts";
import { meltingOf } from "#scaling/iced/melting.ts";
import { grindAnswer } from "./grindAnswer.ts";
import { guessesOf } from "./guesses.ts";
import { brewTempOf, extractionOf } from "./solved.ts";
import { type Chosen, chosenOf, type ScaleState } from "./state.ts";

/** What the forecast says of a sheet at its setting. */
export interface Foretold {
  readonly setting: number;
  /** Undefined where the batch cannot be brewed so. */
  readonly figures: CardSheet["forecast"] | undefined;
  readonly stretch: number | undefined;
}

/** What is kept of a forecast. */
export function foretold({ picked: { setting, outlook }, stretch }: First): Foretold {
  return {
    setting,
    stretch,
    figures: outlook.ok
      ? {
          brewTimeS: outlook.value.brew.brewTimeS,
          strengthPct: outlook.value.strengthPct,
          extractionPct: outlook.value.brew.extractionPct,
          highWaterMm: outlook.value.brew.highWaterMm,
        }
      : undefined,
  };
}

/** What a card keeps besides the result: the inputs, the dial and what is forecast there, and what it was made with. */
export function cardOf(
  state: ScaleState,
  bench: Bench,
  sheet: IcedSheet,
  told: Foretold | undefined,
): Omit<CardSheet, "result"> {
  const chosen = chosenOf(state, bench);
  const { recipe, brewer, vessel, grinder, coffee, ice } = chosen;
  const { rule, translated } = grindAnswer(chosen, sheet.rounded.doseG, state.serve, bench.settings.rule);
  const known = { source: translated, rule, contact: undefined, extraction: undefined, learned: undefined };
  const steeped = state.serve === "iced" && state.iced.method === "steep";
  const setting = steeped
    ? steepGrind(state, bench).setting
    : (told?.setting ?? (typeof state.grind === "number" ? state.grind : known[state.grind]?.setting));
  const pours = poursFor(state, chosen, sheet, told?.stretch);
  const melting = meltingOf(state, bench, sheet, {
    brewTimeS: told?.figures?.brewTimeS,
    stirring: "swirled",
  });
  return {
    input: JSON.parse(JSON.stringify(sheet.asked)),
    ...(state.serve === "iced" && { iced: cardIcedOf(state, bench, sheet) }),
    ...(setting !== undefined && {
      dial: {
        grinder: grinder.name,
        setting,
        ...bracketAround(setting, grinder),
        by: typeof state.grind === "number" || steeped ? ("hand" as const) : state.grind,
      },
    }),
    ...(told?.figures && { forecast: told.figures }),
    ...(melting?.swirlS !== undefined && { swirlS: melting.swirlS }),
    ...(pours && { pours }),
    // A stir at the first drops belongs to brewers of one kind; the pours and the lid of another are others.
    ...(recipe.steps.length > 0 && brewer.kind === recipe.brewer.kind && { byHand: [...recipe.steps] }),
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
      ...(recipe.siftLossPct > 0 && { siftLossPct: recipe.siftLossPct }),
      typical: guessesOf(chosen).map(({ name, aspects }) => ({ name, aspects: [...aspects] })),
    },
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
