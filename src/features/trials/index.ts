/** Trials: where on the dial a coffee is right, and the proof of it. */
export { TasterBallot } from "./ballot.tsx";
export { Compare } from "./compare.tsx";
export { CupTest } from "./cupTest.tsx";
export { TrialList } from "./list.tsx";
export { Trial } from "./trial.tsx";
