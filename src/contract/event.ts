import { z } from "zod";
import { BAR_KINDS } from "./bar.ts";
import { uuid } from "./card.ts";

/** Kinds of events at a site. */
export const EVENT_KINDS = [
  "batchLogged",
  "batchCorrected",
  "batchTakenOut",
  "batchPutBack",
  "standardMade",
  "standardEnded",
  "cardKept",
  "cardRemade",
  "listChanged",
  "planChanged",
  "bagOpened",
  "trialStarted",
  "trialChanged",
  "trialEnded",
  ...BAR_KINDS,
] as const;
export type EventKind = (typeof EVENT_KINDS)[number];

/** Subject of an event: ids, and figures that a follower need not look up. */
export type EventDetails = Readonly<Record<string, string | number | boolean | null>>;

/** One thing that happened at a site, as a follower reads it. */
export const eventLine = z.strictObject({
  n: z
    .number()
    .int()
    .min(1)
    .describe("Its number at the site: 1, 2, 3 … in the order of commits, without a gap"),
  id: uuid,
  kind: z.enum(EVENT_KINDS),
  at: z.iso.datetime().describe("When it happened, by the clock of who did it"),
  keptAt: z.iso.datetime().describe("When the house kept it"),
  person: z.string().nullable().describe("Who did it; null for the house itself"),
  details: z.record(z.string(), z.union([z.string(), z.number(), z.boolean(), z.null()])),
});
export type EventLine = z.infer<typeof eventLine>;

/** Events after a number, in order; the next request names `last`. */
export const eventPage = z.strictObject({
  events: z.array(eventLine),
  last: z.number().int().min(0).describe("The number to ask after next"),
});
