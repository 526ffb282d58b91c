import { ChefHat, Droplets, Snowflake } from "lucide-react";
import type { DayPlanStart } from "#contract/dayKit.ts";
import type { PotView } from "#contract/potView.ts";
import { type NextStep, USUAL_PLAN } from "#core/shift";
import { type BarAtHand, useBar } from "#parts/bar/barContext.ts";
import { nowIn } from "#parts/bar/potLines.ts";
import { useTelling } from "#parts/bar/useTelling.ts";
import { firstMin, productKey } from "#scaling/plan";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { useUnits } from "#ui/units.tsx";
import { LONG_WAIT_MIN, printAge } from "#words/bar";
import { counted } from "#words/figures";
import { dialMoved, lastCardOf } from "./dialMoved.ts";

const MS_PER_MIN = 60_000;
const ROW = "flex min-h-14 flex-wrap items-center gap-x-3 gap-y-1 border-rim/20 border-t py-1 first:border-0";

/** A pot that is past its time. */
export function PourAway({ pot }: { readonly pot: PotView }) {
  const say = useTelling();
  const bar = useBar();
  const { may } = useCounter();
  const untilMs = bar && nowIn(pot, bar.view, bar.nowMs)?.soldUntilMs;
  const lateMin = bar && untilMs ? (bar.nowMs - untilMs) / MS_PER_MIN : 0;
  return (
    <li className={ROW}>
      <Droplets size={22} aria-hidden className="text-stop" />
      <span className="min-w-48 flex-1">
        <strong>Pour {pot.name} away</strong>: it is {lateMin >= 1 && `${printAge(lateMin)} `}past its time.
      </span>
      {may("serve") && (
        <Button
          className="min-h-12"
          onClick={() =>
            say(`${pot.name} is poured away.`, [{ kind: "pouredAway", vesselId: pot.id, reason: "tooOld" }])
          }
        >
          Poured away<span className="sr-only">: {pot.name}</span>
        </Button>
      )}
    </li>
  );
}

interface StepProps {
  readonly start: DayPlanStart;
  readonly bar: BarAtHand;
}

/** A batch that is due, with its card and one tap when it runs. */
export function Brew({
  brew,
  waitedMin,
  start: { kit },
  bar,
}: StepProps & { readonly brew: NextStep["brews"][number]; readonly waitedMin: number }) {
  const say = useTelling();
  const { may } = useCounter();
  const units = useUnits();
  const product = kit.products.find(({ key }) => key === brew.product);
  const option = product?.options.find(
    ({ cardId, vessel }) => cardId === brew.card && vessel === brew.vesselKind,
  );
  const names = kit.vessels.find(({ key }) => key === brew.vesselKind)?.names ?? [];
  if (!product || !option) return null;
  const moved = dialMoved(kit, brew.card, lastCardOf(bar.view), units.printMass);
  // A rest of less than a cup is none to the plan: its vessel is free, and is emptied first.
  const restG = (pot: PotView) => nowIn(pot, bar.view, bar.nowMs)?.liquidG ?? 0;
  const [free] = bar.view.pots
    .filter((pot) => names.includes(pot.name) && !pot.brewing && restG(pot) < product.cup.massG)
    .toSorted((a, b) => restG(a) - restG(b));
  const begun = () => {
    if (!free) return;
    const dueAt = new Date(bar.nowMs + option.brewMin * MS_PER_MIN).toISOString();
    say(`${option.title} is brewing into ${free.name}.`, [
      { kind: "brewBegun", vesselId: free.id, cardId: option.cardId, dueAt, waitedMin },
    ]);
  };
  return (
    <li className={ROW}>
      <ChefHat size={22} aria-hidden className="text-hot" />
      <span className="min-w-48 flex-1">
        <strong>Brew {option.title}</strong>
        {free && ` into ${free.name}`}
        {free && restG(free) >= 1 && ", emptied first"}: {units.printMass(option.doseG)},{" "}
        {counted(option.cups, "cup")} of {product.cup.name}.
        {moved && <span className="block text-due text-sm">{moved}</span>}
        {waitedMin >= LONG_WAIT_MIN && (
          <span className="block text-stop text-sm">waiting for {printAge(waitedMin)}</span>
        )}
      </span>
      <Link href={`/cards/${option.cardId}`} className={`${buttonClass()} min-h-12`}>
        Its card<span className="sr-only">: {option.title}</span>
      </Link>
      {may("serve") && free && (
        <Button look="main" className="min-h-12" onClick={begun}>
          It is brewing<span className="sr-only">: {option.title}</span>
        </Button>
      )}
    </li>
  );
}

/** A rest whose vessel is worth more than its cups. */
export function PourRest({
  pour,
  start: { kit },
  bar,
}: StepProps & { readonly pour: NextStep["pours"][number] }) {
  const say = useTelling();
  const { may } = useCounter();
  const product = kit.products.find(({ key }) => key === pour.product);
  if (!product) return null;
  const cupsIn = (pot: PotView) =>
    Math.floor((nowIn(pot, bar.view, bar.nowMs)?.liquidG ?? 0) / product.cup.massG);
  // The very pot that was meant: of two the other one may be full.
  const rest = bar.view.pots
    .filter(
      ({ standing }) => standing?.coffeeId && productKey(standing.coffeeId, standing.serve) === pour.product,
    )
    .toSorted((a, b) => a.standing!.brewedMs - b.standing!.brewedMs)
    .find((pot) => cupsIn(pot) === pour.cups);
  if (!rest) return null;
  return (
    <li className={ROW}>
      <Droplets size={22} aria-hidden className="text-due" />
      <span className="min-w-48 flex-1">
        <strong>Pour the rest of {rest.name} away</strong>: about {counted(pour.cups, "cup")}; its vessel is
        worth more.
      </span>
      {may("serve") && (
        <Button
          className="min-h-12"
          onClick={() =>
            say(`${rest.name} is poured away.`, [{ kind: "pouredAway", vesselId: rest.id, reason: "other" }])
          }
        >
          Poured away<span className="sr-only">: {rest.name}</span>
        </Button>
      )}
    </li>
  );
}

/** Ice that the next iced batch takes, and the bin may not have. */
export function IceLow({ next, start: { kit }, bar }: StepProps & { readonly next: NextStep }) {
  const say = useTelling();
  const { may } = useCounter();
  const units = useUnits();
  const cards = [...next.brews, ...next.soon].map(({ card }) => card);
  const needG = Math.max(
    0,
    ...kit.products.flatMap(({ options }) =>
      options.filter(({ cardId }) => cards.includes(cardId)).map(({ iceG }) => iceG),
    ),
  );
  const low = bar.view.ice.find(({ leftG, storeG }) => storeG !== null && leftG !== null && leftG < needG);
  if (!low?.storeG) return null;
  const { id, name, storeG } = low;
  return (
    <li className={ROW}>
      <Snowflake size={22} aria-hidden className="text-ice" />
      <span className="min-w-48 flex-1">
        <strong>Fill {name}</strong>: the next iced batch takes {units.printMass(Math.round(needG))}.
      </span>
      {may("serve") && (
        <Button
          className="min-h-12"
          onClick={() => say(`${name} is full.`, [{ kind: "iceFilled", iceId: id, massG: storeG }])}
        >
          It is full
        </Button>
      )}
    </li>
  );
}

/** What likely follows, so that nobody is taken by surprise. */
export function Soon({
  next,
  start: { kit, sitePlan },
  isBusy,
}: {
  readonly next: NextStep;
  readonly start: DayPlanStart;
  readonly isBusy: boolean;
}) {
  const units = useUnits();
  const fromMin = firstMin(sitePlan.plan);
  const likely = next.soon.toSorted((a, b) => a.p50Slot - b.p50Slot).slice(0, 2);
  const lines = likely.map(({ product: key, card, p50Slot }) => {
    const title = kit.products
      .find((product) => product.key === key)
      ?.options.find(({ cardId }) => cardId === card)?.title;
    return `${title ?? "a batch"} at about ${units.printClock(fromMin + p50Slot * USUAL_PLAN.slotMin)}`;
  });
  return (
    <p className="mt-1 text-quiet text-sm">
      {!isBusy && "Nothing is due. "}
      {lines.length > 0 ? `Then likely: ${lines.join("; ")}.` : "Nothing more is likely brewed today."}
    </p>
  );
}
