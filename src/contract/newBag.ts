import { z } from "zod";
import { uuid } from "./card.ts";

/** A bag that is about to be opened. */
export const newBag = z.strictObject({
  siteId: uuid,
  coffeeId: uuid,
  densityGPerMl: z.number().min(0.2).max(0.7),
  roastedOn: z.iso.date().nullable(),
});
export type NewBag = z.infer<typeof newBag>;

/** A bag that is opened: the coffee is this bag's from now on. */
export const openedBag = newBag.extend({
  revision: z.number().int().min(1).describe("Of the coffee, as it was looked at"),
  test: z
    .strictObject({ id: uuid, cardId: uuid })
    .nullable()
    .describe("A card for the first pot, made from one of the cards that the bag touches"),
});
export type OpenedBag = z.infer<typeof openedBag>;
