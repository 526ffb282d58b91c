import type { CardSheet } from "#contract/card.ts";
import type { GuideAct, PlannedStep } from "#contract/guideKinds.ts";
import { goesIntoGlasses, icedMethodOf } from "#contract/icedMethod.ts";
import type { Starts } from "#core/guide";
import type { HandAct } from "#core/recipe";
import { printNumber, printTime } from "#core/units";
import { counted, type Printers, printSetting } from "#words/figures";
import { swirlTime } from "#words/iced";

/** A step in words: what is read from three metres away, and what stands under it. */
export interface StepWords {
  readonly title: string;
  readonly detail: string;
}

const HAND_WORDS: { readonly [act in HandAct]: string } = {
  stir: "Stir",
  swirl: "Swirl",
  "lid on": "Put the lid on",
  "plate off": "Turn the plate off",
  transfer: "Pour it over into the second pot",
  other: "",
};
/** A pour that is slower than this is slow, g/s. */
const SLOW_G_PER_S = 7;

/** A step of a guide in words, with the figures of its card. */
export function stepWords(step: PlannedStep, sheet: CardSheet, print: Printers): StepWords {
  const words = WORDS[step.does](step, { sheet, print });
  return typeof words === "string" ? { title: words, detail: "" } : { title: words[0], detail: words[1] };
}

interface OfCard {
  readonly sheet: CardSheet;
  readonly print: Printers;
}
type Words = string | readonly [title: string, detail: string];

const WORDS: { readonly [act in GuideAct]: (step: PlannedStep, card: OfCard) => Words } = {
  paper: (_, { sheet }) => {
    const seat =
      sheet.madeWith.brewerKind === "hand"
        ? "Only one, folded at its seam and not flat against the wall"
        : "Only one, seated all round";
    return [
      "One paper, rinsed",
      sheet.input.serve === "iced"
        ? `${seat}; rinse it over the sink, away from the ice.`
        : `${seat}; rinse it, let the vessel warm, and pour that water away.`,
    ];
  },
  metal: () => ["Filter clean and in place", "Not rinsed into the vessel."],
  flowSwitch: (_, { sheet }) => {
    const { place, of } = sheet.madeWith.flow!;
    const how = of === 2 ? (place === 1 ? "slow" : "fast") : `${place} of ${of}, 1 being the slowest`;
    return [`Flow switch on ${how}`, "As the card has it for this size."];
  },
  grind: (_, { sheet, print }) => {
    const { dial, result, madeWith } = sheet;
    const groundG = result.rounded.doseG / (1 - (madeWith.siftLossPct ?? 0) / 100);
    const purge = madeWith.purgeG > 0 ? ` Purge ${print.mass(madeWith.purgeG)} first.` : "";
    return [
      `Grind ${print.mass(groundG)}${dial ? ` at ${printNumber(dial.setting, 2)}` : ""}`,
      `${dial ? `${dial.grinder}: ` : ""}burrs running before the beans go in.${purge}`,
    ];
  },
  dose: (_, { sheet, print }) => {
    const { doseG } = sheet.result.rounded;
    const isSifted = (sheet.madeWith.siftLossPct ?? 0) > 0;
    return [
      `Weigh ${ranged(sheet, "doseG", doseG, print.mass)} again`,
      `${isSifted ? "Sifted" : "Ground"}: what the grinder kept is missing from it.`,
    ];
  },
  bed: () => ["All of it in, level", "Nothing beside the basket; shake it level, do not press it."],
  glasses: (_, { sheet }) => glassesReady(sheet),
  vessel: (_, { sheet }) => {
    const isBatch = sheet.madeWith.brewerKind === "batch";
    return [
      "Vessel empty, scale on 0",
      `${sheet.madeWith.vessel}: no rinse left in it; ${isBatch ? "it stands under the brewer" : "the brewer stands on it"}.`,
    ];
  },
  coldWater: (_, { sheet, print }) => [
    `${print.liquid(sheet.result.rounded.bypassG)} of cold water in`,
    "Then zero the scale again.",
  ],
  ice: (_, { sheet, print }) => [
    `${print.mass(sheet.result.rounded.iceG)} of ice, last`,
    `By weight, with a clean scoop${sheet.madeWith.iceSource ? `, from the ${sheet.madeWith.iceSource}` : ""}; then zero the scale.`,
  ],
  hand: ({ hand }) => {
    const note = hand?.note ?? "";
    const act = hand ? HAND_WORDS[hand.act] : "";
    return act === "" ? note || "As the recipe says" : [act, note];
  },
  start: (_, { sheet, print }) => {
    const { result, madeWith } = sheet;
    const { settingG, brewWaterG } = result.rounded;
    return [
      "The water runs",
      `${madeWith.brewer} on ${printSetting(settingG ?? brewWaterG, madeWith.marked)} at ${print.temp(madeWith.waterTempC)}, by itself.`,
    ];
  },
  pour: ({ pour }, { sheet, print }) => {
    const { fromG, toG, rateGPerS } = pour!;
    const isFirst = fromG === 0;
    const lasts = (toG - fromG) / rateGPerS;
    const slow = rateGPerS <= SLOW_G_PER_S ? ", slowly," : "";
    const where = isFirst
      ? "all of it wet, from the middle outwards; stir only where it stays dry"
      : "in circles, off the paper; hold the level";
    return [
      `${isFirst ? "Pour" : `Pour on${slow}`} to ${print.liquid(toG)}`,
      `${print.liquid(toG - fromG)} ${isFirst ? `of water at ${print.temp(sheet.madeWith.waterTempC)}, ` : ""}${where}; about ${printNumber(rateGPerS, 0)} g a second, ${printTime(Math.round(lasts))} long.`,
    ];
  },
  apart: (_, { sheet, print }) => [
    "Bloom's cup aside",
    `About ${print.mass(Math.round(sheet.iced?.apart?.massG ?? 0))}; the brewer over the ice, and the scale on 0 again.`,
  ],
  rest: (_, { sheet }) => {
    const drains = "The water is through: it drips on by itself. Swirl when grounds stick to the wall.";
    if (!goesIntoGlasses(sheet)) return ["Draining", drains];
    const [ready, which] = glassesReady(sheet);
    return ["Draining", `${drains} Meanwhile: ${ready.toLowerCase()}. ${which}`];
  },
  steep: (_, { sheet }) => ["Stir once, cover it", `Cold, for ${counted(sheet.chosen.iced.steepH, "hour")}.`],
  steepPress: (_, { sheet }) => {
    const { steepS, stirred } = sheet.press!;
    return [stirred ? "Stir, then leave it" : "Leave it", `With its lid on, until ${printTime(steepS)}.`];
  },
  press: (_, { sheet }) => {
    const { turnedOver = false, pressS = 0 } = sheet.press ?? {};
    const over = turnedOver
      ? "Its cap tight, turn it over in one go, over the sink, onto a sturdy cup. "
      : "Over a sturdy cup, never thin glass. ";
    const long = pressS > 0 ? `, about ${printTime(pressS)} long` : "";
    return ["Press, with an arm's weight", `${over}Slowly${long}; stop when it hisses.`];
  },
  lift: (_, { sheet }) => [
    sheet.madeWith.brewerKind === "batch" ? "Basket out, when it no longer drips" : "Brewer off",
    "Never with water standing in it: hot grounds scald.",
  ],
  bypass: (_, { sheet, print }) => [
    `Add ${ranged(sheet, "bypassG", sheet.result.rounded.bypassG, print.liquid)} of hot water`,
    "Beside the bed, into the vessel.",
  ],
  overIce: (_, { sheet, print }) =>
    icedMethodOf(sheet) === "overGlass"
      ? ["Pour it over the glasses' ice", "Into glasses that are rated for it."]
      : [`Pour it over the ${print.mass(sheet.result.rounded.iceG)} of ice`, "All of it at once."],
  swirl: (_, { sheet }) => [
    "Swirl until it has melted",
    sheet.swirlS === undefined ? "No ice left that can be heard." : `About ${swirlTime(sheet.swirlS)}.`,
  ],
  bloomIn: () => ["Pour the bloom's cup in", "It comes last."],
  bath: (_, { sheet, print }) => {
    const bath = sheet.iced?.bath;
    return bath
      ? [
          `Chill it to ${print.temp(bath.wantedTempC)}`,
          `Closed, in ${print.mass(bath.iceG)} of ice and ${print.liquid(Math.round(bath.waterG))} of water, turned for ${printTime(bath.turnedS)}.`,
        ]
      : ["Chill it, closed", "In ice and water, turned."];
  },
  weigh: (_, { sheet, print }) => [
    `Weigh it: about ${print.liquid(sheet.result.rounded.yieldG)}`,
    "Swirl or stir first, so that top and bottom taste alike.",
  ],
  cups: (_, { sheet, print }) => {
    const cupG = sheet.press!.cupG!;
    const count = Math.max(1, Math.floor(sheet.result.rounded.yieldG / cupG));
    return [
      `Into ${counted(count, "cup")}, ${print.liquid(cupG)} each`,
      "A little into each in turn, so that all are equally strong.",
    ];
  },
  taste: (_, { sheet }) => [
    "Taste it",
    sheet.input.serve === "hot" ? "And again when it has cooled a little." : "Once the ice has melted.",
  ],
  label: () => ["Lid on, label it", "When it was made, and when it is poured away."],
  drainSteep: () => ["Drain it through a clean filter", "Do not press it."],
};

function glassesReady(sheet: CardSheet): readonly [string, string] {
  const count = sheet.iced?.glass?.count;
  return [
    count ? `${counted(Math.floor(count), "glass", { many: "glasses" })} ready` : "Glasses ready",
    sheet.chosen.iced.glass === "shaken" ? "And the shaker, its lid beside it." : "Rated for hot coffee.",
  ];
}

/** A figure of a card, as the range that it was pinned at where it was one. */
function ranged(
  { input }: CardSheet,
  name: "doseG" | "bypassG",
  value: number,
  print: (massG: number) => string,
): string {
  const band = input.bands?.[name];
  return band ? `${print(band[0])} to ${print(band[1])}` : print(value);
}

/** The first water in a few words, as it is tapped. */
export function firstWaterWords(first: PlannedStep, sheet: CardSheet, print: Printers): string {
  const { result, madeWith } = sheet;
  const { settingG, brewWaterG } = result.rounded;
  return first.does === "start"
    ? `Start ${madeWith.brewer}: ${printSetting(settingG ?? brewWaterG, madeWith.marked)}`
    : `First water: ${stepWords(first, sheet, print).title.toLowerCase()}`;
}

/** What is tapped to go on to a step: what the bed does, where it waits for that. */
export function onWords({ starts, phase, does }: PlannedStep): string {
  if (starts.by !== "bed") return "Next";
  if (does === "apart") return "It has dripped";
  return phase === "finish" ? "It has drained" : "It has sunk";
}

/** When a step begins, in words; undefined where a tap begins it. */
export function startWords(starts: Starts, hasScale: boolean): string | undefined {
  if (starts.by === "clock") return `at ${printTime(starts.atS)}`;
  if (starts.by === "bed")
    return hasScale ? "when it has drained: the scale tells, or a tap" : "when it has drained";
  return undefined;
}
