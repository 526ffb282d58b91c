/** Two people at once: how two versions of a row differ, and what the choice between them makes. */
export { type Difference, differences, merged, type Version, type Versions } from "./differences.ts";
