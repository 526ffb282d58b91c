import { z } from "zod";
import { ANSWERS } from "#core/outlook";
import { PIN_NAMES, SERVES } from "#core/sheet";
import { icedService } from "./iced.ts";
import { pins } from "./sheet.ts";

const id = z.uuid();

/** One figure that somebody pinned, within what a sheet takes of it. */
const pinSet = z
  .strictObject({
    name: z.enum(PIN_NAMES),
    value: z.number(),
    band: z
      .tuple([z.number(), z.number()])
      .readonly()
      .optional()
      .describe("Both ends, the lower first, where it is a band; the value is its middle"),
  })
  .superRefine(({ name, value, band = [value, value] }, context) => {
    for (const each of [value, ...band]) {
      const { error } = pins.shape[name].safeParse(each);
      for (const issue of error?.issues ?? []) {
        context.addIssue({ ...issue, path: ["value"], input: each } as Parameters<
          typeof context.addIssue
        >[0]);
      }
    }
    if (!(band[0] <= value && value <= band[1])) {
      context.addIssue({ code: "custom", path: ["band"], message: "a band turned round", input: band });
    }
  });

/** Where the grind comes from: what is best known, or an answer of the ladder, which follow the sheet; or a setting by hand that stays. */
const grindPick = z.union([z.literal("best"), z.enum(ANSWERS), z.number().min(-1000).max(10_000)]);
export type GrindPick = z.infer<typeof grindPick>;

/** The whole state of Scale: choices by id, pins, and service. */
export const scaleState = z.strictObject({
  recipe: id.describe("A recipe's version"),
  coffee: id,
  brewer: id,
  grinder: id,
  vessel: id,
  ice: id.or(z.literal("")).describe("An ice source; empty where the site has none"),
  serve: z.enum(SERVES),
  pins: z.array(pinSet).max(PIN_NAMES.length).readonly().describe("The oldest pin first"),
  grind: grindPick,
  iced: icedService.describe("How it is iced; kept while it is hot"),
});
export type ScaleState = Readonly<z.infer<typeof scaleState>>;
