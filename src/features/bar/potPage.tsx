"use client";

import type { OddCode, PourReason, Sample, Standing } from "#core/bar";
import { useBar } from "#parts/bar/barContext.ts";
import { useFollowed } from "#parts/bar/useFollowed.ts";
import { useTelling } from "#parts/bar/useTelling.ts";
import { Chart, type Series } from "#parts/chart.tsx";
import { Back } from "#ui/back.tsx";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { ODD_WORDS, printAge, REASON_WORDS } from "#words/bar";
import { counted } from "#words/figures";

export interface PotPageProps {
  readonly vesselId: string;
  readonly name: string;
  /** The number of the bar's last event that is in it. */
  readonly n: number;
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
        readonly card: { readonly href: string; readonly rescueHref: string; readonly title: string } | null;
        readonly batchHref: string | null;
        readonly samples: readonly Sample[];
        /** From now to the end of its sale, if nobody touches it. */
        readonly ahead: readonly Sample[];
        /** What its coffee cost, with its money; null where nobody knows. */
        readonly cost: string | null;
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
export function PotPage({ name, n, life }: PotPageProps) {
  useFollowed(n);
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

function Life({ life }: { readonly life: NonNullable<PotPageProps["life"]> }) {
  const units = useUnits();
  const { standing, stands, coffee, ended, card, batchHref, cost, events } = life;
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
    ...(cost === null ? [] : ([["its coffee cost", cost]] as const)),
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
          )}{" "}
          {card && stands && (
            <Link href={card.rescueHref} className="underline underline-offset-4">
              something went wrong
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
      <div className="grid grid-cols-1 gap-3 lg:grid-cols-3">
        {CURVES.map(({ title, label, unitOf, read }) => {
          const unit = unitOf(units.temp);
          const series = curves(life, (sample) => read(sample, units.temp));
          return (
            series.length > 0 && (
              <Panel key={title} title={title}>
                <Chart
                  label={`${label}, ${unit}`}
                  x={{ title: "minutes since it was brewed" }}
                  y={{ title: unit, ...rangeOf(series) }}
                  series={series}
                />
              </Panel>
            )
          );
        })}
      </div>
      <Happenings events={events} />
    </>
  );
}

/** Less of a difference than this is drawn as none: a strength that stays must not look like a cliff. */
const LEAST_SPAN = 0.2;

/** An axis of a least span, where the figure hardly moves. */
function rangeOf(series: readonly Series[]): { readonly range?: readonly [number, number] } {
  const all = series.flatMap(({ y }) => y);
  const [least, most] = [Math.min(...all), Math.max(...all)];
  if (most - least >= LEAST_SPAN) return {};
  const middle = (least + most) / 2;
  return { range: [middle - LEAST_SPAN / 2, middle + LEAST_SPAN / 2] };
}

type Temp = "°C" | "°F";

/** What is drawn of a pot over its age; null where it is not known. */
const CURVES: readonly {
  readonly title: string;
  readonly label: string;
  readonly unitOf: (temp: Temp) => string;
  readonly read: (sample: Sample, temp: Temp) => number | null;
}[] = [
  {
    title: "How warm",
    label: "Temperature by age",
    unitOf: (temp) => temp,
    read: ({ tempC }, temp) => (temp === "°F" ? 1.8 * tempC + 32 : tempC),
  },
  {
    title: "How strong",
    label: "Strength by age",
    unitOf: () => "%",
    read: ({ strengthPct }) => strengthPct,
  },
  {
    title: "How much",
    label: "Coffee left by age",
    unitOf: () => "kg",
    read: ({ liquidG }) => liquidG / 1000,
  },
];

/** A figure over the pot's age: so far, and from now to its pour-away time. */
function curves(
  { samples, ahead, standing }: NonNullable<PotPageProps["life"]>,
  read: (sample: Sample) => number | null,
): readonly Series[] {
  const line = (name: string, as: "line" | "dashes", of: readonly Sample[]): readonly Series[] => {
    const known = of.flatMap((sample) => {
      const y = read(sample);
      return y === null ? [] : [{ x: (sample.atMs - standing.brewedMs) / MS_PER_MIN, y }];
    });
    if (known.length === 0) return [];
    const x = known.map((point) => point.x);
    return [{ name, as, x, y: known.map(({ y }) => y), each: x.map((age) => printAge(Math.max(0, age))) }];
  };
  return [...line("so far", "line", samples), ...line("until it is poured away", "dashes", ahead)];
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
