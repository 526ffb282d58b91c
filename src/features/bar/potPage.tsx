"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import type { OddCode, PourReason, Sample, Standing } from "#core/bar";
import { useBar } from "#parts/bar/barContext.ts";
import { useTelling } from "#parts/bar/useTelling.ts";
import { Chart, type Series } from "#parts/chart.tsx";
import { Back } from "#ui/back.tsx";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { ODD_WORDS, printAge, REASON_WORDS } from "#words/bar";
import { counted } from "#words/figures";

export interface PotPageProps {
  readonly vesselId: string;
  readonly name: string;
  /** Undefined where nothing ever stood in it. */
  readonly life:
    | {
        readonly standing: Standing;
        readonly stands: boolean;
        readonly coffee: string | null;
        readonly ended: {
          readonly by: "pouredAway" | "ranOut" | "moved" | "filledOver";
          readonly reason: PourReason | null;
          readonly restG: number;
        } | null;
        readonly card: { readonly href: string; readonly title: string } | null;
        readonly batchHref: string | null;
        readonly samples: readonly Sample[];
        readonly soldUntilMs: number | null;
        readonly events: readonly {
          readonly id: string;
          readonly when: string;
          readonly what: string;
          readonly person: string | null;
          readonly odd: OddCode | null;
        }[];
      }
    | undefined;
}

const MS_PER_MIN = 60_000;
const ENDED_WORDS = {
  pouredAway: "poured away",
  ranOut: "ran out",
  moved: "moved onto other coffee",
  filledOver: "filled over",
} as const;

/** One pot from brewing to its pour-away time: what it is, how it cooled, what was taken from it, what it cost. */
export function PotPage({ name, life }: PotPageProps) {
  useFollowed();
  return (
    <div className="mx-auto flex max-w-[1240px] flex-col gap-3">
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">{name}</h1>
        <span className="ml-auto">
          <Back otherwise="/bar" />
        </span>
      </header>
      {life ? (
        <Life key={life.standing.fillId} life={life} />
      ) : (
        <p>
          Nothing has stood in it yet. <Link href="/bar">Fill it at the Bar</Link>, from a card or by hand.
        </p>
      )}
    </div>
  );
}

/** Reads the page again when the house knows of something new at its bar. */
function useFollowed(): void {
  const router = useRouter();
  const n = useBar()?.view.n;
  const shown = useRef(n);
  useEffect(() => {
    if (n === shown.current) return;
    shown.current = n;
    router.refresh();
  }, [n, router]);
}

function Life({ life }: { readonly life: NonNullable<PotPageProps["life"]> }) {
  const units = useUnits();
  const { standing, stands, coffee, ended, card, batchHref, samples, events } = life;
  const liquid = (massG: number) => units.printLiquid(Math.round(massG));
  const account: readonly (readonly [string, string])[] = [
    ["brewed", liquid(standing.brewedG)],
    ["served", `${liquid(standing.servedG)}, ${counted(standing.cups, "cup")}`],
    ...(standing.asideG > 0 ? ([["set aside to taste", liquid(standing.asideG)]] as const) : []),
    ...(standing.evaporatedG >= 1 ? ([["evaporated", liquid(standing.evaporatedG)]] as const) : []),
    ...(Math.abs(standing.unseenG) >= 1
      ? ([
          [
            standing.unseenG > 0 ? "gone without a tap" : "more than by count",
            liquid(Math.abs(standing.unseenG)),
          ],
        ] as const)
      : []),
    ended ? [ENDED_WORDS[ended.by], liquid(ended.restG)] : ["left", liquid(standing.liquidG)],
    ...(standing.cost === null ? [] : ([["its coffee cost", (standing.cost / 100).toFixed(2)]] as const)),
  ];
  return (
    <>
      <Panel title={stands ? "What stands in it" : "What stood in it last"}>
        <p>
          {coffee ?? "Coffee"}, {standing.serve}
          {ended?.reason && `; poured away: ${REASON_WORDS[ended.reason]}`}.{" "}
          {card && (
            <Link href={card.href} className="underline underline-offset-4">
              {card.title}
            </Link>
          )}{" "}
          {batchHref && (
            <Link href={batchHref} className="underline underline-offset-4">
              its batch
            </Link>
          )}
        </p>
        <dl className="mt-2 flex flex-wrap gap-x-8 gap-y-2">
          {account.map(([label, value]) => (
            <div key={label}>
              <dt className="text-quiet text-sm">{label}</dt>
              <dd className="font-bold font-display text-xl tabular-nums">{value}</dd>
            </div>
          ))}
        </dl>
      </Panel>
      <div className="grid grid-cols-1 gap-3 lg:grid-cols-2">
        <Panel title="How warm">
          <Chart
            label={`Temperature by age, ${units.temp}`}
            x={{ title: "minutes since it was brewed" }}
            y={{ title: units.temp }}
            series={curves(life, ({ tempC }) => (units.temp === "°F" ? 1.8 * tempC + 32 : tempC))}
          />
        </Panel>
        <Panel title="How much, how strong">
          <Chart
            label="Coffee left by age, kg"
            x={{ title: "minutes since it was brewed" }}
            y={{ title: "kg" }}
            series={curves(life, ({ liquidG }) => liquidG / 1000)}
          />
          {standing.strengthPct !== null && (
            <p className="mt-1 text-sm tabular-nums">
              Strength {samples[0]?.strengthPct?.toFixed(2)} % when brewed, {standing.strengthPct.toFixed(2)}{" "}
              %{stands ? " now" : " at its end"}.
            </p>
          )}
        </Panel>
      </div>
      <Happenings events={events} />
    </>
  );
}

/** A figure over the pot's age, and when its sale ends as a line from top to bottom. */
function curves(
  { samples, standing, soldUntilMs }: NonNullable<PotPageProps["life"]>,
  read: (sample: Sample) => number,
): readonly Series[] {
  const ageOf = (ms: number) => (ms - standing.brewedMs) / MS_PER_MIN;
  const y = samples.map(read);
  const ages = samples.map(({ atMs }) => ageOf(atMs));
  const line: Series = {
    name: "so far",
    as: "line",
    x: ages,
    y,
    each: ages.map((age) => printAge(Math.max(0, age))),
  };
  if (soldUntilMs === null || y.length === 0) return [line];
  const end = ageOf(soldUntilMs);
  return [
    line,
    {
      name: "pour away",
      as: "dashes",
      x: [end, end],
      y: [Math.min(...y), Math.max(...y)],
      each: ["from", "to"],
    },
  ];
}

function Happenings({ events }: Pick<NonNullable<PotPageProps["life"]>, "events">) {
  const bar = useBar();
  const say = useTelling();
  const { may } = useCounter();
  return (
    <Panel title="What happened to it">
      <ol className="flex flex-col">
        {events.toReversed().map(({ id, when, what, person, odd }) => (
          <li
            key={id}
            className="flex flex-wrap items-center gap-x-3 border-rim/20 border-b py-1 last:border-0"
          >
            <span className="w-32 text-quiet text-sm tabular-nums">{when}</span>
            <span className="min-w-40 flex-1">
              {what}
              {odd && <span className="text-due">, {ODD_WORDS[odd]}</span>}
            </span>
            <span className="text-quiet text-sm">{person}</span>
            {bar && may("serve") && (
              <Button look="quiet" onClick={() => say("Undone.", [{ kind: "undone", eventId: id }])}>
                Undo<span className="sr-only">: {what}</span>
              </Button>
            )}
          </li>
        ))}
      </ol>
    </Panel>
  );
}
