import type { AnyFigures, ThingKind } from "./fields.ts";

/** Why figures that are each in range cannot stand together; said at `field`. */
export type Unsound =
  | {
      readonly code:
        | "workingAboveBrim"
        | "basketHalfMeasured"
        | "topNarrower"
        | "flatWithoutBottom"
        | "settingsTurned"
        | "cupUnknown"
        | "dosesTurned"
        | "preferredTurned"
        | "depthsTurned"
        | "dialTurned"
        | "inTheFuture"
        | "checkHalf"
        | "aboveCapacity"
        | "neverDue"
        | "whoseLitres"
        | "whoseKg"
        | "fillAboveCup";
      readonly field: string;
    }
  | { readonly code: "stepDoesNotDivide"; readonly field: string; readonly steps: number };

/** A step such as 0.1 has no exact binary value: so near to a whole number of steps counts as one. */
const STEP_SLACK = 1e-6;

/** A basket is measured whole, or not at all. */
const BASKET = ["topDiameterMm", "bottomDiameterMm", "heightMm"] as const;

/**
 * Faults of a thing's figures taken together.
 *
 * @param today ISO date at the site
 */
export function unsound(kind: ThingKind, figures: AnyFigures, today: string): Unsound | undefined {
  const n = (name: string) => figures[name] as number | null;
  /** Both known, and the first above the second. */
  const turned = (low: string, high: string) => {
    const [a, b] = [n(low), n(high)];
    return a !== null && b !== null && a > b;
  };
  const future = (field: string) => {
    const day = figures[field];
    return typeof day === "string" && day > today ? ({ code: "inTheFuture", field } as const) : undefined;
  };
  const missing = BASKET.filter((name) => n(name) === null);
  const halfMeasured = missing.length < BASKET.length ? missing[0] : undefined;
  switch (kind) {
    case "vessel":
      return turned("workingG", "brimG") ? { code: "workingAboveBrim", field: "workingG" } : undefined;
    case "brewer":
      if (halfMeasured) return { code: "basketHalfMeasured", field: halfMeasured };
      if (turned("bottomDiameterMm", "topDiameterMm")) return { code: "topNarrower", field: "topDiameterMm" };
      if (figures.shape === "flat" && n("bottomDiameterMm") === 0)
        return { code: "flatWithoutBottom", field: "bottomDiameterMm" };
      if (turned("minSettingG", "maxSettingG")) return { code: "settingsTurned", field: "maxSettingG" };
      if (figures.marks === "cups" && n("cupMarkG") === null)
        return { code: "cupUnknown", field: "cupMarkG" };
      if (turned("doseMinG", "doseMaxG")) return { code: "dosesTurned", field: "doseMaxG" };
      if (turned("preferredMinG", "preferredMaxG"))
        return { code: "preferredTurned", field: "preferredMaxG" };
      if (turned("bedDepthMinMm", "bedDepthMaxMm")) return { code: "depthsTurned", field: "bedDepthMaxMm" };
      return undefined;
    case "grinder": {
      const [least, most, step] = [n("dialMin")!, n("dialMax")!, n("dialStep")!];
      if (!(least < most)) return { code: "dialTurned", field: "dialMax" };
      const steps = (most - least) / step;
      return Math.abs(steps - Math.round(steps)) > STEP_SLACK || steps < 1
        ? { code: "stepDoesNotDivide", field: "dialStep", steps }
        : undefined;
    }
    case "coffee":
      return future("roastedOn");
    case "water":
      return future("testedOn");
    case "scale": {
      const known = [figures.checkedOn, figures.checkWeightG, figures.checkReadG];
      const some = known.filter((each) => each !== null).length;
      if (some > 0 && some < known.length) return { code: "checkHalf", field: "checkReadG" };
      if (turned("checkWeightG", "capacityG")) return { code: "aboveCapacity", field: "checkWeightG" };
      return future("checkedOn");
    }
    case "care":
      if (n("everyDays") === null && n("everyL") === null && n("everyKg") === null)
        return { code: "neverDue", field: "everyDays" };
      if (n("everyL") !== null && figures.brewerId === null)
        return { code: "whoseLitres", field: "brewerId" };
      if (n("everyKg") !== null && figures.grinderId === null) return { code: "whoseKg", field: "grinderId" };
      return undefined;
    case "cup":
      return turned("fillG", "volumeMl") ? { code: "fillAboveCup", field: "fillG" } : undefined;
    default:
      return undefined;
  }
}
