import { z } from "zod";
import { uuid } from "./card.ts";

/** A task of care that somebody did, or took their own mark of back. */
export const careMark = z.strictObject({
  id: uuid.describe("Made by the device: the same mark sent twice is one"),
  taskId: uuid,
  at: z.iso.datetime().describe("When it was done, by the device's clock"),
  sentAt: z.iso.datetime().describe("By the device's clock: how far it is off is told by it"),
  isTakenBack: z.boolean().default(false),
});
export type CareMark = z.input<typeof careMark>;
