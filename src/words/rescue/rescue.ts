import type { RescueMove, WentKind } from "#core/rescue";
import type { Serve } from "#core/sheet";
import { printPct } from "#core/units";

/** What went wrong, as it is tapped, and what is asked of it. */
export const WENT_WORDS: {
  readonly [kind in WentKind]: { readonly label: string; readonly by: string };
} = {
  extraWater: { label: "too much water", by: "more water than on the card" },
  lessWater: { label: "water left in the tank", by: "water still in the tank" },
  liftedEarly: { label: "lifted too early", by: "short of what should have come out" },
  spilt: { label: "spilt", by: "spilt" },
  rinseLeft: { label: "rinse water left in the server", by: "rinse water" },
  iceExtra: { label: "too much ice", by: "more ice than on the card" },
  iceShort: { label: "too little ice", by: "short of the card's ice" },
  cooked: { label: "cooked on the plate", by: "less than was there: it evaporated" },
  doseOff: { label: "another dose", by: "weighed instead" },
  extractionOff: { label: "wrong dial, or water too cool", by: "extraction it comes to" },
  mixed: { label: "poured into another pot", by: "of the other pot" },
};

/** Figures as the reader has them. */
export interface RescuePrinters {
  readonly printMass: (massG: number) => string;
  readonly printLiquid: (massG: number) => string;
  readonly printTemp: (tempC: number) => string;
}

/** Water and ice are poured to the gram, coffee below 60 g to a tenth. */
const FINE_BELOW_G = 60;
function weighed(doseG: number): number {
  return doseG < FINE_BELOW_G ? Math.round(10 * doseG) / 10 : Math.round(doseG);
}

/** A move, as it is done. */
export function moveSentence(move: RescueMove, print: RescuePrinters): string {
  const { waterG = 0, iceG = 0, doseG = 0, brewWaterG = 0, g = 0 } = move;
  const printLiquid = (massG: number) => print.printLiquid(Math.round(massG));
  const printMass = (massG: number) => print.printMass(Math.round(massG));
  switch (move.kind) {
    case "brewOn":
      return `Run the ${printLiquid(brewWaterG)} that are left through the bed.`;
    case "addIce":
      return `Add ${printMass(iceG)} of ice, and swirl until it has melted.`;
    case "addWater":
      return `Add ${printLiquid(waterG)} of water.`;
    case "blend":
      return `Brew ${print.printMass(weighed(doseG))} of coffee with ${printLiquid(brewWaterG)} of water, and add it.`;
    case "asIs":
      return "Serve it as it is, and say so.";
    case "pourOff":
      return `Pour ${printLiquid(g)} off.`;
    case "pourAway":
      return "Pour it away, and brew it again.";
  }
}

/** What follows from a move: amount, strength, warmth, and whether the vessel takes it. */
export function moveReason(move: RescueMove, { printLiquid, printTemp }: RescuePrinters): string {
  if (move.kind === "pourAway") return "All of it is lost.";
  const parts = [
    printLiquid(Math.round(move.liquidG)),
    move.strengthPct !== undefined && `strength ${printPct(move.strengthPct)}`,
    move.tempC !== undefined && printTemp(move.tempC),
    move.fits === false && "more than the vessel holds: pour some off first, or serve some now",
  ];
  return parts.filter(Boolean).join(", ");
}

/** What somebody who mends a pot must look out for. */
export function rescueCaution(kind: WentKind, serve: Serve): string | undefined {
  switch (kind) {
    case "extraWater":
      return "A pot over its brim scalds: stop the water first, and do not carry it full.";
    case "lessWater":
      return "Never lift the basket while water stands in it, nor reach under the spray: let it run through first.";
    case "liftedEarly":
      return "A dripping basket scalds: set it down in a tray, and carry it with both hands.";
    case "iceShort":
    case "iceExtra":
      return "Ice into hot glass can break it: only into a vessel made for it, with a clean scoop.";
    case "cooked":
      return "Cooked coffee is not thinned: it keeps that taste.";
    case "mixed":
      return "The earlier of the two pour-away times counts for all of it.";
    case "spilt":
      return serve === "hot" ? "Hot coffee on the floor: warn the others, then mop it up." : undefined;
    default:
      return undefined;
  }
}

/** More went missing than there was. */
export function nothingLeftSentence(): string {
  return "Nothing would be left of this pot: it is less than went missing. Take a smaller figure, or brew it again.";
}
