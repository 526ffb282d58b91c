/**
 * The answer of a computation that can fail for a reason the caller should hear about: a value, or a
 * failure with a code and its figures. Sentences are made from codes elsewhere (`src/words`).
 */
export type Result<T, F> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly failure: F };

export function ok<T>(value: T): Result<T, never> {
  return { ok: true, value };
}

export function fail<const F>(failure: F): Result<never, F> {
  return { ok: false, failure };
}

/** The value of a result that cannot have failed; throws with the failure when it did. For tests and set-up. */
export function must<T>(result: Result<T, unknown>): T {
  if (result.ok) return result.value;
  throw new Error(`expected a value, got ${JSON.stringify(result.failure)}`);
}
