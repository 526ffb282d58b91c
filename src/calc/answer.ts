import { CALC_NAMES, CALCS, type CalcName, isCalcName, MOST_BYTES, MOST_ITEMS } from "#contract/calc.ts";
import { type BadInput, badInput, type EnvelopeFailure } from "#contract/problems.ts";
import { melt, type WouldFreeze } from "#core/ice";
import { type SheetFailure, solveSheet } from "#core/sheet";
import {
  badInputSentence,
  calcSentence,
  checkSentence,
  freezeSentence,
  sheetFailureSentence,
} from "#words/index.ts";

export interface ErrorBody {
  readonly error: { readonly code: string; readonly message: string; readonly fields: readonly string[] };
}

/** What to say, and the HTTP status to say it with: 200, 404, 413, 422 or 429. */
export interface Answer {
  readonly status: number;
  readonly body: unknown;
}

type Outcome =
  | { readonly ok: true; readonly body: unknown }
  | { readonly ok: false; readonly body: ErrorBody };

/**
 * Answers one message, or an array of them in order with a bad one's error in its place.
 *
 * @param name what to compute, as the caller wrote it
 * @param bytes the message as it came, UTF-8; at most `MOST_BYTES` long
 */
export function answer(name: string, bytes: Uint8Array): Answer {
  if (!isCalcName(name)) return refusal({ code: "unknownCalc", known: CALC_NAMES });
  if (bytes.length > MOST_BYTES) return refusal({ code: "tooLarge", unit: "bytes", most: MOST_BYTES });
  let message: unknown;
  try {
    message = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    return refusal({ code: "badJson" });
  }
  if (Array.isArray(message)) {
    if (message.length > MOST_ITEMS) return refusal({ code: "tooLarge", unit: "items", most: MOST_ITEMS });
    return { status: 200, body: message.map((item) => compute(name, item).body) };
  }
  const outcome = compute(name, message);
  return { status: outcome.ok ? 200 : UNPROCESSABLE, body: outcome.body };
}

const UNPROCESSABLE = 422;

const REFUSAL_STATUS: { readonly [code in EnvelopeFailure["code"]]: number } = {
  badJson: UNPROCESSABLE,
  tooLarge: 413,
  unknownCalc: 404,
  tooManyRequests: 429,
};

/** A message that is not computed at all. */
export function refusal(failure: EnvelopeFailure): Answer {
  return { status: REFUSAL_STATUS[failure.code], body: errorBody(failure.code, calcSentence(failure), []) };
}

function compute(name: CalcName, message: unknown): Outcome {
  return name === "sheet" ? computeSheet(message) : computeIce(message);
}

function computeSheet(message: unknown): Outcome {
  const input = CALCS.sheet.input.safeParse(message);
  if (!input.success) return refuse(badInput(input.error.issues, message));
  const sheet = solveSheet(input.data);
  if (!sheet.ok) {
    const { failure } = sheet;
    return { ok: false, body: errorBody(failure.code, sheetFailureSentence(failure), fieldsOf(failure)) };
  }
  const checks = sheet.value.checks.map((check) => ({ ...check, message: checkSentence(check) }));
  return { ok: true, body: { ...sheet.value, checks } };
}

function computeIce(message: unknown): Outcome {
  const input = CALCS.ice.input.safeParse(message);
  if (!input.success) return refuse(badInput(input.error.issues, message));
  const melted = melt(input.data);
  if (melted.ok) return { ok: true, body: melted.value };
  const { code, missingJ }: WouldFreeze = melted.failure;
  return { ok: false, body: errorBody(code, freezeSentence(missingJ), ["iceG", "iceTempC"]) };
}

function refuse(failure: BadInput): Outcome {
  const fields = [...new Set(failure.problems.map(({ field }) => field))].filter((field) => field !== "");
  return { ok: false, body: errorBody(failure.code, badInputSentence(failure), fields) };
}

function errorBody(code: string, message: string, fields: readonly string[]): ErrorBody {
  return { error: { code, message, fields } };
}

/** Where in the message a sheet's failure would be mended. */
function fieldsOf(failure: SheetFailure): readonly string[] {
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
