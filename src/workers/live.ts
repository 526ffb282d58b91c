import type { BrewInput } from "#core/brew";
import {
  type LiveForecast,
  liveForecast,
  pouredSoFar,
  runsAgain,
  type Stall,
  stalledNow,
  WATCHED_S,
} from "#core/live";
import type { Reading } from "#core/weighing";

/** A running brew: what its scale has said, and where it stands. */
export interface LiveAsked {
  readonly brew: BrewInput;
  readonly under: "vessel" | "brewer";
  /** In order of time; those that the scale is to be believed in. */
  readonly readings: readonly Reading[];
  readonly nowS: number;
  /** The permeability that was found a moment ago. */
  readonly from: number;
  /** A stall that was told already. */
  readonly stall: Stall | undefined;
}

/** A running brew's forecast, without its long lists. */
export interface LiveAnswer extends Omit<LiveForecast, "drip"> {
  readonly stall: Stall | undefined;
}

/** How fast a bed closes once it stalls, s. */
const CLOGS_OVER_S = 5;

/** Forecasts a running brew anew, and says whether it has stalled; undefined where it cannot be brewed so. */
export function answerLive({
  brew,
  under,
  readings,
  nowS,
  from,
  stall: known,
}: LiveAsked): LiveAnswer | undefined {
  if (under === "brewer") {
    const poured = { ...brew, pours: pouredSoFar(brew.pours, readings, nowS) };
    const live = liveForecast(poured, []);
    return live.ok ? answerOf(live.value, undefined) : undefined;
  }
  const lasting = known && !runsAgain(known, readings, nowS) ? known : undefined;
  const earlierReadings = readings.filter(({ atS }) => atS <= nowS - WATCHED_S);
  const earlier = lasting ? undefined : liveForecast(brew, earlierReadings, from);
  const stall = lasting ?? (earlier?.ok ? stalledNow(earlier.value.drip, readings, nowS) : undefined);
  // What a stalled bed lets through is forecast from where it stalled; before it, it is the bed that it was.
  const clogged = stall && {
    ...brew,
    clogs: { fromS: stall.fromS, overS: CLOGS_OVER_S, share: stall.share },
  };
  const live = liveForecast(clogged ?? brew, readings, from);
  return live.ok ? answerOf(live.value, stall) : undefined;
}

function answerOf({ drip: _, ...live }: LiveForecast, stall: Stall | undefined): LiveAnswer {
  return { ...live, stall };
}
