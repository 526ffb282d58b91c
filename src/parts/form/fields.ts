import { type FieldSpec, type FieldUnit, isZone, type NumberField } from "#contract/fields.ts";
import { fail, ok, type Result } from "#core/result";
import { FIGURE_KINDS, readFigure } from "#ui/figure/kinds.ts";
import type { Printers } from "#ui/units.tsx";
import { OPTION_WORDS } from "#words/bench";
import { listed, quantitySentence } from "#words/figures";

export type Value = string | number | boolean | null;

/** A number as it is read. */
export function printValue(value: number, unit: FieldUnit, print: Printers): string {
  return FIGURE_KINDS[unit].print(value, print);
}

/** A field's value as it stands in its form. */
export function textOf(spec: FieldSpec, value: Value, print: Printers): string {
  if (value === null || value === undefined) return "";
  if (spec.type === "number") return printValue(value as number, spec.unit, print);
  return spec.type === "yes" ? (value ? "yes" : "") : String(value);
}

/** A field's value in words, for two versions side by side. */
export function saidOf(
  { spec, named }: { readonly spec: FieldSpec; readonly named?: readonly { id: string; name: string }[] },
  value: Value,
  print: Printers,
): string {
  if (spec.type === "ref") return named?.find(({ id }) => id === value)?.name ?? "";
  if (spec.type === "taps") {
    const tapped = String(value ?? "").split(" ");
    return listed(spec.options.flatMap(({ value: each, text }) => (tapped.includes(each) ? [text] : [])));
  }
  if (spec.type === "choice") return OPTION_WORDS[String(value)] ?? String(value);
  if (spec.type === "yes") return value ? "yes" : "no";
  return textOf(spec, value, print);
}

const MISSING = "This is needed.";

/** A typed field's value, or the sentence that says what is wrong with it. */
export function readField(spec: FieldSpec, text: string, print: Printers): Result<Value, string> {
  const typed = text.trim();
  if (spec.type === "yes") return ok(typed !== "");
  if (spec.type === "choice") return ok(typed);
  if (spec.type === "taps") return ok(typed || null);
  if (typed === "") return spec.optional ? ok(null) : fail(MISSING);
  if (spec.type === "number") return readNumber(spec, text, print);
  if (spec.type === "zone" && !isZone(typed)) {
    return fail("No time zone is called that. They are named after places, such as Europe/London.");
  }
  if (spec.type === "currency" && !/^[A-Z]{3}$/.test(typed.toUpperCase())) {
    return fail("Money has three letters, such as GBP or EUR.");
  }
  return ok(spec.type === "currency" ? typed.toUpperCase() : typed);
}

/** Holds a number to its range, both ends included. */
function readNumber(spec: NumberField, text: string, print: Printers): Result<number, string> {
  const typed = readFigure(FIGURE_KINDS[spec.unit], text, print);
  if (!typed.ok) return fail(quantitySentence(typed.failure));
  const { value } = typed.value;
  const say = (bound: number) => printValue(bound, spec.unit, print);
  if (!(value >= spec.least)) return fail(`That is too little: at least ${say(spec.least)}.`);
  if (!(value <= spec.most)) return fail(`That is too much: at most ${say(spec.most)}.`);
  return ok(value);
}
