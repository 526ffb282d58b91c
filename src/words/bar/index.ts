/** Words of the bar: pots, what happens to them, and how long they are sold. */
import type { BarEvent, DayList, DayListItem, OddCode, PotNow, PourReason } from "#core/bar";
import { printMass, printNumber, printPct, printTemp } from "#core/units";
import { counted } from "#words/figures";

export const REASON_WORDS: { readonly [reason in PourReason]: string } = {
  tooOld: "too old",
  tooCold: "too cold",
  taste: "does not taste right",
  wrongBrew: "brewed wrong",
  closing: "closing",
  other: "something else",
};

export const ODD_WORDS: { readonly [code in OddCode]: string } = {
  nothingThere: "nothing stood there then",
  moreThanWasThere: "more than was in it",
  filledOver: "filled over a rest",
  intoItself: "into itself",
  overBrim: "more than it holds",
};

export const DAY_LIST_WORDS: { readonly [list in DayList]: string } = {
  opening: "Opening",
  closing: "Closing",
};

export const DAY_ITEM_WORDS: { readonly [item in DayListItem]: string } = {
  water: "brew water",
  ice: "ice for the day",
  filters: "filters",
  doses: "doses weighed out",
  dial: "grinder on its dial",
  firstBrews: "first brews",
  pots: "pots poured away",
  stock: "what is left of the coffee",
  clean: "cleaning and care that is due",
  iceBin: "ice bin closed",
  list: "tomorrow's list",
};

const MIN_PER_H = 60;

/** How long coffee stands: "23 min", "1 h 5". */
export function printAge(minutes: number): string {
  // Two clocks may be a moment apart: nothing is younger than new.
  const whole = Math.max(0, Math.floor(minutes));
  if (whole < MIN_PER_H) return `${whole} min`;
  const rest = whole % MIN_PER_H;
  return rest === 0 ? `${Math.floor(whole / MIN_PER_H)} h` : `${Math.floor(whole / MIN_PER_H)} h ${rest}`;
}

/** Until when a pot is sold, or why it is not any more. */
export function soldWords({ mark, because, soldUntilMs }: PotNow, clockOf: (ms: number) => string): string {
  if (soldUntilMs === null) return "no hold is set";
  if (mark === "past") return because === "cold" ? "too cold: pour it away" : "past its time: pour it away";
  return `until ${clockOf(soldUntilMs)}${because === "cold" ? ", then too cold" : ""}`;
}

/** Cups that are left of one size; about, because nobody fills to the gram. */
export function cupsLeft(
  liquidG: number,
  cup: { readonly volumeMl: number; readonly fillG: number },
): string {
  const cups = Math.floor(liquidG / cup.fillG);
  return `${printNumber(cups, 0)} × ${cup.volumeMl} ml`;
}

/** Why coffee was poured away, as a day's account says it. */
export function wasteReason(reason: PourReason | "filledOver"): string {
  return reason === "filledOver" ? "filled over a rest" : REASON_WORDS[reason];
}

/** What was poured away today, and why. */
export function pouredSentence(
  poured: readonly { readonly reason: PourReason | "filledOver"; readonly restG: number }[],
  print: (massG: number) => string,
): string {
  if (poured.length === 0) return "Nothing was poured away today.";
  const sum = poured.reduce((all, { restG }) => all + restG, 0);
  const parts = poured.map(({ reason, restG }) => `${print(Math.round(restG))} ${wasteReason(reason)}`);
  return `${print(Math.round(sum))} poured away today${parts.length > 1 ? `: ${parts.join(", ")}` : `, ${wasteReason(poured[0]!.reason)}`}.`;
}

/** What is left of each coffee, as far as its stock is counted. */
export function stockSentence(
  stock: readonly { readonly name: string; readonly stockG: number }[],
  print: (massG: number) => string,
): string | undefined {
  if (stock.length === 0) return undefined;
  return `By count: ${stock.map(({ name, stockG }) => `${name} ${print(Math.round(stockG))}`).join("; ")}.`;
}

/** From then on a task of what is to do has waited, min. */
export const LONG_WAIT_MIN = 3;

/** How long batches of a day stood in what was to do before somebody began them; undefined where none had to wait. */
export function waitedSentence(waited: readonly { readonly waitedMin: number }[]): string | undefined {
  const late = waited.filter(({ waitedMin }) => waitedMin >= LONG_WAIT_MIN).map(({ waitedMin }) => waitedMin);
  if (late.length === 0) return undefined;
  const mean = late.reduce((sum, min) => sum + min, 0) / late.length;
  const one = late.length === 1;
  return `${counted(late.length, "batch", { many: "batches" })} of what was to do waited: ${printAge(mean)}${one ? "" : ` on average, ${printAge(Math.max(...late))} at most`}.`;
}

/** What became of a day in one sentence. */
export function afterSentence({
  isToday,
  cups,
  pouredShare,
  lostCups,
  meanAgeMin,
}: {
  readonly isToday: boolean;
  readonly cups: number;
  readonly pouredShare: number;
  readonly lostCups: number;
  readonly meanAgeMin: number | null;
}): string {
  if (cups === 0 && pouredShare === 0 && meanAgeMin === null)
    return isToday ? "Nothing was sold yet today." : "Nothing is known of this day.";
  const lost = Math.round(lostCups);
  const parts = [
    `${printNumber(cups, 0)} ${cups === 1 ? "cup" : "cups"} sold`,
    meanAgeMin !== null && `served at ${printAge(meanAgeMin)} on average`,
    `${printNumber(Math.round(100 * pouredShare), 0)} % poured away`,
    lost > 0
      ? `about ${lost} ${lost === 1 ? "cup" : "cups"} lost for want of coffee`
      : "no cup lost for want of coffee",
  ].filter((part) => part !== false);
  return `${isToday ? "So far " : ""}${parts.join(", ")}.`;
}

/** Without a word from the house for so long what stands on a screen may be old, ms; it says something every three seconds. */
const OLD_MS = 8000;
const MS_PER_S = 1000;
const MS_PER_MIN = 60_000;

/** A line to the house over which it spoke just now. */
export const LIVE = "live";

/** How a device's line to the house is, in a word or two. */
export function lineWords({
  isOnline,
  oldMs,
}: {
  readonly isOnline: boolean;
  readonly oldMs: number;
}): string {
  if (!isOnline) return "no network";
  if (oldMs <= OLD_MS) return LIVE;
  return oldMs < MS_PER_MIN
    ? `${Math.floor(oldMs / MS_PER_S)} s old`
    : `${Math.floor(oldMs / MS_PER_MIN)} min old`;
}

/** An event in a few words. */
export function happenedWords(event: BarEvent): string {
  switch (event.kind) {
    case "brewBegun":
      return "a brew was begun";
    case "potFilled":
      return `filled with ${printMass(Math.round(event.liquidG))}`;
    case "potToppedUp":
      return `topped up with ${printMass(Math.round(event.liquidG))}`;
    case "served":
      return event.cups === null
        ? `${printMass(Math.round(event.massG))} served`
        : `${event.cups} × ${event.cupMl} ml served`;
    case "setAside":
      return `${printMass(Math.round(event.massG))} set aside to taste`;
    case "potMoved":
      return "moved to another pot";
    case "plateTurned":
      return `the plate turned ${event.on ? "on" : "off"}`;
    case "pouredAway":
      return `poured away: ${REASON_WORDS[event.reason]}`;
    case "ranOut":
      return "ran out";
    case "potMeasured":
      return measuredWords(event);
    case "iceFilled":
      return "ice filled";
    case "iceTaken":
      return "ice taken";
    case "lookedAt":
      return "looked at, and left so";
    case "checked":
      return `${DAY_ITEM_WORDS[event.item]}: done`;
    case "undone":
      return "undone";
  }
}

function measuredWords({ leftG, tempC, strengthPct }: Extract<BarEvent, { kind: "potMeasured" }>): string {
  const figures = [
    leftG !== null && `${printMass(Math.round(leftG))} left`,
    tempC !== null && printTemp(tempC),
    strengthPct !== null && printPct(strengthPct),
  ].filter(Boolean);
  return `measured: ${figures.join(", ")}`;
}
