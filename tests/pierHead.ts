import type { Bench, BenchRecipe, BenchVessel } from "#contract/bench.ts";
import { USUAL_SETTINGS } from "#contract/house.ts";
import { CHOUGH_CURVE, DUNLIN_CURVE } from "./grinders.ts";
import { LOFT_RECIPE, SLACK_RECIPE } from "./recipes.ts";

/*
 * A part of the demo house's bench, as a page reads it: Fulmar and Chough at Pier Head, with the Rope Loft's two
 * recipes.
 */

const CONE = { shape: "cone" as const, topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 };
export const LOFT_CONE: BenchRecipe = {
  versionId: "loft",
  name: "Loft cone",
  version: 4,
  madeAt: "2026-05-17T09:00:00.000Z",
  coffeeId: "saltmarsh",
  basket: CONE,
  densityGPerMl: 0.4,
  grinder: { id: "dunlin", name: "Dunlin", curve: DUNLIN_CURVE },
  recipeId: "loft-cone",
  state: "standard",
  brewerId: "cone",
  brewer: { kind: "hand", drag: 1.2, sprays: [] },
  ...LOFT_RECIPE,
  pairs: {
    chough: [
      { from: 18, to: 5 },
      { from: 31, to: 9.5 },
      { from: 45, to: 14 },
    ],
  },
  hotWaterG: 352,
  retentionGPerG: 2.23,
};
export const SLACK_WATER: BenchRecipe = {
  ...LOFT_CONE,
  versionId: "slack",
  name: "Slack water",
  ...SLACK_RECIPE,
  hotWaterG: 222,
  retentionGPerG: 2.15,
};
export const DISPENSER: BenchVessel = {
  id: "dispenser",
  name: "dispenser",
  kind: "dispenser",
  iced: false,
  brimG: 3100,
  workingG: 2850,
  vesselJPerK: 420,
  holdMin: 60,
  plate: "none",
  evaporationGPerH: null,
  bathWPerK: null,
  coolingPerS: null,
  typical: [],
};
export const BENCH: Bench = {
  today: "2026-07-14",
  revision: 1,
  site: { id: "pier", name: "Pier Head", timeZone: "Europe/London", altitudeM: 4 },
  sites: [{ id: "pier", name: "Pier Head" }],
  settings: USUAL_SETTINGS,
  brewers: [
    {
      id: "fulmar",
      name: "Fulmar",
      kind: "batch",
      filter: { name: "large basket paper", material: "paper", drag: 1 },
      sprays: [{ upToG: 3600, rateGPerS: 12, bloomPct: 15, bloomS: 30, pulses: 4 }],
      typical: [],
      marks: "litres",
      cupMarkG: null,
      flowSwitch: false,
      doseMinG: null,
      sprayTempC: null,
      bypassMaxPct: 35,
      basket: { shape: "flat", topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 },
      lattice: { stepG: 100, slope: 0.976, interceptG: 8, minSettingG: 1200, maxSettingG: 3600 },
      doseMaxG: 230,
      preferredMinG: 2000,
      preferredMaxG: 3400,
      bedDepthMinMm: 20,
      bedDepthMaxMm: 40,
      ending: "drained",
      retentionGPerG: 2.12,
      retentionFrom: "typed",
      dripDropC: 15,
      besideDropC: null,
      rinseG: 300,
      cycleMin: 7,
      rinseMin: 1,
    },
  ],
  vessels: [
    DISPENSER,
    { ...DISPENSER, id: "pot", brimG: 2050, workingG: 1880 },
    { ...DISPENSER, id: "steel", kind: "steel", iced: true, brimG: 4200, workingG: 3990, vesselJPerK: 350 },
  ],
  grinders: [
    {
      id: "chough",
      name: "Chough",
      min: 0,
      max: 24,
      step: 0.5,
      higherIs: "coarser",
      homeLegend: false,
      purgeG: 12,
      ruleUnits: null,
      ruleIcedUnits: null,
      curve: CHOUGH_CURVE,
      curveVersion: 1,
      typical: [],
    },
  ],
  iceSources: [
    {
      id: "bin",
      name: "bin machine",
      iceTempC: -1,
      iceWetShare: 0.08,
      heapGPerMl: 0.58,
      pieceMm: 22,
      storeKg: 11,
      kgPerDay: 26,
      otherShare: 0.5,
    },
  ],
  coffees: [
    {
      id: "saltmarsh",
      name: "Saltmarsh",
      character: "medium",
      roastLevel: "medium",
      roastedOn: "2026-07-05",
      densityGPerMl: 0.4,
      stockG: 9600,
      suits: null,
      typical: [],
    },
  ],
  cups: [],
  recipes: [LOFT_CONE, SLACK_WATER],
  fits: [],
  standards: [],
};
