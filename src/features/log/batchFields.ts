import { tz } from "@date-fns/tz";
import { format, parse } from "date-fns";
import { type BatchRow, type LoggedBatch, SAMPLED_AT } from "#contract/batch.ts";
import { choice, maybe, number } from "#contract/fields.ts";
import { ICED_METHODS } from "#core/iced";
import type { Named } from "#parts/form/schema.ts";
import type { FormField, Values } from "#parts/form/useFields.ts";
import { BED_WORDS, TASTE_WORDS, WALL_WORDS } from "#words/log";

/** A site's things that a batch is logged with. */
export interface LogSite {
  readonly timeZone: string;
  /** The house's clock when the page was made. */
  readonly now: string;
  readonly coffees: readonly Named[];
  readonly brewers: readonly Named[];
  readonly vessels: readonly Named[];
  readonly grinders: readonly Named[];
}

const LOCAL = "yyyy-MM-dd'T'HH:mm";
const LIKED = { unsaid: null, liked: true, disliked: false } as const;
const NOT_METERED = "notMetered";
const HOT = "hot";

/** What is tapped after a look and a sip. */
export const SIGNS: readonly string[] = ["bed", "wall", "taste"];

/** The short form of a batch: from a card only what nobody knew before, else what it was and how it was ground. */
export const SHORT = {
  ofCard: ["yieldG", "brewTimeS"],
  blank: ["coffeeId", "brewerId", "dialSetting", "brewTimeS", "doseG", "waterG", "yieldG"],
} as const;

const taps = (words: Readonly<Record<string, string>>) =>
  ({ type: "taps", options: Object.entries(words).map(([value, text]) => ({ value, text })) }) as const;

/** The fields of a batch, in the order of a form. */
export function batchFields({ coffees, brewers, vessels, grinders }: LogSite): readonly FormField[] {
  return [
    {
      name: "coffeeId",
      spec: { type: "ref", to: "coffee", optional: true },
      words: { label: "coffee" },
      named: coffees,
    },
    { name: "brewerId", spec: { type: "ref", to: "brewer" }, words: { label: "brewed on" }, named: brewers },
    { name: "doseG", spec: number("g", 0.5, 20_000), words: { label: "dose" } },
    {
      name: "waterG",
      spec: number("liquidG", 1, 200_000),
      words: { label: "hot water", help: "delivered, bypass too" },
    },
    {
      name: "yieldG",
      spec: maybe("liquidG", 1, 200_000),
      words: { label: "came out", help: "weighed, all ice melted" },
    },
    { name: "method", spec: choice([HOT, ...ICED_METHODS]), words: { label: "served" } },
    {
      name: "iceG",
      spec: number("g", 0, 200_000),
      words: { label: "ice", help: "in the drink; 0 when hot, or chilled without" },
    },
    {
      name: "vesselId",
      spec: { type: "ref", to: "vessel", optional: true },
      words: { label: "into" },
      named: vessels,
    },
    {
      name: "grinderId",
      spec: { type: "ref", to: "grinder", optional: true },
      words: { label: "ground on" },
      named: grinders,
    },
    { name: "dialSetting", spec: maybe("dial", -100, 1000), words: { label: "at", help: "on its own dial" } },
    {
      name: "brewTimeS",
      spec: maybe("watch", 1, 172_800),
      words: { label: "took", help: "such as 5:20, or 520" },
    },
    { name: "strengthPct", spec: maybe("%", 0.1, 30), words: { label: "strength" } },
    { name: "sampledAt", spec: choice([NOT_METERED, ...SAMPLED_AT]), words: { label: "sampled" } },
    { name: "bed", spec: taps(BED_WORDS), words: { label: "bed" } },
    { name: "wall", spec: taps(WALL_WORDS), words: { label: "the filter's wall" } },
    { name: "taste", spec: { ...taps(TASTE_WORDS), many: true }, words: { label: "tasted" } },
    { name: "liked", spec: choice(Object.keys(LIKED)), words: { label: "in the cup" } },
    { name: "at", spec: { type: "moment" }, words: { label: "when" } },
    { name: "note", spec: { type: "note", optional: true }, words: { label: "note" } },
  ];
}

/** A batch, or what is known of one that is to be logged, as a form begins with it. */
export function valuesOf(batch: Partial<BatchRow>, { now, timeZone }: LogSite): Values {
  const { brewTimeS, liked, sampledAt, method } = batch;
  return {
    coffeeId: batch.coffeeId ?? null,
    brewerId: batch.brewerId ?? null,
    doseG: batch.doseG ?? null,
    waterG: batch.waterG ?? null,
    yieldG: batch.yieldG ?? null,
    method: method ?? HOT,
    iceG: batch.iceG ?? 0,
    vesselId: batch.vesselId ?? null,
    grinderId: batch.grinderId ?? null,
    dialSetting: batch.dialSetting ?? null,
    brewTimeS: brewTimeS ?? null,
    strengthPct: batch.strengthPct ?? null,
    sampledAt: sampledAt ?? NOT_METERED,
    bed: batch.bed ?? null,
    wall: batch.wall ?? null,
    taste: batch.taste?.join(" ") || null,
    liked: liked == null ? "unsaid" : liked ? "liked" : "disliked",
    at: format(batch.at ?? now, LOCAL, { in: tz(timeZone) }),
    note: batch.note ?? null,
  };
}

/** What is known of a batch that is to be brewed like another: all that was chosen and weighed out, nothing of what came of it. */
export function likeIt({
  brewerId,
  coffeeId,
  vesselId,
  grinderId,
  dialSetting,
  doseG,
  waterG,
  iceG,
  method,
  recipeVersionId,
}: BatchRow): Partial<BatchRow> {
  return {
    brewerId,
    coffeeId,
    vesselId,
    grinderId,
    dialSetting,
    doseG,
    waterG,
    iceG,
    method,
    recipeVersionId,
  };
}

/** The other way round: a form's values as the message that is sent. */
export function messageOf(
  values: Values,
  known: Pick<LoggedBatch, "id" | "cardId" | "recipeVersionId">,
  { now, timeZone }: LogSite,
): LoggedBatch {
  const { brewTimeS, sampledAt, taste, liked, note, method, at, ...figures } = values;
  return {
    ...known,
    ...figures,
    method: method === HOT ? null : method,
    brewTimeS: brewTimeS === null ? null : Math.round(Number(brewTimeS)),
    sampledAt: sampledAt === NOT_METERED ? null : sampledAt,
    taste: taste === null ? [] : String(taste).split(" "),
    liked: LIKED[liked as keyof typeof LIKED],
    note: note ?? "",
    // A zoned date would print its own offset.
    at: new Date(+parse(String(at), LOCAL, new Date(now), { in: tz(timeZone) })).toISOString(),
  } as unknown as LoggedBatch;
}
