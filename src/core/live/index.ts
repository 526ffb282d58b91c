/** A brew that is running, forecast anew from what a scale says of it. */
export { drippedAt, type LiveForecast, liveForecast } from "./live.ts";
export { pouredSoFar } from "./poured.ts";
export { runsAgain, type Stall, stalledNow, WATCHED_S } from "./stall.ts";
