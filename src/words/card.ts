import type { CardSheet } from "#contract/card.ts";
import { printLiquid, printNumber } from "#core/units";

/** A card's name wherever it is listed. */
export function cardTitle({ input, result, madeWith }: CardSheet, draft: boolean): string {
  const pot = printLiquid(result.rounded.yieldG, "g", { decimals: 0 });
  return `${madeWith.coffee}, ${input.serve}, ${pot} on ${madeWith.brewer}${draft ? " (draft)" : ""}`;
}

/** How figures are printed on this card: its reader's units. */
export interface CardPrinters {
  readonly mass: (massG: number) => string;
  readonly liquid: (massG: number) => string;
  readonly temp: (tempC: number) => string;
}

/** A brewer's setting as its panel says it. */
export function printSetting(settingG: number): string {
  return `${printNumber(settingG / 1000, 2)} l`;
}

/** What to do, in working order. */
export function stepsOf(
  { input, result, dial, madeWith }: CardSheet,
  print: CardPrinters,
): readonly string[] {
  const { doseG, brewWaterG, bypassG, iceG, yieldG, settingG } = result.rounded;
  const { brewer, vessel, filter, waterTempC, iceSource } = madeWith;
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
  if (dial)
    steps.push(`Set ${dial.grinder} to ${printNumber(dial.setting, 1)} and grind ${print.mass(doseG)}.`);
  else steps.push(`Grind ${print.mass(doseG)}.`);
  steps.push("Put the coffee in and level the bed; do not press it.");
  if (!hot)
    steps.push(
      `Zero the scale under the empty ${vessel}, then weigh in ${print.mass(iceG)} of ice${iceSource ? ` from the ${iceSource}` : ""} with a clean scoop.`,
    );
  if (!(hot || batch)) steps.push(`Set the dripper over the ice and zero the scale.`);
  if (hot && !batch) steps.push(`Set the dripper on the ${vessel} and zero the scale.`);
  steps.push(
    batch
      ? `Set ${brewer} to ${printSetting(settingG ?? brewWaterG)} at ${print.temp(waterTempC)} and start it.`
      : `Pour ${print.liquid(brewWaterG)} of water at ${print.temp(waterTempC)}, as the recipe says.`,
  );
  if (bypassG > 0) steps.push(`Add ${print.liquid(bypassG)} of hot water beside the bed.`);
  if (hot)
    steps.push(`Weigh it: about ${print.liquid(yieldG)}. Swirl or stir, so that top and bottom taste alike.`);
  else steps.push(`Swirl until the ice has melted. Weigh it: about ${print.liquid(yieldG)}.`);
  steps.push("Taste it, and again when it has cooled a little.");
  steps.push("Put the lid on and note the time.");
  return steps;
}

/** What can hurt, in few words, where it applies. */
export function cautionsOf({ input, madeWith }: CardSheet): readonly string[] {
  const cautions = ["Water and steam scald: carry a full pot with both hands and its lid on."];
  if (input.serve === "iced") {
    if (madeWith.vesselKind === "glass")
      cautions.push("Hot coffee can break cold glass: use a server rated for it.");
    cautions.push("Ice is food: a clean scoop, no hands, no glass as a scoop.");
    cautions.push(
      "Chilled coffee: keep to the times and temperatures of your local food code, and label it.",
    );
  } else if (madeWith.vesselKind === "glass") cautions.push("Ice or cold water can break hot glass.");
  return cautions;
}
