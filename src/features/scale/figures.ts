import type { PinName } from "#core/sheet";
import type { FigureKindName } from "#ui/figure/kinds.ts";

/** A pinned figure: its name on the drawing, and how it is typed, printed and nudged. */
export interface Figure {
  readonly label: string;
  readonly kind: FigureKindName;
  /** Step of an arrow key, in the pin's unit, where the bench has no step of its own. */
  readonly nudge: number;
}

export const FIGURES = {
  doseG: { label: "coffee", kind: "g", nudge: 1 },
  brewWaterG: { label: "brew water", kind: "liquidG", nudge: 10 },
  bypassG: { label: "bypass", kind: "liquidG", nudge: 10 },
  iceG: { label: "ice", kind: "g", nudge: 1 },
  yieldG: { label: "coffee in the pot", kind: "liquidG", nudge: 10 },
  brewRatio: { label: "ratio, hot water", kind: "ratio", nudge: 0.1 },
  totalRatio: { label: "ratio, ice counted", kind: "ratio", nudge: 0.1 },
  iceShare: { label: "ice, of all water", kind: "share", nudge: 0.01 },
  strengthPct: { label: "strength", kind: "%", nudge: 0.01 },
  finalTempC: { label: "when melted", kind: "°C", nudge: 1 },
} as const satisfies { readonly [name in PinName]?: Figure };

export type FigureName = keyof typeof FIGURES;
