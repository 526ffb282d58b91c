import { packTape, unpackTape } from "#core/guide";
import type { Reading } from "#core/weighing";

/** A scale's recording of a brew that runs. */
export interface Tape {
  /** Reading at which it was zeroed, g. */
  readonly zeroG: number;
  /** When its first reading was, s of the brew's clock. */
  readonly fromS: number;
  /** At even steps, g. */
  readonly massG: readonly number[];
  /** One a second, those that are to be believed. */
  readonly readings: readonly Reading[];
}

const KEY = "tumbek.tape.";
/** Age at which a recording is of a brew that was left, ms: a concentrate takes a day. */
const OLD_MS = 36 * 3_600_000;

/** Keeps a recording on this device, so that a page that is loaded anew goes on with it. */
export function keepTape(guideId: string, { zeroG, fromS, massG, readings }: Tape): void {
  const tenth = (figure: number) => Math.round(10 * figure) / 10;
  const stored = {
    keptMs: Date.now(),
    zeroG,
    fromS,
    packed: packTape(massG),
    readings: readings.map(({ atS, massG: mass }) => [tenth(atS), tenth(mass)]),
  };
  try {
    localStorage.setItem(KEY + guideId, JSON.stringify(stored));
  } catch {
    // A full device loses what a reload would have brought back, and nothing else.
  }
}

/** A recording that was kept; undefined where there is none. */
export function keptTape(guideId: string): Tape | undefined {
  forgetOld();
  const stored = read(KEY + guideId);
  if (!stored) return undefined;
  const { zeroG, fromS, packed, readings } = stored;
  return {
    zeroG,
    fromS,
    massG: unpackTape(packed),
    readings: readings.map(([atS, massG]) => ({ atS, massG })),
  };
}

/** Forgets the recording of a brew that is over. */
export function forgetTape(guideId: string): void {
  localStorage.removeItem(KEY + guideId);
}

interface Kept {
  readonly keptMs: number;
  readonly zeroG: number;
  readonly fromS: number;
  readonly packed: string;
  readonly readings: readonly (readonly [number, number])[];
}

function read(key: string): Kept | undefined {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "null") ?? undefined;
  } catch {
    return undefined;
  }
}

function forgetOld(): void {
  for (const key of Object.keys(localStorage)) {
    if (key.startsWith(KEY) && Date.now() - (read(key)?.keptMs ?? 0) > OLD_MS) localStorage.removeItem(key);
  }
}
