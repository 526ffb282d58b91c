"use client";

import { useMemo } from "react";
import { printTime } from "#core/units";
import { Chart, type Series } from "#parts/chart.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { factorsSentence, fitSentences } from "#words/brew";
import { counted } from "#words/figures";
import { rightSentence } from "#words/people";
import { forgetFitToLog, learnFromLog } from "./actions.ts";
import { LogTabs } from "./tabs.tsx";

/** A batch with its forecast; null where a figure was not taken, or cannot be forecast. */
export interface ToldBatch {
  readonly id: string;
  readonly when: string;
  readonly timeS: number | null;
  readonly strengthPct: number | null;
  readonly forecastTimeS: number | null;
  readonly forecastStrengthPct: number | null;
}

export interface ForecastPage {
  readonly siteId: string;
  readonly pairs: readonly {
    readonly brewerId: string;
    readonly grinderId: string;
    readonly title: string;
    readonly href: string;
  }[];
  readonly shown:
    | {
        readonly brewerId: string;
        readonly grinderId: string;
        readonly title: string;
        readonly batches: readonly ToldBatch[];
        readonly fit:
          | {
              readonly permeability: number;
              readonly extraction: number;
              readonly fromLog: boolean;
              readonly batches: number;
            }
          | undefined;
      }
    | undefined;
}

/** Miss beyond which a batch is odd, as a share: shown apart, and not counted in the words. */
const ODD_SHARE = 0.2;

/** How good the forecast has been for a brewer and a grinder, and what the log would teach it. */
export function ForecastAndClock({ siteId, pairs, shown }: ForecastPage) {
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <h1 className="text-2xl">Forecast and clock</h1>
      <LogTabs />
      {!shown ? (
        <Panel title="Nothing to compare yet">
          <p>
            Log batches with their grinder, setting and time, and strength where there is a meter: then the
            forecast is held against them here, and can learn from them.
          </p>
        </Panel>
      ) : (
        <>
          <nav aria-label="brewer and grinder" className="flex flex-wrap gap-1.5">
            {pairs.map(({ title, href, brewerId, grinderId }) => (
              <Link
                key={href}
                href={href}
                aria-current={
                  brewerId === shown.brewerId && grinderId === shown.grinderId ? "page" : undefined
                }
                className={`${buttonClass()} aria-[current]:bg-rim aria-[current]:text-enamel`}
              >
                {title}
              </Link>
            ))}
          </nav>
          <Pair siteId={siteId} shown={shown} />
        </>
      )}
    </div>
  );
}

function Pair({
  siteId,
  shown,
}: {
  readonly siteId: string;
  readonly shown: NonNullable<ForecastPage["shown"]>;
}) {
  const { act, busy } = useAct();
  const learn = async () => {
    const sent = await act(learnFromLog(pair));
    if (sent.ok && sent.data === "later") toast.info("It takes a while: the forecast follows by itself.");
  };
  const { may } = useCounter();
  const { brewerId, grinderId, title, batches, fit } = shown;
  const pair = { siteId, brewerId, grinderId };
  const times = pairsOf(batches, "timeS", "forecastTimeS");
  const strengths = pairsOf(batches, "strengthPct", "forecastStrengthPct");
  const off = (both: readonly Both[]) =>
    both.map(({ measured, forecast }) => Math.abs(Math.log(forecast / measured)));
  const within = (offs: readonly number[]) => offs.filter((each) => each <= ODD_SHARE);
  const oddIds = new Set(
    [...times, ...strengths].flatMap(({ id, measured, forecast }) =>
      Math.abs(Math.log(forecast / measured)) > ODD_SHARE ? [id] : [],
    ),
  );
  const sentences = fitSentences({
    timeOff: within(off(times)),
    strengthOff: within(off(strengths)),
    typicalS: times[0]?.measured ?? 0,
    odd: oddIds.size,
  });
  return (
    <Panel title={title}>
      <p>
        {fit
          ? factorsSentence(
              fit,
              fit.fromLog
                ? `Learned from ${counted(fit.batches, "batch", { many: "batches" })} of the log`
                : "Fitted to a recipe's own cup",
            )
          : "Nothing of it is fitted yet: these are the model's own forecasts."}
      </p>
      {sentences.map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
      {may("measure") ? (
        <p className="my-2 flex flex-wrap gap-2">
          <Button look={fit?.fromLog ? "plain" : "main"} disabled={busy} onClick={learn}>
            {busy ? "Learning …" : fit?.fromLog ? "Learn again" : "Learn from these batches, from now on"}
          </Button>
          {fit && (
            <Button disabled={busy} onClick={() => act(forgetFitToLog(pair))}>
              Forget it
            </Button>
          )}
        </p>
      ) : (
        <p className="my-2 text-quiet">{rightSentence("measure")}</p>
      )}
      <div className="flex flex-wrap gap-4">
        <Against what="time, s" both={times} />
        <Against what="strength, %" both={strengths} />
      </div>
      {oddIds.size > 0 && (
        <p className="text-sm">
          Far out:{" "}
          {batches
            .filter(({ id }) => oddIds.has(id))
            .map(({ id, when, timeS }) => (
              <Link key={id} href={`/log/${id}`} className="mr-2 underline underline-offset-4">
                {when}
                {timeS !== null && `, ${printTime(timeS)}`}
              </Link>
            ))}
        </p>
      )}
    </Panel>
  );
}

interface Both {
  readonly id: string;
  readonly when: string;
  readonly measured: number;
  readonly forecast: number;
}

function pairsOf(
  batches: readonly ToldBatch[],
  measured: "timeS" | "strengthPct",
  forecast: "forecastTimeS" | "forecastStrengthPct",
): readonly Both[] {
  return batches.flatMap((batch) => {
    const [was, said] = [batch[measured], batch[forecast]];
    return was === null || said === null
      ? []
      : [{ id: batch.id, when: batch.when, measured: was, forecast: said }];
  });
}

/** Forecast over measured, with the line on which both are the same. */
function Against({ what, both }: { readonly what: string; readonly both: readonly Both[] }) {
  const axes = useMemo(
    () => ({ x: { title: `measured ${what}` }, y: { title: `forecast ${what}` } }),
    [what],
  );
  const series = useMemo(() => {
    const all = both.flatMap(({ measured, forecast }) => [measured, forecast]);
    const ends = [Math.min(...all), Math.max(...all)];
    const drawn: Series[] = [
      {
        name: "batches",
        as: "points",
        x: both.map(({ measured }) => measured),
        y: both.map(({ forecast }) => forecast),
        each: both.map(({ when }) => when),
      },
      { name: "the same", as: "dashes", x: ends, y: ends },
    ];
    return drawn;
  }, [both]);
  if (both.length === 0) return null;
  return <Chart label={`forecast against measured ${what}`} x={axes.x} y={axes.y} series={series} />;
}
