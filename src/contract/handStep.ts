import { z } from "zod";
import { HAND_ACTS, type HandStep, MOMENTS } from "#core/recipe";
import * as n from "./numbers.ts";

const MOST_NOTE = 400;

/** An act of the hand beside the water. */
export const handStep = z.strictObject({
  when: z.enum(MOMENTS),
  atS: z.number().min(0).max(86_400).nullable().describe("For a time, from the first water, s"),
  act: z.enum(HAND_ACTS),
  note: z.string().max(MOST_NOTE),
  staysG: n.massG.nullable().describe("What a transfer leaves behind, g"),
}) satisfies z.ZodType<HandStep>;
