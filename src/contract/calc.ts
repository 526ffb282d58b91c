import { z } from "zod";
import {
  brewInput,
  brewOutput,
  fitInput,
  fitOutput,
  grindInput,
  grindOutput,
  steepInput,
  steepOutput,
} from "./brew.ts";
import { iceInput, iceOutput } from "./ice.ts";
import { planInput, planOutput } from "./plan.ts";
import { potInput, potOutput } from "./pot.ts";
import { rescueInput, rescueOutput } from "./rescue.ts";
import { sheetInput, sheetOutput } from "./sheet.ts";
import {
  bracketInput,
  bracketOutput,
  judgeInput,
  judgeOutput,
  sameCupInput,
  sameCupOutput,
} from "./trial.ts";

/** Computations without a house: one schema in, one out, for `calc`, the API and its published page. */
export const CALCS = {
  sheet: {
    input: sheetInput,
    output: sheetOutput,
    title: "Dose, brew water, bypass, ice, yield, strength and temperature from what is pinned",
  },
  ice: {
    input: iceInput,
    output: iceOutput,
    title: "Temperature, ice left and strength of a hot brew on ice",
  },
  pot: {
    input: potInput,
    output: potOutput,
    title: "Coffee that stands in a pot: how much is left after a while, how strong and how warm",
  },
  brew: {
    input: brewInput,
    output: brewOutput,
    title: "Time, strength, extraction, bed depth and water mark of a brew, before the water runs",
  },
  steep: {
    input: steepInput,
    output: steepOutput,
    title: "Strength, extraction and temperature of coffee that lies in its water",
  },
  grind: {
    input: grindInput,
    output: grindOutput,
    title: "The grind at which one brew is extracted as far as another",
  },
  judge: {
    input: judgeInput,
    output: judgeOutput,
    title:
      "Why a batch tastes as it does, by what was seen, measured and tasted, and the one change that is due",
  },
  bracket: {
    input: bracketInput,
    output: bracketOutput,
    title: "Where on a dial a batch is right, by batches that were judged, and the setting to brew next",
  },
  sameCup: {
    input: sameCupInput,
    output: sameCupOutput,
    title: "Whether two coffees are told apart, by how often the other cup was found",
  },
  rescue: {
    input: rescueInput,
    output: rescueOutput,
    title: "What to do with a pot after one thing went wrong: the moves that are left, best first",
  },
  plan: {
    input: planInput,
    output: planOutput,
    title:
      "The levels at which a day's pots are brewed, what they likely bring, and what no way of running the day can do better than",
  },
  fit: {
    input: fitInput,
    output: fitOutput,
    title: "A brewer's and a grinder's two factors, fitted to brews that were timed and metered",
  },
} as const;

export type CalcName = keyof typeof CALCS;
export const CALC_NAMES = Object.keys(CALCS) as CalcName[];

export function isCalcName(name: string): name is CalcName {
  return Object.hasOwn(CALCS, name);
}

/** More than this in one message is `tooLarge`. */
export const MOST_BYTES = 1_000_000;
export const MOST_ITEMS = 10_000;

export const calcError = z
  .strictObject({
    error: z.strictObject({
      code: z.string(),
      message: z.string().describe("The same in a sentence"),
      fields: z.array(z.string()).describe("JSON paths of what is meant, such as pins.doseG"),
    }),
  })
  .describe("Why there is no answer");

/** Input and output of one computation as JSON Schema 2020-12. */
export function jsonSchemaOf(name: CalcName): { input: object; output: object } {
  const { input, output } = CALCS[name];
  return { input: z.toJSONSchema(input, { io: "input" }), output: z.toJSONSchema(output) };
}
