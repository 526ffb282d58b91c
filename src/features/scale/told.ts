import type { Forecast } from "./useForecast.ts";

/** What the forecast says of the sheet at its setting, for the ribbon and the card. */
export interface Told {
  readonly setting: number;
  /** Undefined where the batch cannot be brewed so. */
  readonly figures:
    | {
        readonly brewTimeS: number;
        readonly strengthPct: number;
        readonly extractionPct: number;
        readonly highWaterMm: number;
      }
    | undefined;
  /** Eight in ten lie within; undefined until they are sampled. */
  readonly ranges:
    | { readonly [name in "brewTimeS" | "strengthPct" | "extractionPct"]: readonly [number, number] }
    | undefined;
  /** Of the sheet as it stands, not of the one before. */
  readonly current: boolean;
}

export function toldOf({ first, study, current }: Forecast): Told | undefined {
  if (!first) return undefined;
  const { setting, outlook } = first.picked;
  const sure = study?.sureness;
  return {
    setting,
    figures: outlook.ok
      ? {
          brewTimeS: outlook.value.brew.brewTimeS,
          strengthPct: outlook.value.strengthPct,
          extractionPct: outlook.value.brew.extractionPct,
          highWaterMm: outlook.value.brew.highWaterMm,
        }
      : undefined,
    ranges: sure && {
      brewTimeS: sure.range.brewTimeS,
      strengthPct: sure.strengthPct,
      extractionPct: sure.range.extractionPct,
    },
    current,
  };
}
