import type { Brew } from "#core/brew";

export type Window = readonly [low: number, high: number];

/** Between what a brew should lie; a window that is not given is not looked at. */
export interface Limits {
  /** The paper's edge above the basket's bottom. */
  readonly paperMm: number;
  readonly timeS?: Window | undefined;
  readonly strengthPct?: Window | undefined;
  readonly extractionPct?: Window | undefined;
}

export const OUTLOOK_CODES = [
  "overflow",
  "slurryOverPaper",
  "timeOutsideWindow",
  "strengthOutsideWindow",
  "extractionOutsideWindow",
] as const;
export type OutlookCode = (typeof OUTLOOK_CODES)[number];

/** A warning against a brew as it is forecast; never a stop, because a forecast is not a measurement. */
export interface OutlookCheck {
  readonly code: OutlookCode;
  readonly figures: Readonly<Record<string, number>>;
}

/** A spray and a swirl throw slurry so much higher than it stands, mm; usual 2 to 6. */
const SPLASH_MM = 3;

/** Steps that the figures of a window are printed in. */
const PRINTED: Readonly<Record<string, number>> = { brewTimeS: 1, strengthPct: 0.01, extractionPct: 0.1 };

/** Warnings of a forecast, the worst first. */
export function checksOf(brew: Brew, strengthPct: number, limits: Limits): readonly OutlookCheck[] {
  const { highWaterMm, overflowG, brewTimeS, extractionPct } = brew;
  const { paperMm } = limits;
  const checks: OutlookCheck[] = [];
  if (overflowG > 0) checks.push({ code: "overflow", figures: { overflowG } });
  else if (Math.round(highWaterMm) > Math.round(paperMm - SPLASH_MM)) {
    checks.push({ code: "slurryOverPaper", figures: { highWaterMm, paperMm } });
  }
  const outside = (code: OutlookCode, name: string, value: number, window: Window | undefined) => {
    // As it is printed: nobody sees the difference of a forecast that rounds onto the limit.
    const round = (figure: number) => Math.round(figure / PRINTED[name]!);
    if (!window || (round(value) >= round(window[0]) && round(value) <= round(window[1]))) return;
    checks.push({ code, figures: { [name]: value, low: window[0], high: window[1] } });
  };
  outside("timeOutsideWindow", "brewTimeS", brewTimeS, limits.timeS);
  outside("strengthOutsideWindow", "strengthPct", strengthPct, limits.strengthPct);
  outside("extractionOutsideWindow", "extractionPct", extractionPct, limits.extractionPct);
  return checks;
}
