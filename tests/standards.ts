import type { Standard } from "#contract/standard.ts";
import { CHOUGH_CURVE } from "./grinders.ts";

/** The demo house's big pot as it was approved. */
export const BIG_POT: Standard = {
  id: "standard big pot",
  batchId: "big pot",
  coffeeId: "saltmarsh",
  brewerId: "fulmar",
  serve: "hot",
  method: null,
  sizeG: 2801,
  approvedAt: "2026-06-01T10:00:00.000Z",
  brewedOn: "2026-06-01",
  approvedBy: "Oda Venn",
  grinderId: "chough",
  dialSetting: 11,
  doseG: 202.4,
  waterG: 3229,
  iceG: 0,
  yieldG: 2799,
  brewTimeS: 352,
  strengthPct: 1.38,
  densityGPerMl: 0.4,
  roastedOn: "2026-05-24",
  curve: { version: 1, points: CHOUGH_CURVE },
};
