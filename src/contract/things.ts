import { z } from "zod";
import { ASPECTS, type Aspect } from "./aspects.ts";
import { uuid } from "./card.ts";
import {
  type AnyFigures,
  type FieldSpec,
  type Figures,
  fieldsOf,
  isZone,
  THING_KINDS,
  type ThingKind,
} from "./fields.ts";

const MOST_NAME = 80;
const MOST_NOTE = 400;

function schemaOf(spec: FieldSpec): z.ZodType<string | number | boolean | null> {
  switch (spec.type) {
    case "number": {
      const value = z.number().min(spec.least).max(spec.most);
      if (spec.usual === null) return value.nullable().default(null);
      return spec.optional ? value.nullable() : value;
    }
    case "yes":
      return spec.usual === undefined ? z.boolean() : z.boolean().default(spec.usual);
    case "taps": {
      const one = z.enum(spec.options.map(({ value }) => value));
      const all = z.string().refine((text) => z.array(one).safeParse(text.split(" ")).success);
      // Files and messages of before it was a field have none.
      return all.nullable().default(null);
    }
    case "choice":
      return spec.usual === undefined ? z.enum(spec.options) : z.enum(spec.options).default(spec.usual);
    case "ref":
      return spec.optional ? uuid.nullable() : uuid;
    case "moment":
      return z.iso.datetime();
    case "date":
      return spec.optional ? z.iso.date().nullable() : z.iso.date();
    case "zone":
      return z.string().refine(isZone);
    case "currency":
      return z.string().regex(/^[A-Z]{3}$/);
    case "name":
      // Judged by the core's rule for names, which says what is wrong.
      return z.string().max(MOST_NOTE);
    default:
      return z
        .string()
        .trim()
        .max(spec.type === "note" ? MOST_NOTE : MOST_NAME)
        .nullable();
  }
}

/** A kind's figures as a message; those that are left out of it are not taken. */
export function figuresSchema(kind: ThingKind, except: readonly string[] = []) {
  const fields = fieldsOf(kind).filter(([name]) => !except.includes(name));
  return z.strictObject(Object.fromEntries(fields.map(([name, spec]) => [name, schemaOf(spec)])));
}

const kindSchema = <Kind extends ThingKind>(kind: Kind) =>
  z.strictObject({
    kind: z.literal(kind),
    id: uuid,
    /** The revision that the change began with; 0 for a new thing. */
    revision: z.number().int().min(0),
    figures: figuresSchema(kind),
    /** Aspects of a new thing that are only usual for its kind. */
    typical: z.array(z.enum(ASPECTS)).max(ASPECTS.length).default([]),
  });

/** A thing of any kind as it is kept. */
export const keptThing = z.discriminatedUnion(
  "kind",
  THING_KINDS.map(kindSchema) as [ReturnType<typeof kindSchema>, ...ReturnType<typeof kindSchema>[]],
);
export type KeptThing = z.infer<typeof keptThing>;

/** A coffee that is put on the bench from where one is chosen. */
export const keptCoffee = kindSchema("coffee");
export type KeptCoffee = z.infer<typeof keptCoffee>;

/** A thing taken off the bench, or put back. */
export const removedThing = z.strictObject({
  kind: z.enum(THING_KINDS as [ThingKind, ...ThingKind[]]),
  id: uuid,
  revision: z.number().int().min(1),
  removed: z.boolean(),
});
export type RemovedThing = z.infer<typeof removedThing>;

/** A thing as the Bench shows it. */
export interface ThingRow {
  readonly id: string;
  readonly revision: number;
  readonly removed: boolean;
  /** When it was measured here, for its reader; undefined while it was not. */
  readonly measured: string | undefined;
  readonly typical: readonly Aspect[];
  readonly figures: AnyFigures;
}

/** A thing with the figures of its kind. */
export type RowOf<Kind extends ThingKind> = Omit<ThingRow, "figures"> & { readonly figures: Figures<Kind> };

/** Why a change of a thing is refused. */
export type ThingRefusal = "nameTaken" | "nameTakenSince" | "lastSite";
