import { bedDepthMm } from "#core/brew";
import { exactSheet } from "./exact.ts";
import { settingFor } from "./lattice.ts";
import type { SheetInput } from "./types.ts";

/** Something that was not measured: the same sheet with its figure one standard deviation lower and higher. */
export interface Guess<Name> {
  readonly name: Name;
  readonly either: readonly [lower: SheetInput, higher: SheetInput];
}

export interface Worth<Name> {
  readonly name: Name;
  /** The most that a printed figure may be off, as a share of it. */
  readonly moves: number;
}

/**
 * Guesses worth measuring next, by how much each may move what a card prints, the most first.
 *
 * A guess's worth is the largest relative change of dose, setting, water, ice, yield, strength or bed depth
 * when its figure lies a standard deviation to either side. A guess that leaves no sheet moves everything.
 */
export function worthMeasuring<Name>(
  sheet: SheetInput,
  guesses: readonly Guess<Name>[],
): readonly Worth<Name>[] {
  const base = printedOf(sheet);
  if (!base) return guesses.map(({ name }) => ({ name, moves: 1 }));
  const moved = guesses.map(({ name, either }) => {
    const shares = either.map((input) => {
      const other = printedOf(input);
      if (!other) return 1;
      return Math.max(...base.map((figure, i) => (figure ? Math.abs((other[i] ?? 0) / figure - 1) : 0)));
    });
    return { name, moves: Math.max(...shares) };
  });
  return moved.toSorted((a, b) => b.moves - a.moves);
}

/** Figures that a card would print, unrounded; undefined when there is no sheet. */
function printedOf(input: SheetInput): readonly number[] | undefined {
  const exact = exactSheet(input);
  if (!exact.ok) return undefined;
  const { doseG, brewWaterG, iceG, yieldG, strengthPct = 0 } = exact.value;
  const lattice = input.rounding?.brewWater;
  const settingG = lattice ? settingFor(brewWaterG, lattice) : brewWaterG;
  const { basket } = input.brewer ?? {};
  const densityGPerMl = input.coffee?.densityGPerMl;
  const depth = basket && densityGPerMl ? bedDepthMm({ doseG, densityGPerMl, basket }) : undefined;
  return [doseG, settingG, iceG, yieldG, strengthPct, depth?.ok ? depth.value : 0];
}
