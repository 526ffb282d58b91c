/** Lessons of a house's own batches: its dial, how a bag differs, and when a grinder or a brewer has moved. */
export { type Bag, type BagShift, bagShift, bagUnits } from "./bag.ts";
export {
  type DialModel,
  type Learned,
  type LearnInput,
  type Lesson,
  learnDial,
  type Taught,
} from "./dial.ts";
export {
  type Change,
  LEAST_WATCHED,
  SIGNALS,
  type Signal,
  type Stretch,
  type Watched,
  watch,
} from "./drift.ts";
export { eightInTen } from "./eightInTen.ts";
export { sameSize } from "./size.ts";
export { type Cause, type Moved, type Verdict, verdictsOf, type WatchedGroup } from "./verdict.ts";
