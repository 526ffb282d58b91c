import fc from "fast-check";
import { expect, test } from "vitest";
import { fail, must } from "#core/result";
import { brewableSheets } from "#tests/arbitraries/sheet.ts";
import {
  bandsOf,
  exactSheet,
  type PinName,
  type Pins,
  pinFigure,
  pinSetsOf,
  pinsOf,
  solvePins,
} from "./index.ts";

const GIVEN = { serve: "hot" as const, retentionGPerG: 2.12, extractionPct: 20 };
const FULMAR = (pins: Pins) => solvePins(pins, GIVEN);
const START = [
  { name: "brewRatio" as const, value: 16 },
  { name: "yieldG" as const, value: 2850 },
];

test("a pinned figure is edited in place and keeps its age", () => {
  expect(must(pinFigure(START, { name: "brewRatio", value: 15 }, FULMAR))).toEqual({
    pins: [{ name: "brewRatio", value: 15 }, START[1]],
  });
});

test("a list of pins and pins by name are one another", () => {
  expect(pinSetsOf(pinsOf(START))).toEqual(expect.arrayContaining(START));
  expect(pinSetsOf({})).toEqual([]);
  fc.assert(
    fc.property(fc.dictionary(fc.constantFrom("doseG", "yieldG", "iceG"), fc.nat()), (pins) => {
      expect(pinsOf(pinSetsOf(pins))).toEqual({ ...pins });
    }),
  );
});

test("a free figure is pinned and the oldest pin gives way, if what is left can be solved", () => {
  const dose = must(pinFigure(START, { name: "doseG", value: 190 }, FULMAR));
  expect(dose.freed).toBe("brewRatio");
  // Strength is a ratio too: beside a yield ratio it would fight, so the younger dose gives way.
  const old = [
    { name: "yieldRatio" as const, value: 13.9 },
    { name: "doseG" as const, value: 190 },
  ];
  expect(must(pinFigure(old, { name: "strengthPct", value: 1.3 }, FULMAR)).freed).toBe("yieldRatio");
});

test("a bypass is one pin more, and nothing gives way for it", () => {
  const { pins, freed } = must(pinFigure(START, { name: "bypassG", value: 300 }, FULMAR));
  expect([pins.length, freed]).toEqual([3, undefined]);
});

test("a pin that a service stands on never gives way, however old", () => {
  const dose = { name: "doseG" as const, value: 190 };
  expect(must(pinFigure(START, dose, FULMAR, ["brewRatio"]))).toEqual({
    pins: [START[0], dose],
    freed: "yieldG",
  });
  expect(pinFigure(START, dose, FULMAR, ["brewRatio", "yieldG"])).toMatchObject({
    failure: { code: "tooManyPins" },
  });
});

test("pins keep their age: the newest stands last, the others as they stood", () => {
  const names = (list: readonly { readonly name: PinName }[]) => list.map(({ name }) => name);
  const bypass = must(pinFigure(START, { name: "bypassG", value: 300 }, FULMAR)).pins;
  expect(names(bypass)).toEqual(["brewRatio", "yieldG", "bypassG"]);
  const dose = must(pinFigure(bypass, { name: "doseG", value: 180 }, FULMAR));
  expect([dose.freed, ...names(dose.pins)]).toEqual(["brewRatio", "yieldG", "bypassG", "doseG"]);
  // Edited again, the oldest is still the oldest, and the first to give way.
  const edited = must(pinFigure(dose.pins, { name: "yieldG", value: 2500 }, FULMAR)).pins;
  expect(must(pinFigure(edited, { name: "brewWaterG", value: 2600 }, FULMAR)).freed).toBe("yieldG");
});

test("of several failures that of the first release is told, and no clash of pins where a figure is impossible", () => {
  const tried: string[] = [];
  const solves = (pins: Pins) => {
    const names = Object.keys(pins).sort().join();
    tried.push(names);
    const code = names === "brewRatio,doseG,yieldG" ? "dependentPins" : `without ${names}`;
    return fail({ code });
  };
  const refused = pinFigure(START, { name: "doseG", value: 1 }, solves);
  expect(tried).toEqual(["brewRatio,doseG,yieldG", "doseG,yieldG", "brewRatio,doseG"]);
  expect(refused).toEqual(fail({ code: "without doseG,yieldG" }));
});

test("what no release makes possible is said, and says why", () => {
  const more = pinFigure(START, { name: "brewRatio", value: 2 }, FULMAR);
  expect(more).toMatchObject({ failure: { code: "bedHoldsAllWater" } });
  expect(pinFigure(START, { name: "iceG", value: 100 }, FULMAR)).toMatchObject({
    failure: { code: "pinNeedsIced" },
  });
});

test("whatever figure of a sheet is pinned to what it already is, the sheet stays the same", () => {
  const names: readonly PinName[] = ["doseG", "brewWaterG", "yieldG", "brewRatio", "strengthPct"];
  fc.assert(
    fc.property(brewableSheets, fc.constantFrom(...names), ({ input, figures }, name) => {
      const list = Object.entries(input.pins).map(([pin, value]) => ({
        name: pin as PinName,
        value: value!,
      }));
      const pinned = pinFigure(list, { name, value: figures[name as keyof typeof figures]! }, (pins) =>
        solvePins(pins, input),
      );
      fc.pre(pinned.ok);
      const again = must(exactSheet({ ...input, pins: pinsOf(must(pinned).pins) }));
      expect(again.doseG / figures.doseG).toBeCloseTo(1, 5);
      expect(again.yieldG / figures.yieldG).toBeCloseTo(1, 5);
    }),
  );
});

test("the bands of a list are those of the pins that have one", () => {
  const yieldPin = { name: "yieldG", value: 2400 } as const;
  const ratioPin = { name: "brewRatio", value: 16, band: [15.5, 16.5] } as const;
  expect(bandsOf([yieldPin])).toBeUndefined();
  expect(bandsOf([yieldPin, ratioPin])).toEqual({ brewRatio: [15.5, 16.5] });
});
