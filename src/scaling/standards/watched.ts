import type { LoggedBatch } from "#contract/batch.ts";
import type { Standard } from "#contract/standard.ts";
import { SIGNALS, type Signal, type Watched, type WatchedGroup, watch } from "#core/learn";

/** A batch of the log, as far as it may have been brewed as a standard says. */
export type Watchable = Pick<
  LoggedBatch,
  | "id"
  | "coffeeId"
  | "brewerId"
  | "method"
  | "grinderId"
  | "dialSetting"
  | "doseG"
  | "waterG"
  | "iceG"
  | "yieldG"
  | "brewTimeS"
  | "strengthPct"
  | "sampledAt"
> & { readonly at: Date; readonly curveVersion: number | null };

/** One kind of figure of a standard's batches, over time. */
export interface Series {
  readonly atMs: readonly number[];
  readonly values: readonly number[];
  readonly watched: Watched;
}

/** A standard with what was brewed by it. */
export interface StandardSeries extends WatchedGroup {
  readonly standard: Standard;
  readonly batches: number;
  readonly signals: Readonly<Partial<Record<Signal, Series>>>;
}

/** A dose and a water this near are what the standard says. */
const AS_SAID_SHARE = 0.03;

/** Whether a batch was brewed as a standard says, before it was approved or since. */
function brewedAs(batch: Watchable, standard: Standard): boolean {
  const near = (a: number, b: number) => Math.abs(a - b) <= AS_SAID_SHARE * b;
  return (
    batch.coffeeId === standard.coffeeId &&
    batch.brewerId === standard.brewerId &&
    batch.method === standard.method &&
    batch.grinderId === standard.grinderId &&
    batch.curveVersion === (standard.curve?.version ?? null) &&
    batch.dialSetting === standard.dialSetting &&
    near(batch.doseG, standard.doseG) &&
    near(batch.waterG, standard.waterG) &&
    (standard.iceG > 0 ? near(batch.iceG, standard.iceG) : batch.iceG === 0)
  );
}

/** The watched signal of a batch; beverage as a share of the water, so that a dose's rounding does not count. */
const READ: { readonly [signal in Signal]: (batch: Watchable) => number | null } = {
  time: ({ brewTimeS }) => brewTimeS,
  yield: ({ yieldG, waterG, iceG }) => (yieldG === null ? null : yieldG / (waterG + iceG)),
  // A sample from an iced glass is thinned by ice that nobody weighed.
  strength: ({ strengthPct, iceG, sampledAt }) => (iceG > 0 && sampledAt === "inGlass" ? null : strengthPct),
};

/** The standards in force with what was brewed by each, watched. @param batches the oldest first */
export function watchedOf(
  standards: readonly Standard[],
  batches: readonly Watchable[],
): readonly StandardSeries[] {
  return standards.map((standard) => {
    const own = batches.filter((batch) => brewedAs(batch, standard));
    const signals = Object.fromEntries(
      SIGNALS.map((signal) => {
        const read = own.flatMap((batch) => {
          const value = READ[signal](batch);
          return value === null ? [] : [{ atMs: batch.at.getTime(), value }];
        });
        const values = read.map(({ value }) => value);
        return [signal, { atMs: read.map(({ atMs }) => atMs), values, watched: watch(values, signal) }];
      }),
    );
    const { id, brewerId, grinderId } = standard;
    return { id, brewerId, grinderId, standard, batches: own.length, signals };
  });
}
