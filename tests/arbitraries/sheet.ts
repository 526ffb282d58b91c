import fc from "fast-check";
import {
  exactSheet,
  PIN_NAMES,
  type PinName,
  type Pins,
  type SheetFigures,
  type SheetInput,
} from "#core/sheet";

/** Fulmar's settings, as measured. */
export const FULMAR_WATER = { stepG: 100, slope: 0.976, interceptG: 8, minSettingG: 1200, maxSettingG: 3600 };

export const HEAT = { dripTempC: 77, iceTempC: -1, iceWetShare: 0.08, vesselJPerK: 350, vesselTempC: 21 };

const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true, noDefaultInfinity: true });

/** A sheet that can be brewed, its figures, and pins read off them that settle it. */
export interface Brewable {
  readonly input: SheetInput;
  readonly figures: SheetFigures;
}

const heat = fc.record({
  dripTempC: figure(60, 95),
  bypassTempC: figure(4, 95),
  iceTempC: figure(-20, 0),
  iceWetShare: figure(0, 0.3),
  vesselJPerK: figure(0, 1000),
  vesselTempC: figure(0, 40),
});

const masses = fc.record({
  serve: fc.constantFrom("hot" as const, "iced" as const),
  doseG: figure(15, 230),
  retentionGPerG: figure(1.6, 2.6),
  hotRatio: figure(6, 18),
  bypassShare: fc.option(figure(0.02, 0.4), { nil: undefined }),
  iceShare: figure(0.02, 0.3),
  extractionPct: figure(15, 24),
  heat,
});

/** All ways to pin a sheet: the right number of names for how it is served, bypass included where it is used. */
const manyNames = fc.shuffledSubarray([...PIN_NAMES], { minLength: 4, maxLength: PIN_NAMES.length });

/** Sheets that can be brewed, each settled by pins chosen among all twelve. */
export const brewableSheets: fc.Arbitrary<Brewable> = fc
  .tuple(masses, manyNames)
  .map(([drawn, order]): Brewable | undefined => {
    const { serve, doseG, retentionGPerG, hotRatio, bypassShare = 0, iceShare, extractionPct } = drawn;
    const hotG = doseG * hotRatio;
    const bypassG = bypassShare * hotG;
    const iceG = serve === "hot" ? 0 : (iceShare / (1 - iceShare)) * hotG;
    const given = { serve, retentionGPerG, extractionPct, heat: drawn.heat };
    const byMass: Pins = {
      doseG,
      brewWaterG: hotG - bypassG,
      ...(bypassG > 0 && { bypassG }),
      ...(serve === "iced" && { iceG }),
    };
    const figures = exactSheet({ ...given, pins: byMass });
    if (!figures.ok) return undefined;
    const pins = settle(figures.value, given, bypassG > 0, order);
    return pins && { input: { ...given, pins }, figures: figures.value };
  })
  .filter((drawn) => drawn !== undefined);

/** The first names in `order` that settle the sheet, with the values that it has. */
function settle(
  figures: SheetFigures,
  given: Omit<SheetInput, "pins">,
  bypass: boolean,
  order: readonly PinName[],
): Pins | undefined {
  const values: Record<PinName, number | undefined> = {
    ...figures,
    strengthPct: figures.strengthPct,
    finalTempC: figures.finalTempC || undefined,
    bypassShare: figures.bypassG / (figures.brewWaterG + figures.bypassG),
  };
  const needed = (given.serve === "hot" ? 2 : 3) + (bypass ? 1 : 0);
  const bypassPins = order.filter((name) => name === "bypassG" || name === "bypassShare").slice(0, 1);
  if (bypass && bypassPins.length === 0) return undefined;
  const others = order.filter(
    (name) =>
      name !== "bypassG" &&
      name !== "bypassShare" &&
      values[name] !== undefined &&
      (given.serve === "iced" || (name !== "iceG" && name !== "iceShare" && name !== "finalTempC")),
  );
  let names: PinName[] = bypass ? [...bypassPins] : [];
  for (const name of others) {
    if (names.length === needed) break;
    const tried = Object.fromEntries([...names, name].map((each) => [each, values[each]]));
    const solved = exactSheet({ ...given, pins: tried });
    const full = names.length + 1 === needed;
    if (solved.ok ? full : !full && solved.failure.code === "tooFewPins") names = [...names, name];
  }
  return names.length === needed ? Object.fromEntries(names.map((name) => [name, values[name]])) : undefined;
}

/** Steps that a bench might have, with the settings of a brewer. */
export const roundings = fc.record(
  {
    doseG: fc.constantFrom(0.1, 0.5, 1, 2),
    bypassG: fc.constantFrom(5, 10, 25),
    iceG: fc.constantFrom(10, 50, 100),
    brewWater: fc.constantFrom(FULMAR_WATER, { stepG: 50, slope: 1.021, interceptG: -3 }, { stepG: 10 }),
  },
  { requiredKeys: [] },
);
