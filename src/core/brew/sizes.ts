import * as c from "./constants.ts";

/** Ground coffee of one size: so much of its mass, with this diameter. */
export interface SizeClass {
  /** Of the dose, 0 to 1; all classes together are 1. */
  readonly share: number;
  readonly um: number;
}

/**
 * Three classes that have a normal distribution's mean, variance and kurtosis; source: Gauss–Hermite quadrature.
 * Standard deviations off the median, and shares.
 */
const CLASSES = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const;

/**
 * Grain sizes of a grind with a median diameter: fines, whose share falls as it coarsens, and a log-normal
 * around the median in three classes.
 *
 * @param grindUm median, µm, above 0
 */
export function sizeClasses(grindUm: number): readonly SizeClass[] {
  const fines = Math.min(c.MOST_FINES, c.FINES_SHARE * (c.FINES_AT_UM / grindUm) ** c.FINES_POWER);
  return [
    { share: fines, um: Math.min(c.FINES_UM, grindUm) },
    ...CLASSES.map(([z, share]) => ({ share: (1 - fines) * share, um: grindUm * Math.exp(c.SPREAD * z) })),
  ];
}

/** The diameter that goes by surface (Sauter's): 1 ÷ Σ share/diameter. */
export function surfaceDiameterUm(classes: readonly SizeClass[]): number {
  return 1 / classes.reduce((sum, { share, um }) => sum + share / um, 0);
}
