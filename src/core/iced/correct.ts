import { coarser, onDial } from "#core/grind";
import type { Asking, Outlook } from "#core/outlook";
import { outlookAt, stretchedPlan } from "#core/outlook";
import { fail, ok, type Result } from "#core/result";
import type { PinName, Pins, SheetFigures } from "#core/sheet";
import { planned } from "./couple.ts";
import { solveIced } from "./solve.ts";
import type { IcedFailure, IcedInput, IcedSheet } from "./types.ts";

/** Faults of an iced drink, as they are said. */
export const ICED_FAULTS = ["tooWarm", "tooWatery", "tooStrong", "tooSour", "tooThin"] as const;
export type IcedFault = (typeof ICED_FAULTS)[number];

export interface CorrectInput {
  readonly fault: IcedFault;
  readonly iced: IcedInput;
  readonly asking: Asking;
  readonly setting: number;
  /** As it was read off, where it was. */
  readonly measuredTempC?: number | undefined;
  readonly measuredStrengthPct?: number | undefined;
}

/** The one thing to change, and what the model makes of it. */
export type Correction =
  /** More ice, and less brew water for it. */
  | {
      readonly by: "temperature";
      readonly pins: Pins;
      readonly from: SheetFigures;
      readonly to: SheetFigures;
    }
  | { readonly by: "dose"; readonly pins: Pins; readonly from: SheetFigures; readonly to: SheetFigures }
  /** On the dial; the sheet stays as it is. */
  | {
      readonly by: "dial";
      readonly steps: number;
      readonly setting: number;
      readonly fromPct: number;
      readonly extractionPct: number;
      readonly strengthPct: number;
      readonly brewTimeS: number;
    };

export type CorrectFailure =
  | IcedFailure
  /** Nothing of its kind helps without another fault: the forecast warns at every finer step. */
  | { readonly code: "noCorrection"; readonly fault: IcedFault };

/** Without a thermometer, what a taster means by too warm, K; without a meter, by too watery or too strong, %. */
const COLDER_K = 3;
const STRENGTH_STEP_PCT = 0.08;
const COLDEST_C = 0.5;
/** Change of extraction that is tasted as less sour, or as more body, percentage points. */
const MORE_PCT = { tooSour: 0.8, tooThin: 0.5 };
/** Most steps of a dial that are still one change. */
const MOST_STEPS = 6;

/**
 * The one change that mends what was tasted, sized by the model: a thermometer's or a meter's reading, where there is
 * one, says by how much it was off; else the step is what a taster usually means.
 *
 * Too warm is mended by ice, too watery and too strong by the dose, too sour by the dial; too thin by the dial while
 * the extraction lies below the middle of its window, else by the dose.
 */
export function correctionOf(input: CorrectInput): Result<Correction, CorrectFailure> {
  const { fault, iced, measuredTempC, measuredStrengthPct } = input;
  const now = solveIced(iced);
  if (!now.ok) return now;
  const from = now.value.rounded;
  if (fault === "tooWarm") {
    const aimedC = from.finalTempC ?? 0;
    const offK = measuredTempC === undefined ? COLDER_K : measuredTempC - aimedC;
    return resolved(
      "temperature",
      input,
      now.value,
      colder(iced.sheet.pins, Math.max(COLDEST_C, aimedC - offK)),
    );
  }
  if (fault === "tooWatery" || fault === "tooStrong") {
    const strengthPct = from.strengthPct ?? 0;
    const stepPct = fault === "tooStrong" ? -STRENGTH_STEP_PCT : STRENGTH_STEP_PCT;
    const offPct = measuredStrengthPct === undefined ? stepPct : strengthPct - measuredStrengthPct;
    return resolved("dose", input, now.value, withDose(iced.sheet.pins, doseFor(from, strengthPct + offPct)));
  }
  const current = outlookFor(input, from);
  if (!current) return fail({ code: "noCorrection", fault });
  const [low, high] = input.asking.plan.limits.extractionPct ?? [0, 0];
  if (fault === "tooThin" && current.brew.extractionPct > (low + high) / 2) {
    const strengthPct = (from.strengthPct ?? 0) + STRENGTH_STEP_PCT;
    return resolved("dose", input, now.value, withDose(iced.sheet.pins, doseFor(from, strengthPct)));
  }
  return finer(input, from, current, MORE_PCT[fault]);
}

/** The dose that gives a strength at the same yield and extraction, g. */
function doseFor({ doseG, strengthPct = 0 }: SheetFigures, wantedPct: number): number {
  return (doseG * wantedPct) / strengthPct;
}

/** Pins of strength, which give way to the dose. */
const TASTED: readonly PinName[] = ["totalRatio", "brewRatio", "yieldRatio", "strengthPct"];

function withDose(pins: Pins, doseG: number): Pins {
  const remainingPins = Object.entries(pins).filter(([name]) => !TASTED.includes(name as PinName));
  return { ...Object.fromEntries(remainingPins), doseG };
}

function colder(pins: Pins, finalTempC: number): Pins {
  const { iceG: _ice, iceShare: _share, ...kept } = pins;
  return { ...kept, finalTempC };
}

function resolved(
  by: "temperature" | "dose",
  { iced }: CorrectInput,
  { rounded: from }: IcedSheet,
  pins: Pins,
): Result<Correction, CorrectFailure> {
  // The correction applies to the server's sheet, not to the glass.
  const inGlass = iced.inGlass.filter((pin) =>
    by === "temperature" ? pin !== "finalTempC" : pin === "finalTempC",
  );
  const next = solveIced({ ...iced, inGlass, sheet: { ...iced.sheet, pins } });
  return next.ok ? ok({ by, pins, from, to: next.value.rounded }) : next;
}

function outlookFor({ asking, setting }: CorrectInput, figures: SheetFigures): Outlook | undefined {
  const outlook = outlookAt(stretchedPlan(planned(asking, figures)), asking.dial, setting);
  return outlook.ok ? outlook.value : undefined;
}

/** The first finer step that extracts so much more, of those that bring no new warning; else the finest of them. */
function finer(
  input: CorrectInput,
  figures: SheetFigures,
  here: Outlook,
  morePct: number,
): Result<Correction, CorrectFailure> {
  const { asking, setting, fault } = input;
  const { dial } = asking;
  let best: Correction | undefined;
  for (let steps = 1; steps <= MOST_STEPS; steps++) {
    const at = onDial(coarser(setting, -steps * dial.step, dial), dial);
    const nextOutlook = at.limitedBy ? undefined : outlookFor({ ...input, setting: at.setting }, figures);
    const warns = (outlook: Outlook) =>
      outlook.checks.map(({ code }) => code).filter((code) => SPOILS.has(code));
    if (!nextOutlook || warns(nextOutlook).some((code) => !warns(here).includes(code))) break;
    best = {
      by: "dial",
      steps: -steps,
      setting: at.setting,
      fromPct: here.brew.extractionPct,
      extractionPct: nextOutlook.brew.extractionPct,
      strengthPct: nextOutlook.strengthPct,
      brewTimeS: nextOutlook.brew.brewTimeS,
    };
    if (nextOutlook.brew.extractionPct >= here.brew.extractionPct + morePct) break;
  }
  return best ? ok(best) : fail({ code: "noCorrection", fault });
}

/** Warnings that a finer grind must not bring; that it gets stronger is what it is for. */
const SPOILS: ReadonlySet<string> = new Set(["overflow", "slurryOverPaper", "timeOutsideWindow"]);
