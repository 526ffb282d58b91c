/** A level that holds for a while. */
export interface LevelStep {
  readonly fromSlot: number;
  /** The first slot in which it holds no more. */
  readonly toSlot: number;
  /** Cups on hand and under way; below 0 nothing is brewed. */
  readonly cups: number;
}

/** Levels that differ by no more are one on the wall, cups: a count that is wrong by as much costs little. */
const ALIKE_CUPS = 1;

/** Levels of a day as a table for the wall: slots whose levels are nearly the same are one line. */
export function levelSteps(levels: readonly number[], fromSlot: number): readonly LevelStep[] {
  const steps: LevelStep[] = [];
  let begin = fromSlot;
  let [low, high] = [levels[fromSlot] ?? -1, levels[fromSlot] ?? -1];
  for (let slot = fromSlot + 1; slot <= levels.length; slot++) {
    const level = levels[slot];
    const isOn = level !== undefined && level < 0 === high < 0;
    if (isOn && Math.max(high, level) - Math.min(low, level) <= 2 * ALIKE_CUPS) {
      [low, high] = [Math.min(low, level), Math.max(high, level)];
      continue;
    }
    const own = levels.slice(begin, slot);
    const mean = own.reduce((sum, each) => sum + each, 0) / Math.max(1, own.length);
    steps.push({ fromSlot: begin, toSlot: slot, cups: high < 0 ? -1 : Math.round(mean) });
    if (level === undefined) break;
    begin = slot;
    [low, high] = [level, level];
  }
  return steps;
}
