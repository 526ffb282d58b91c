import type { RescueInput } from "./rescue.ts";

/** One thing that went wrong with a pot. */
export const WENT_KINDS = [
  "extraWater",
  "lessWater",
  "liftedEarly",
  "spilt",
  "rinseLeft",
  "iceExtra",
  "iceShort",
  "cooked",
  "doseOff",
  "extractionOff",
  "mixed",
] as const;
export type WentKind = (typeof WENT_KINDS)[number];

export type Went =
  /** By so much, g: more or less water, spilt, left in the server, ice beyond the sheet's or short of it, evaporated. */
  | {
      readonly kind: Exclude<WentKind, "doseOff" | "extractionOff" | "mixed">;
      readonly g: number;
    }
  /** Coffee beyond the sheet's dose, g; below 0 where it was less. */
  | { readonly kind: "doseOff"; readonly g: number }
  /** Ground at another setting or brewed too cool: what the forecast gives then, % of the dose. */
  | { readonly kind: "extractionOff"; readonly extractionPct: number }
  /** Topped up with another pot: so much of it, g, at its strength, %. */
  | { readonly kind: "mixed"; readonly g: number; readonly strengthPct: number };

/** Coffee as it stands in the pot, g. */
export interface Standing {
  readonly liquidG: number;
  readonly solidsG: number;
}

/** What is in the pot after it went wrong; all ice counted as melted. */
export function afterIt({
  sheet: { doseG, yieldG },
  retentionGPerG,
  extractionPct,
  lateStrengthPct,
  went,
}: Pick<RescueInput, "sheet" | "retentionGPerG" | "extractionPct" | "lateStrengthPct" | "went">): Standing {
  const extracted = extractionPct / 100;
  const solidsG = extracted * doseG;
  const late = lateStrengthPct / 100;
  switch (went.kind) {
    case "extraWater":
      return { liquidG: yieldG + went.g, solidsG: solidsG + went.g * late };
    case "lessWater":
    case "liftedEarly":
      return { liquidG: yieldG - went.g, solidsG: solidsG - went.g * late };
    case "spilt":
      return { liquidG: yieldG - went.g, solidsG: solidsG * (1 - went.g / yieldG) };
    case "rinseLeft":
    case "iceExtra":
      return { liquidG: yieldG + went.g, solidsG };
    case "cooked":
    case "iceShort":
      return { liquidG: yieldG - went.g, solidsG };
    case "doseOff":
      return { liquidG: yieldG - retentionGPerG * went.g, solidsG: extracted * (doseG + went.g) };
    case "extractionOff":
      return { liquidG: yieldG, solidsG: (went.extractionPct / 100) * doseG };
    case "mixed":
      return { liquidG: yieldG + went.g, solidsG: solidsG + (went.g * went.strengthPct) / 100 };
  }
}
