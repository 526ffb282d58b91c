import type { LoggedBatch } from "#contract/batch.ts";
import type { ReadSigns, TastedWords } from "#contract/trials.ts";
import type { Changeable, Reading, Tasting, TrialMethod } from "#core/trial";

/** A batch of a trial as it was brewed, looked at and tasted. */
export interface TriedBatch
  extends Pick<
    LoggedBatch,
    | "id"
    | "grinderId"
    | "dialSetting"
    | "doseG"
    | "waterG"
    | "iceG"
    | "yieldG"
    | "brewTimeS"
    | "strengthPct"
    | "sampledAt"
    | "bed"
    | "wall"
    | "taste"
    | "liked"
    | "at"
  > {
  readonly filterId: string;
  readonly curveVersion: number | null;
  readonly roastedOn: string | null;
  readonly read: ReadSigns;
  readonly tasted: readonly TastedWords[];
}

/** What a trial's batches are held against. */
export interface Wanted {
  readonly serve: "hot" | "iced";
  readonly method: TrialMethod;
  /** The brew's time as it is forecast, or as the standard was timed; null where nobody knows. */
  readonly brewTimeS: number | null;
  readonly yieldG: number;
  readonly waterTempC: number;
  readonly doseMaxG: number | null;
  readonly window: NonNullable<Reading["window"]>;
}

/** Nearer than this to what was wanted, a brew's time and its yield are right. */
const TIME_SHARE = 0.12;
const YIELD_SHARE = 0.05;
/** A scale's and a dial's own scatter changes nothing. */
const SAME_SHARE = 0.02;
const SAME_BATCH = 0.06;
const MS_PER_DAY = 86_400_000;

/** What the log's own words of a cup say; nobody said how warm it was. */
const LOGGED_TASTES: { readonly [taste in LoggedBatch["taste"][number]]: Partial<Tasting> } = {
  sharp: { acidity: "sharp" },
  harsh: { bitterness: "harsh" },
  dry: { dryness: "dry" },
  thin: { strength: "thin" },
  heavy: { strength: "heavy" },
  muddy: { clarity: "muddy" },
};
/** The log's words are of a cup that is fit to drink. */
const LOGGED_MINUTES = 5;

/** A batch as it is judged: what was seen and tasted, and what its figures say beside what was wanted. */
export function readingOf(batch: TriedBatch, before: TriedBatch | undefined, wanted: Wanted): Reading {
  const { read, bed, wall, taste, tasted, roastedOn, brewTimeS, yieldG, at } = batch;
  const { serve, method, window, doseMaxG } = wanted;
  const isIced = serve === "iced";
  const logged = Object.assign({}, ...taste.map((each) => LOGGED_TASTES[each])) as Partial<Tasting>;
  const daysOffRoast =
    roastedOn === null
      ? undefined
      : Math.max(0, Math.floor((Date.parse(at) - Date.parse(roastedOn)) / MS_PER_DAY));
  return {
    serve,
    method,
    signs: {
      ...(bed && { bed }),
      ...(wall && { wall }),
      ...beside("time", brewTimeS, wanted.brewTimeS, TIME_SHARE),
      ...beside("yield", yieldG, wanted.yieldG, YIELD_SHARE),
      ...(read.signs.slurry === "over" && doseMaxG !== null && { doseFits: batch.doseG <= doseMaxG }),
      ...read.signs,
    },
    metered: meteredOf(batch),
    window,
    measured: {
      ...(read.waterTempC !== null && { waterTempC: read.waterTempC, wantedWaterTempC: wanted.waterTempC }),
      ...(daysOffRoast !== undefined && { daysOffRoast }),
    },
    tasted: [...(taste.length > 0 ? [{ minutes: isIced ? 1 : LOGGED_MINUTES, ...logged }] : []), ...tasted],
    changedSince: changedSince(batch, before),
    lastLiked: before !== undefined && isLiked(before) === true,
  };
}

/** Whether a batch was liked, as it was said in its trial, else as it was logged; null where nobody said. */
export function isLiked({ read, liked }: Pick<TriedBatch, "read" | "liked">): boolean | null {
  return read.liked ?? liked;
}

function beside(name: "time" | "yield", was: number | null, wanted: number | null, within: number) {
  if (was === null || wanted === null) return {};
  const share = was / wanted - 1;
  return { [name]: Math.abs(share) <= within ? "right" : share < 0 ? "short" : "long" };
}

/** Strength in the cup, and what was taken out of the dose, as far as the batch was metered. */
export function meteredOf({
  strengthPct,
  sampledAt,
  yieldG,
  iceG,
  doseG,
}: Pick<LoggedBatch, "strengthPct" | "sampledAt" | "yieldG" | "iceG" | "doseG">): NonNullable<
  Reading["metered"]
> {
  if (strengthPct === null) return {};
  if (yieldG === null) return sampledAt === "beforeIce" ? {} : { strengthPct };
  const sampledG = sampledAt === "beforeIce" ? yieldG - iceG : yieldG;
  if (sampledG <= 0) return {};
  return { strengthPct: (strengthPct * sampledG) / yieldG, extractionPct: (strengthPct * sampledG) / doseG };
}

/** What changed since the batch before: what the figures tell, and what somebody said. */
export function changedSince(batch: TriedBatch, before: TriedBatch | undefined): Changeable[] {
  if (!before) return [];
  return [...new Set([...differencesOf(batch, before), ...batch.read.changed])];
}

type Brewed = Pick<
  TriedBatch,
  "grinderId" | "dialSetting" | "doseG" | "waterG" | "iceG" | "filterId" | "curveVersion" | "roastedOn"
>;

/** What two batches' own figures tell of how they differ. */
export function differencesOf(batch: Brewed, before: Brewed): Changeable[] {
  const ratio = ({ doseG, waterG, iceG }: Brewed) => (waterG + iceG) / doseG;
  const differs = (a: number, b: number, share: number) => Math.abs(a / b - 1) > share;
  const iceShare = ({ waterG, iceG }: Brewed) => iceG / (waterG + iceG);
  const differences: readonly (readonly [Changeable, boolean])[] = [
    ["burrs", batch.curveVersion !== before.curveVersion || batch.grinderId !== before.grinderId],
    ["dial", batch.dialSetting !== before.dialSetting],
    ["ratio", differs(ratio(batch), ratio(before), SAME_SHARE)],
    ["batch", differs(batch.doseG, before.doseG, SAME_BATCH)],
    ["filter", batch.filterId !== before.filterId],
    ["bag", batch.roastedOn !== before.roastedOn],
    ["ice", Math.abs(iceShare(batch) - iceShare(before)) > SAME_SHARE],
  ];
  return differences.flatMap(([name, isSo]) => (isSo ? [name] : []));
}
