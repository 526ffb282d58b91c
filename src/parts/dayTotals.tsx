import type { ReactNode } from "react";
import type { BenchCoffee } from "#contract/bench.ts";
import { type Cup, cupsFrom } from "#core/sheet";
import type { ShiftTotals } from "#core/shift";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { counted } from "#words/figures";

/** What a day's totals are held against: the stock of the cards' coffees, and the cups that they are poured into. */
export interface Supplies {
  readonly coffees: readonly Pick<BenchCoffee, "id" | "stockG">[];
  readonly cups: readonly Cup[];
}

interface TotalsProps {
  readonly totals: ShiftTotals;
  readonly supplies: Supplies;
  /** The day's ice, where any is drawn. */
  readonly ice: ReactNode;
  /** On paper it stands in a column beside something else. */
  readonly narrow?: boolean;
}

/** The day's totals, to be weighed out and set ready. */
export function Totals({ totals, supplies, ice, narrow = false }: TotalsProps) {
  const units = useUnits();
  const { coffees, brewWaterG, bypassG, rinseG, preheatG, iceBySource, filtersByBrewer, beverageByProduct } =
    totals;
  if (coffees.length === 0) return null;
  return (
    <div
      className={`grid gap-3 *:min-w-0 md:grid-cols-2 ${narrow ? "print:grid-cols-1" : "print:grid-cols-2"}`}
    >
      <Panel title="Coffee to weigh out">
        <ul className="space-y-3">
          {coffees.map(({ coffee, doses, purgeG, totalG }) => {
            const stockG = supplies.coffees.find(({ id }) => id === coffee.id)?.stockG ?? undefined;
            return (
              <li key={coffee.id}>
                <p className="flex justify-between gap-3">
                  <span className="font-semibold">{coffee.name}</span>
                  <strong className="font-display text-xl tabular-nums">{units.printMass(totalG)}</strong>
                </p>
                <p>{doses.map(({ count, doseG }) => `${count} × ${units.printMass(doseG)}`).join(" and ")}</p>
                {purgeG > 0 && (
                  <p className="text-quiet">and {units.printMass(purgeG)} purged when the dial changes</p>
                )}
                {stockG !== undefined && (
                  <p className={totalG > stockG ? "font-semibold text-stop" : "text-quiet"}>
                    {totalG > stockG
                      ? `Stock is short by ${units.printMass(totalG - stockG)}: there is ${units.printMass(stockG)}.`
                      : `In stock: ${units.printMass(stockG)}, ${units.printMass(stockG - totalG)} left after.`}
                  </p>
                )}
              </li>
            );
          })}
        </ul>
      </Panel>
      <Panel title="Water, ice and filters">
        <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
          <Row name="brew water" value={units.printLiquid(brewWaterG)} />
          {bypassG > 0 && <Row name="bypass" value={units.printLiquid(bypassG)} />}
          <Row name="to rinse papers" value={units.printLiquid(rinseG)} />
          {preheatG > 0 && <Row name="to warm vessels" value={units.printLiquid(preheatG)} />}
          {iceBySource.map(({ source, iceG }) => (
            <Row
              key={source.id}
              name={source.name ? `ice from the ${source.name}` : "ice"}
              value={units.printMass(Math.round(iceG))}
            />
          ))}
          {filtersByBrewer.map(({ brewer, count }) => (
            <Row key={brewer.id} name={`filters for ${brewer.name}`} value={String(count)} />
          ))}
        </dl>
      </Panel>
      {ice}
      <Panel
        title="What comes out"
        className={`md:col-span-2 ${narrow ? "print:hidden" : "print:col-span-2"}`}
      >
        <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
          {beverageByProduct.map(({ coffee, serve, beverageG }) => {
            const cups = supplies.cups
              .filter((cup) => cup.serve === serve)
              .map((cup) => `${counted(Math.floor(cupsFrom(beverageG, cup)), "cup")} of ${cup.volumeMl} ml`);
            return (
              <Row
                key={coffee.id + serve}
                name={`${coffee.name}, ${serve}`}
                value={[units.printLiquid(beverageG), ...cups].join(" · ")}
              />
            );
          })}
        </dl>
      </Panel>
    </div>
  );
}

interface RowProps {
  readonly name: string;
  readonly value: string;
}

function Row({ name, value }: RowProps) {
  return (
    <div className="contents">
      <dt className="text-quiet">{name}</dt>
      <dd className="text-right font-semibold tabular-nums">{value}</dd>
    </div>
  );
}
