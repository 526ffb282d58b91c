import { z } from "zod";
import { uuid } from "./card.ts";
import * as n from "./numbers.ts";

const waterG = z.number().gt(0).max(200_000);

/** A cup that somebody made by hand and wrote down. */
export const newRecipe = z.strictObject({
  /** The recipe's, and its first version's. */
  id: uuid,
  versionId: uuid,
  name: z.string().max(400),
  serve: z.enum(["hot", "iced"]),
  brewerId: uuid,
  grinderId: uuid,
  coffeeId: uuid,
  dialSetting: z.number(),
  doseG: n.doseG,
  hotWaterG: waterG,
  iceG: n.massG,
  waterTempC: z.number().min(40).max(100),
  bloomG: n.massG,
  bloomS: z.number().min(0).max(600),
  doneS: z.number().gt(0).max(86_400),
  weighedG: waterG.nullable(),
  strengthPct: n.strengthPct.nullable(),
});
export type NewRecipe = z.infer<typeof newRecipe>;
