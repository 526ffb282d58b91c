import type { Brewed, Checked, OddCode, PotKit, ServingRules, Standing } from "#core/bar";

/** A vessel of a site with what stands in it, as screens draw it. */
export interface PotView {
  readonly id: string;
  readonly name: string;
  readonly kind: "dispenser" | "pot" | "glass" | "steel";
  readonly iced: boolean;
  readonly workingG: number;
  readonly kit: PotKit;
  /** Taken off the bench while coffee stood in it. */
  readonly retired: boolean;
  readonly standing: Standing | null;
  /** The coffee's name; null where nobody said. */
  readonly coffee: string | null;
  readonly brewing: {
    readonly cardId: string | null;
    readonly begunMs: number;
    readonly dueMs: number | null;
  } | null;
}

/** A site's pots as of its last event. */
export interface BarView {
  readonly siteId: string;
  readonly timeZone: string;
  /** The number of the last event that is in it. */
  readonly n: number;
  /** The house's clock when it answered, ms. */
  readonly nowMs: number;
  readonly pots: readonly PotView[];
  /** Ice sources; what is in each since it was filled, g, null where nobody said. */
  readonly ice: readonly {
    readonly id: string;
    readonly name: string;
    readonly storeG: number | null;
    readonly leftG: number | null;
  }[];
  /** What cannot have been as it was told today, until somebody has looked at it. */
  readonly odd: readonly {
    readonly eventId: string;
    readonly atMs: number;
    readonly code: OddCode;
    readonly what: string;
    readonly pot: string;
  }[];
  /** What was done today of the day's opening and closing. */
  readonly checked: readonly Checked[];
  /** Batches of today, the first first. */
  readonly brewed: readonly Brewed[];
  /** Brews that are followed step by step now. */
  readonly guides: readonly { readonly id: string; readonly coffee: string; readonly brewer: string }[];
  readonly rules: ServingRules;
  readonly roomTempC: number;
  readonly cups: readonly {
    readonly id: string;
    readonly serve: "hot" | "iced";
    readonly volumeMl: number;
    readonly fillG: number;
  }[];
}
