import { z } from "zod";
import { type GUIDE_KINDS, type GuideEvent, MEASURED } from "#core/guide";
import { sentBatch } from "./batch.ts";
import { uuid } from "./card.ts";

const MOST_EVENTS = 200;
const MOST_SHIFT_S = 3600;
const MOST_MEASURED = 200_000;
/** A scale is read ten times a second for a quarter of an hour, three characters a reading at most. */
const MOST_PACKED = 30_000;
const MOST_TAPE_S = 86_400;
const MOST_TAPES = 4;

const made = {
  id: uuid.describe("Made by the device: the same event sent twice is one"),
  atMs: z.number().int().min(0).max(8.64e15).describe("By the house's clock, ms since 1970"),
};
const plain = <Kind extends (typeof GUIDE_KINDS)[number]>(kind: Kind) =>
  z.strictObject({ kind: z.literal(kind), ...made });

/** One thing that happened in a guide. */
export const guideEvent = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("ticked"), ...made, stepId: z.string().min(1).max(40) }),
  plain("begun"),
  plain("stepped"),
  z.strictObject({
    kind: z.literal("shifted"),
    ...made,
    byS: z.number().min(-MOST_SHIFT_S).max(MOST_SHIFT_S),
  }),
  z.strictObject({
    kind: z.literal("measured"),
    ...made,
    what: z.enum(MEASURED),
    value: z.number().min(0).max(MOST_MEASURED).nullable(),
  }),
  z.strictObject({ kind: z.literal("logged"), ...made, batchId: uuid }),
  plain("left"),
  plain("undone"),
]) satisfies z.ZodType<GuideEvent>;

/** A guide as it begins, from a card. The id is the client's: sent twice it is one. */
export const startedGuide = z.strictObject({ id: uuid, cardId: uuid });
export type StartedGuide = z.infer<typeof startedGuide>;

/** Events of one guide, in any order. */
export const sentGuideEvents = z.strictObject({ events: z.array(guideEvent).min(1).max(MOST_EVENTS) });

/** What a scale said while a guide ran. */
export const guideTape = z.strictObject({
  under: z.enum(["vessel", "brewer"]),
  stepS: z.number().min(0.1).max(60),
  fromS: z.number().min(0).max(MOST_TAPE_S),
  packed: z
    .string()
    .max(MOST_PACKED)
    .regex(/^[A-Za-z0-9_-]*$/)
    .describe("Readings in tenths of a gram: differences, zigzag, five bits a character"),
});

/** How a guide ends: its batch as it is logged, its recordings, and the vessel where it stands from then on. */
export const endedGuide = z.strictObject({
  batch: sentBatch,
  tapes: z.array(guideTape).max(MOST_TAPES).readonly(),
  filledId: uuid
    .nullable()
    .describe("Of the event with which its pot stands at the bar; null where it stands in none"),
  event: guideEvent,
});
export type EndedGuide = z.infer<typeof endedGuide>;
