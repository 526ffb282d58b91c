import { useMemo } from "react";
import type { DayKit } from "#contract/dayKit.ts";
import { countRange, QUARTER_MIN } from "#core/shift";
import { Chart, type Series } from "#parts/chart.tsx";
import type { DayAsked } from "#scaling/plan";
import type { LaneBatch } from "./lanes.ts";
import type { Span } from "./span.ts";

interface DemandChartProps {
  readonly kit: DayKit;
  readonly demand: DayAsked;
  readonly batches: readonly LaneBatch[];
  readonly span: Span;
}

const MIN_PER_H = 60;

/** What guests ask for by the quarter of an hour, with its range, and the cups that stand ready for it. */
export function DemandChart({ kit, demand, batches, span }: DemandChartProps) {
  const { series, x } = useMemo(() => {
    const quarters = demand.cups[0]?.map((_, i) => i * QUARTER_MIN) ?? [];
    const shown = quarters.filter((min) => min + QUARTER_MIN > span.fromMin && min < span.toMin);
    const hours = shown.map((min) => (min + QUARTER_MIN / 2) / MIN_PER_H);
    const sumOf = (serve: "hot" | "iced") =>
      shown.map((min) =>
        kit.products.reduce(
          (sum, product, i) => sum + (product.serve === serve ? demand.cups[i]![min / QUARTER_MIN]! : 0),
          0,
        ),
      );
    const [hot, iced] = [sumOf("hot"), sumOf("iced")];
    const scatter = Math.max(1, ...demand.habits.products.map(({ varianceToMean }) => varianceToMean));
    const ranges = hot.map((cups, i) => countRange(cups + iced[i]!, scatter, demand.habits.daySd));
    const onHand = shown.map((min) => batches.reduce((sum, batch) => sum + leftAt(batch, min), 0));
    const all: Series[] = [
      {
        name: "all of them, eight days in ten",
        as: "area",
        x: [...hours, ...hours.toReversed()],
        y: [...ranges.map(([, high]) => high), ...ranges.map(([low]) => low).toReversed()],
      },
      { name: "hot, asked for", as: "line", x: hours, y: hot, each: hours.map(() => "a quarter of an hour") },
      {
        name: "iced, asked for",
        as: "dashes",
        x: hours,
        y: iced,
        each: hours.map(() => "a quarter of an hour"),
      },
      { name: "on hand", as: "thin", x: hours, y: onHand },
    ];
    return {
      series: all,
      x: { title: "hour of the day", range: [span.fromMin / MIN_PER_H, span.toMin / MIN_PER_H] as const },
    };
  }, [kit, demand, batches, span]);
  return <Chart label="Cups asked for, and what covers them" x={x} y={{ title: "cups" }} series={series} />;
}

/** Cups of a batch that are likely left at a time: it empties evenly. */
function leftAt({ cups, readyMin, emptyMin }: LaneBatch, min: number): number {
  if (min < readyMin || min >= emptyMin) return 0;
  return (cups * (emptyMin - min)) / (emptyMin - readyMin);
}
