import type { DayKit } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import type { PlanInput, Timetable } from "#core/shift";
import { ordersShort } from "#scaling/plan";
import { Button } from "#ui/button.tsx";
import { useUnits } from "#ui/units.tsx";
import { Working } from "#ui/working.tsx";
import { nextSentence, planFigures, shortSentences, timetableFigures } from "#words/plan";
import { cupsToCome, type LaneBatch, nextBatch } from "./lanes.ts";
import type { Planned, usePlanned } from "./usePlanned.ts";

interface OutcomeProps {
  readonly kit: DayKit;
  readonly input: PlanInput;
  readonly batches: readonly LaneBatch[];
  readonly orders: DayChanges["orders"];
  readonly planned: ReturnType<typeof usePlanned>;
  /** Where the site is run by one. */
  readonly timetable: Timetable | undefined;
}

const PER_CENT = 100;

/** What the day will likely bring: the next batch first, then what is lost, poured away, and what all that costs. */
export function Outcome({
  kit,
  input,
  batches,
  orders,
  planned: { planned, progress, failed, stop },
  timetable,
}: OutcomeProps) {
  const units = useUnits();
  if (failed) return <p role="alert">The plan could not be worked out: load the page again.</p>;
  if (!planned) return <Working says={workingWords(progress)} />;
  const next = nextBatch(batches, kit.nowMin);
  const { forecast } = planned.head;
  const askedCups = cupsToCome(input);
  const doses = new Map(
    kit.products.flatMap(({ options }) => options.map(({ cardId, doseG }) => [cardId, doseG] as const)),
  );
  const coffeeOf = (all: readonly { readonly card: string; readonly mean: number }[]) =>
    all.reduce((sum, { card, mean }) => sum + mean * (doses.get(card) ?? 0), 0);
  const print = { askedCups, mass: units.printMass, currency: kit.currency };
  const figures = timetable
    ? timetableFigures(
        { ...timetable, brews: timetable.brews.length },
        { ...print, coffeeG: coffeeOf(timetable.brews.map(({ card }) => ({ card, mean: 1 }))) },
      )
    : planFigures(forecast, { ...print, coffeeG: coffeeOf(forecast.batches) });
  const short = shortSentences({
    outcome: { ...forecast, ...(timetable && { lostCups: timetable.lostCups }) },
    askedCups,
    orders: ordersShort(kit, orders),
    products: kit.products.length,
    vessels: kit.vessels.reduce((sum, { names }) => sum + names.length, 0),
    brewers: kit.brewers.length,
  });
  return (
    <section aria-label="what the day will bring" className="flex flex-col gap-2">
      <p className="text-quiet">
        {kit.nowMin === null ? "First" : "Next"}:{" "}
        <strong className="font-display text-ink text-xl" data-testid="next-brew">
          {next
            ? nextSentence({ ...next, title: next.option.title }, units.printClock)
            : "nothing more is brewed today"}
        </strong>
      </p>
      {short.map((sentence) => (
        <p key={sentence} className="text-stop">
          {sentence}
        </p>
      ))}
      <dl className="grid grid-cols-2 gap-2 sm:grid-cols-3 lg:grid-cols-6 print:grid-cols-6">
        {figures.map(({ label, value, range }) => (
          <div key={label} className="rounded-panel border-2 border-rim bg-enamel px-3 py-1.5">
            <dt className="text-quiet text-sm">{label}</dt>
            <dd className="font-bold font-display text-xl leading-tight tabular-nums">{value}</dd>
            <dd className="text-quiet text-xs">{range}</dd>
          </div>
        ))}
      </dl>
      <p className="flex min-h-10 flex-wrap items-center gap-x-4 text-sm print:hidden">
        <Beside planned={planned} kit={kit} />
        {progress !== undefined && (
          <>
            <Working says={`Looking for better levels, ${Math.round(PER_CENT * progress)} %`} />
            <Button look="quiet" onClick={stop}>
              Leave it at that
            </Button>
          </>
        )}
      </p>
    </section>
  );
}

/** A day by a timetable is shown when all of it is worked out: until then it is said how far that is. */
function workingWords(progress: number | undefined): string {
  return progress ? `Working out the day, ${Math.round(PER_CENT * progress)} %` : "Working out the day …";
}

/** Less than this share of a day's cost is no gain. */
const WORTH_SHARE = 0.05;

/** What the levels are held against, and what one more of something would earn. */
function Beside({ planned: { whole, timetable }, kit }: { readonly planned: Planned; readonly kit: DayKit }) {
  if (!whole) return null;
  const { baselines, boundCost, forecast, oneMore } = whole;
  const money = (cost: number) => `${Math.round(cost)} ${kit.currency}`.trim();
  const gains = oneMore
    .map(({ resource, cost }) => ({ name: resourceName(resource, kit), gain: forecast.cost - cost }))
    .filter(({ gain }) => gain > WORTH_SHARE * forecast.cost)
    .toSorted((a, b) => b.gain - a.gain);
  return (
    <>
      <span>
        Brewed when empty it costs <b>{money(baselines.whenEmpty)}</b>, by one level all day{" "}
        <b>{money(baselines.fixedLevel)}</b>
        {timetable && (
          <>
            , by a timetable <b>{money(timetable.cost)}</b>, by levels of the hour{" "}
            <b>{money(forecast.cost)}</b>
          </>
        )}
        ; no way can do better than <b>{money(boundCost)}</b>.
      </span>
      {gains.length > 0 && (
        <span>
          Would earn a day: {gains.map(({ name, gain }) => `one more ${name} ${money(gain)}`).join(", ")}.
        </span>
      )}
    </>
  );
}

function resourceName(resource: string, { vessels }: DayKit): string {
  if (resource === "brewer") return "brewer";
  if (resource === "hands") return "minute of hands in five";
  return vessels.find(({ key }) => key === resource)?.name ?? "vessel";
}
