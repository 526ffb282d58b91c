"use client";

import { Check, TriangleAlert } from "lucide-react";
import { useMemo, useState } from "react";
import { LEAST_WATCHED, type Signal } from "#core/learn";
import { printNumber } from "#core/units";
import { Chart, type Series } from "#parts/chart.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { counted } from "#words/figures";
import { NOTHING_WATCHED, quietSentence, SIGNAL_WORDS } from "#words/log";
import { LogTabs } from "./tabs.tsx";

/** One kind of figure of a standard's batches, ready to be drawn. */
export interface MovedSeries {
  readonly signal: Signal;
  /** Days before today, and values in the unit that is shown. */
  readonly days: readonly number[];
  readonly values: readonly number[];
  readonly stretches: readonly {
    readonly from: number;
    readonly to: number;
    readonly centre: number;
    readonly low: number;
    readonly high: number;
  }[];
}

export interface MovedStandard {
  readonly id: string;
  readonly batchId: string;
  readonly title: string;
  readonly batches: number;
  readonly hasMoved: boolean;
  readonly series: readonly MovedSeries[];
}

export interface MovedPage {
  readonly verdicts: readonly {
    readonly said: string;
    readonly evidence: readonly string[];
    readonly check: string;
  }[];
  readonly standards: readonly MovedStandard[];
}

const UNITS: { readonly [signal in Signal]: string } = {
  time: "time, s",
  yield: "beverage, % of the water",
  strength: "strength, %",
};

/** The standards over the last weeks: which has moved, since when, and what to check first. */
export function Moved({ verdicts, standards }: MovedPage) {
  const [opened, setOpened] = useState(standards.find(({ hasMoved }) => hasMoved)?.id ?? standards[0]?.id);
  const shown = standards.find(({ id }) => id === opened);
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <h1 className="text-2xl">What has moved</h1>
      <LogTabs />
      {standards.length === 0 ? (
        <Panel title="Nothing is watched yet">
          <p>{NOTHING_WATCHED}</p>
        </Panel>
      ) : (
        <>
          <Panel title="In the last twelve weeks">
            {verdicts.length === 0 ? (
              <p className="flex items-start gap-2">
                <Check size={20} aria-hidden className="mt-0.5 shrink-0 text-good" />
                {quietSentence(Math.max(...standards.map(({ batches }) => batches)), LEAST_WATCHED)}
              </p>
            ) : (
              <ul className="flex flex-col gap-3" aria-label="what has moved">
                {verdicts.map(({ said, evidence, check }) => (
                  <li key={said} className="flex items-start gap-2">
                    <TriangleAlert size={20} aria-hidden className="mt-0.5 shrink-0 text-due" />
                    <div>
                      <p className="font-semibold">{said}</p>
                      <p>{check}</p>
                      <ul className="mt-1 list-disc pl-5 text-sm">
                        {evidence.map((line) => (
                          <li key={line}>
                            <bdi>{line}</bdi>
                          </li>
                        ))}
                      </ul>
                    </div>
                  </li>
                ))}
              </ul>
            )}
          </Panel>
          <Panel title="The standards that are watched">
            <ul className="mb-3 flex flex-wrap gap-1.5" aria-label="standards">
              {standards.map(({ id, title, batches, hasMoved }) => (
                <li key={id}>
                  <Button aria-pressed={id === opened} onClick={() => setOpened(id)}>
                    {hasMoved && <TriangleAlert size={16} aria-label="has moved:" className="text-due" />}
                    {title} <span className="text-quiet">({batches})</span>
                  </Button>
                </li>
              ))}
            </ul>
            {shown && <Charts key={shown.id} standard={shown} />}
          </Panel>
        </>
      )}
    </div>
  );
}

function Charts({ standard }: { readonly standard: MovedStandard }) {
  const { may } = useCounter();
  return (
    <>
      <p className="mb-2 text-sm">
        {standard.title}: {counted(standard.batches, "batch", { many: "batches" })} like{" "}
        <Link href={`/log/${standard.batchId}`} className="underline underline-offset-4">
          the approved one
        </Link>
        , with the limits of each level.
        {standard.hasMoved && may("runTrials") && (
          <Link href={`/trials?like=${standard.batchId}`} className={`ml-3 ${buttonClass()}`}>
            Find its dial anew: a trial
          </Link>
        )}
      </p>
      <div className="flex flex-wrap gap-4">
        {standard.series.map((series) => (
          <Control key={series.signal} series={series} />
        ))}
      </div>
    </>
  );
}

const X = { title: "days before today" };
/** Beyond the limits there is so much room, as a share of what lies between them. */
const ROOM_SHARE = 0.3;

function Control({ series: { signal, days, values, stretches } }: { readonly series: MovedSeries }) {
  const y = useMemo(() => {
    const [low, high] = [
      Math.min(...stretches.map((each) => each.low)),
      Math.max(...stretches.map((each) => each.high)),
    ];
    const room = ROOM_SHARE * (high - low);
    return { title: UNITS[signal], range: [low - room, high + room] as const };
  }, [signal, stretches]);
  const series = useMemo(() => {
    // A gap between two stretches, so that a level's line ends where the level does.
    const along = (read: (stretch: (typeof stretches)[number]) => number) => ({
      x: stretches.flatMap(({ from, to }) => [days[from]!, days[to]!, Number.NaN]),
      y: stretches.flatMap((stretch) => [read(stretch), read(stretch), Number.NaN]),
    });
    const [upper, lower] = [along(({ high }) => high), along(({ low }) => low)];
    const [least, most] = y.range;
    const far = values.map((value) => value < least || value > most);
    const drawn: Series[] = [
      {
        name: "batches",
        as: "points",
        x: days.filter((_, i) => !far[i]),
        y: values.filter((_, i) => !far[i]),
      },
      { name: "level", as: "line", ...along(({ centre }) => centre) },
      { name: "limits", as: "dashes", x: [...upper.x, ...lower.x], y: [...upper.y, ...lower.y] },
      // One spilt pot must not flatten all the others: it stands at the edge.
      ...(far.includes(true)
        ? [
            {
              name: "far outside",
              as: "crosses" as const,
              x: days.filter((_, i) => far[i]),
              y: values.filter((_, i) => far[i]).map((value) => Math.min(most, Math.max(least, value))),
              each: values.filter((_, i) => far[i]).map((value) => `really ${printNumber(value, 2)}`),
            },
          ]
        : []),
    ];
    return drawn;
  }, [days, values, stretches, y]);
  if (values.length === 0) return null;
  return <Chart label={`${SIGNAL_WORDS[signal]} of each batch`} x={X} y={y} series={series} />;
}
