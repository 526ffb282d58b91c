/** A brew guide: a pure fold from what happened to how it stands. */
export { GUIDE_KINDS, type GuideEvent, MEASURED, type MeasuredName } from "./events.ts";
export {
  atTime,
  clockOf,
  foldGuide,
  type GuideState,
  type GuideStep,
  inForce,
  isOver,
  running,
  type Starts,
} from "./state.ts";
export { packTape, unpackTape } from "./tape.ts";
