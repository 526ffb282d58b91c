import { z } from "zod";

/**
 * Why something that was asked for was not done:
 * - `signIn`: nobody is signed in (any more)
 * - `notYours`: not with this role, or not with this token
 * - `wrongPin`, `pinNeeded`: at the door
 * - `wait`: too many tries, or others are changing the same at this moment
 * - `badInput`, `notThere`, `stale`: what was sent, what it names, what it began with
 * - `undecodable`, `tooLarge`: the body is no text, or more than the route takes
 * - `refused`: it cannot be done as things stand
 * - `unusual`: a figure that is far from what is forecast, which somebody has to say is so
 * - `full`: the disk of the house's machine is full
 * - `gone`: the database does not answer, and nothing was kept
 * - `unknown`: the database went away while it was kept; the same sent again settles it
 * - `failed`: something that should not happen
 */
export const TROUBLE_CODES = [
  "signIn",
  "notYours",
  "wrongPin",
  "pinNeeded",
  "wait",
  "badInput",
  "notThere",
  "stale",
  "undecodable",
  "tooLarge",
  "refused",
  "unusual",
  "full",
  "gone",
  "unknown",
  "failed",
] as const;

export const trouble = z.strictObject({
  code: z.enum(TROUBLE_CODES),
  message: z.string().describe("The same in a sentence"),
  field: z.string().optional().describe("The field that it stands at"),
});
export type Trouble = z.infer<typeof trouble>;
export type TroubleCode = Trouble["code"];
