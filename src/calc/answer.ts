import { CALC_NAMES, type CalcName, isCalcName, MOST_BYTES, MOST_ITEMS } from "#contract/calc.ts";
import type { EnvelopeFailure } from "#contract/problems.ts";
import { calcSentence } from "#words/api";
import { type Computed, compute, computeInTurns, errorBody } from "./compute.ts";

/** An answer and the HTTP status to say it with: 200, 404, 413, 422 or 429. */
export interface Answer {
  readonly status: number;
  readonly body: unknown;
}

/** A message as read: an answer that is known at once, one computation, or several. */
type Asked =
  | { readonly answer: Answer }
  | { readonly name: CalcName; readonly item: unknown }
  | { readonly name: CalcName; readonly items: readonly unknown[] };

/**
 * Answers one message, or an array of them in order with a bad one's error in its place.
 *
 * @param name what to compute, as the caller wrote it
 * @param bytes the message as it came, UTF-8; at most `MOST_BYTES` long
 */
export function answer(name: string, bytes: Uint8Array): Answer {
  const question = read(name, bytes);
  if ("answer" in question) return question.answer;
  if ("item" in question) return said(compute(question.name, question.item));
  return { status: 200, body: question.items.map((item) => compute(question.name, item).body) };
}

/** The same, with pauses within what takes long and between items: `breathe` rejects when nobody waits any more. */
export async function answerInTurns(
  name: string,
  bytes: Uint8Array,
  breathe: () => Promise<void>,
): Promise<Answer> {
  const question = read(name, bytes);
  if ("answer" in question) return question.answer;
  const { name: calc } = question;
  if ("item" in question) return said(await paused(calc, question.item, breathe));
  const body: unknown[] = [];
  for (const item of question.items) {
    body.push((await paused(calc, item, breathe)).body);
    await breathe();
  }
  return { status: 200, body };
}

async function paused(name: CalcName, item: unknown, breathe: () => Promise<void>): Promise<Computed> {
  const work = computeInTurns(name, item);
  for (;;) {
    const turn = work.next();
    if (turn.done) return turn.value;
    await breathe();
  }
}

function said({ ok, body }: Computed): Answer {
  return { status: ok ? 200 : UNPROCESSABLE, body };
}

function read(name: string, bytes: Uint8Array): Asked {
  if (!isCalcName(name)) return { answer: refusal({ code: "unknownCalc", known: CALC_NAMES }) };
  if (bytes.length > MOST_BYTES) {
    return { answer: refusal({ code: "tooLarge", unit: "bytes", most: MOST_BYTES }) };
  }
  let message: unknown;
  try {
    message = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    return { answer: refusal({ code: "badJson" }) };
  }
  if (!Array.isArray(message)) return { name, item: message };
  if (message.length > MOST_ITEMS) {
    return { answer: refusal({ code: "tooLarge", unit: "items", most: MOST_ITEMS }) };
  }
  return { name, items: message };
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
