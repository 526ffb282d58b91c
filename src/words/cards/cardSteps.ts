import type { CardSheet } from "#contract/card.ts";
import { printNumber, printPct, printTime } from "#core/units";
import { counted, type Printers } from "#words/figures";
import { GLASS_WORDS, swirlTime } from "#words/iced";

/** A card, and how its figures are printed. */
interface PrintedCard {
  readonly sheet: CardSheet;
  readonly print: Printers;
}

const whole = (print: (massG: number) => string, massG: number) => print(Math.round(massG));

/** Steps before an iced card brews: ice where it is wanted, and nothing hot near it yet. */
export function icedBefore({ sheet, print }: PrintedCard): readonly string[] {
  const { chosen, iced } = sheet;
  const { iceG, bypassG } = sheet.result.rounded;
  const { vessel, iceSource, brewerKind } = sheet.madeWith;
  const from = iceSource ? ` from the ${iceSource}` : "";
  const { method } = chosen.iced;
  const two = chosen.iced.servers === 2;
  const weigh = two
    ? `Zero the scale under each of two empty ${vessel}s, then weigh ${print.mass(iceG / 2)} of ice${from} into each with a clean scoop.`
    : `Zero the scale under the empty ${vessel}, then weigh in ${print.mass(iceG)} of ice${from} with a clean scoop.`;
  switch (method) {
    case "onIce":
    case "withWater": {
      const cold =
        bypassG > 0 && method === "withWater"
          ? [`Add ${print.liquid(bypassG)} of cold water to the ice.`]
          : [];
      const over =
        brewerKind === "batch"
          ? []
          : iced?.apart && iced.apart.massG >= 1
            ? ["Set the dripper over a small cup first, away from the ice, and zero the scale."]
            : ["Set the dripper over the ice and zero the scale."];
      return [weigh, ...cold, ...over];
    }
    case "beside":
      return [
        weigh,
        "Keep the ice away from the steam: brew into another vessel, empty and without its rinse.",
      ];
    case "overGlass":
      return ["Brew into a vessel without ice, empty and without its rinse."];
    default:
      return brewerKind === "batch" ? [] : [`Set the dripper on the ${vessel} and zero the scale.`];
  }
}

/** A card's bloom, where it is kept apart: what happens between the first pour and the others. */
export function bloomAside({ sheet: { iced }, print }: PrintedCard): string | undefined {
  if (!iced?.apart || iced.apart.massG < 1) return undefined;
  return `When the bloom has dripped (about ${whole(print.mass, iced.apart.massG)}), set that cup aside, and the dripper over the ice; then zero the scale again.`;
}

/** Steps after an iced card has brewed, until it is cold. */
export function icedAfter({ sheet, print }: PrintedCard): readonly string[] {
  const { chosen, iced } = sheet;
  const { yieldG, iceG } = sheet.result.rounded;
  const { method } = chosen.iced;
  const long = sheet.swirlS === undefined ? "" : `, about ${swirlTime(sheet.swirlS)}`;
  const weigh = `Weigh it: about ${print.liquid(yieldG)}.`;
  switch (method) {
    case "beside":
      return [`Pour all of it over the ice at once, and swirl until the ice has melted${long}. ${weigh}`];
    case "overGlass": {
      const count = iced?.glass?.count ?? 1;
      return [
        `Put ${whole(print.mass, iceG / count)} of ice into each of ${counted(count, "glass", { many: "glasses", decimals: 1 })} with a clean scoop, and pour ${whole(print.liquid, (yieldG - iceG) / count)} of the hot coffee over each: glasses that are rated for it.`,
      ];
    }
    case "bath":
      return iced?.bath
        ? [
            `${weigh} Close it.`,
            `Stand it in ${print.mass(iced.bath.iceG)} of ice and ${whole(print.liquid, iced.bath.waterG)} of water, and turn it for about ${printTime(iced.bath.turnedS)}, until it is at ${print.temp(iced.bath.wantedTempC)}. That ice is not for drinks.`,
          ]
        : [
            weigh,
            "Do not brew it so: this bath does not bring it down to what is wanted. Take more ice, or a vessel of thin steel.",
          ];
    default: {
      const change =
        chosen.iced.servers === 2 ? ["Change the server over when half of the coffee is through."] : [];
      const joins = iced?.apart && iced.apart.massG >= 1 ? ["Pour the bloom's cup in last."] : [];
      return [
        ...change,
        ...joins,
        `Swirl until the ice has melted${long}. ${weigh}`,
        ...leftOver({ sheet, print }),
      ];
    }
  }
}

/** Ice that stays in the server: it goes along, or it is strained off and its mass leaves. */
function leftOver({ sheet, print }: PrintedCard): readonly string[] {
  const left = sheet.result.checks.find(({ code }) => code === "iceLeftOver")?.figures.iceLeftG;
  if (left === undefined) return [];
  const ice = whole(print.mass, left);
  return [
    sheet.chosen.iced.glass === "own"
      ? `About ${ice} of ice stay: they go along into the glasses.`
      : `About ${ice} of ice stay: strain them off before you serve.`,
  ];
}

/** How a glass of it is served. */
export function serveStep({ sheet: { chosen, iced }, print }: PrintedCard): string | undefined {
  if (!iced?.glass || chosen.iced.method === "overGlass") return undefined;
  const { coffeeG, iceG, count, tempC, strengthPct } = iced.glass;
  const { topOffG, topOff, glass } = chosen.iced;
  const ice = iceG > 0 ? ` (${whole(print.mass, iceG)} of ice)` : "";
  const served = GLASS_WORDS[glass === "own" && iceG === 0 ? "bare" : glass];
  const top = topOffG > 0 ? `, topped with ${print.liquid(topOffG)} of ${topOff}` : "";
  return `Serve ${whole(print.liquid, coffeeG)} a glass ${served}${ice}${top}: ${counted(Math.floor(count), "glass", { many: "glasses" })}, at the first sip about ${print.temp(Math.round(tempC))} and ${printPct(strengthPct)}.`;
}

/** All steps of a concentrate: it has no brewer and no bed. */
export function steepSteps({ sheet, print }: PrintedCard): readonly string[] {
  const { steepH, steepKeptH } = sheet.chosen.iced;
  const { doseG, brewWaterG, bypassG, yieldG } = sheet.result.rounded;
  const { dial, iced } = sheet;
  const hours = counted(steepH, "hour");
  const serve = serveStep({ sheet, print });
  const parts = iced?.steep ? `${printNumber(iced.steep.parts, 2)} of cold water to each part of it, ` : "";
  return [
    `A day ahead: grind ${print.mass(doseG)} coarse${dial ? `, ${dial.grinder} ${printNumber(dial.setting, 1)}` : ""}.`,
    `Pour ${print.liquid(brewWaterG)} of cold water on it in a clean vessel with a lid, and stir once, until all of it is wet.`,
    `Cover it, write made and throw-away times on it, and leave it cold for ${hours}.`,
    `Drain it through a clean filter; do not press it. It gives about ${whole(print.liquid, yieldG - bypassG)}.`,
    `Keep it closed and cold, and throw away what is left ${counted(steepKeptH, "hour")} later, or sooner by your local food code.`,
    `When it is served: ${parts}${print.liquid(bypassG)} for all of it, which makes ${whole(print.liquid, yieldG)}.`,
    "Taste it thinned.",
    ...(serve ? [serve] : []),
  ];
}
