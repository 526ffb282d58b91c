import type { z } from "zod";
import { CALCS, type CalcName } from "#contract/calc.ts";
import { type BadInput, badInput } from "#contract/problems.ts";
import {
  type BrewFailure,
  fitFactors,
  fitWithMove,
  forecastBrew,
  forecastCurves,
  forecastSteep,
  type GroundBrew,
  groundAt,
} from "#core/brew";
import { sameExtraction } from "#core/grind";
import { melt } from "#core/ice";
import { potAfter } from "#core/pot";
import { rescue } from "#core/rescue";
import { ok, type Result } from "#core/result";
import { type SheetFailure, solveSheet } from "#core/sheet";
import { planInTurns } from "#core/shift";
import { bracket, judge, sameCup } from "#core/trial";
import { finished, type Turns } from "#core/turns";
import { badInputSentence } from "#words/api";
import { brewFailureSentence, extractionMissSentence, fitFailureSentence } from "#words/brew";
import { boiledDrySentence } from "#words/pot";
import { nothingLeftSentence } from "#words/rescue";
import { checkSentence, freezeSentence, sheetFailureSentence } from "#words/sheet";

export interface ErrorBody {
  readonly error: { readonly code: string; readonly message: string; readonly fields: readonly string[] };
}

export type Computed =
  | { readonly ok: true; readonly body: unknown }
  | { readonly ok: false; readonly body: ErrorBody };

/** Computes one message by its name: parsed by the contract, answered by the core, worded. */
export function compute(name: CalcName, message: unknown): Computed {
  return finished(computeInTurns(name, message));
}

/** The same in turns, where it takes long. */
export function* computeInTurns(name: CalcName, message: unknown): Turns<Computed> {
  const computed = COMPUTERS[name](message);
  return "ok" in computed ? computed : yield* computed;
}

export function errorBody(code: string, message: string, fields: readonly string[]): ErrorBody {
  return { error: { code, message, fields } };
}

const COMPUTERS: { readonly [name in CalcName]: (message: unknown) => Computed | Turns<Computed> } = {
  sheet: (message) => {
    const input = CALCS.sheet.input.safeParse(message);
    if (!input.success) return refuse(badInput(input.error.issues, message));
    const sheet = solveSheet(input.data);
    if (!sheet.ok) {
      const { failure } = sheet;
      return failed(failure.code, sheetFailureSentence(failure), sheetFields(failure));
    }
    const checks = sheet.value.checks.map((check) => ({ ...check, message: checkSentence(check) }));
    return { ok: true, body: { ...sheet.value, checks } };
  },

  ice: (message) => {
    const input = CALCS.ice.input.safeParse(message);
    if (!input.success) return refuse(badInput(input.error.issues, message));
    const melted = melt(input.data);
    if (melted.ok) return { ok: true, body: melted.value };
    const { code, missingJ } = melted.failure;
    return failed(code, freezeSentence(missingJ), ["iceG", "iceTempC"]);
  },

  pot: (message) => {
    const input = CALCS.pot.input.safeParse(message);
    if (!input.success) return refuse(badInput(input.error.issues, message));
    const stood = potAfter(input.data);
    if (stood.ok) return { ok: true, body: stood.value };
    return failed(stood.failure.code, boiledDrySentence(stood.failure), ["minutes", "evaporationGPerH"]);
  },

  brew: (message) => {
    const input = CALCS.brew.input.safeParse(message);
    if (!input.success) return refuse(badInput(input.error.issues, message));
    return brewed((input.data.curves ? forecastCurves : forecastBrewOnly)(input.data));
  },

  steep: (message) => {
    const input = CALCS.steep.input.safeParse(message);
    if (!input.success) return refuse(badInput(input.error.issues, message));
    const steeped = forecastSteep(input.data);
    if (!steeped.ok) return failed(steeped.failure.code, brewFailureSentence(steeped.failure), ["waterG"]);
    const { curves, ...figures } = steeped.value;
    return { ok: true, body: input.data.curves ? { ...figures, curves } : figures };
  },

  judge: (message) => answered(CALCS.judge.input, message, judge),
  bracket: (message) => answered(CALCS.bracket.input, message, bracket),
  sameCup: (message) => answered(CALCS.sameCup.input, message, sameCup),

  rescue: (message) => {
    const input = CALCS.rescue.input.safeParse(message);
    if (!input.success) return refuse(badInput(input.error.issues, message));
    const rescued = rescue(input.data);
    if (rescued.ok) return { ok: true, body: rescued.value };
    return failed(rescued.failure.code, nothingLeftSentence(), ["went"]);
  },

  plan: function* (message) {
    const input = CALCS.plan.input.safeParse(message);
    if (!input.success) return refuse(badInput(input.error.issues, message));
    return { ok: true, body: yield* planInTurns(input.data) };
  },

  grind: (message) => {
    const input = CALCS.grind.input.safeParse(message);
    if (!input.success) return refuse(badInput(input.error.issues, message));
    const { source, target } = input.data;
    const wanted = forecastBrew(source);
    if (!wanted.ok) return brewed(wanted, "source.");
    const found = sameExtraction(wanted.value, target, source.grindUm);
    if (found.ok) {
      const { grindUm, brew } = found.value;
      return {
        ok: true,
        body: {
          grindUm,
          sourceExtractionPct: wanted.value.extractionPct,
          targetExtractionPct: brew.extractionPct,
          brewTimeS: brew.brewTimeS,
        },
      };
    }
    const { failure } = found;
    if (failure.code === "targetFails") return brewed({ ok: false, failure: failure.failure }, "target.");
    return failed(failure.code, extractionMissSentence(failure), ["target"]);
  },

  fit: (message) => {
    const input = CALCS.fit.input.safeParse(message);
    if (!input.success) return refuse(badInput(input.error.issues, message));
    const { brews, inOrder = false } = input.data;
    const logged = brews.map(({ brew, addedG = 0, timeS = null, strengthPct = null }) => ({
      measured: { timeS, strengthPct },
      forecast: groundAt(brew, addedG),
    }));
    const fit = inOrder ? fitWithMove(logged) : fitUnmoved(logged);
    if (!fit.ok) return failed(fit.failure.code, fitFailureSentence(fit.failure), ["brews"]);
    const { factors, before, after, odd, move } = fit.value;
    const whole = (outcomes: typeof before) => outcomes.map((each) => each ?? null);
    return {
      ok: true,
      body: { ...factors, before: whole(before), after: whole(after), move: move ?? null, odd },
    };
  },
};

function fitUnmoved(logged: readonly GroundBrew[]): ReturnType<typeof fitWithMove> {
  const fit = fitFactors(
    logged.map(({ measured, forecast }) => ({ measured, forecast: (factors) => forecast(factors, 1) })),
  );
  return fit.ok ? ok({ ...fit.value, move: undefined }) : fit;
}

const forecastBrewOnly: typeof forecastBrew = (input) => forecastBrew(input);

function brewed(brew: Result<unknown, BrewFailure>, at = ""): Computed {
  if (brew.ok) return { ok: true, body: brew.value };
  const { failure } = brew;
  return failed(
    failure.code,
    brewFailureSentence(failure),
    brewFields(failure).map((field) => at + field),
  );
}

/** Where in the message a brew's failure would be mended. */
function brewFields(failure: BrewFailure): readonly string[] {
  switch (failure.code) {
    case "doseOverBasket":
    case "bedTooThin":
      return ["doseG", "basket"];
    case "bedHoldsAllWater":
      return ["pours"];
    case "poursOverlap":
      return [`pours.${failure.pour}.atS`];
    case "neverDrains":
      return ["grindUm", "pours"];
  }
}

/** What the core answers whenever the message keeps to its schema. */
function answered<Input>(
  schema: z.ZodType<Input>,
  message: unknown,
  answer: (input: Input) => object,
): Computed {
  const input = schema.safeParse(message);
  return input.success
    ? { ok: true, body: answer(input.data) }
    : refuse(badInput(input.error.issues, message));
}

function refuse(failure: BadInput): Computed {
  const fields = [...new Set(failure.problems.map(({ field }) => field))].filter((field) => field !== "");
  return failed(failure.code, badInputSentence(failure), fields);
}

function failed(code: string, message: string, fields: readonly string[]): Computed {
  return { ok: false, body: errorBody(code, message, fields) };
}

/** Where in the message a sheet's failure would be mended. */
function sheetFields(failure: SheetFailure): readonly string[] {
  const pins = (names: readonly string[]) => names.map((name) => `pins.${name}`);
  switch (failure.code) {
    case "tooFewPins":
      return pins(failure.wouldDo);
    case "tooManyPins":
    case "dependentPins":
      return pins(failure.fighting);
    case "pinNeedsIced":
      return pins(failure.pins);
    case "needsExtraction":
      return ["extractionPct"];
    case "needsHeat":
      return ["heat"];
    case "bedHoldsAllWater":
      return pins([failure.pin]);
    case "impossiblePins":
      return failure.mends.length > 0 ? pins(failure.mends.map(({ pin }) => pin)) : ["pins"];
    case "tempOutOfReach":
      return pins(["finalTempC"]);
    case "wouldFreeze":
      return ["heat"];
  }
}
