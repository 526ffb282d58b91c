"use client";

import { useRouter } from "next/navigation";
import type { PouredRest, ProductDay, WaitedBrew } from "#core/bar";
import { useFollowed } from "#parts/bar/useFollowed.ts";
import { ShiftTabs } from "#parts/shiftTabs.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { afterSentence, printAge, waitedSentence, wasteReason } from "#words/bar";
import { counted, printHour } from "#words/figures";

export interface DayAfterProps {
  readonly day: string;
  readonly isToday: boolean;
  /** The number of the bar's last event that is in it. */
  readonly n: number;
  readonly days: readonly { readonly day: string; readonly text: string }[];
  readonly timeZone: string;
  readonly currency: string;
  readonly products: readonly (Omit<ProductDay, "without"> & {
    readonly name: string;
    /** The cup that it is counted in, g; null where nobody plans it. */
    readonly cupG: number | null;
    /** Coffee in such a cup, in the site's money. */
    readonly coffeeCost: number | null;
    readonly withoutMin: number;
    /** By what such a day usually asks for while none stood there. */
    readonly lostCups: number;
  })[];
  readonly poured: readonly (PouredRest & { readonly name: string; readonly vessel: string })[];
  readonly waited: readonly WaitedBrew[];
  readonly sold: readonly { readonly name: string; readonly cupMl: number; readonly count: number }[];
  readonly planned: readonly {
    readonly cardId: string;
    readonly title: string;
    readonly batches: number;
    readonly brewed: number;
  }[];
}

/** A day when it is over: sold, poured away, missed, how old it was served, and where the waste came from. */
export function DayAfter({
  day,
  isToday,
  n,
  days,
  timeZone,
  currency,
  products,
  poured,
  waited,
  sold,
  planned,
}: DayAfterProps) {
  const router = useRouter();
  // A day that is over is told whole.
  useFollowed(isToday ? n : Number.POSITIVE_INFINITY);
  const sum = (of: (product: DayAfterProps["products"][number]) => number) =>
    products.reduce((total, product) => total + of(product), 0);
  const servedG = sum((product) => product.servedG);
  const pouredG = sum((product) => product.pouredG);
  const waitedLine = waitedSentence(waited);
  const sentence = afterSentence({
    isToday,
    cups: sold.reduce((all, { count }) => all + count, 0),
    pouredShare:
      pouredG /
      Math.max(
        1,
        sum(({ thereG, brewedG }) => thereG + brewedG),
      ),
    lostCups: sum(({ lostCups }) => lostCups),
    meanAgeMin: servedG > 0 ? sum((product) => product.servedG * (product.meanAgeMin ?? 0)) / servedG : null,
  });
  return (
    <div className="mx-auto flex max-w-[1240px] flex-col gap-3">
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="mr-1 text-2xl">Shift</h1>
        <ShiftTabs at="after" day={day} />
        <Choice
          label="day"
          value={day}
          options={days.map((each) => ({ value: each.day, text: each.text }))}
          onChange={(next) => router.push(`/shift/after?day=${next}`)}
        />
      </header>
      <p className="font-display font-semibold text-xl" data-testid="what became of it">
        {sentence}
      </p>
      <Products products={products} />
      <div className="grid items-start gap-3 lg:grid-cols-2">
        <Waste poured={poured} products={products} timeZone={timeZone} currency={currency} />
        <div className="flex flex-col gap-3">
          <Panel title="Sold">
            {sold.length === 0 && <p className="text-quiet">No sale was tapped or came from a till.</p>}
            <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
              {sold.map(({ name, cupMl, count }) => (
                <div key={`${name} ${cupMl}`} className="contents">
                  <dt>
                    {name}, {cupMl} ml
                  </dt>
                  <dd className="text-right font-semibold tabular-nums">{counted(count, "cup")}</dd>
                </div>
              ))}
            </dl>
          </Panel>
          <Panel title="Planned, and brewed">
            {planned.length === 0 && (
              <p className="text-quiet">
                Nothing was on the <Link href={`/shift?day=${day}`}>list of this day</Link>.
              </p>
            )}
            <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
              {planned.map(({ cardId, title, batches, brewed }) => (
                <div key={cardId} className="contents">
                  <dt>{title}</dt>
                  <dd
                    className={`text-right font-semibold tabular-nums ${brewed < batches ? "text-due" : ""}`}
                  >
                    {brewed} of {batches}
                  </dd>
                </div>
              ))}
            </dl>
            {waitedLine && (
              <p className="mt-2 border-rim/20 border-t pt-2 text-due" data-testid="what waited">
                {waitedLine}
              </p>
            )}
          </Panel>
        </div>
      </div>
    </div>
  );
}

/** One product a row: what was there and brewed, and what became of it. */
function Products({ products }: Pick<DayAfterProps, "products">) {
  const units = useUnits();
  const liquid = (massG: number) => (Math.abs(massG) < 1 ? "–" : units.printLiquid(Math.round(massG)));
  return (
    <Panel title="What became of the coffee">
      <section
        // On a phone it scrolls by itself, and nothing in it can be pressed: the keyboard must reach it.
        // biome-ignore lint/a11y/noNoninteractiveTabindex: see above
        tabIndex={0}
        aria-label="what became of the coffee, by product"
        className="overflow-x-auto"
      >
        <table className="w-full text-sm tabular-nums">
          <thead className="text-left text-quiet">
            <tr>
              {HEADS.map((head) => (
                <th key={head} className="pr-3 font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {products.map((product) => (
              <tr key={product.name} className="border-rim/20 border-t">
                <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                  {product.name}
                </th>
                <td className="pr-3">{liquid(product.thereG)}</td>
                <td className="pr-3">
                  {liquid(product.brewedG)}
                  {product.batches > 0 && ` · ${product.batches} ×`}
                </td>
                <td className="pr-3">
                  {liquid(product.servedG)}
                  {product.cups > 0 && ` · ${counted(product.cups, "cup")}`}
                </td>
                <td className="pr-3">{product.meanAgeMin === null ? "–" : printAge(product.meanAgeMin)}</td>
                <td className={`pr-3 ${product.pouredG >= 1 ? "text-due" : ""}`}>
                  {liquid(product.pouredG)}
                </td>
                <td className="pr-3">{liquid(product.asideG + product.evaporatedG + product.unseenG)}</td>
                <td className="pr-3">{liquid(product.leftG)}</td>
                <td className={product.withoutMin >= 1 ? "text-stop" : ""}>
                  {product.withoutMin < 1
                    ? "never"
                    : `${printAge(product.withoutMin)}${product.lostCups >= 1 ? `: about ${counted(Math.round(product.lostCups), "cup")}` : ""}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </Panel>
  );
}

const HEADS = [
  "",
  "there",
  "brewed",
  "served",
  "at an age of",
  "poured away",
  "tasted, evaporated, untapped",
  "left",
  "none to be had",
] as const;

/** Where the waste came from: by its reason, the largest first, with each pot. */
function Waste({
  poured,
  products,
  timeZone,
  currency,
}: Pick<DayAfterProps, "poured" | "products" | "timeZone" | "currency">) {
  const units = useUnits();
  const all = poured.reduce((sum, { restG }) => sum + restG, 0);
  const reasons = [...new Set(poured.map(({ reason }) => reason))]
    .map((reason) => {
      const own = poured.filter((rest) => rest.reason === reason);
      return { reason, own, restG: own.reduce((sum, { restG }) => sum + restG, 0) };
    })
    .toSorted((a, b) => b.restG - a.restG);
  const cost = poured.reduce((sum, { restG, name }) => {
    const product = products.find((each) => each.name === name);
    return sum + (product?.cupG && product.coffeeCost ? (restG / product.cupG) * product.coffeeCost : 0);
  }, 0);
  return (
    <Panel title="Where the waste came from">
      {poured.length === 0 && <p className="text-good">Nothing was poured away.</p>}
      {all > 0 && cost > 0 && (
        <p className="mb-2 text-quiet text-sm">
          {units.printLiquid(Math.round(all))} in all, {cost.toFixed(2)} {currency} of coffee.
        </p>
      )}
      <ul className="flex flex-col gap-2">
        {reasons.map(({ reason, own, restG }) => (
          <li key={reason}>
            <p className="flex justify-between gap-3 font-semibold">
              {wasteReason(reason)}
              <span className="tabular-nums">{units.printLiquid(Math.round(restG))}</span>
            </p>
            <div aria-hidden className="h-2 rounded-full bg-rim/15">
              <div className="h-2 rounded-full bg-due" style={{ width: `${(100 * restG) / all}%` }} />
            </div>
            <ul className="mt-1 text-quiet text-sm">
              {own.map((rest) => (
                <li key={`${rest.vesselId} ${rest.atMs}`} className="tabular-nums">
                  {printHour(new Date(rest.atMs), { timeZone, clock: units.clock })} {rest.vessel}:{" "}
                  {rest.name}, {units.printLiquid(Math.round(rest.restG))}, {printAge(rest.ageMin)} old
                  {rest.pastMin >= 1 && `, ${printAge(rest.pastMin)} past its time`}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
