import type { Aspect } from "#contract/aspects.ts";
import type { FIELDS, ThingKind } from "#contract/fields.ts";
import type { Unsound } from "#contract/sound.ts";
import type { ThingRefusal } from "#contract/things.ts";
import { printNumber } from "#core/units";
import { listed } from "#words/figures";
import { ICED_SERVED_WORDS, SAMPLED_WORDS } from "#words/log";

/** The name of one thing of a kind in a sentence, and of several over a list. */
export const KIND_WORDS: {
  readonly [kind in ThingKind]: { readonly one: string; readonly many: string; readonly add: string };
} = {
  site: { one: "site", many: "Sites", add: "a site" },
  vessel: { one: "vessel", many: "Vessels", add: "a vessel" },
  brewer: { one: "brewer", many: "Brewers", add: "a brewer" },
  filter: { one: "filter", many: "Filters", add: "a filter" },
  grinder: { one: "grinder", many: "Grinders", add: "a grinder" },
  coffee: { one: "coffee", many: "Coffees", add: "a coffee" },
  water: { one: "water", many: "Drinking water", add: "water" },
  ice: { one: "ice", many: "Ice", add: "ice" },
  cup: { one: "cup", many: "Cups", add: "a cup" },
  scale: { one: "scale", many: "Scales", add: "a scale" },
  care: { one: "task", many: "Care", add: "a task" },
};

export interface FieldWords {
  readonly label: string;
  readonly help?: string;
}

type AllWords = {
  readonly [kind in ThingKind]: { readonly [field in keyof (typeof FIELDS)[kind]]: FieldWords };
};

const name = (help: string): FieldWords => ({ label: "name", help });

/** Every field's label, and what helps to fill it in. */
export const FIELD_WORDS: AllWords = {
  site: {
    name: name("as people call it"),
    altitudeM: { label: "above the sea", help: "water boils cooler higher up" },
    timeZone: { label: "time zone", help: "such as Europe/London" },
    currency: { label: "money", help: "three letters, such as GBP" },
  },
  vessel: {
    name: name("as it is called at the counter"),
    kind: { label: "what it is" },
    iced: { label: "kept for iced coffee" },
    brimG: { label: "to the brim", help: "cold water" },
    workingG: { label: "working fill", help: "how full it is used" },
    vesselJPerK: { label: "heat capacity", help: "or from material and mass, below" },
    holdMin: { label: "sold for", help: "then poured away: your food code may say less" },
    plate: { label: "on a plate" },
    evaporationGPerH: { label: "evaporates on it", help: "weigh it, wait an hour, weigh it again" },
    bathWPerK: {
      label: "in an ice bath it gives",
      help: "closed and turned; the usual of its kind when empty",
    },
  },
  brewer: {
    name: name("as it is called at the counter"),
    kind: { label: "how it brews" },
    shape: { label: "basket" },
    topDiameterMm: { label: "across the top", help: "inside, at the rim" },
    bottomDiameterMm: { label: "across the bottom", help: "0 for a pointed cone" },
    heightMm: { label: "height", help: "inside, bottom to rim" },
    filterId: { label: "filter" },
    ending: { label: "a brew ends" },
    minSettingG: { label: "least water", help: "that can be set" },
    maxSettingG: { label: "most water", help: "that can be set" },
    stepG: { label: "settings apart by", help: "1 g where it is poured" },
    marks: { label: "it is marked in", help: "as its panel or its tank says" },
    cupMarkG: { label: "a marked cup is", help: "where it is marked in cups: usually 120 to 180 g" },
    flowSwitch: { label: "has a flow switch", help: "cards say how it stands, by the flows measured" },
    doseMinG: { label: "least coffee" },
    doseMaxG: { label: "most coffee", help: "what the basket takes" },
    preferredMinG: { label: "tastes best from", help: "water" },
    preferredMaxG: { label: "tastes best to", help: "water" },
    bedDepthMinMm: { label: "bed at least", help: "the house's window when empty" },
    bedDepthMaxMm: { label: "bed at most" },
    retentionGPerG: { label: "the bed keeps", help: "water, per g of coffee" },
    retentionFrom: { label: "which is" },
    sprayTempC: { label: "at the spray head", help: "measured there; the warmest it gives" },
    dripDropC: { label: "cools on the way by", help: "from the brew water to what drips on the ice" },
    besideDropC: {
      label: "brewed beside, cools by",
      help: "to what is poured over the ice at once; the same and its vessel's heat when empty",
    },
    bypassMaxPct: { label: "bypass at most", help: "of the hot water" },
    cycleMin: { label: "one batch takes" },
    rinseMin: { label: "rinse between two" },
    rinseG: { label: "water for rinsing", help: "each batch" },
  },
  filter: {
    name: name("as it says on the box, or your own"),
    material: { label: "made of" },
    size: { label: "size" },
    grade: { label: "grade" },
    drag: { label: "slows the flow", help: "1 is a usual paper, 2 twice as slow" },
    waterKeptG: { label: "keeps by itself", help: "weigh one dry and one wet" },
    facing: { label: "which way it faces", help: "such as: seam to the handle" },
    pricePer100: { label: "price of a hundred" },
    stock: { label: "in stock" },
  },
  grinder: {
    name: name("as it is called at the counter"),
    dialMin: { label: "dial from" },
    dialMax: { label: "dial to" },
    dialStep: { label: "step", help: "the smallest that it clicks or shows" },
    higherIs: { label: "higher numbers are" },
    homeLegend: { label: "its legend is for small home pots", help: "words on it such as drip, or cups" },
    purgeG: { label: "purged", help: "thrown away when the dial is changed" },
    ruleUnits: {
      label: "coarser per doubling",
      help: "of the bed, in its own dial units; the house's when empty",
    },
    ruleIcedUnits: { label: "finer for a short iced brew", help: "in its own dial units" },
  },
  coffee: {
    name: name("as it is sold"),
    character: { label: "in a few words", help: "such as: washed, light" },
    process: { label: "process", help: "washed, natural, honey" },
    roastLevel: { label: "roast" },
    densityGPerMl: { label: "density", help: "whole beans; weigh a full cup below" },
    roastedOn: { label: "roasted on" },
    pricePerKg: { label: "price of a kilogram" },
    stockG: { label: "in stock" },
    lowStockG: { label: "low at" },
    suits: { label: "suits", help: "those that suit stand first where one is chosen" },
    note: { label: "notes" },
  },
  water: {
    name: name("such as: kitchen tap, filtered"),
    source: { label: "where from" },
    testedOn: { label: "tested on" },
    hardnessMgL: { label: "hardness", help: "as calcium carbonate" },
    alkalinityMgL: { label: "alkalinity", help: "as calcium carbonate" },
    solidsMgL: { label: "dissolved solids" },
  },
  ice: {
    name: name("such as: bin machine"),
    iceTempC: { label: "temperature", help: "a wet bin is near 0, a freezer at −18" },
    iceWetShare: { label: "already water", help: "weigh, drain, weigh; 0 from a freezer" },
    heapGPerMl: { label: "a heap weighs", help: "with its gaps; 0.50 to 0.58" },
    kgPerDay: { label: "makes a day" },
    storeKg: { label: "stores" },
    pieceMm: { label: "a piece is", help: "across" },
    otherShare: { label: "other drinks draw", help: "of what it holds and makes" },
  },
  cup: {
    name: name("such as: small"),
    serve: { label: "for" },
    volumeMl: { label: "holds", help: "to the brim" },
    fillG: { label: "filled with", help: "coffee" },
  },
  scale: {
    name: name("as it is called at the counter"),
    capacityG: { label: "weighs up to" },
    stepG: { label: "in steps of" },
    checkedOn: { label: "last checked" },
    checkWeightG: { label: "with a weight of" },
    checkReadG: { label: "it showed" },
  },
  care: {
    name: name("what is done"),
    kind: { label: "kind" },
    brewerId: { label: "brewer", help: "whose litres count" },
    grinderId: { label: "grinder", help: "whose kilograms count" },
    everyDays: { label: "every", help: "days" },
    everyL: { label: "or every", help: "litres brewed" },
    everyKg: { label: "or every", help: "kilograms ground" },
    note: { label: "how", help: "in your own words; the maker's sheet comes first" },
  },
};

/** The screen's words for a choice's options. */
export const OPTION_WORDS: Readonly<Record<string, string>> = {
  dispenser: "insulated dispenser",
  pot: "insulated pot",
  glass: "glass server",
  steel: "steel server",
  none: "never",
  off: "yes, switched off",
  low: "yes, on low",
  on: "yes, on full",
  batch: "by itself, in batches",
  hand: "poured by hand",
  press: "steeped and pressed",
  flat: "flat",
  cone: "cone",
  drained: "when it has drained",
  liftedEarly: "with the basket lifted off early",
  valveShut: "with the valve shut",
  litres: "litres",
  fluidOunces: "fluid ounces",
  cups: "cups of its own",
  typed: "as typed here",
  log: "learned from the log",
  paper: "paper",
  metal: "metal",
  cloth: "cloth",
  coarser: "coarser",
  finer: "finer",
  light: "light",
  medium: "medium",
  dark: "dark",
  hot: "hot",
  iced: "iced",
  rinse: "rinse",
  soak: "soak",
  descale: "descale",
  burrs: "clean the burrs",
  other: "something else",
  inside: "counts the server's ice",
  wholeGlass: "counts the whole glass",
  onTop: "leaves the ice on top",
  strength: "follows the strength wanted",
  ratio: "more coffee for the same water",
  grind: "a finer grind",
  notMetered: "not metered",
  ...SAMPLED_WORDS,
  ...ICED_SERVED_WORDS,
  unsaid: "nobody said",
  liked: "liked",
  disliked: "not liked",
};

/** Typical aspects of a thing, as they stand beside the figures that rest on them. */
export const ASPECT_WORDS: { readonly [aspect in Aspect]: string } = {
  fill: "what it holds",
  heat: "its heat capacity",
  basket: "its basket",
  delivery: "what it delivers",
  retention: "what its bed keeps",
  dial: "what its dial grinds",
  density: "its density",
};

export const TYPICAL_WORDS = "typical, not measured";

/** Typical aspects of a thing in a sentence, wherever its figures reach a card. */
export function typicalSentence({
  name,
  aspects,
}: {
  readonly name: string;
  readonly aspects: readonly Aspect[];
}): string {
  const many = aspects.length > 1;
  return `${name}: ${listed(aspects.map((aspect) => ASPECT_WORDS[aspect]))} ${many ? "are" : "is"} ${TYPICAL_WORDS}.`;
}

export function unsoundSentence(failure: Unsound): string {
  switch (failure.code) {
    case "workingAboveBrim":
      return "The working fill is above the brim: change the two over, or weigh again.";
    case "topNarrower":
      return "The top is narrower than the bottom: change the two over.";
    case "basketHalfMeasured":
      return "A basket is measured whole: give all three, or none yet.";
    case "flatWithoutBottom":
      return "A flat basket has a bottom: how wide is it? A pointed one is a cone.";
    case "settingsTurned":
      return "The most water is below the least: change the two over.";
    case "cupUnknown":
      return "It is marked in cups: how much is one? Pour up to a mark, and weigh it.";
    case "dosesTurned":
      return "The most coffee is below the least: change the two over.";
    case "preferredTurned":
      return "Tastes best to less than it tastes best from: change the two over.";
    case "depthsTurned":
      return "The deepest bed is below the shallowest: change the two over.";
    case "dialTurned":
      return "The dial ends where it begins, or before: the smaller number comes first, whichever grinds finer.";
    case "stepDoesNotDivide":
      return `The dial has ${printNumber(failure.steps, 2)} such steps: it must be a whole number of them.`;
    case "inTheFuture":
      return "That day has not come yet.";
    case "checkHalf":
      return "A check has a day, a weight, and what the scale showed.";
    case "aboveCapacity":
      return "This weight is more than the scale takes.";
    case "neverDue":
      return "When is it due? Give days, litres or kilograms.";
    case "whoseLitres":
      return "Whose litres? Choose a brewer.";
    case "whoseKg":
      return "Whose kilograms? Choose a grinder.";
    case "fillAboveCup":
      return "More than the cup holds.";
  }
}

/** Why a change of a thing is refused. */
export function thingSentence(code: ThingRefusal): string {
  return THING_SENTENCES[code];
}

const THING_SENTENCES: { readonly [code in ThingRefusal]: string } = {
  nameTaken: "Something here has this name already: give this one another.",
  nameTakenSince: "Something else has this name by now: give that one another name, then put this one back.",
  lastSite: "This is the only site, and everything stands on it: add another one first.",
};
