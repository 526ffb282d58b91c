import type { Role } from "#core/people";
import type * as schema from "#data/schema/index.ts";

/** Every demo row has the same id on every machine, so that links and pictures last. */
export function demoId(number: number): string {
  return `0190a5c0-0000-7000-8000-${String(number).padStart(12, "0")}`;
}

export const PIER_HEAD = demoId(1);
export const ROPE_LOFT = demoId(2);
export const LEAD = demoId(10);
export const BARISTA = demoId(12);
export const TRAINEE = demoId(13);

const [FULMAR, TURNSTONE, CONE, FLAT] = [demoId(20), demoId(21), demoId(22), demoId(23)];
const [CHOUGH, DUNLIN] = [demoId(40), demoId(41)];
const [SALTMARSH, KITTIWAKE, LOW_TIDE, NIGHT_MAIL] = [demoId(50), demoId(51), demoId(52), demoId(53)];
const [LARGE_PAPER, SMALL_PAPER, CONE_PAPER, MESH] = [demoId(90), demoId(91), demoId(92), demoId(93)];

/** Ids of the things that the history was brewed with. */
export const DEMO_IDS = {
  brewers: { fulmar: FULMAR, turnstone: TURNSTONE, cone: CONE, flat: FLAT, press: demoId(24) },
  coffees: { saltmarsh: SALTMARSH, kittiwake: KITTIWAKE, lowTide: LOW_TIDE, nightMail: NIGHT_MAIL },
  grinders: { chough: CHOUGH, dunlin: DUNLIN },
  vessels: { left: demoId(30), blue: demoId(32), steel: demoId(34), loft: demoId(35) },
} as const;

type Rows<Table extends { $inferInsert: unknown }> = Table["$inferInsert"][];

export const TIME_ZONE = "Europe/London";

export const SITES: Rows<typeof schema.sites> = [
  { id: PIER_HEAD, name: "Pier Head", altitudeM: 4, timeZone: TIME_ZONE, position: 0 },
  { id: ROPE_LOFT, name: "Rope Loft", altitudeM: 614, timeZone: TIME_ZONE, position: 1 },
];

/** Made-up people, whose PINs stand at the demo house's door. */
export const PEOPLE: readonly { id: string; name: string; role: Role; publicPin: string }[] = [
  { id: LEAD, name: "Oda Venn", role: "lead", publicPin: "480217" },
  { id: demoId(11), name: "Brannoc Teal", role: "barista", publicPin: "735926" },
  { id: BARISTA, name: "Ida Quill", role: "barista", publicPin: "261840" },
  { id: TRAINEE, name: "Mirren Sallow", role: "trainee", publicPin: "904173" },
];

/** A hand brew is poured on a scale: any gram, delivered as poured. */
const POURED = {
  kind: "hand" as const,
  filterId: CONE_PAPER,
  stepG: 1,
  slope: 1,
  interceptG: 0,
  rinseG: 150,
};

export const BREWERS: Rows<typeof schema.brewers> = [
  {
    id: FULMAR,
    siteId: PIER_HEAD,
    name: "Fulmar",
    kind: "batch",
    filterId: LARGE_PAPER,
    bypassMaxPct: 35,
    cycleMin: 7,
    rinseMin: 1,
    basket: { shape: "flat", topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 },
    stepG: 100,
    minSettingG: 1200,
    maxSettingG: 3600,
    slope: 0.976,
    interceptG: 8,
    doseMaxG: 230,
    preferredMinG: 2000,
    preferredMaxG: 3400,
    bedDepthMinMm: 20,
    bedDepthMaxMm: 40,
    retentionGPerG: 2.12,
    dripDropC: 15,
    rinseG: 300,
    position: 0,
  },
  {
    id: TURNSTONE,
    siteId: PIER_HEAD,
    name: "Turnstone",
    kind: "batch",
    flowSwitch: true,
    filterId: SMALL_PAPER,
    cycleMin: 6,
    rinseMin: 1,
    basket: { shape: "flat", topDiameterMm: 118, bottomDiameterMm: 104, heightMm: 74 },
    stepG: 50,
    minSettingG: 500,
    maxSettingG: 1900,
    slope: 1.021,
    interceptG: -3,
    doseMaxG: 125,
    bedDepthMinMm: 14,
    bedDepthMaxMm: 36,
    retentionGPerG: 2.05,
    dripDropC: 15,
    rinseG: 200,
    position: 1,
  },
  {
    ...POURED,
    id: CONE,
    siteId: ROPE_LOFT,
    name: "hand cone",
    basket: { shape: "cone", topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 },
    minSettingG: 150,
    maxSettingG: 700,
    doseMaxG: 42,
    retentionGPerG: 2.23,
    dripDropC: 15,
    position: 0,
  },
  {
    ...POURED,
    id: FLAT,
    siteId: ROPE_LOFT,
    name: "flat hand dripper",
    basket: { shape: "flat", topDiameterMm: 96, bottomDiameterMm: 60, heightMm: 62 },
    minSettingG: 150,
    maxSettingG: 500,
    doseMaxG: 32,
    retentionGPerG: 2.23,
    dripDropC: 15,
    position: 1,
  },
  {
    ...POURED,
    kind: "press",
    filterId: MESH,
    id: demoId(24),
    siteId: ROPE_LOFT,
    name: "immersion press",
    basket: { shape: "flat", topDiameterMm: 96, bottomDiameterMm: 96, heightMm: 170 },
    minSettingG: 200,
    maxSettingG: 950,
    doseMaxG: 70,
    retentionGPerG: 2,
    dripDropC: 8,
    rinseG: 200,
    position: 2,
  },
];

export const FILTERS: Rows<typeof schema.filters> = [
  {
    id: LARGE_PAPER,
    name: "large basket paper",
    material: "paper",
    size: "for 160 mm",
    grade: "medium",
    waterKeptG: 22,
    pricePer100: 620,
    stock: 480,
    position: 0,
  },
  {
    id: SMALL_PAPER,
    name: "small basket paper",
    material: "paper",
    size: "for 118 mm",
    grade: "medium",
    waterKeptG: 12,
    pricePer100: 410,
    stock: 350,
    position: 1,
  },
  {
    id: CONE_PAPER,
    name: "cone paper",
    material: "paper",
    size: "for two cups",
    grade: "fine",
    drag: 1.2,
    waterKeptG: 5,
    facing: "seam folded over",
    pricePer100: 540,
    stock: 220,
    position: 2,
  },
  { id: MESH, name: "steel mesh", material: "metal", drag: 0.6, waterKeptG: 1, position: 3 },
];

const DISPENSER = {
  kind: "dispenser" as const,
  iced: false,
  brimG: 3100,
  workingG: 2850,
  vesselJPerK: 420,
  holdMin: 120,
};
const POT = { kind: "pot" as const, iced: false, brimG: 2050, workingG: 1880, vesselJPerK: 300, holdMin: 90 };

export const VESSELS: Rows<typeof schema.vessels> = [
  { ...DISPENSER, id: demoId(30), siteId: PIER_HEAD, name: "dispenser 3.1 l, left", position: 0 },
  { ...DISPENSER, id: demoId(31), siteId: PIER_HEAD, name: "dispenser 3.1 l, right", position: 1 },
  { ...POT, id: demoId(32), siteId: PIER_HEAD, name: "pot 2.05 l, blue", position: 2 },
  { ...POT, id: demoId(33), siteId: PIER_HEAD, name: "pot 2.05 l, white", position: 3 },
  {
    id: demoId(34),
    siteId: PIER_HEAD,
    name: "steel server 4.2 l",
    kind: "steel",
    iced: true,
    brimG: 4200,
    workingG: 3990,
    vesselJPerK: 350,
    holdMin: 240,
    position: 4,
  },
  {
    id: demoId(35),
    siteId: ROPE_LOFT,
    name: "glass server 1.75 l",
    kind: "glass",
    iced: false,
    brimG: 1750,
    workingG: 1600,
    vesselJPerK: 330,
    holdMin: 30,
    plate: "low",
    evaporationGPerH: 45,
    position: 0,
  },
  {
    id: demoId(36),
    siteId: ROPE_LOFT,
    name: "glass server 0.75 l",
    kind: "glass",
    iced: true,
    brimG: 750,
    workingG: 700,
    vesselJPerK: 210,
    position: 1,
  },
];

export const GRINDERS: Rows<typeof schema.grinders> = [
  {
    id: CHOUGH,
    siteId: PIER_HEAD,
    name: "Chough",
    dialMin: 0,
    dialMax: 24,
    dialStep: 0.5,
    higherIs: "coarser",
    purgeG: 12,
    position: 0,
  },
  {
    id: DUNLIN,
    siteId: ROPE_LOFT,
    name: "Dunlin",
    dialMin: 0,
    dialMax: 60,
    dialStep: 1,
    higherIs: "coarser",
    purgeG: 3,
    position: 0,
  },
];

export const GRINDER_PAIRS: Rows<typeof schema.grinderPairs> = [
  [5, 18],
  [9.5, 31],
  [14, 45],
].map(([fromSetting, toSetting], i) => ({
  id: demoId(45 + i),
  fromGrinderId: CHOUGH,
  toGrinderId: DUNLIN,
  fromSetting: fromSetting!,
  toSetting: toSetting!,
}));

export const ICE_SOURCES: Rows<typeof schema.iceSources> = [
  {
    id: demoId(70),
    siteId: PIER_HEAD,
    name: "bin machine",
    iceTempC: -1,
    iceWetShare: 0.08,
    heapGPerMl: 0.58,
    kgPerDay: 26,
    storeKg: 11,
    pieceMm: 22,
    otherShare: 0.5,
    position: 0,
  },
  {
    id: demoId(71),
    siteId: ROPE_LOFT,
    name: "freezer tray",
    iceTempC: -16,
    iceWetShare: 0,
    heapGPerMl: 0.5,
    pieceMm: 45,
    position: 0,
  },
];

/** Cups with room below the rim for a lid, milk or ice. */
export const CUPS: Rows<typeof schema.cups> = (
  [
    ["small", 240, 220, "hot"],
    ["medium", 350, 325, "hot"],
    ["large", 470, 440, "hot"],
    ["medium, iced", 350, 220, "iced"],
    ["large, iced", 470, 300, "iced"],
  ] as const
).map(([name, volumeMl, fillG, serve], position) => ({
  id: demoId(80 + position),
  name,
  volumeMl,
  fillG,
  serve,
  position,
}));

const [DUNLIN_UM, CHOUGH_UM] = [
  [
    [0, 380],
    [18, 620],
    [31, 800],
    [45, 980],
    [60, 1190],
  ],
  [
    [0, 430],
    [5, 620],
    [9.5, 800],
    [14, 980],
    [24, 1420],
  ],
] as const;

/** Both grinders were sieved once. */
export const GRINDER_CURVES: Omit<Rows<typeof schema.grinderCurves>[number], "since">[] = (
  [
    [CHOUGH, CHOUGH_UM],
    [DUNLIN, DUNLIN_UM],
  ] as const
).map(([grinderId, points], i) => ({
  id: demoId(42 + i),
  grinderId,
  version: 1,
  why: "first" as const,
  points: points.map(([setting, um]) => ({ setting, um, by: "sieve" as const })),
}));

export const WATERS: Rows<typeof schema.waters> = [
  {
    id: demoId(75),
    siteId: PIER_HEAD,
    name: "quay tap",
    source: "mains",
    hardnessMgL: 182,
    alkalinityMgL: 146,
    solidsMgL: 290,
    position: 0,
  },
  {
    id: demoId(76),
    siteId: PIER_HEAD,
    name: "softened",
    source: "softener under the counter",
    hardnessMgL: 18,
    alkalinityMgL: 24,
    solidsMgL: 85,
    position: 1,
  },
  {
    id: demoId(77),
    siteId: ROPE_LOFT,
    name: "hill spring",
    source: "spring, by pipe",
    hardnessMgL: 38,
    alkalinityMgL: 31,
    solidsMgL: 72,
    position: 0,
  },
];

export const SCALES: Rows<typeof schema.scales> = [
  {
    id: demoId(78),
    siteId: PIER_HEAD,
    name: "counter scale",
    capacityG: 3000,
    stepG: 1,
    checkWeightG: 1000,
    checkReadG: 1000,
    checkedOn: "2026-05-04",
    position: 0,
  },
  { id: demoId(79), siteId: ROPE_LOFT, name: "hand-brew scale", capacityG: 2000, stepG: 0.1, position: 0 },
];

/** When each task was done last, in days before the house is opened. */
export const CARE_DONE: readonly { readonly taskId: string; readonly daysAgo: number }[] = [
  { taskId: demoId(95), daysAgo: 1 },
  { taskId: demoId(96), daysAgo: 24 },
  { taskId: demoId(97), daysAgo: 20 },
  { taskId: demoId(98), daysAgo: 5 },
];

export const CARE_TASKS: Omit<Rows<typeof schema.careTasks>[number], "since">[] = [
  {
    id: demoId(95),
    siteId: PIER_HEAD,
    name: "rinse Fulmar's spray head",
    kind: "rinse",
    brewerId: FULMAR,
    everyDays: 1,
    position: 0,
  },
  {
    id: demoId(96),
    siteId: PIER_HEAD,
    name: "descale Fulmar",
    kind: "descale",
    brewerId: FULMAR,
    everyL: 1500,
    note: "with the descaler that the maker names",
    position: 1,
  },
  {
    id: demoId(97),
    siteId: PIER_HEAD,
    name: "clean Chough's burrs",
    kind: "burrs",
    grinderId: CHOUGH,
    everyKg: 60,
    position: 2,
  },
  {
    id: demoId(98),
    siteId: PIER_HEAD,
    name: "soak the dispensers",
    kind: "soak",
    everyDays: 7,
    position: 3,
  },
  {
    id: demoId(99),
    siteId: ROPE_LOFT,
    name: "clean Dunlin's burrs",
    kind: "burrs",
    grinderId: DUNLIN,
    everyKg: 10,
    everyDays: 60,
    position: 0,
  },
];

/** Coffees, roasted so many days before the house is opened. */
export const COFFEES: (Omit<Rows<typeof schema.coffees>[number], "roastedOn"> & {
  roastedDaysAgo: number;
})[] = [
  {
    id: SALTMARSH,
    name: "Saltmarsh",
    suits: "hot concentrate",
    character: "medium blend",
    process: "washed and natural",
    roastLevel: "medium",
    lowStockG: 4000,
    densityGPerMl: 0.4,
    stockG: 9600,
    pricePerKg: 1850,
    roastedDaysAgo: 9,
    position: 0,
  },
  {
    id: KITTIWAKE,
    name: "Kittiwake",
    suits: "hot iced",
    character: "washed, light",
    process: "washed",
    roastLevel: "light",
    lowStockG: 2000,
    densityGPerMl: 0.42,
    stockG: 4200,
    pricePerKg: 2450,
    roastedDaysAgo: 12,
    position: 1,
  },
  {
    id: LOW_TIDE,
    name: "Low Tide",
    suits: "iced press",
    character: "natural",
    process: "natural",
    roastLevel: "medium",
    lowStockG: 2000,
    densityGPerMl: 0.41,
    stockG: 3100,
    pricePerKg: 2600,
    roastedDaysAgo: 16,
    position: 2,
  },
  {
    id: NIGHT_MAIL,
    name: "Night Mail",
    suits: "hot press concentrate",
    character: "dark",
    process: "washed",
    roastLevel: "dark",
    lowStockG: 2500,
    densityGPerMl: 0.35,
    stockG: 2500,
    pricePerKg: 1700,
    roastedDaysAgo: 6,
    position: 3,
  },
];

/** Off the line by so much at five settings equally far apart: such a pattern leaves the line where it is. */
const SCATTER = [1, -2, 0, 2, -1];

/** Five blank runs of each batch brewer, which its line is fitted through. */
export const READINGS: Rows<typeof schema.readings> = BREWERS.flatMap((brewer, place) => {
  if (brewer.kind !== "batch") return [];
  const apart = (brewer.maxSettingG - brewer.minSettingG) / (SCATTER.length - 1);
  return SCATTER.map((offG, position) => {
    const setG = brewer.minSettingG + position * apart;
    const weighedG = brewer.interceptG + brewer.slope * setG + 2 * offG;
    const id = demoId(400 + place * 10 + position);
    const figures = { setG, weighedG, cold: position === 0 ? 1 : 0 };
    return { id, kind: "blankRun" as const, ownerId: brewer.id, figures, position };
  });
});

/** How the brewers spray: Turnstone slower below a litre. */
export const FLOWS: Rows<typeof schema.readings> = (
  [
    [FULMAR, 3600, 12],
    [TURNSTONE, 1000, 4],
    [TURNSTONE, 1900, 6],
  ] as const
).map(([ownerId, upToG, rateGPerS], position) => ({
  id: demoId(480 + position),
  kind: "flow" as const,
  ownerId,
  figures: { upToG, rateGPerS, bloomPct: 15, bloomS: 30, pulses: 4 },
  position,
}));
