import type { WallChoices } from "#contract/wall.ts";
import type { Serve } from "#core/sheet";
import type { Marks } from "#words/figures";

/** A cell as it hangs on the wall. */
export interface WallRow {
  readonly sizeG: number;
  /** Its sheet on Scale. */
  readonly href: string;
  readonly figures:
    | {
        readonly doseG: number;
        /** The brewer's setting, g; a hand brewer's is the water that is poured. */
        readonly settingG: number;
        readonly brewWaterG: number;
        readonly bypassG: number;
        readonly iceG: number;
        readonly dialSetting: number | undefined;
        readonly timeS: number | undefined;
        readonly yieldG: number;
        readonly strengthPct: number | undefined;
        readonly cups: number | undefined;
        readonly waterTempC: number;
        readonly vessel: string;
      }
    | undefined;
  readonly approved:
    | {
        readonly href: string;
        readonly when: string;
        readonly by: string;
        /** The setting as it was approved, what grinds the same on the dial of now, or only the forecast's. */
        readonly ground: "asApproved" | "moved" | "translated" | "forecast";
        /** What its trial and its tasting say of it, in a few words. */
        readonly proof: string | undefined;
      }
    | undefined;
  /** Sentences against the cell, the worst first; a `stop` must not be brewed. */
  readonly troubles: readonly { readonly said: string; readonly stop: boolean }[];
}

export interface WallTable {
  readonly serve: Serve;
  readonly brewers: readonly {
    readonly id: string;
    readonly name: string;
    readonly byHand: boolean;
    readonly marked: Marks;
    readonly rows: readonly WallRow[];
  }[];
}

interface Named {
  readonly id: string;
  readonly name: string;
}

export interface WallView {
  readonly site: Named;
  readonly coffee: Named;
  readonly recipe: Named;
  readonly grinder: Named;
  readonly coffees: readonly Named[];
  readonly recipes: readonly Named[];
  readonly grinders: readonly Named[];
  readonly brewers: readonly (Named & {
    readonly shown: boolean;
    readonly sizesG: readonly number[];
    readonly chosen: boolean;
  })[];
  /** The cup that is counted, by service. */
  readonly cups: { readonly [serve in Serve]?: string | undefined };
  readonly tables: readonly WallTable[];
  readonly choices: WallChoices;
  readonly revision: number;
  /** The day of the chart, as it is read. */
  readonly made: string;
}
