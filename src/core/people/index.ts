/** The rules about people: who may do what, and how they show who they are. */
export { FREE_TRIES, LONGEST_PAUSE_MIN, pauseMin } from "./lockout.ts";
export { cleanName, type NameFailure } from "./name.ts";
export { type PinFailure, pinFault } from "./pin.ts";
export { may, mayTapIn, RIGHTS, type Right, ROLES, type Role } from "./rights.ts";
