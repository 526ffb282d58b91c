import type { Bench, BenchGrinder, KeptMove } from "#contract/bench.ts";
import type { Standard } from "#contract/standard.ts";
import { type Curve, type CurveFailure, fitCurve, onDial, settingAt, umAt } from "#core/grind";
import type { Result } from "#core/result";

/**
 * Moves of a grinder away from its dial's curve of now, the oldest first, as the brewer tells them that most of its
 * batches were fitted on.
 */
export function movesOf(
  { fits }: Pick<Bench, "fits">,
  { id, curveVersion }: Pick<BenchGrinder, "id" | "curveVersion">,
): readonly KeptMove[] {
  const own = fits.filter(({ grinderId, batches }) => grinderId === id && batches > 0);
  const busiest = own.toSorted((a, b) => b.batches - a.batches)[0];
  return busiest?.moves.filter((move) => move.curveVersion === curveVersion) ?? [];
}

/** How much a grinder has moved up to a time: size over what its curve says. */
export function shareUntil(moves: readonly KeptMove[], at: Date): number {
  return product(moves.filter((move) => new Date(move.at) <= at));
}

/** How much a grinder has moved after a day or a time, ISO; on that day it had moved already. */
export function shareAfter(moves: readonly KeptMove[], day: string): number {
  return product(moves.filter((move) => move.at.slice(0, day.length) > day));
}

/** A dial's curve as its grinder grinds now. */
export function curveNow(
  { curve }: Pick<BenchGrinder, "curve">,
  moves: readonly KeptMove[],
): Result<Curve, CurveFailure> {
  const share = product(moves);
  return fitCurve(curve.map((point) => ({ ...point, um: point.um * share })));
}

/**
 * What grinds now, on a dial, as a setting of a day did; the setting itself where nothing moved since, or nobody knows what the
 * dial grinds.
 *
 * @param day or time, ISO
 */
export function settingSince(
  setting: number,
  day: string,
  grinder: Pick<BenchGrinder, "curve">,
  moves: readonly KeptMove[],
): number {
  const share = shareAfter(moves, day);
  const now = curveNow(grinder, moves);
  if (share === 1 || !now.ok) return setting;
  return settingAt(now.value, umAt(now.value, setting) / share);
}

/** An approved setting on the dial of a grinder that has moved since. */
export interface SettingNow {
  /** What grinds the same now, on the dial. */
  readonly setting: number;
  /** Whether the grinder grinds finer or coarser now, and since when, ISO. */
  readonly way: "finer" | "coarser";
  readonly since: string;
}

/** An approved setting as it is to be set now; undefined where its grinder has not moved by half a step since. */
export function settingNow(
  { dialSetting, brewedOn }: Pick<Standard, "dialSetting" | "brewedOn">,
  grinder: BenchGrinder,
  moves: readonly KeptMove[],
): SettingNow | undefined {
  const { setting } = onDial(settingSince(dialSetting, brewedOn, grinder, moves), grinder);
  if (setting === dialSetting) return undefined;
  const way = shareAfter(moves, brewedOn) < 1 ? "finer" : "coarser";
  return { setting, way, since: moves.at(-1)!.at };
}

function product(moves: readonly KeptMove[]): number {
  return moves.reduce((all, { share }) => all * share, 1);
}
