import { handPours, startOf, waterOf } from "#core/brew";
import { allWaterG, bloomMultiple, type Recipe } from "#core/recipe";
import { printNumber, printPct, printTime } from "#core/units";
import type { Printers } from "#ui/units.tsx";
import { counted } from "#words/figures";
import { AGITATION_WORDS, BASIS_WORDS, HAND_ACT_WORDS, MOMENT_WORDS, SERVICE_WORDS } from "#words/recipes";

/** A version in words, as far as it can be compared: what it is made with by name, and the recipe. */
export interface ShownRecipe {
  readonly brewer: string;
  readonly grinder: string | null;
  readonly coffee: string;
  readonly recipe: Recipe;
}

export interface TellingRow {
  readonly name: string;
  readonly text: string;
}

type Units = Pick<Printers, "printMass" | "printLiquid" | "printTemp" | "printRatio">;

/** All that a version says, a row each, in the order of the work; what it does not say has no row. */
export function rowsOf(
  { brewer, grinder, coffee, recipe }: ShownRecipe,
  units: Units,
): readonly TellingRow[] {
  const { doseG, doseRangeG, iceG, dilutionG, dialSetting, texture, siftLossPct, press, portions } = recipe;
  const multiple = bloomMultiple(recipe);
  const rows: [string, string | undefined | false | null][] = [
    ["brewed on", brewer],
    ["coffee", coffee],
    ["served", recipe.serve],
    ["dose", units.printMass(doseG)],
    ["dose from, to", doseRangeG?.map(units.printMass).join(" to ")],
    ["hot water", units.printLiquid(waterOf(recipe))],
    ["ice", iceG > 0 && units.printMass(iceG)],
    ["added after", dilutionG > 0 && units.printLiquid(dilutionG)],
    [`ratio, ${BASIS_WORDS.poured}`, units.printRatio(allWaterG(recipe) / doseG)],
    ["its maker counts", BASIS_WORDS[recipe.ratioBasis]],
    ["water at", units.printTemp(recipe.waterTempC)],
    ["ground", dialSetting !== null ? `${grinder} ${printNumber(dialSetting, 2)}` : texture],
    ["sifted off", siftLossPct > 0 && printPct(siftLossPct, { decimals: 1 })],
    ["filter", [recipe.rinsed ? "rinsed" : "not rinsed", recipe.filterNote].filter(Boolean).join(", ")],
    ["bloom", multiple !== undefined && `${printNumber(multiple, 2)} times the dose`],
    ...pourRows(recipe, units),
    ["press", press && pressWords(press)],
    ...recipe.steps.map(({ when, atS, act, note, staysG }, i): [string, string] => [
      `by hand ${i + 1}`,
      [
        atS === null ? MOMENT_WORDS[when] : printTime(atS),
        HAND_ACT_WORDS[act],
        note,
        staysG !== null && `${units.printMass(staysG)} stays behind`,
      ]
        .filter(Boolean)
        .join(", "),
    ]),
    ["shared into", portions && `${counted(portions.cups, "cup")} of ${units.printLiquid(portions.fillG)}`],
    ["done at", recipe.doneS !== null && printTime(recipe.doneS)],
    ["came out", recipe.weighedG !== null && units.printLiquid(recipe.weighedG)],
    ["strength", recipe.strengthPct !== null && printPct(recipe.strengthPct)],
    ["tasted", recipe.taste],
    ["comes from", recipe.origin],
    ["good for", recipe.services.map((service) => SERVICE_WORDS[service]).join(", ")],
  ];
  return rows.flatMap(([name, text]) => (text ? [{ name, text }] : []));
}

function pressWords({ steepS, stirred, pressS, turnedOver }: NonNullable<Recipe["press"]>): string {
  return [
    turnedOver ? "upside down, then turned over" : "upright",
    `steeps ${printTime(steepS)}`,
    stirred ? "stirred" : "not stirred",
    `pressed over ${pressS} s`,
  ].join(", ");
}

/** The pours in words; a brewer or a press that takes its water at once has none. */
export function pourRows(
  recipe: Pick<Recipe, "pours" | "blooms" | "press">,
  units: Units,
): [string, string][] {
  const { pours, blooms, press } = recipe;
  if (press || pours.length === 1) return [];
  return handPours(recipe).map((_, i) => {
    const pour = pours[i]!;
    const atS = startOf(pour);
    const begins =
      atS !== undefined
        ? printTime(atS)
        : "afterDropMm" in pour.start
          ? `when the level has dropped ${printNumber(pour.start.afterDropMm, 1)} mm`
          : "when drained";
    const { pace } = pour;
    const runs =
      pace && ("gPerS" in pace ? `${printNumber(pace.gPerS, 1)} g/s` : `by ${printTime(pace.byS)}`);
    const more = [
      runs,
      pour.where,
      pour.agitation !== "none" && `then ${AGITATION_WORDS[pour.agitation]}`,
    ].filter(Boolean);
    return [
      i === 0 && blooms ? "1, bloom" : `pour ${i + 1}`,
      `${begins}: to ${units.printLiquid(pour.toG)}, ${more.join(", ")}`,
    ];
  });
}

export interface ComparedRow {
  readonly name: string;
  readonly left: string | undefined;
  readonly right: string | undefined;
  readonly differs: boolean;
}

/** Two versions row by row, in the order of the left one, with what only the right one says in its place. */
export function compared(left: ShownRecipe, right: ShownRecipe, units: Units): readonly ComparedRow[] {
  const [a, b] = [rowsOf(left, units), rowsOf(right, units)];
  const names = a.map(({ name }) => name);
  b.forEach(({ name }, i) => {
    if (!names.includes(name)) names.splice(names.indexOf(b[i - 1]?.name ?? "") + 1, 0, name);
  });
  const of = (rows: readonly TellingRow[], name: string) => rows.find((row) => row.name === name)?.text;
  return names.map((name) => {
    const [l, r] = [of(a, name), of(b, name)];
    return { name, left: l, right: r, differs: l !== r };
  });
}
