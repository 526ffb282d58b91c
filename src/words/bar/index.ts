/** Words of the bar: pots, what happens to them, and how long they are sold. */
import type { BarEvent, OddCode, PotNow, PourReason } from "#core/bar";
import { printMass, printNumber, printPct, printTemp } from "#core/units";

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

const MIN_PER_H = 60;

/** How long coffee stands: "23 min", "1 h 5". */
export function printAge(minutes: number): string {
  const whole = Math.floor(minutes);
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
