import type { FileFailure, ImportLine, RecipeRefusal } from "#contract/recipeImport.ts";
import type { Method, RecipeState } from "#contract/recipeKinds.ts";
import type {
  Agitation,
  HandAct,
  Moment,
  RatioBasis,
  RecipeFault,
  RecipeForecastFailure,
  RhythmChange,
  Service,
} from "#core/recipe";
import { printNumber, printTime } from "#core/units";
import { badInputSentence } from "#words/api";
import { brewFailureSentence } from "#words/brew";
import { nameSentence } from "#words/people";

const g = (massG: number) => `${printNumber(massG, massG < 100 ? 1 : 0)} g`;

export const STATE_WORDS: { readonly [state in RecipeState]: string } = {
  draft: "draft",
  trial: "on trial",
  standard: "standard",
  earlier: "earlier standard",
};

export const METHOD_WORDS: { readonly [method in Method]: string } = {
  "hand cone": "by hand, cone",
  "hand flat": "by hand, flat",
  press: "immersion press",
  batch: "batch brewer",
};

export const SERVICE_WORDS: { readonly [service in Service]: string } = {
  hot: "hot service",
  flash: "flash brew onto ice",
  steep: "steeping ahead",
};

export const AGITATION_WORDS: { readonly [agitation in Agitation]: string } = {
  none: "nothing",
  stir: "stir",
  swirl: "swirl",
};

export const MOMENT_WORDS: { readonly [moment in Moment]: string } = {
  before: "before it brews",
  "first drops": "at the first drops",
  at: "at a time",
  after: "when it is done",
};

export const HAND_ACT_WORDS: { readonly [act in HandAct]: string } = {
  stir: "stir",
  swirl: "swirl",
  "lid on": "lid on",
  "plate off": "plate off",
  transfer: "into a second pot",
  other: "something else",
};

export const BASIS_WORDS: { readonly [basis in RatioBasis]: string } = {
  poured: "of the water poured",
  cup: "of what is in the cup",
};

export const DRAFT_GONE =
  "This draft was kept or thrown away meanwhile. What you typed is still here: go on with it as a new draft.";
export const RECIPE_NAME_TAKEN = "There is a recipe by this name already.";
export const NOT_A_RECIPE = "There is no such recipe.";

/** A recipe's fault, in a sentence at its field. */
export function recipeSentence(fault: RecipeFault): string {
  switch (fault.code) {
    case "totalsGoDown":
      return "The running total must rise: the scale shows more after every pour.";
    case "bloomNone":
      return "A bloom of nothing wets nothing: give it water, or take the bloom away.";
    case "bloomIsAll":
      return `The bloom is as much as all the water, ${g(fault.waterG)}.`;
    case "firstPourLater":
      return "The clock starts with the first water: the first pour begins at 0:00.";
    case "tooManyPours":
      return `No hand pours more than ${fault.most} times: this is a list of something else.`;
    case "poursAtOneTime":
      return `This begins at the time of pour ${fault.pour + 1}, or before it.`;
    case "poursOverlap":
      return `Pour ${fault.pour + 1} still runs then: later, or faster.`;
    case "paceNeedsTime":
      return "So much by a time needs a pour that begins at a time.";
    case "paceTooEarly":
      return "This pour would end before it begins.";
    case "doneTooEarly":
      return `The last pour begins only at ${printTime(fault.pouredS)}.`;
    case "moreCameOut":
      return `More came out than the ${g(fault.waterG)} that went in: was the server weighed along?`;
    case "bedHoldsAll":
      return "The bed would keep all of this water: is it water in, and not coffee out?";
    case "rangeTurned":
      return "The range begins above its end.";
    case "doseOutsideRange":
      return "The dose is outside the range that is given for it.";
    case "notGround":
      return "Say how it is ground: a grinder's setting, or the texture.";
    case "offTheDial":
      return "This setting is not on the grinder's dial.";
    case "noSteep":
      return "Say how long it steeps.";
    case "cupsTooSmall":
      return `These cups take ${g(fault.holdG)}, and there are ${g(fault.yieldG)} to share.`;
    case "stepNeedsTime":
      return "Say when: minutes from the first water, such as 2:30.";
  }
}

/** Why a recipe has no forecast. */
export function recipeForecastSentence(failure: RecipeForecastFailure): string {
  switch (failure.code) {
    case "noBasket":
      return "Its brewer's basket was never measured.";
    case "noGrind":
      return "Nobody has noted what this setting grinds: give the grinder a curve, or write the texture down.";
    case "noSteep":
      return "It does not say how long it steeps.";
    default:
      return brewFailureSentence(failure);
  }
}

/** The sentence on a rhythm that scaling changed. */
export function rhythmSentence(change: RhythmChange): string {
  switch (change.code) {
    case "bloomKept":
      return `The bloom stays ${printNumber(change.multiple, 1)} times the dose: ${g(change.fromG)} become ${g(change.toG)}; its wait stays.`;
    case "bloomShared":
      return `The bloom at its multiple would be all the water, so it keeps its share instead: ${g(change.toG)}.`;
    case "sharesKept":
      return `The pours after it keep their shares of ${g(change.toG)} instead of ${g(change.fromG)}.`;
    case "timesStretched":
      return Math.abs(change.by - 1) < 0.015
        ? `The times stay: the forecast draws down alike, ${printTime(Math.round(change.toS))}.`
        : `Their times are ${change.by > 1 ? "stretched" : "drawn together"} to ${printNumber(100 * change.by, 0)} %, as the bed draws down: the forecast goes from ${printTime(Math.round(change.fromS))} to ${printTime(Math.round(change.toS))}.`;
    case "timesByWater":
      return "Their times go by the water per gram of coffee: no forecast holds these two brews together.";
    case "recutToIced":
      return `The water is cut to ${g(change.hotG)}, and ${g(change.iceG)} of ice stand for the rest.`;
    case "sprayed":
      return `As a spray programme: ${change.bloomPct > 0 ? `${printNumber(change.bloomPct, 0)} % as a bloom, ${printNumber(change.bloomS, 0)} s of pause, then ` : ""}${change.pulses} ${change.pulses === 1 ? "pour" : "even pulses"}.`;
  }
}

/** A press's cautions for hands, where it is used. */
export function pressCautions(turnedOver: boolean, iced: boolean): readonly string[] {
  return [
    "The press is full of hot water: keep hands and faces from over it.",
    ...(turnedOver
      ? [
          "Upside down it stands on its plunger, with hot water inside: a dry, level place, the cap tight before it is turned, and one firm turn over the sink.",
        ]
      : []),
    "Press slowly, and never onto thin glass: the force can break it.",
    "Stop at the hiss: what comes after is air and bitterness.",
    ...(iced ? ["Hot coffee can break cold glass: press onto ice in a vessel rated for it."] : []),
  ];
}

/** Why a file is not read. */
export function fileFailureSentence(failure: FileFailure): string {
  switch (failure.code) {
    case "notJson":
      return "This is not a file of recipes: it cannot be read as JSON.";
    case "notRecipes":
      return "This is JSON, but not a file of recipes.";
    case "newerFormat":
      return failure.version > failure.known
        ? `This file is of format version ${failure.version}, and this house reads up to ${failure.known}: bring it up to date first.`
        : `This file is of format version ${failure.version}, which there never was.`;
    case "badInput":
      return badInputSentence(failure);
  }
}

/** An import's result for one recipe, in a sentence. */
export function importLineSentence(line: ImportLine): string {
  switch (line.what) {
    case "add":
      return line.versions === 1 ? "new" : `new, with ${line.versions} versions`;
    case "change":
      return line.versions === 1
        ? "one more version, on trial beside yours"
        : `${line.versions} more versions, on trial beside yours`;
    case "same":
      return "here already, to the last figure";
    case "refuse":
      return `left out: ${refusalSentence(line.why)}`;
  }
}

function refusalSentence(why: RecipeRefusal): string {
  switch (why.code) {
    case "badInput":
      return badInputSentence(why);
    case "nameEmpty":
    case "nameOdd":
    case "nameLong":
      return nameSentence(why);
    case "unknownThing":
      return `its ${why.kind} "${why.name}" is neither on a bench here nor in the file.`;
    case "twice":
      return "the file has it twice.";
    default:
      return `version ${why.version}: ${recipeSentence(why)}`;
  }
}
