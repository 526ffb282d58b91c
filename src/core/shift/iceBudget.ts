/** An ice source's store and production; null where nobody noted it. */
export interface IceSupply {
  readonly storeKg: number | null;
  readonly kgPerDay: number | null;
  /** Drawn by other drinks, of what there is, 0 to 1. */
  readonly otherShare: number;
}

/** Ice of one line of a day: so many batches, each with the server's ice at once and the glasses' as they are sold. */
export interface IceNeed {
  readonly batches: number;
  readonly serverG: number;
  readonly glassesG: number;
}

export interface IceDay {
  readonly needs: readonly IceNeed[];
  readonly supply: IceSupply;
  /** From when to when iced drinks are sold, minutes of the day; the end after the start. */
  readonly fromMin: number;
  readonly toMin: number;
  /** In the bin when it begins, g; a full one where nobody looked. */
  readonly inBinG: number | null;
  /** Frozen ahead, beside the bin, g. */
  readonly aheadG: number;
}

/** An hour of the day, or what is left of one. */
export interface IceHour {
  readonly fromMin: number;
  readonly needG: number;
  /** For other drinks, g. */
  readonly othersG: number;
  readonly madeG: number;
  /** In the bin when it ends, g. */
  readonly leftG: number;
  /** Neither in the bin nor frozen ahead, g. */
  readonly shortG: number;
}

export interface IceBudget {
  readonly hours: readonly IceHour[];
  readonly needG: number;
  /** The first moment at which the bin is empty, minutes of the day; undefined where it never is. */
  readonly emptyMin: number | undefined;
  /** Ice missing over the day, beyond what was frozen ahead, g: as much is to be frozen ahead, or not brewed. */
  readonly shortG: number;
  /** In the bin at the end, g. */
  readonly leftG: number;
}

const STEP_MIN = 15;
const MIN_PER_H = 60;
const H_PER_DAY = 24;
const G_PER_KG = 1000;

/**
 * A day's ice against its source, a quarter of an hour at a time.
 *
 * Batches are spread evenly over the hours of iced service, each from its start on; its glasses are sold until the next.
 * Other drinks draw their share of what is in the bin at first and of what is made, evenly. The bin makes ice until it
 * is full; what it has not got comes from what was frozen ahead.
 *
 * @returns undefined where nothing is known of the source and nobody looked into it
 */
export function iceBudget(day: IceDay): IceBudget | undefined {
  const { needs, supply, fromMin, toMin, inBinG } = day;
  const { storeKg, kgPerDay, otherShare } = supply;
  const startG = inBinG ?? (storeKg === null ? null : G_PER_KG * storeKg);
  if (startG === null && kgPerDay === null) return undefined;
  if (!(toMin > fromMin)) throw new Error(`no hours of iced service: ${fromMin} to ${toMin}`);
  const fullG = storeKg === null ? Number.POSITIVE_INFINITY : Math.max(G_PER_KG * storeKg, startG ?? 0);
  const makesPerMin = (G_PER_KG * (kgPerDay ?? 0)) / (H_PER_DAY * MIN_PER_H);
  const othersPerMin = otherShare * ((startG ?? 0) / (toMin - fromMin) + makesPerMin);

  let binG = startG ?? 0;
  let aheadG = day.aheadG;
  let emptyMin: number | undefined;
  const hours: { -readonly [name in keyof IceHour]: number }[] = [];
  for (let atMin = fromMin; atMin < toMin; atMin += STEP_MIN) {
    const endMin = Math.min(toMin, atMin + STEP_MIN);
    const hour = hourAt(hours, atMin, fromMin);
    const needG = needs.reduce((sum, need) => sum + drawn(need, day, atMin, endMin), 0);
    const madeG = Math.min(makesPerMin * (endMin - atMin), fullG - binG);
    binG += madeG;
    const othersG = othersPerMin * (endMin - atMin);
    const takenG = needG + othersG;
    const missingG = Math.max(0, takenG - binG);
    binG = Math.max(0, binG - takenG);
    if (missingG > 0) emptyMin ??= atMin;
    const coveredG = Math.min(missingG, aheadG);
    aheadG -= coveredG;
    hour.needG += needG;
    hour.othersG += othersG;
    hour.madeG += madeG;
    hour.shortG += missingG - coveredG;
    hour.leftG = binG;
  }
  return {
    hours,
    needG: hours.reduce((sum, hour) => sum + hour.needG, 0),
    emptyMin,
    shortG: hours.reduce((sum, hour) => sum + hour.shortG, 0),
    leftG: binG,
  };
}

function hourAt(hours: { -readonly [name in keyof IceHour]: number }[], atMin: number, fromMin: number) {
  const place = Math.floor((atMin - fromMin) / MIN_PER_H);
  hours[place] ??= {
    fromMin: fromMin + place * MIN_PER_H,
    needG: 0,
    othersG: 0,
    madeG: 0,
    leftG: 0,
    shortG: 0,
  };
  return hours[place];
}

/** Ice that a line draws between two moments, g: whole servers that begin there, and the part of glasses that is sold. */
function drawn(
  { batches, serverG, glassesG }: IceNeed,
  { fromMin, toMin }: IceDay,
  atMin: number,
  endMin: number,
): number {
  if (batches === 0) return 0;
  const apartMin = (toMin - fromMin) / batches;
  // How many have begun before a moment; the small part keeps an edge on its own side.
  const begun = (min: number) => Math.ceil((min - fromMin) / apartMin - EDGE);
  const servers = Math.min(batches, begun(endMin)) - Math.min(batches, begun(atMin));
  return servers * serverG + (glassesG * (endMin - atMin)) / apartMin;
}

/** The noise of dividing hours into batches. */
const EDGE = 1e-9;
