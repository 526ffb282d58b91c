import { proxy } from "comlink";
import type { BrewFailure } from "#core/brew";
import type { CorrectFailure, CorrectInput, Correction, CoupleAsked, CoupledFailure } from "#core/iced";
import type { Asking, First, Progress, Study, WayAnswer, WayAsked, WindowRow } from "#core/outlook";
import type { Result } from "#core/result";
import type { BracketInput, Needed } from "#core/trial";
import type { Forecaster, Stopped } from "./forecaster.ts";
import { linkTo } from "./link.ts";
import type { LiveAnswer, LiveAsked } from "./live.ts";

/** Forecasts off the page's own thread. */
export function forecasts() {
  const link = linkTo<Forecaster>(
    () => new Worker(new URL("./forecast.worker.ts", import.meta.url), { type: "module" }),
  );
  return {
    first: (asking: Asking) => link.ask<Result<First, BrewFailure>>((remote) => remote.first(asking)),
    study: (asking: Asking, setting: number, onProgress: (progress: Progress) => void) =>
      link.ask<Study | Stopped>((remote, heard) =>
        remote.study(asking, setting, proxy(both(heard, onProgress))),
      ),
    window: (asking: Asking, ratios: readonly number[], onProgress: (progress: Progress) => void) =>
      link.ask<readonly WindowRow[] | Stopped>((remote, heard) =>
        remote.window(asking, ratios, proxy(both(heard, onProgress))),
      ),
    ways: (asked: readonly WayAsked[], wantedG: number) =>
      link.ask<readonly WayAnswer[]>((remote) => remote.ways(asked, wantedG)),
    extraction: (asked: CoupleAsked) =>
      link.ask<Result<number, CoupledFailure>>((remote) => remote.extraction(asked)),
    correct: (input: CorrectInput) =>
      link.ask<Result<Correction, CorrectFailure>>((remote) => remote.correct(input)),
    needed: (input: BracketInput, most: number) => link.ask<Needed>((remote) => remote.needed(input, most)),
    live: (request: LiveAsked) => link.ask<LiveAnswer | undefined>((remote) => remote.live(request)),
    /** Stops all work under way: it ends with "stopped". */
    stop: () => link.tell((remote) => remote.stop()),
    end: () => link.end(),
  };
}
export type Forecasts = ReturnType<typeof forecasts>;
export type { LiveAnswer, LiveAsked } from "./live.ts";

function both(heard: () => void, onProgress: (progress: Progress) => void) {
  return (progress: Progress) => {
    heard();
    onProgress(progress);
  };
}
