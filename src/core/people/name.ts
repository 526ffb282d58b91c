import { fail, ok, type Result } from "#core/result";

/** Longer than any name on a badge. */
export const MOST_NAME = 60;

export type NameFailure =
  | { readonly code: "nameEmpty" | "nameOdd" }
  | { readonly code: "nameLong"; readonly most: number };

/**
 * A name as it is kept: one Unicode form, single spaces, nothing invisible. Any script, either direction.
 *
 * @returns `nameOdd` for control characters and for marks that turn the direction of what stands beside it
 */
export function cleanName(typed: string): Result<string, NameFailure> {
  const name = typed.normalize("NFC").replaceAll(/\s+/g, " ").trim();
  if (!/\p{L}/u.test(name)) return fail({ code: "nameEmpty" });
  // Joiners belong to some scripts; every other invisible character only deceives.
  if (/\p{Cc}|\p{Cf}|\p{Co}|\p{Cn}/u.test(name.replaceAll(/[\u200c\u200d]/g, ""))) {
    return fail({ code: "nameOdd" });
  }
  if ([...name].length > MOST_NAME) return fail({ code: "nameLong", most: MOST_NAME });
  return ok(name);
}
