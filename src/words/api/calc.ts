import type { BadInput, EnvelopeFailure, Problem } from "#contract/problems.ts";
import { printNumber } from "#core/units";
import { listed } from "#words/figures";

/** Why a message was not even read. */
export function calcSentence(failure: EnvelopeFailure): string {
  switch (failure.code) {
    case "badJson":
      return "That is not JSON. Send one object, or an array of them.";
    case "tooLarge":
      return failure.unit === "bytes"
        ? `That is more than ${printNumber(failure.most, 0)} bytes. Send it in parts.`
        : `That is more than ${printNumber(failure.most, 0)} items. Send them in parts.`;
    case "unknownCalc":
      return `There is nothing to compute by that name. There is ${listed(failure.known, "or")}.`;
    case "tooManyRequests":
      return `Too many requests from this address. Try again in ${failure.retryAfterS} s.`;
  }
}

/** A bad message's problems, field by field. */
export function badInputSentence({ problems }: BadInput): string {
  return problems.map((problem) => `${problem.field || "The message"} ${fault(problem)}.`).join(" ");
}

function fault(problem: Problem): string {
  switch (problem.fault) {
    case "missing":
      return "is missing";
    case "type":
      return `must be ${problem.wanted}`;
    case "unknown":
      return "is not a field of this message";
    case "low":
      return `must be ${problem.inclusive ? "at least" : "more than"} ${problem.limit}`;
    case "high":
      return `must be ${problem.inclusive ? "at most" : "less than"} ${problem.limit}`;
    case "choice":
      return `must be ${listed(
        problem.choices.map((choice) => `"${choice}"`),
        "or",
      )}`;
    case "length":
      return `must hold ${problem.limit} figures`;
    case "short":
      return `must hold at least ${problem.limit}`;
    case "long":
      return `must hold at most ${problem.limit}`;
    case "oneOf":
      return `must have one of ${listed(problem.names, "and")}, and no other of them`;
  }
}
