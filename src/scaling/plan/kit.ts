import type { Bench, BenchVessel } from "#contract/bench.ts";
import type { KitAhead, KitCard, KitOption, KitProduct, KitVessel } from "#contract/dayKit.ts";
import type { OtherDrink } from "#contract/dayPlanKinds.ts";
import type { ShiftCard } from "#contract/shift.ts";
import { type Cup, cupsFrom, type Serve } from "#core/sheet";

/** Ways to brew a product that a plan looks at. */
const MOST_OPTIONS = 6;
/** A batch whose time nobody knows, s. */
const USUAL_BREW_S = 330;
/** From the last drop until it stands to be served, min. */
const AFTER_MIN = 1;
const S_PER_MIN = 60;
const G_PER_KG = 1000;
const MINOR = 100;

/** A product's name for the plan. */
export function productKey(coffeeId: string, serve: Serve): string {
  return `${coffeeId} ${serve}`;
}

type KitBench = Pick<Bench, "vessels" | "cups" | "settings" | "coffees">;

/** Vessels that are alike, by their key. */
export function kitVessels(vessels: readonly BenchVessel[]): readonly KitVessel[] {
  const byKey = grouped(vessels, kindOf);
  return byKey.map(([key, alike]) => ({
    key,
    name: alike.length > 1 ? sharedName(alike.map(({ name }) => name)) : alike[0]!.name,
    names: alike.map(({ name }) => name),
    brimG: alike[0]!.brimG,
  }));
}

export function kindOf({ kind, brimG, iced }: Pick<BenchVessel, "kind" | "brimG" | "iced">): string {
  return `${kind} ${brimG}${iced ? " iced" : ""}`;
}

/** "dispenser 3.1 l" of "dispenser 3.1 l, left" and "dispenser 3.1 l, right". */
function sharedName([first = "", ...others]: readonly string[]): string {
  let length = first.length;
  for (const other of others) while (!other.startsWith(first.slice(0, length))) length--;
  return first.slice(0, length).replace(/[\s,·–-]+$/, "") || first;
}

interface Sold {
  readonly coffeeId: string | null;
  readonly serve: Serve;
  readonly cupMl: number;
  readonly count: number;
}

/**
 * What a site can brew in batches on a day, each with its ways: its cards, approved ones first, into their own vessel and into any
 * larger one of the kind.
 *
 * @param sold what is known of its sales: the cup that a product is counted in is the one that sells most
 * @param prices of a kilogram of each coffee, in minor units
 */
export function kitProducts(
  cards: readonly ShiftCard[],
  bench: KitBench,
  sold: readonly Sold[],
  prices: ReadonlyMap<string, number>,
): readonly KitProduct[] {
  const batches = cards.filter(({ brewerKind, steepH }) => brewerKind === "batch" && steepH === null);
  const byProduct = grouped(batches, ({ batch }) => productKey(batch.coffee.id, batch.serve));
  return byProduct.flatMap(([key, own]) => {
    const [{ batch }] = own as [ShiftCard];
    const { coffee, serve } = batch;
    const cup = cupOf(
      bench.cups,
      serve,
      sold.filter((sale) => sale.coffeeId === coffee.id && sale.serve === serve),
    );
    if (!cup) return [];
    const massG = 1 / cupsFrom(1, cup);
    const options = optionsOf(own, bench, massG);
    const [first] = options;
    if (!first) return [];
    const price = prices.get(coffee.id);
    return {
      key,
      name: `${coffee.name}, ${serve}`,
      coffeeId: coffee.id,
      serve,
      cup: { name: cup.name, massG },
      coffeeCost: price === undefined ? null : (price / MINOR / G_PER_KG) * (first.doseG / first.cups),
      options,
    };
  });
}

/** The cards of the products' ways. */
export function kitCards(cards: readonly ShiftCard[], products: readonly KitProduct[]): readonly KitCard[] {
  const ids = new Set(products.flatMap(({ options }) => options.map(({ cardId }) => cardId)));
  return cards
    .filter((card) => ids.has(card.id))
    .map(({ id, batch, doseG, dial, settingG, marked, iceG, vessel }) => ({
      id,
      batch,
      doseG,
      dial,
      settingG,
      marked,
      iceG,
      vessel,
    }));
}

/** Concentrates that are begun the day before, for products that are sold in batches too. */
export function kitAhead(cards: readonly ShiftCard[], products: readonly KitProduct[]): readonly KitAhead[] {
  return cards.flatMap((card): readonly KitAhead[] => {
    const { batch, steepH, keptH } = card;
    const product = products.find(({ key }) => key === productKey(batch.coffee.id, batch.serve));
    if (steepH === null || keptH === null || !product) return [];
    const cups = cupsOf(batch, product.cup.massG);
    return cups < 1
      ? []
      : [
          {
            cardId: card.id,
            title: card.title,
            product: product.key,
            cups,
            concentrateG: batch.yieldG - batch.bypassG,
            doseG: batch.doseG,
            steepH,
            keptH,
          },
        ];
  });
}

/** Cups of its own product that other drinks take out of a concentrate on a day. */
export function cupsOfOthers(
  { cardId, cups, concentrateG }: Pick<KitAhead, "cardId" | "cups" | "concentrateG">,
  drinks: readonly OtherDrink[],
): number {
  const takenG = drinks
    .filter((drink) => drink.cardId === cardId)
    .reduce((sum, drink) => sum + drink.cupsADay * drink.concentrateG, 0);
  return (takenG * cups) / concentrateG;
}

/** Whole cups of a batch; one whose glasses are counted fills those, whatever its cup is. */
function cupsOf({ glasses, yieldG }: ShiftCard["batch"], cupG: number): number {
  return Math.floor((glasses > 0 ? glasses : yieldG / cupG) + 1e-6);
}

type NamedCup = Cup & { readonly name: string };

/** The cup of a service that sells most; the middle one of the bench where nothing is known. */
function cupOf(cups: Bench["cups"], serve: Serve, sold: readonly Sold[]): NamedCup | undefined {
  const own = cups
    .filter((cup) => cup.serve === serve)
    .toSorted((a, b) => a.volumeMl - b.volumeMl)
    .map((cup) => ({ ...cup, name: `${cup.volumeMl} ml` }));
  const soldOf = ({ volumeMl }: Cup) =>
    sold.reduce((all, { cupMl, count }) => all + (cupMl === volumeMl ? count : 0), 0);
  const most = own.toSorted((a, b) => soldOf(b) - soldOf(a))[0];
  return most && soldOf(most) > 0 ? most : own[Math.floor((own.length - 1) / 2)];
}

function optionsOf(
  cards: readonly ShiftCard[],
  { vessels, settings }: KitBench,
  cupG: number,
): readonly KitOption[] {
  const kinds = grouped(vessels, kindOf).map(([key, alike]) => ({ key, ...alike[0]! }));
  const best = cards.toSorted((a, b) => Number(b.approved) - Number(a.approved));
  const all = best.flatMap((card): readonly KitOption[] => {
    const { batch, vesselId } = card;
    const home = vessels.find(({ id }) => id === vesselId);
    const cups = cupsOf(batch, cupG);
    if (!home || cups < 1) return [];
    const own = kindOf(home);
    return kinds
      .filter((kind) => kind.key === own || (kind.iced === home.iced && kind.workingG >= batch.yieldG))
      .map((kind) => ({
        cardId: card.id,
        title: card.title,
        brewerId: batch.brewer.id,
        vessel: kind.key,
        own: kind.key === own,
        approved: card.approved,
        cups,
        yieldG: batch.yieldG,
        doseG: batch.doseG,
        brewMin: (card.brewTimeS ?? USUAL_BREW_S) / S_PER_MIN + AFTER_MIN,
        holdMin: Math.min(
          kind.holdMin ?? Number.POSITIVE_INFINITY,
          batch.serve === "hot" ? settings.hold.hotMin : settings.hold.icedMin,
        ),
        iceG: batch.iceG + batch.glassIceG,
      }));
  });
  // Of two cards of nearly one size for a kind of vessel the approved one, which comes first, is brewed.
  const distinct = all.filter(
    (option, i) =>
      !all
        .slice(0, i)
        .some((other) => other.vessel === option.vessel && Math.abs(other.cups - option.cups) <= 1),
  );
  return distinct.toSorted((a, b) => b.cups - a.cups || Number(b.own) - Number(a.own)).slice(0, MOST_OPTIONS);
}

/** What sold, and no card can brew. */
export function unbrewedOf(
  sold: readonly Sold[],
  products: readonly KitProduct[],
  coffees: KitBench["coffees"],
  days: number,
): readonly { readonly name: string; readonly cupsADay: number }[] {
  const known = new Set(products.map(({ key }) => key));
  const others = sold.filter(
    (sale) => sale.coffeeId !== null && !known.has(productKey(sale.coffeeId, sale.serve)),
  );
  return grouped(others, ({ coffeeId, serve }) => productKey(coffeeId!, serve))
    .map(([, own]) => {
      const [{ coffeeId, serve }] = own as [Sold];
      const coffee = coffees.find(({ id }) => id === coffeeId)?.name ?? "a coffee that is not on the bench";
      return {
        name: `${coffee}, ${serve}`,
        cupsADay: own.reduce((all, { count }) => all + count, 0) / Math.max(1, days),
      };
    })
    .filter(({ cupsADay }) => cupsADay >= 1)
    .toSorted((a, b) => b.cupsADay - a.cupsADay);
}

function grouped<T>(
  all: readonly T[],
  keyOf: (each: T) => string,
): readonly [key: string, alike: readonly T[]][] {
  const groups = new Map<string, T[]>();
  for (const each of all) groups.set(keyOf(each), [...(groups.get(keyOf(each)) ?? []), each]);
  return [...groups];
}
