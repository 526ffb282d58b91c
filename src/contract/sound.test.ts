import { describe, expect, test } from "vitest";
import { FIELDS, THING_KINDS, type ThingKind } from "./fields.ts";
import { unsound } from "./sound.ts";
import { keptThing } from "./things.ts";
import { typicalsOf } from "./typical.ts";

const TODAY = "2026-07-14";
const ID = "0190a5c0-0000-7000-8000-000000000099";
/** A typical thing with every field that is not said empty, or at its first choice. */
const whole = (kind: ThingKind, figures: object) => ({
  ...Object.fromEntries(
    Object.entries(FIELDS[kind]).map(([name, spec]) => [
      name,
      spec.type === "choice" ? spec.options[0] : spec.type === "yes" ? false : null,
    ]),
  ),
  ...(kind === "brewer" && { filterId: ID }),
  ...figures,
});

describe("typical things", () => {
  test.each(THING_KINDS.flatMap((kind) => typicalsOf(kind).map((typical) => ({ kind, ...typical }))))(
    "a $figures.name can be kept as it is",
    ({ kind, figures, aspects }) => {
      const thing = { kind, id: ID, revision: 0, figures: whole(kind, figures), typical: aspects };
      expect(keptThing.safeParse(thing).error?.issues).toBeUndefined();
      expect(unsound(kind, whole(kind, figures) as never, TODAY)).toBeUndefined();
    },
  );
});

describe("figures that cannot stand together", () => {
  const first = (kind: ThingKind, change: object) =>
    unsound(kind, { ...whole(kind, typicalsOf(kind)[0]?.figures ?? {}), ...change } as never, TODAY);

  test.each([
    ["vessel", { workingG: 2001 }, "workingAboveBrim", { workingG: 2000 }],
    ["brewer", { topDiameterMm: 104 }, "topNarrower", { topDiameterMm: 105 }],
    ["brewer", { bottomDiameterMm: 0 }, "flatWithoutBottom", { bottomDiameterMm: 0, shape: "cone" }],
    [
      "brewer",
      { heightMm: null },
      "basketHalfMeasured",
      { topDiameterMm: null, bottomDiameterMm: null, heightMm: null },
    ],
    ["brewer", { minSettingG: 1901 }, "settingsTurned", { minSettingG: 1900 }],
    ["brewer", { doseMinG: 126 }, "dosesTurned", { doseMinG: 125 }],
    ["brewer", { preferredMinG: 900, preferredMaxG: 800 }, "preferredTurned", { preferredMinG: 900 }],
    ["brewer", { bedDepthMinMm: 40, bedDepthMaxMm: 20 }, "depthsTurned", { bedDepthMinMm: 20 }],
    ["grinder", { dialStep: 0.7 }, "stepDoesNotDivide", { dialStep: 0.1 }],
    ["grinder", { dialMax: 0 }, "dialTurned", { dialMax: 12 }],
    ["coffee", { roastedOn: "2026-07-15" }, "inTheFuture", { roastedOn: TODAY }],
    ["water", { testedOn: "2027-01-01" }, "inTheFuture", { testedOn: null }],
    ["scale", { checkedOn: TODAY, checkWeightG: 1000, capacityG: 3000 }, "checkHalf", { checkedOn: null }],
    [
      "scale",
      { checkedOn: TODAY, checkWeightG: 3001, checkReadG: 3000, capacityG: 3000 },
      "aboveCapacity",
      { checkedOn: TODAY, checkWeightG: 3000, checkReadG: 3000, capacityG: 3000 },
    ],
    ["care", {}, "neverDue", { everyDays: 1 }],
    ["care", { everyL: 100 }, "whoseLitres", { everyL: 100, brewerId: ID }],
    ["care", { everyKg: 100 }, "whoseKg", { everyKg: 100, grinderId: ID }],
    ["cup", { volumeMl: 350, fillG: 351 }, "fillAboveCup", { volumeMl: 350, fillG: 350 }],
  ] as const)("%s %j: %s; and %j can", (kind, wrong, code, right) => {
    expect(first(kind, wrong)?.code).toBe(code);
    expect(first(kind, right)).toBeUndefined();
  });
});

test("a message with a field too many, a word for a number or out of range is no thing", () => {
  const [typical] = typicalsOf("vessel");
  const thing = (figures: object) => ({
    kind: "vessel",
    id: ID,
    revision: 0,
    figures: whole("vessel", { ...typical!.figures, ...figures }),
  });
  expect(keptThing.safeParse(thing({})).success).toBe(true);
  for (const wrong of [
    { brimG: "2000" },
    { brimG: 49 },
    { brimG: Number.NaN },
    { colour: "red" },
    { kind: "bucket" },
  ]) {
    expect(keptThing.safeParse(thing(wrong)).success, JSON.stringify(wrong)).toBe(false);
  }
});
