/** What happens while somebody follows a guide. Each carries its id and the house's time, which never runs backwards. */
export type GuideEvent = { readonly id: string; readonly atMs: number } & (
  | { readonly kind: "ticked"; readonly stepId: string }
  /** The first water. */
  | { readonly kind: "begun" }
  /** The next step begins now, whatever its time. */
  | { readonly kind: "stepped" }
  /** The clock counts from so much earlier; below 0 later. */
  | { readonly kind: "shifted"; readonly byS: number }
  /** A figure of the batch, by a scale, a thermometer, a meter or by hand; null takes it back. */
  | { readonly kind: "measured"; readonly what: MeasuredName; readonly value: number | null }
  /** The batch is in the log. */
  | { readonly kind: "logged"; readonly batchId: string }
  /** Nobody brews it to its end. */
  | { readonly kind: "left" }
  /** Takes the newest of the others back, but what is in the log. */
  | { readonly kind: "undone" }
);

/** Figures that a guide ends with. */
export const MEASURED = ["doseG", "yieldG", "waterG", "tempC", "strengthPct"] as const;
export type MeasuredName = (typeof MEASURED)[number];

export const GUIDE_KINDS = [
  "ticked",
  "begun",
  "stepped",
  "shifted",
  "measured",
  "logged",
  "left",
  "undone",
] as const;

/** In order of time; at one time by their ids, so that every device has the same order. */
export function inOrder(a: GuideEvent, b: GuideEvent): number {
  return a.atMs - b.atMs || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}
