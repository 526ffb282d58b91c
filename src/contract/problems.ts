import type { z } from "zod";

/** One thing wrong with one field of a message; `field` is its JSON path, "" for the message itself. */
export type Problem = { readonly field: string } & (
  | { readonly fault: "missing" | "unknown" }
  | { readonly fault: "type"; readonly wanted: string }
  | { readonly fault: "low" | "high"; readonly limit: number; readonly inclusive: boolean }
  | { readonly fault: "choice"; readonly choices: readonly string[] }
  | { readonly fault: "length"; readonly limit: number }
  | { readonly fault: "short" | "long"; readonly limit: number }
  /** Exactly one of these fields must be there. */
  | { readonly fault: "oneOf"; readonly names: readonly string[] }
);

/** A message that does not keep to its schema. */
export interface BadInput {
  readonly code: "badInput";
  readonly problems: readonly Problem[];
}

/** A message that was refused before its fields were read. */
export type EnvelopeFailure =
  | { readonly code: "badJson" }
  | { readonly code: "tooLarge"; readonly unit: "bytes" | "items"; readonly most: number }
  | { readonly code: "unknownCalc"; readonly known: readonly string[] }
  | { readonly code: "tooManyRequests"; readonly retryAfterS: number };

const WANTED: Readonly<Record<string, string>> = {
  number: "a number",
  string: "a text",
  object: "an object",
  record: "an object",
  array: "an array",
  tuple: "an array",
  boolean: "true or false",
};

/** The schema library's issues as problems of ours; `message` tells a missing field from a wrong one. */
export function badInput(issues: readonly z.core.$ZodIssue[], message: unknown): BadInput {
  return { code: "badInput", problems: issues.flatMap((issue) => problemsOf(issue, message)) };
}

function problemsOf(issue: z.core.$ZodIssue, message: unknown): readonly Problem[] {
  const field = issue.path.map(String).join(".");
  switch (issue.code) {
    case "invalid_type":
      if (isMissing(message, issue.path)) return [{ field, fault: "missing" }];
      return [{ field, fault: "type", wanted: WANTED[issue.expected] ?? issue.expected }];
    case "unrecognized_keys":
      return issue.keys.map((key) => ({ field: field ? `${field}.${key}` : key, fault: "unknown" }));
    case "too_small":
    case "too_big": {
      const limit = Number(issue.code === "too_small" ? issue.minimum : issue.maximum);
      if (issue.origin === "array") {
        if (issue.exact) return [{ field, fault: "length", limit }];
        return [{ field, fault: issue.code === "too_small" ? "short" : "long", limit }];
      }
      return [
        {
          field,
          fault: issue.code === "too_small" ? "low" : "high",
          limit,
          inclusive: issue.inclusive ?? true,
        },
      ];
    }
    case "invalid_value":
      return [{ field, fault: "choice", choices: issue.values.map(String) }];
    case "custom":
      if (Array.isArray(issue.params?.choices)) {
        return [{ field, fault: "oneOf", names: issue.params.choices.map(String) }];
      }
      return [{ field, fault: "type", wanted: "a value of the schema" }];
    default:
      return [{ field, fault: "type", wanted: "a value of the schema" }];
  }
}

function isMissing(message: unknown, path: readonly PropertyKey[]): boolean {
  let at: unknown = message;
  for (const [depth, key] of path.entries()) {
    if (typeof at !== "object" || at === null) return false;
    if (depth === path.length - 1) return !Object.hasOwn(at, key);
    at = (at as Record<PropertyKey, unknown>)[key];
  }
  return false;
}
