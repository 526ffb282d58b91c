/** The log: what was really brewed. */
export { Batch, type BatchPage } from "./batch.tsx";
export { ForecastAndClock } from "./forecast.tsx";
export { Log } from "./log.tsx";
export { Moved, type MovedSeries } from "./moved.tsx";
