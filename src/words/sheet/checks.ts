import type { Check, CheckCode } from "#core/sheet";
import { printNumber, printPct } from "#core/units";
import { PLAIN, type Printers } from "#words/figures";

type Figures = Check["figures"];

/** A check in a sentence, with what would mend it. */
export function checkSentence(
  { code, figures }: Pick<Check, "code" | "figures">,
  print: Printers = PLAIN,
): string {
  return SENTENCES[code](figures, printed(print));
}

/** A check's figures in its reader's units; what was weighed in whole grams is said so. */
function printed({ mass, temp, ratio }: Printers) {
  const g = (massG: number | undefined) => mass(Math.round(massG ?? Number.NaN));
  const span = (leastG: number | undefined, mostG: number | undefined) => {
    if (leastG === undefined) return `up to ${g(mostG)}`;
    if (mostG === undefined) return `${g(leastG)} and more`;
    return `${g(leastG)} to ${g(mostG)}`;
  };
  return { g, span, tenth: (massG: number | undefined) => mass(massG ?? Number.NaN), temp, ratio };
}
type Printed = ReturnType<typeof printed>;

const ml = (volumeMl: number | undefined) => `${printNumber(volumeMl ?? Number.NaN, 0)} ml`;
const mm = (lengthMm: number | undefined) => `${printNumber(lengthMm ?? Number.NaN, 0)} mm`;

const SENTENCES: { readonly [code in CheckCode]: (figures: Figures, print: Printed) => string } = {
  doseOverBasket: ({ doseG, mostG }, { tenth }) =>
    `${tenth(doseG)} of coffee is more than the basket takes (${tenth(mostG)}). Brew a smaller batch, or two.`,
  doseUnderBrewer: ({ doseG, leastG }, { tenth }) =>
    `${tenth(doseG)} of coffee is less than this brewer is made for (${tenth(leastG)}). Brew more, or use a smaller brewer.`,
  bedOutsideWindow: ({ bedDepthMm = 0, leastMm, mostMm }) =>
    leastMm !== undefined && bedDepthMm < leastMm
      ? `The bed is ${mm(bedDepthMm)} deep; this brewer brews evenly from ${mm(leastMm)}. Brew more, or use a narrower basket.`
      : `The bed is ${mm(bedDepthMm)} deep; this brewer brews evenly up to ${mm(mostMm)}. Brew less, or use a wider basket.`,
  overWorkingFill: ({ overG, workingG }, { g }) =>
    `The pot ends ${g(overG)} over its working fill of ${g(workingG)}. Pin less coffee in the pot, or take a larger one.`,
  overBrim: ({ yieldMl, brimMl }) =>
    `The pot overflows: ${ml(yieldMl)} of coffee, and ${ml(brimMl)} to the brim. Brew less, or take a larger vessel.`,
  underFilled: ({ fillShare = 0, workingG }, { g }) =>
    `The pot is filled to ${printNumber(100 * fillShare, 0)} % of its ${g(workingG)}: head-room costs heat and aroma. Brew more, or take a smaller pot.`,
  overBrimMelting: ({ mostMl, brimMl }) =>
    `Before the ice melts it takes ${ml(mostMl)}, and the vessel holds ${ml(brimMl)} to the brim. Use less ice, or a larger vessel.`,
  iceLeftOver: ({ iceLeftG, strengthPct }, { g, temp }) =>
    `${g(iceLeftG)} of ice is left when it has come to rest at ${temp(0)}${
      strengthPct === undefined ? "" : `, and the coffee is then ${printPct(strengthPct)} strong`
    }. Use less ice, or strain it off.`,
  waterOutsideBrewer: ({ brewWaterG, settingG, leastG, mostG, leastSettingG, mostSettingG }, { g, span }) =>
    settingG === undefined
      ? `${g(brewWaterG)} of brew water is not within what this brewer does: ${span(leastG, mostG)}.`
      : `${g(brewWaterG)} of brew water would need a setting of ${g(settingG)}, and this brewer has ${span(leastSettingG, mostSettingG)}.`,
  outsidePreferred: ({ brewWaterG, leastG, mostG }, { g, span }) =>
    `This brewer tastes best with ${span(leastG, mostG)} of brew water; this is ${g(brewWaterG)}.`,
  ratioOutsideWindow: ({ brewRatio, totalRatio, low, high }, { ratio }) =>
    brewRatio !== undefined
      ? `The ratio of coffee to hot water, ${ratio(brewRatio)}, is outside the house's ${window(low, high, ratio)}.`
      : `The ratio of coffee to all water (ice counted), ${ratio(totalRatio!)}, is outside the house's ${window(low, high, ratio)}.`,
  strengthOutsideWindow: ({ strengthPct = 0, low, high }) =>
    `It will be ${printPct(strengthPct)} strong; the house wants ${window(low, high, printPct)}.`,
  extractionOutsideWindow: ({ extractionPct = 0, low, high }) =>
    `The extraction is ${printPct(extractionPct)}; the house wants ${window(low, high, printPct)}.`,
};

function window(low: number | undefined, high: number | undefined, print: (value: number) => string): string {
  return `${print(low ?? Number.NaN)} to ${print(high ?? Number.NaN)}`;
}
