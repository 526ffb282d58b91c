import { type Brew, type BrewFailure, type BrewInput, forecastBrew } from "#core/brew";
import { fail, ok, type Result } from "#core/result";

/** A grind that makes one brew like another. */
export interface FoundGrind {
  readonly grindUm: number;
  readonly brew: Brew;
}

export type GrindFailure =
  | OutOfReach
  /** The target cannot be brewed at all near the source's grind. */
  | { readonly code: "targetFails"; readonly failure: BrewFailure };

export interface OutOfReach {
  readonly code: "outOfReach";
  readonly wanted: number;
  /** The nearest that a grind reaches. */
  readonly nearest: number;
  readonly nearestUm: number;
  readonly brew: Brew;
  /**
   * Why no grind goes further: the range of grinds ends, a finer bed stalls or runs over, or water comes no
   * faster than it is poured.
   */
  readonly limit: "finest" | "coarsest" | "stalls" | "pace";
}

/** Grinds that are looked at, µm: finer stalls every paper, coarser is broken beans. */
const LEAST_GRIND_UM = 150;
const MOST_GRIND_UM = 2500;
/** The search walks out from the source by such a factor until it has passed what is wanted. */
const STRIDE = 1.2;
/** Found: so near to what is wanted, as a share of it, or so narrow a bracket, µm. */
const NEAR_SHARE = 1e-4;
const NARROW_UM = 0.05;
/** False position halves its stale end's weight each time: twenty are many more than it takes. */
const MOST_TRIES = 40;
/** Flatter than this per stride, what is read does not follow the grind any more: the pour sets it. */
const FLAT_SHARE = 1e-3;

type Target = Omit<BrewInput, "grindUm">;

/** The grind at which the target is extracted as far as the source; both are forecasts of one model. */
export function sameExtraction(
  source: Brew,
  target: Target,
  startUm: number,
): Result<FoundGrind, GrindFailure> {
  return grindFor({ target, startUm, wanted: source.extractionPct, read: (brew) => brew.extractionPct });
}

/** The grind at which water is with the coffee for as long as in the source, on average. */
export function sameContact(source: Brew, target: Target, startUm: number): Result<FoundGrind, GrindFailure> {
  return grindFor({ target, startUm, wanted: source.meanContactS, read: (brew) => brew.meanContactS });
}

interface Wanted {
  readonly target: Target;
  readonly startUm: number;
  readonly wanted: number;
  /** Falls as the grind coarsens. */
  readonly read: (brew: Brew) => number;
}

interface Tried {
  readonly um: number;
  readonly brew: Brew;
  /** Above 0: still too fine. */
  readonly over: number;
}

/**
 * The grind that gives what is wanted: a walk from the start until two grinds have it between them, then false
 * position on ln µm between those (Illinois' variant), until it is near enough.
 */
function grindFor({ target, startUm, wanted, read }: Wanted): Result<FoundGrind, GrindFailure> {
  let failure: BrewFailure | undefined;
  const at = (um: number): Tried | undefined => {
    const brew = forecastBrew({ ...target, grindUm: um });
    if (!brew.ok) {
      failure = brew.failure;
      return undefined;
    }
    return { um, brew: brew.value, over: read(brew.value) - wanted };
  };
  const found = ({ um, brew }: Tried) => ok({ grindUm: um, brew });
  const near = ({ over }: Tried) => Math.abs(over) <= NEAR_SHARE * wanted;
  const miss = ({ um, brew, over }: Tried, limit: OutOfReach["limit"]) =>
    fail({ code: "outOfReach" as const, wanted, nearest: wanted + over, nearestUm: um, brew, limit });

  // A start that stalls is too fine: the first coarser grind that runs is where the walk begins.
  let tried: Tried | undefined;
  let um = Math.min(MOST_GRIND_UM, Math.max(LEAST_GRIND_UM, startUm));
  for (tried = at(um); !tried && um < MOST_GRIND_UM; tried = at(um))
    um = Math.min(MOST_GRIND_UM, um * STRIDE);
  if (!tried) return fail({ code: "targetFails", failure: failure! });
  if (near(tried)) return found(tried);
  const coarsen = tried.over > 0;
  let passed: Tried | undefined;
  while (!passed) {
    const [end, limit] = coarsen ? [MOST_GRIND_UM, "coarsest" as const] : [LEAST_GRIND_UM, "finest" as const];
    if (tried.um === end) return miss(tried, limit);
    const nextUm: number = coarsen ? Math.min(end, tried.um * STRIDE) : Math.max(end, tried.um / STRIDE);
    const next = at(nextUm);
    // Finer gives more until the bed stalls, or so much runs over that it gives less.
    if (!next || (!coarsen && next.over < tried.over)) return miss(tried, "stalls");
    if (coarsen && tried.over - next.over < FLAT_SHARE * wanted && next.over > 0) return miss(next, "pace");
    if (next.over > 0 === coarsen) tried = next;
    else passed = next;
  }
  let [a, b]: [Tried, Tried] = [tried, passed];
  let [overA, overB] = [a.over, b.over];
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const share = overA / (overA - overB);
    const middle = at(Math.exp(Math.log(a.um) + share * (Math.log(b.um) - Math.log(a.um))));
    // Between two grinds that run, one runs.
    if (!middle) return fail({ code: "targetFails", failure: failure! });
    if (near(middle) || Math.abs(a.um - b.um) < NARROW_UM) return found(middle);
    if (middle.over > 0 === overB > 0) {
      overA /= 2;
    } else {
      [a, overA] = [b, overB];
    }
    [b, overB] = [middle, middle.over];
  }
  return found(Math.abs(a.over) < Math.abs(b.over) ? a : b);
}
