import { SIGNALS, type Signal } from "#core/learn";
import type { Series } from "#scaling/standards";
import { now } from "#server/clock.ts";
import { driftOf } from "#server/drift.ts";
import { printDay } from "#words/figures";
import { evidenceSentences, FIRST_CHECKS, placeTitle, verdictSentence } from "#words/log";
import { onBench } from "./onBench.ts";

const DAY_MS = 86_400_000;
/** Beverage is shown as a share of the water, in per cent. */
const SHOWN: { readonly [signal in Signal]: number } = { time: 1, yield: 100, strength: 1 };

/** The site's standards over the last weeks: verdicts with their evidence, and each standard's series. */
export function readMoved() {
  return onBench(async (bench) => {
    const { series, verdicts } = await driftOf(bench);
    const things = [...bench.brewers, ...bench.grinders, ...bench.coffees];
    const nameOf = (id: string) => things.find((thing) => thing.id === id)?.name ?? "something that is gone";
    const titles = new Map(
      series.map(({ id, standard }) => [
        id,
        placeTitle({ ...standard, coffee: nameOf(standard.coffeeId), brewer: nameOf(standard.brewerId) }),
      ]),
    );
    const todayMs = now().getTime();
    return {
      verdicts: verdicts.map((verdict) => {
        const names = {
          thing: nameOf(verdict.thingId),
          beside: nameOf(verdict.besideId),
          since: printDay(new Date(verdict.sinceMs), bench.site.timeZone),
          standardOf: (id: string) => titles.get(id) ?? "",
        };
        return {
          said: verdictSentence(verdict, names),
          evidence: evidenceSentences(verdict, names),
          check: FIRST_CHECKS[verdict.cause],
        };
      }),
      standards: series
        .toSorted((a, b) => b.batches - a.batches)
        .map(({ id, standard, batches, signals }) => ({
          id,
          batchId: standard.batchId,
          title: titles.get(id)!,
          batches,
          hasMoved: verdicts.some(({ moved }) => moved.some(({ groupId }) => groupId === id)),
          series: SIGNALS.flatMap((signal) =>
            signals[signal] ? drawn(signal, signals[signal], todayMs) : [],
          ),
        })),
    };
  });
}

/** A series in the unit that is shown, against the days before today. */
function drawn(signal: Signal, { atMs, values, watched }: Series, todayMs: number) {
  const times = SHOWN[signal];
  return {
    signal,
    days: atMs.map((at) => (at - todayMs) / DAY_MS),
    values: values.map((value) => times * value),
    stretches: watched.stretches.map(({ from, to, centre, low, high }) => ({
      from,
      to,
      centre: times * centre,
      low: times * low,
      high: times * high,
    })),
  };
}
