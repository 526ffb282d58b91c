import type { ReactNode } from "react";
import type { BenchIce } from "#contract/bench.ts";
import type { ShiftIce } from "#contract/shift.ts";
import { USUAL_ICE } from "#contract/shiftRules.ts";
import { type IceBudget, type IceOfSource, iceBudget } from "#core/shift";
import { Button } from "#ui/button.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { counted } from "#words/figures";
import { aheadFor, iceBudgetSentences } from "#words/iced";

interface IcePlanProps {
  /** The site's ice sources: what each holds and makes. */
  readonly supplies: readonly BenchIce[];
  /** Ice that the day draws from each source. */
  readonly drawn: readonly IceOfSource[];
  readonly ice: ShiftIce | null;
  readonly mayPlan: boolean;
  readonly onIce: (ice: ShiftIce) => void;
}

type DayIce = ShiftIce["sources"][number];
/** The last minute of a day. */
const LAST_MIN = 24 * 60 - 1;

/** A day's ice: by server, glass and hour against what its bin holds and makes, and what to freeze ahead. */
export function IcePlan({ supplies, drawn, ice, mayPlan, onIce }: IcePlanProps) {
  const plan = ice ?? USUAL_ICE;
  if (drawn.length === 0) return null;
  return (
    <Panel title="Ice for the day" className="md:col-span-2 print:col-span-2">
      <div className="mb-2 flex flex-wrap items-center gap-3 text-sm print:hidden">
        <Clock
          label="iced from"
          min={plan.fromMin}
          disabled={!mayPlan}
          bounds={[0, plan.toMin - 1]}
          onMin={(fromMin) => onIce({ ...plan, fromMin })}
        />
        <Clock
          label="until"
          min={plan.toMin}
          disabled={!mayPlan}
          bounds={[plan.fromMin + 1, LAST_MIN]}
          onMin={(toMin) => onIce({ ...plan, toMin })}
        />
      </div>
      {drawn.map((need) => (
        <Source
          key={need.source.id}
          supply={supplies.find(({ id }) => id === need.source.id)}
          need={need}
          plan={plan}
          mayPlan={mayPlan}
          onIce={onIce}
        />
      ))}
      <p className="mt-2 text-quiet text-sm">
        Batches are counted as spread evenly over these hours. Ice is food: a clean scoop, no hands; a bag for
        what is frozen ahead, closed and labelled.
      </p>
    </Panel>
  );
}

interface SourceProps {
  /** Undefined where the source is not on the bench any more. */
  readonly supply: BenchIce | undefined;
  readonly need: IceOfSource;
  readonly plan: ShiftIce;
  readonly mayPlan: boolean;
  readonly onIce: (ice: ShiftIce) => void;
}

function Source({ supply, need: { source, iceG, needs }, plan, mayPlan, onIce }: SourceProps) {
  const units = useUnits();
  if (!supply) {
    return (
      <p>
        {source.name || "ice"}: {units.printMass(Math.round(iceG))}
      </p>
    );
  }
  const day: DayIce = plan.sources.find(({ id }) => id === supply.id) ?? {
    id: supply.id,
    inBinG: null,
    aheadG: 0,
  };
  const budget = iceBudget({ ...plan, ...day, supply, needs });
  const change = (part: Partial<DayIce>) =>
    onIce({ ...plan, sources: [...plan.sources.filter(({ id }) => id !== supply.id), { ...day, ...part }] });
  const whole = (massG: number) => units.printMass(Math.round(massG));
  return (
    <section
      aria-label={`ice from the ${source.name}`}
      className="border-rim/20 border-t py-2 first:border-0"
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h3 className="font-semibold">{source.name}</h3>
        <Mass
          label={`in the bin at ${units.printClock(plan.fromMin)}`}
          massG={day.inBinG}
          usual={supply.storeKg === null ? "not noted" : `full, ${whole(1000 * supply.storeKg)}`}
          disabled={!mayPlan}
          onMass={(inBinG) => change({ inBinG })}
        />
        <Mass
          label="frozen ahead"
          massG={day.aheadG === 0 ? null : day.aheadG}
          usual="none"
          disabled={!mayPlan}
          onMass={(aheadG) => change({ aheadG: aheadG ?? 0 })}
        />
      </div>
      <ul className="text-sm">
        {needs.map(({ batches, serverG, glassesG, glasses }) => (
          <li key={`${batches} ${serverG} ${glassesG}`}>
            {batches} × {whole(serverG)} with each batch
            {glasses > 0 &&
              ` and ${whole(glassesG / glasses)} in each of ${counted(glasses, "glass", { many: "glasses", decimals: 1 })}`}
          </li>
        ))}
      </ul>
      {budget ? (
        <Budgeted budget={budget} day={day} whole={whole}>
          {budget.shortG > 0 && mayPlan && (
            <Button className="print:hidden" onClick={() => change({ aheadG: aheadFor(budget, day.aheadG) })}>
              Freeze {whole(aheadFor(budget, day.aheadG))} ahead
            </Button>
          )}
        </Budgeted>
      ) : (
        <p className="text-quiet text-sm">
          {whole(iceG)} in all. Note on the Bench what this source holds and makes, or what lies in it, and it
          is held against that.
        </p>
      )}
    </section>
  );
}

interface BudgetedProps {
  readonly budget: IceBudget;
  readonly day: DayIce;
  readonly whole: (massG: number) => string;
  readonly children: ReactNode;
}

function Budgeted({ budget, day, whole, children }: BudgetedProps) {
  const units = useUnits();
  const { hours, shortG } = budget;
  return (
    <>
      <div className="my-1 flex flex-wrap items-center gap-3">
        <p
          role="status"
          data-testid="ice budget"
          className={shortG > 0 ? "font-semibold text-stop" : "text-good"}
        >
          {iceBudgetSentences(budget, day.aheadG, { mass: whole, clock: units.printClock }).join(" ")}
        </p>
        {children}
      </div>
      <section
        // On a phone it scrolls by itself, and nothing in it can be pressed: the keyboard must reach it.
        // biome-ignore lint/a11y/noNoninteractiveTabindex: see above
        tabIndex={0}
        aria-label="ice, hour by hour"
        className="overflow-x-auto"
      >
        <table className="w-full text-sm tabular-nums">
          <thead>
            <tr className="text-left text-quiet">
              <th className="pr-4 font-normal">hour from</th>
              {hours.map(({ fromMin }) => (
                <th key={fromMin} className="pr-4 font-normal">
                  {units.printClock(fromMin)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {(
              [
                ["drawn for these", "needG"],
                ["for other drinks", "othersG"],
                ["made", "madeG"],
                ["left in the bin", "leftG"],
                ["short", "shortG"],
              ] as const
            ).map(([name, of]) => (
              <tr key={of}>
                <th scope="row" className="pr-4 text-left font-normal text-quiet">
                  {name}
                </th>
                {hours.map((hour) => (
                  <td
                    key={hour.fromMin}
                    className={`whitespace-nowrap pr-4 ${of === "shortG" && hour.shortG > 0 ? "font-semibold text-stop" : ""}`}
                  >
                    {whole(hour[of])}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </>
  );
}

interface ClockProps {
  readonly label: string;
  readonly min: number;
  readonly disabled: boolean;
  /** First and last minute that leave some time between the two ends. */
  readonly bounds: readonly [least: number, most: number];
  readonly onMin: (min: number) => void;
}

/** A time of the day; one that would end the service before it begins stays as typed, and is told. */
function Clock({ label, min, disabled, bounds, onMin }: ClockProps) {
  return (
    <FigureField
      look="line"
      label={label}
      kind="clock"
      value={min}
      bounds={bounds}
      outside="Iced service must begin before it ends."
      disabled={disabled}
      onValue={(next) => next !== null && onMin(next)}
    />
  );
}

interface MassProps {
  readonly label: string;
  /** Null where nobody said. */
  readonly massG: number | null;
  readonly usual: string;
  readonly disabled: boolean;
  readonly onMass: (massG: number | null) => void;
}

/** A mass of ice; emptied, it is the usual again. */
function Mass({ label, massG, usual, disabled, onMass }: MassProps) {
  return (
    <FigureField
      look="line"
      label={label}
      kind="g"
      value={massG}
      optional
      usual={usual}
      step={100}
      disabled={disabled}
      onValue={onMass}
    />
  );
}
