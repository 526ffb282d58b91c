import type { Random } from "#core/random";

/** As much of JSON Schema as Zod prints. */
export interface JsonSchema {
  readonly $ref?: string;
  readonly $defs?: { readonly [name: string]: JsonSchema };
  readonly type?: string;
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly anyOf?: readonly JsonSchema[];
  readonly oneOf?: readonly JsonSchema[];
  readonly allOf?: readonly JsonSchema[];
  readonly properties?: { readonly [name: string]: JsonSchema };
  readonly required?: readonly string[];
  readonly additionalProperties?: boolean | JsonSchema;
  readonly propertyNames?: JsonSchema;
  readonly items?: JsonSchema;
  readonly prefixItems?: readonly JsonSchema[];
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly format?: string;
  readonly pattern?: string;
  readonly minLength?: number;
  readonly maxLength?: number;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly exclusiveMinimum?: number;
  readonly exclusiveMaximum?: number;
}

/** Ids that are in the house, by the field that names such a thing. */
export type Ids = { readonly [field: string]: readonly string[] };

/** Words that fit the patterns of texts that have one. */
const TEXTS = [
  "Night Mail",
  "Loft cone",
  "2026-07-15",
  "2026-07-14T08:30:00Z",
  "08:30",
  "Europe/London",
  "GBP",
  "480217",
  "Wren Tolliver",
  "0",
  "g",
  "0:30",
];
const LIKELY = [0, 1, 2, 5, 16, 60, 93, 200, 202, 800, 1000, 3000];

const pick = <T>(list: readonly T[], random: Random): T => list[Math.floor(random.share() * list.length)]!;

/** A message that a schema describes, as far as a printed schema says all; with ids that are in the house where it can. */
export function madeFrom(root: JsonSchema, random: Random, ids: Ids): unknown {
  const make = (schema: JsonSchema, field: string): unknown => {
    if (schema.$ref !== undefined) return make(found(root, schema.$ref), field);
    if ("const" in schema) return schema.const;
    if (schema.enum) return pick(schema.enum, random);
    const choices = schema.anyOf ?? schema.oneOf;
    if (choices) return make(pick(choices, random), field);
    if (schema.allOf) return Object.assign({}, ...schema.allOf.map((each) => make(each, field)));
    switch (schema.type) {
      case "object":
        return objectOf(schema, field);
      case "array":
        return schema.prefixItems
          ? schema.prefixItems.map((each) => make(each, field))
          : Array.from({ length: lengthOf(schema, random) }, () => make(schema.items ?? {}, field));
      case "string":
        return textOf(schema, field, random, ids);
      case "integer":
        return Math.round(numberOf(schema, random));
      case "number":
        return numberOf(schema, random);
      case "boolean":
        return random.share() < 0.5;
      case "null":
        return null;
      default:
        return undefined;
    }
  };
  const objectOf = (schema: JsonSchema, field: string) => {
    const made: Record<string, unknown> = {};
    for (const [name, each] of Object.entries(schema.properties ?? {})) {
      if (schema.required?.includes(name) || random.share() < 0.5) made[name] = make(each, name);
    }
    const more = schema.additionalProperties;
    if (typeof more === "object") {
      const names =
        schema.propertyNames?.enum ?? (schema.propertyNames ? [make(schema.propertyNames, field)] : []);
      for (const name of names) if (random.share() < 0.5) made[String(name)] = make(more, field);
    }
    return made;
  };
  return make(root, "");
}

function found(root: JsonSchema, ref: string): JsonSchema {
  if (ref === "#") return root;
  return root.$defs?.[ref.split("/").at(-1)!] ?? {};
}

function lengthOf({ minItems = 0, maxItems = 4 }: JsonSchema, random: Random): number {
  return Math.min(maxItems, minItems + Math.floor(random.share() * 3));
}

function textOf(
  { format, pattern, minLength = 0, maxLength = 40 }: JsonSchema,
  field: string,
  random: Random,
  ids: Ids,
) {
  if (format === "uuid") {
    const known = ids[field] ?? ids.any ?? [];
    const somewhere = random.share() < 0.8 ? known : (ids.any ?? []);
    return random.share() < 0.95 ? pick(somewhere, random) : newId(random);
  }
  const fitting = TEXTS.filter(
    (text) =>
      text.length >= minLength &&
      text.length <= maxLength &&
      (pattern === undefined || new RegExp(pattern, "u").test(text)),
  );
  return fitting.length > 0 ? pick(fitting, random) : "x".repeat(Math.min(maxLength, Math.max(1, minLength)));
}

function newId(random: Random): string {
  const hex = Array.from({ length: 30 }, () => Math.floor(random.share() * 16).toString(16)).join("");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-7${hex.slice(12, 15)}-8${hex.slice(15, 18)}-${hex.slice(18, 30)}`;
}

function numberOf(schema: JsonSchema, random: Random): number {
  const least = schema.minimum ?? schema.exclusiveMinimum ?? -10;
  const most = schema.maximum ?? schema.exclusiveMaximum ?? 10_000;
  const likely = LIKELY.filter((each) => each >= least && each <= most);
  const kind = random.share();
  if (kind < 0.6 && likely.length > 0) return pick(likely, random);
  if (kind < 0.7) return random.share() < 0.5 ? least : most;
  return least + random.share() * (most - least);
}

/** What a schema does not want, wherever it stands. */
const HOSTILE: readonly unknown[] = [
  null,
  true,
  -1,
  0.5,
  -0,
  1e308,
  Number.MAX_SAFE_INTEGER + 2,
  "",
  " ",
  "x".repeat(70_000),
  "Robert'); DROP TABLE cards; --",
  "<script>document.title='taken'</script>",
  "\u0000",
  "\ud800",
  "\u202e",
  "__proto__",
  "2026-02-30",
  "00000000-0000-0000-0000-000000000000",
  [],
  {},
  [[[[[[]]]]]],
  { __proto__: null, constructor: { prototype: {} } },
];

/** A message with one thing in it that is not as it should be: another value, one more field, or one field less. */
export function spoilt(message: unknown, random: Random): unknown {
  if (typeof message !== "object" || message === null || random.share() < 0.1) return pick(HOSTILE, random);
  const copy: Record<string, unknown> | unknown[] = Array.isArray(message) ? [...message] : { ...message };
  const names = Object.keys(copy);
  const kind = random.share();
  if (names.length === 0 || kind < 0.1)
    return Object.assign(copy, { [pick(["more", "constructor", "0"], random)]: pick(HOSTILE, random) });
  const name = pick(names, random) as keyof typeof copy;
  if (kind < 0.25 && !Array.isArray(copy)) delete copy[name];
  else copy[name] = (random.share() < 0.5 ? spoilt(copy[name], random) : pick(HOSTILE, random)) as never;
  return copy;
}
