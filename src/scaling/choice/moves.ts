import type { Bench, BenchGrinder, KeptMove } from "#contract/bench.ts";
import { type Curve, type CurveFailure, fitCurve } from "#core/grind";
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

/** How much a grinder has moved after a day, ISO; on that day it had moved already. */
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

function product(moves: readonly KeptMove[]): number {
  return moves.reduce((all, { share }) => all * share, 1);
}
