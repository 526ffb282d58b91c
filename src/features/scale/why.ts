import type { GlassPin, IcedSheet } from "#core/iced";
import { printNumber } from "#core/units";
import type { Chosen } from "#scaling/choice";
import type { FigureName } from "./figures.ts";

const n = (value: number, decimals = 1) => printNumber(value, decimals);

interface WhyInput {
  readonly sheet: Pick<IcedSheet, "exact" | "rounded">;
  readonly chosen: Chosen;
  /** Pins that are said of the glass. */
  readonly inGlass?: readonly GlassPin[] | undefined;
  readonly extraction: Extraction;
}

/** The extraction that a sheet counts with: forecast for this very brew, from a metered cup, or guessed. */
export interface Extraction {
  readonly pct: number;
  readonly guess: boolean;
  readonly forecast?: boolean;
}

/** Where a figure comes from: its formula with the figures in it, and what rounding did to it. */
export function whyOf(name: FigureName, input: WhyInput): readonly string[] {
  const server = whyInServer(name, input);
  return input.inGlass?.some((pin) => pin === name) ? [OF_THE_GLASS, ...server] : server;
}

const OF_THE_GLASS =
  "Said of a glass at the first sip: what melts in it, and what tops it, makes the difference to the server, which comes about so:";

function whyInServer(
  name: FigureName,
  { sheet: { exact, rounded }, chosen, extraction }: WhyInput,
): readonly string[] {
  const { doseG, brewWaterG, bypassG, iceG, yieldG } = rounded;
  const { brewer } = chosen;
  const retainedGPerG = brewer.retentionGPerG;
  const water =
    iceG > 0 ? `${n(brewWaterG)} + ${n(bypassG)} + ${n(iceG)}` : `${n(brewWaterG)} + ${n(bypassG)}`;
  const rounds = (massG: number, to: number) =>
    Math.abs(massG - to) < 0.05
      ? []
      : [`Exactly it would be ${n(massG)} g; this is the nearest that can be weighed or set.`];
  switch (name) {
    case "yieldG":
      return [
        `All water less what the bed keeps: ${water} − ${n(retainedGPerG, 2)} × ${n(doseG)} = ${n(yieldG)} g.`,
        `${brewer.name} keeps ${n(retainedGPerG, 2)} g of water per gram of coffee.`,
        ...rounds(exact.yieldG, yieldG),
      ];
    case "doseG":
      return [
        `All water less what comes out, over what a gram keeps: (${water} − ${n(yieldG)}) ÷ ${n(retainedGPerG, 2)} = ${n(doseG)} g.`,
        ...rounds(exact.doseG, doseG),
      ];
    case "brewWaterG":
      return [
        `What comes out and what the bed keeps, less bypass and ice: ${n(yieldG)} + ${n(retainedGPerG, 2)} × ${n(doseG)} − ${n(bypassG)} − ${n(iceG)} = ${n(brewWaterG)} g.`,
        `${brewer.name} delivers ${n(brewer.lattice.slope, 3)} × its setting + ${n(brewer.lattice.interceptG)} g.`,
        ...rounds(exact.brewWaterG, brewWaterG),
      ];
    case "bypassG":
      return [
        `Water beside the bed: nothing unless you pin it. Share of brew water and bypass: ${n((100 * bypassG) / (brewWaterG + bypassG))} %.`,
      ];
    case "iceG":
      return [
        `Ice of all water: ${n(iceG)} ÷ (${water}) = ${n(100 * rounded.iceShare)} %.`,
        ...rounds(exact.iceG, iceG),
      ];
    case "iceShare":
      return [`Ice of all water: ${n(iceG)} ÷ (${water}) = ${n(100 * rounded.iceShare)} %.`];
    case "brewRatio":
      return [
        `Hot water over coffee, without ice: ${n(brewWaterG + bypassG)} ÷ ${n(doseG)} = ${n(rounded.brewRatio, 2)}.`,
      ];
    case "totalRatio":
      return [
        `All water, ice counted, over coffee: ${n(brewWaterG + bypassG + iceG)} ÷ ${n(doseG)} = ${n(rounded.totalRatio, 2)}.`,
      ];
    case "strengthPct":
      return [
        `Extraction times coffee over what comes out: ${n(extraction.pct, 2)} % × ${n(doseG)} ÷ ${n(yieldG)} = ${n(rounded.strengthPct ?? 0, 2)} %.`,
        extraction.forecast
          ? "The extraction is what the forecast gives for this very brew: dose, water, ice and grind are worked out with it."
          : extraction.guess
            ? "The extraction is the house's guess: no cup of this recipe was metered."
            : "The extraction is the source cup's, metered; a pot may extract otherwise.",
      ];
    case "finalTempC":
      return [
        `The heat of ${n(brewWaterG - retainedGPerG * doseG)} g of hot coffee and of the vessel against ${n(iceG)} g of ice: ${n(rounded.finalTempC ?? 0)} °C when it has melted.`,
        "No heat is counted from the room.",
      ];
  }
}
