/** Ground coffee of one size: so much of its mass, with this diameter. */
export interface SizeClass {
  /** Of the dose, 0 to 1; all classes together are 1. */
  readonly share: number;
  readonly um: number;
}

/** Fines: broken cells, whatever the grind; usual 30 to 100 µm. */
const FINES_UM = 50;
/** Of the mass, at the anchor's 800 µm; usual 8 to 15 % there, more where it is finer. */
const FINES_SHARE = 0.1;
const FINES_AT_UM = 800;
const FINES_POWER = 0.8;
const MOST_FINES = 0.45;

/** Spread of the rest: standard deviation of ln(diameter); usual 0.3 to 0.5 for burr grinders. */
const SPREAD = 0.35;
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
 * What a grind of a median diameter is made of: fines, whose share falls as it coarsens, and a log-normal
 * around the median in three classes.
 *
 * @param grindUm median, µm, above 0
 */
export function sizeClasses(grindUm: number): readonly SizeClass[] {
  const fines = Math.min(MOST_FINES, FINES_SHARE * (FINES_AT_UM / grindUm) ** FINES_POWER);
  return [
    { share: fines, um: Math.min(FINES_UM, grindUm) },
    ...CLASSES.map(([z, share]) => ({ share: (1 - fines) * share, um: grindUm * Math.exp(SPREAD * z) })),
  ];
}

/** The diameter that goes by surface (Sauter's): 1 ÷ Σ share/diameter. */
export function surfaceDiameterUm(classes: readonly SizeClass[]): number {
  return 1 / classes.reduce((sum, { share, um }) => sum + share / um, 0);
}
