import type { Aspect } from "./aspects.ts";
import type { AnyFigures, ThingKind } from "./fields.ts";

/** A usual thing of its kind: what somebody may start from, and measure later. */
export interface Typical {
  readonly figures: AnyFigures;
  /** Aspects that are typical of it. */
  readonly aspects: readonly Aspect[];
}

const BREWER_ASPECTS = ["basket", "delivery", "retention"] as const;
const BATCH = {
  kind: "batch",
  shape: "flat",
  ending: "drained",
  retentionFrom: "typed",
  retentionGPerG: 2.1,
  dripDropC: 15,
};
const HAND = { ...BATCH, kind: "hand", retentionGPerG: 2.2, stepG: 1, rinseG: 150 };

/** Rounded from what kitchens commonly have; no maker's. */
const FIGURES: {
  readonly [kind in ThingKind]?: readonly { figures: AnyFigures; aspects: readonly Aspect[] }[];
} = {
  vessel: [
    {
      figures: {
        name: "insulated pot, about 2 l",
        kind: "pot",
        iced: false,
        brimG: 2000,
        workingG: 1850,
        vesselJPerK: 300,
        holdMin: 90,
        plate: "none",
      },
      aspects: ["fill", "heat"],
    },
    {
      figures: {
        name: "dispenser, about 3 l",
        kind: "dispenser",
        iced: false,
        brimG: 3000,
        workingG: 2800,
        vesselJPerK: 400,
        holdMin: 120,
        plate: "none",
      },
      aspects: ["fill", "heat"],
    },
    {
      figures: {
        name: "glass pot, about 1.7 l",
        kind: "glass",
        iced: false,
        brimG: 1700,
        workingG: 1550,
        vesselJPerK: 320,
        holdMin: 30,
        plate: "low",
        evaporationGPerH: 45,
      },
      aspects: ["fill", "heat"],
    },
    {
      figures: {
        name: "steel iced server, about 4 l",
        kind: "steel",
        iced: true,
        brimG: 4000,
        workingG: 3800,
        vesselJPerK: 350,
        holdMin: 240,
        plate: "none",
      },
      aspects: ["fill", "heat"],
    },
    {
      figures: {
        name: "glass hand server, about 0.7 l",
        kind: "glass",
        iced: false,
        brimG: 700,
        workingG: 650,
        vesselJPerK: 200,
        plate: "none",
      },
      aspects: ["fill", "heat"],
    },
  ],
  brewer: [
    {
      figures: {
        ...BATCH,
        name: "small flat basket",
        topDiameterMm: 120,
        bottomDiameterMm: 105,
        heightMm: 75,
        minSettingG: 500,
        maxSettingG: 1900,
        stepG: 50,
        doseMaxG: 125,
        rinseG: 200,
        cycleMin: 6,
        rinseMin: 1,
      },
      aspects: BREWER_ASPECTS,
    },
    {
      figures: {
        ...BATCH,
        name: "large flat basket",
        topDiameterMm: 160,
        bottomDiameterMm: 135,
        heightMm: 95,
        minSettingG: 1200,
        maxSettingG: 3600,
        stepG: 100,
        doseMaxG: 230,
        rinseG: 300,
        cycleMin: 7,
        rinseMin: 1,
      },
      aspects: BREWER_ASPECTS,
    },
    {
      figures: {
        ...BATCH,
        shape: "cone",
        name: "batch cone",
        topDiameterMm: 150,
        bottomDiameterMm: 20,
        heightMm: 120,
        minSettingG: 600,
        maxSettingG: 2000,
        stepG: 50,
        doseMaxG: 140,
        rinseG: 200,
        cycleMin: 6,
        rinseMin: 1,
      },
      aspects: BREWER_ASPECTS,
    },
    {
      figures: {
        ...HAND,
        shape: "cone",
        name: "hand cone",
        topDiameterMm: 115,
        bottomDiameterMm: 0,
        heightMm: 95,
        minSettingG: 150,
        maxSettingG: 700,
        doseMaxG: 42,
      },
      aspects: ["basket", "retention"],
    },
    {
      figures: {
        ...HAND,
        name: "flat hand dripper",
        topDiameterMm: 96,
        bottomDiameterMm: 60,
        heightMm: 62,
        minSettingG: 150,
        maxSettingG: 500,
        doseMaxG: 32,
      },
      aspects: ["basket", "retention"],
    },
    {
      figures: {
        ...HAND,
        kind: "press",
        name: "immersion press",
        topDiameterMm: 96,
        bottomDiameterMm: 96,
        heightMm: 170,
        minSettingG: 200,
        maxSettingG: 950,
        doseMaxG: 70,
        retentionGPerG: 2,
        dripDropC: 8,
      },
      aspects: ["basket", "retention"],
    },
  ],
  grinder: [
    {
      figures: {
        name: "bulk grinder, dial of 24",
        dialMin: 0,
        dialMax: 24,
        dialStep: 0.5,
        higherIs: "coarser",
        purgeG: 12,
      },
      aspects: ["dial"],
    },
    {
      figures: {
        name: "hand-brew grinder, 60 clicks",
        dialMin: 0,
        dialMax: 60,
        dialStep: 1,
        higherIs: "coarser",
        purgeG: 3,
      },
      aspects: ["dial"],
    },
  ],
  coffee: [
    { figures: { name: "light roast", roastLevel: "light", densityGPerMl: 0.42 }, aspects: ["density"] },
    { figures: { name: "medium roast", roastLevel: "medium", densityGPerMl: 0.4 }, aspects: ["density"] },
    { figures: { name: "dark roast", roastLevel: "dark", densityGPerMl: 0.35 }, aspects: ["density"] },
  ],
  filter: [
    { figures: { name: "paper filter", material: "paper", drag: 1, waterKeptG: 12 }, aspects: [] },
    { figures: { name: "metal filter", material: "metal", drag: 0.6, waterKeptG: 1 }, aspects: [] },
  ],
  ice: [
    {
      figures: {
        name: "ice from a bin",
        iceTempC: -1,
        iceWetShare: 0.08,
        heapGPerMl: 0.55,
        pieceMm: 22,
        otherShare: 0,
      },
      aspects: [],
    },
    {
      figures: {
        name: "ice from a freezer",
        iceTempC: -16,
        iceWetShare: 0,
        heapGPerMl: 0.5,
        pieceMm: 35,
        otherShare: 0,
      },
      aspects: [],
    },
  ],
};

/** Usual things of a kind that a new one may start from. */
export function typicalsOf(kind: ThingKind): readonly Typical[] {
  return FIGURES[kind] ?? [];
}
