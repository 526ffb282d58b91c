/** What to do with a pot after one thing went wrong: the moves that are left, the one that saves most first. */
export {
  RESCUE_KINDS,
  type Rescue,
  type RescueFailure,
  type RescueInput,
  type RescueMove,
  rescue,
  USUAL_BLEND,
  USUAL_LATE_PCT,
  WENT_KINDS,
  type Went,
  type WentKind,
} from "./rescue.ts";
