/** The rules about people: who may do what, and how they show who they are. */
export { FREE_TRIES, LONGEST_PAUSE_MIN, pauseMin } from "./lockout.ts";
export { cleanName, MOST_NAME, type NameFailure } from "./name.ts";
export { LEAST_DIGITS, LEAST_PHRASE, MOST_PIN, type PinFailure, pinFault } from "./pin.ts";
export { may, mayTapIn, RIGHTS, type Right, ROLES, type Role } from "./rights.ts";
