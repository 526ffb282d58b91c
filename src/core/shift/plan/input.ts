/** A way to brew a product: a card into a kind of vessel. */
export interface PlanOption {
  readonly card: string;
  /** Served cups of one batch. */
  readonly cups: number;
  /** Slots that a brewer is taken for. */
  readonly brewSlots: number;
  /** Work when it is begun, min. */
  readonly handsMin: number;
  /** The brewer that it is for, which brews one batch at a time; any that is free where undefined. */
  readonly brewer?: string | undefined;
  readonly vesselKind: string;
  /** Slots after which what is left is poured away. */
  readonly holdSlots: number;
  readonly iceKg: number;
  /** Cost of a batch, whatever becomes of it: filter, water, labour. */
  readonly fixed: number;
}

/** A coffee in one service, as guests ask for it. */
export interface PlanProduct {
  readonly name: string;
  /** Expected in each slot, cups. */
  readonly meanCups: readonly number[];
  /** How counts of a slot scatter: 1 as single guests do (Poisson), above it negative binomial. */
  readonly varianceToMean: number;
  /** Cost of a cup that was asked for in vain, that was poured away, and of a minute of age beyond the grace. */
  readonly lostPerCup: number;
  readonly pouredPerCup: number;
  readonly stalePerCupMin: number;
  readonly graceMin: number;
  /** The largest first. */
  readonly options: readonly PlanOption[];
}

/** A pot that stands, or is under way, when the plan begins. */
export interface PlanPot {
  readonly product: string;
  readonly cups: number;
  readonly vesselKind: string;
  /** When it is or was ready; below 0 before the first slot. */
  readonly readySlot: number;
  readonly pourAtSlot: number;
  /** For one under way, the brewer that it is on; undefined where nobody said. */
  readonly brewer?: string | undefined;
}

/** A batch that has to be ready at a time, whatever the levels say. */
export interface PlanPin {
  readonly product: string;
  readonly card: string;
  readonly readySlot: number;
}

/** Something that is not there for a while: `brewer` for any, one by its name, a kind of vessel, or a card that is not brewed. */
export interface PlanForbidden {
  readonly resource: string;
  readonly fromSlot: number;
  /** The first slot in which it is there again. */
  readonly toSlot: number;
}

/** A day of a site in slots of some minutes: what is asked for, and what it is served with. */
export interface PlanInput {
  readonly slotMin: number;
  readonly slots: number;
  /** Slots before the doors open. */
  readonly prepSlots: number;
  /** The slot that it is now: earlier ones are over. */
  readonly nowSlot: number;
  readonly products: readonly PlanProduct[];
  /** Quiet, usual and busy days: what a whole day's demand is multiplied by, as often as they weigh. */
  readonly dayFactors: readonly { readonly weight: number; readonly factor: number }[];
  readonly brewers: number;
  /** In each slot, min. */
  readonly handsMin: readonly number[];
  readonly vessels: readonly { readonly kind: string; readonly count: number }[];
  readonly ice: { readonly initKg: number; readonly perSlotKg: number; readonly capKg: number } | null;
  readonly pots: readonly PlanPot[];
  readonly brewing: readonly PlanPot[];
  readonly pins: readonly PlanPin[];
  readonly forbidden: readonly PlanForbidden[];
  /** Simulated days behind the forecast. */
  readonly days: number;
  readonly seed: number;
}

/** Usual figures of what a caller leaves out. */
export const USUAL_PLAN = {
  slotMin: 5,
  nowSlot: 0,
  dayFactors: [{ weight: 1, factor: 1 }],
  ice: null,
  pots: [],
  brewing: [],
  pins: [],
  forbidden: [],
  days: 200,
  seed: 1,
} as const satisfies Partial<PlanInput>;

/** What a lost cup costs, on average over the products. */
export function lostCupCost(products: readonly PlanProduct[]): number {
  return products.reduce((sum, { lostPerCup }) => sum + lostPerCup, 0) / Math.max(1, products.length);
}
