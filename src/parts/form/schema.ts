import { z } from "zod";
import type { FieldSpec } from "#contract/fields.ts";
import type { Printers } from "#ui/units.tsx";
import type { FieldWords } from "#words/bench";
import { readField, textOf, type Value } from "./fields.ts";

/** A thing that a field can name. */
export interface Named {
  readonly id: string;
  readonly name: string;
  /** What matters of it beside its name. */
  readonly aside?: string | undefined;
}

/** One field of a form: its name in the message, what it takes, and what it says. */
export interface FormField {
  readonly name: string;
  readonly spec: FieldSpec;
  readonly words: FieldWords;
  /** Things that it can name, where it is a reference. */
  readonly named?: readonly Named[];
}

export type Values = Readonly<Record<string, Value>>;
/** What stands in a form's fields, by their keys. */
export type Texts = Record<string, string>;

/** A field's key in the form: the form package takes points for paths. */
export const keyOf = (name: string) => name.replaceAll(".", "·");

/** A form's fields as texts; a choice always stands on something: what it was, or the first there is. */
export function textsOf(fields: readonly FormField[], values: Values, units: Printers): Texts {
  return Object.fromEntries(
    fields.map(({ name, spec, named }) => [
      keyOf(name),
      textOf(spec, values[name] ?? null, units) || firstOf(spec, named),
    ]),
  );
}

function firstOf(spec: FieldSpec, named: readonly Named[] | undefined): string {
  if (spec.type === "choice") return spec.options[0] ?? "";
  return spec.type === "ref" && !spec.optional ? (named?.[0]?.id ?? "") : "";
}

/** A typed field's value, or the sentence that says what is wrong; an untouched figure stays as it was, past the digits of its print. */
export function readText({ name, spec }: FormField, text: string, start: Values, units: Printers) {
  const before = start[name];
  if (before !== undefined && text === textOf(spec, before, units))
    return { ok: true, value: before } as const;
  return readField(spec, text, units);
}

/** The schema that turns a form's texts into its values, read off the same table of fields as everything else. */
export function schemaOf(fields: readonly FormField[], start: Values, units: Printers) {
  return z.object(
    Object.fromEntries(
      fields.map((field) => [
        keyOf(field.name),
        z.string().transform((text, context): Value => {
          const read = readText(field, text, start, units);
          if (read.ok) return read.value;
          context.addIssue({ code: "custom", message: read.failure });
          return z.NEVER;
        }),
      ]),
    ),
  );
}
