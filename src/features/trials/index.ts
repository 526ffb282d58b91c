/** Trials: where on the dial a coffee is right, and the proof of it. */
export { TrialList } from "./list.tsx";
export { Trial } from "./trial.tsx";
