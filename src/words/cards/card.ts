import type { CardSheet, DialSource } from "#contract/card.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import type { HandAct, HandStep, Moment } from "#core/recipe";
import { printNumber, printTime } from "#core/units";
import { ANSWER_WORDS } from "#words/brew";
import type { Printers } from "#words/figures";
import { printSetting } from "#words/figures";
import { placeTitle } from "#words/log";
import { checkSentence } from "#words/sheet";
import { bloomAside, icedAfter, icedBefore, serveStep, steepSteps } from "./cardSteps.ts";

/** A card's name wherever it is listed. */
export function cardTitle(sheet: CardSheet, draft: boolean): string {
  const { input, result, madeWith } = sheet;
  const { coffee } = madeWith;
  // A concentrate lies in any vessel: no brewer is its place.
  const brewer = icedMethodOf(sheet) === "steep" ? "a cold concentrate" : madeWith.brewer;
  const place = { coffee, brewer, serve: input.serve, sizeG: result.rounded.yieldG };
  return `${placeTitle(place)}${draft ? " (draft)" : ""}`;
}

/** The sentences of a card's stops. */
export function stopsOf({ result }: Pick<CardSheet, "result">, print: Printers): readonly string[] {
  return result.checks
    .filter(({ severity }) => severity === "stop")
    .map((check) => checkSentence(check, print));
}

/** Where a card's setting comes from. */
export function groundBy(by: DialSource): string {
  switch (by) {
    case "hand":
      return "ground as somebody set it";
    case "standard":
      return "ground as approved";
    case "learned":
      return "ground as approved batches teach";
    default:
      return `ground by ${ANSWER_WORDS[by]}`;
  }
}

/** The note on a card for the first pot of a new bag. */
export function firstPotNote({ roastedOn, low, high }: NonNullable<CardSheet["firstPot"]>): string {
  const bag = roastedOn === null ? "a new bag" : `the bag roasted on ${roastedOn}`;
  return `First pot of ${bag}: taste it before others follow. The dial should lie between ${printNumber(low, 1)} and ${printNumber(high, 1)}.`;
}

/** A card's steps, in working order. */
export function stepsOf(sheet: CardSheet, print: Printers): readonly string[] {
  const { input, result, dial, pours, byHand = [], madeWith } = sheet;
  const { doseG, brewWaterG, bypassG, yieldG, settingG } = result.rounded;
  const { brewer, vessel, filter, waterTempC } = madeWith;
  const card = { sheet, print };
  const method = icedMethodOf(sheet);
  if (method === "steep") return steepSteps(card);
  const batch = madeWith.brewerKind === "batch";
  const hot = input.serve === "hot";
  const steps: string[] = [];
  if (filter === "paper") {
    steps.push(
      hot
        ? `Rinse the paper into the ${vessel} and let it warm; then pour the rinse away.`
        : "Rinse the paper over the sink, away from the ice; pour the rinse away.",
    );
  }
  const { siftLossPct = 0 } = madeWith;
  const groundG = doseG / (1 - siftLossPct / 100);
  const ground = print.mass(groundG);
  const fines = print.mass(Math.round(10 * (groundG - doseG)) / 10);
  const sifted =
    siftLossPct > 0 ? `; sift off about ${fines} of fines, and weigh in ${print.mass(doseG)}` : "";
  steps.push(
    dial
      ? `Set ${dial.grinder} to ${printNumber(dial.setting, 1)}${movedWords(dial.moved)} and grind ${ground}${sifted}.`
      : `Grind ${ground}${sifted}.`,
  );
  steps.push("Put the coffee in and level the bed; do not press it.");
  if (!hot) steps.push(...icedBefore(card));
  if (hot && !batch) steps.push(`Set the dripper on the ${vessel} and zero the scale.`);
  steps.push(...byHand.filter(({ when }) => when === "before").map((step) => handStepSentence(step, print)));
  if (batch)
    steps.push(
      `Set ${brewer} to ${printSetting(settingG ?? brewWaterG, madeWith.marked)}${flowWords(madeWith.flow)} at ${print.temp(waterTempC)} and start it.`,
    );
  else if (sheet.press) steps.push(...pressSteps(sheet, print));
  else if (pours) {
    const aside = bloomAside(card);
    // Behind a bloom that was set aside the scale shows what is poured from there on.
    const zeroedG = aside === undefined ? 0 : (pours[0]?.toG ?? 0);
    const shown = pours.map((pour, i) => (i === 0 ? pour : { ...pour, toG: pour.toG - zeroedG }));
    const [bloom, ...others] = pourSteps(shown, waterTempC, print);
    if (madeWith.brewerKind === "hand") steps.push(HOW_TO_POUR);
    steps.push(bloom!, ...(aside ? [aside] : []), ...others);
  } else
    steps.push(`Pour ${print.liquid(brewWaterG)} of water at ${print.temp(waterTempC)}, as the recipe says.`);
  const handed = (moment: Moment) =>
    byHand.filter(({ when }) => when === moment).map((step) => handStepSentence(step, print));
  steps.push(...handed("first drops"), ...handed("at"));
  if (bypassG > 0 && method !== "withWater")
    steps.push(`Add ${print.liquid(bypassG)} of hot water beside the bed.`);
  if (hot)
    steps.push(`Weigh it: about ${print.liquid(yieldG)}. Swirl or stir, so that top and bottom taste alike.`);
  else steps.push(...icedAfter(card));
  steps.push(hot ? "Taste it, and again when it has cooled a little." : "Taste it.");
  const after = handed("after");
  steps.push(...after);
  steps.push(
    byHand.some(({ act }) => act === "lid on") ? "Note the time." : "Put the lid on and note the time.",
  );
  const serve = serveStep(card);
  if (serve) steps.push(serve);
  return steps;
}

/** A press's steps between its coffee and its vessel. */
function pressSteps({ press, result, madeWith }: CardSheet, print: Printers): readonly string[] {
  const { steepS, stirred, pressS, turnedOver } = press!;
  const water = `${print.liquid(result.rounded.brewWaterG)} of water at ${print.temp(madeWith.waterTempC)}`;
  return [
    `Pour ${water} on it at once${stirred ? ", and stir until all of it is wet" : ""}; put its lid on.`,
    `Leave it until ${printTime(steepS)}.`,
    `${turnedOver ? "With its cap tight, turn it over in one go, over the sink; then press" : "Press"} slowly, with an arm's weight, about ${printTime(pressS)} long, into something sturdy, never thin glass.`,
  ];
}

/** How a flow switch stands, behind a setting. */
function flowWords(flow: CardSheet["madeWith"]["flow"]): string {
  if (!flow) return "";
  if (flow.of === 2) return `, its flow switch on ${flow.place === 1 ? "slow" : "fast"},`;
  return `, its flow switch on ${flow.place} of ${flow.of} (1 is the slowest),`;
}

const HOW_TO_POUR = "Pour slowly in circles, from the middle outwards and back, and not onto the paper.";

/** An act of the hand beside the water, as a step. */
function handStepSentence({ when, atS, act, note, staysG }: HandStep, { liquid }: Printers): string {
  const moment = when === "at" && atS !== null ? `At ${printTime(atS)}` : STEP_MOMENTS[when];
  const what = act === "other" ? note : [STEP_ACTS[act], note].filter(Boolean).join(", ");
  const stays = staysG ? `; about ${liquid(staysG)} stay behind` : "";
  return `${moment} ${what}${stays}.`;
}

const STEP_MOMENTS: { readonly [moment in Moment]: string } = {
  before: "Before it brews",
  "first drops": "At the first drops",
  at: "In time",
  after: "When it is done",
};
const STEP_ACTS: { readonly [act in HandAct]: string } = {
  stir: "stir",
  swirl: "swirl",
  "lid on": "put the lid on",
  "plate off": "turn the plate off",
  transfer: "pour it over into a second pot",
  other: "",
};

/** A hand's pours, by the clock and the scale. */
function pourSteps(
  pours: NonNullable<CardSheet["pours"]>,
  waterTempC: number,
  print: Printers,
): readonly string[] {
  return pours.map(({ toG, atS, afterDropMm, agitation }, i) => {
    const when =
      atS !== null
        ? `At ${printTime(atS)}`
        : afterDropMm !== null
          ? `When the level has dropped ${printNumber(afterDropMm, 0)} mm`
          : "When it has drained";
    const water = i === 0 ? `water at ${print.temp(waterTempC)}` : "on";
    const then = agitation === "none" ? "" : `, then ${agitation}`;
    return `${when} pour ${water} until the scale shows ${print.liquid(toG)}${then}.`;
  });
}

/** Why a card's dial is not the one that was approved. */
function movedWords(moved: NonNullable<CardSheet["dial"]>["moved"]): string {
  return moved
    ? ` (approved at ${printNumber(moved.approved, 1)}; the grinder has moved ${moved.way} since then)`
    : "";
}
