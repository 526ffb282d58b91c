/** A curve is drawn from so many of its steps. */
const POINTS = 120;

/** Thins steps to as many as draw a curve, the first and the last among them. */
export function thinned<Step>(steps: readonly Step[]): readonly Step[] {
  const every = Math.max(1, Math.floor(steps.length / POINTS));
  return steps.filter((_, i) => i % every === 0 || i === steps.length - 1);
}
