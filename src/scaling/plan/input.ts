import type { DayKit, KitOption, KitProduct } from "#contract/dayKit.ts";
import { type DayChanges, type SitePlan, SURGE_BEFORE_MIN } from "#contract/dayPlanKinds.ts";
import type { Serve } from "#core/sheet";
import {
  askedOn,
  cupsBetween,
  type DemandFactor,
  dayFactorsOf,
  guessedHabits,
  type Habits,
  type PlanForbidden,
  type PlanInput,
  type PlanProduct,
  type RunningDay,
  runningDay,
  type Surge,
  USUAL_PLAN,
} from "#core/shift";

const { slotMin } = USUAL_PLAN;
const MIN_PER_H = 60;
const G_PER_KG = 1000;
/** Coffee in a cup where nobody said what it costs, in money. */
const USUAL_COFFEE_COST = 0.35;
/** A guest who is lost costs at least so much: a plan that earns by losing them is none. */
const LEAST_LOST = 0.1;

/** What is asked for on a day, as it is planned with. */
export interface DayAsked {
  readonly habits: Habits;
  /** By product and quarter of an hour of the day, cups. */
  readonly cups: readonly (readonly number[])[];
  /** How the day runs until now; null on another day. */
  readonly running: RunningDay | null;
}

/** What is asked for on a day: its habits, or what was answered, with what is known of it. */
export function dayAsked(
  kit: Pick<DayKit, "products" | "habits" | "weekday" | "nowMin" | "soldToday">,
  site: SitePlan,
  changes: DayChanges,
): DayAsked {
  const { products, habits: known, weekday, nowMin } = kit;
  const { cupsADay, peaksMin, icedPct } = site.guessed;
  const habits =
    known ??
    guessedHabits(
      { cupsADay, peaksMin, icedShare: icedPct / 100 },
      site,
      products.map(({ serve }) => ({ iced: serve === "iced" })),
    );
  const of = (serve: Serve | null) =>
    serve === null ? undefined : [...products.keys()].filter((i) => products[i]!.serve === serve);
  const factors: DemandFactor[] = changes.factors.map(({ percent, serve, ...span }) => ({
    ...span,
    factor: 1 + percent / 100,
    products: of(serve),
  }));
  if (changes.tempC !== null)
    factors.push({
      fromMin: 0,
      toMin: 24 * MIN_PER_H,
      factor: (1 + site.icedPerDegPct / 100) ** (changes.tempC - site.usualTempC),
      products: of("iced"),
    });
  const surges: Surge[] = [
    ...site.surges.filter(({ weekdays }) => weekdays.includes(weekday)),
    ...changes.surges,
  ].map(({ atMin, cups, serve }) => ({ atMin, cups, beforeMin: SURGE_BEFORE_MIN, products: of(serve) }));
  const beside = { staffCups: site.staffCups, refillShare: site.refillPct / 100 };
  const sold = askedOn(habits, { factors, surges, beside: { staffCups: 0, refillShare: 0 } });
  const running = changes.isHeld ? null : runningOf(kit, site, habits, sold);
  const left = { fromMin: nowMin ?? 0, toMin: 24 * MIN_PER_H, factor: running?.factor ?? 1 };
  return {
    habits: { ...habits, daySd: running?.daySd ?? habits.daySd },
    cups: askedOn(
      { ...habits, products: habits.products.map((habit, i) => ({ ...habit, meanCups: sold[i]! })) },
      { factors: [left], surges: [], beside },
    ),
    running,
  };
}

/** How today runs: its sales until now, held against those that were expected since the doors opened. Cups beside them are no sales. */
function runningOf(
  { nowMin, soldToday }: Pick<DayKit, "nowMin" | "soldToday">,
  { opensMin }: SitePlan,
  habits: Habits,
  cups: DayAsked["cups"],
): RunningDay | null {
  if (nowMin === null || soldToday === null || habits.days === 0) return null;
  const sum = (all: readonly number[]) => all.reduce((total, each) => total + each, 0);
  const expected = sum(cups.map((quarters) => cupsBetween(quarters, { fromMin: opensMin, toMin: nowMin })));
  const varianceToMean = Math.max(1, ...habits.products.map((habit) => habit.varianceToMean));
  return runningDay(sum(soldToday), expected, { varianceToMean, daySd: habits.daySd });
}

/** A day as it is planned before it begins, whatever happened of it by now: a timetable is made once. */
export function fromOpening(kit: DayKit): DayKit {
  const { ice } = kit;
  return { ...kit, nowMin: null, soldToday: null, pots: [], ice: ice && { ...ice, leftG: ice.storeG } };
}

/** A day's plan as the core takes it: the first slot begins when brewing does. */
export function planInputOf(kit: DayKit, site: SitePlan, changes: DayChanges): PlanInput {
  const { habits, cups } = dayAsked(kit, site, changes);
  const fromMin = firstMin(site);
  const slots = Math.max(1, Math.ceil((site.closesMin - fromMin) / slotMin));
  const slotOf = (min: number) => Math.min(slots, Math.max(0, Math.floor((min - fromMin) / slotMin)));
  const optionOf = (cardId: string) =>
    kit.products.flatMap((product) =>
      product.options.filter((option) => option.cardId === cardId).map((option) => ({ product, option })),
    )[0];
  const forbidden: PlanForbidden[] = changes.away
    .filter(({ what }) => what !== "person")
    .map(({ ofId, fromMin: from, toMin }) => ({
      resource: ofId,
      fromSlot: slotOf(from),
      toSlot: Math.max(slotOf(from) + 1, slotOf(toMin)),
    }));
  for (const order of changes.orders)
    forbidden.push(...heldFor(order, optionOf(order.cardId)?.option, kit.vessels, slotOf));
  const hands = Array.from({ length: slots }, (_, slot) => {
    const min = fromMin + slot * slotMin;
    const out = changes.away.filter(
      (each) => each.what === "person" && min >= each.fromMin && min < each.toMin,
    );
    return Math.max(0, site.people - out.length) * slotMin * (site.brewSharePct / 100);
  });
  for (const order of changes.orders) {
    const option = optionOf(order.cardId)?.option;
    for (const beginMin of option ? orderBegins(order, option) : []) {
      const slot = slotOf(beginMin);
      if (slot < slots) hands[slot] = Math.max(0, hands[slot]! - site.batchHandsMin);
    }
  }
  return {
    ...USUAL_PLAN,
    slots,
    prepSlots: Math.min(slots - 1, Math.ceil(site.prepMin / slotMin)),
    nowSlot: kit.nowMin === null ? 0 : Math.min(slots - 1, slotOf(kit.nowMin)),
    products: kit.products.map((product, i) =>
      productOf(product, site, Math.max(...hands), {
        varianceToMean: habits.products[i]!.varianceToMean,
        meanCups: Array.from({ length: slots }, (_, slot) => {
          const from = fromMin + slot * slotMin;
          if (from < site.opensMin) return 0;
          return cupsBetween(cups[i]!, { fromMin: from, toMin: Math.min(from + slotMin, site.closesMin) });
        }),
      }),
    ),
    dayFactors: [...dayFactorsOf(habits.daySd)],
    brewers: kit.brewers.length,
    handsMin: hands,
    vessels: kit.vessels.map(({ key, names }) => ({ kind: key, count: names.length })),
    ice: kit.ice && {
      initKg: Math.max(0, kit.ice.leftG - orderedIceG(kit, changes.orders)) / G_PER_KG,
      perSlotKg: (kit.ice.perHourG / G_PER_KG) * (slotMin / MIN_PER_H),
      capKg: kit.ice.storeG / G_PER_KG,
    },
    pots: kit.pots.filter(({ underWay }) => !underWay).map((pot) => potOf(pot, fromMin)),
    // A brewer is taken until the slot in which its batch is ready is over.
    brewing: kit.pots
      .filter(({ underWay }) => underWay)
      .map((pot) => ({ ...potOf(pot, fromMin), readySlot: Math.ceil((pot.readyMin - fromMin) / slotMin) })),
    pins: changes.pins.flatMap(({ cardId, readyMin }) => {
      const found = optionOf(cardId);
      return found ? [{ product: found.product.key, card: cardId, readySlot: slotOf(readyMin) }] : [];
    }),
    forbidden,
  };
}

/** When brewing begins, min of the day. */
export function firstMin({ opensMin, prepMin }: Pick<SitePlan, "opensMin" | "prepMin">): number {
  return Math.max(0, opensMin - prepMin);
}

function productOf(
  { key, serve, coffeeCost, options }: KitProduct,
  site: SitePlan,
  mostHandsMin: number,
  asked: Pick<PlanProduct, "meanCups" | "varianceToMean">,
): PlanProduct {
  const price = serve === "hot" ? site.priceHot : site.priceIced;
  const coffee = coffeeCost ?? USUAL_COFFEE_COST;
  const lost = (price - coffee - site.cupCost + site.goodwill) * (1 - site.patientPct / 100);
  return {
    name: key,
    ...asked,
    lostPerCup: Math.max(LEAST_LOST, lost),
    pouredPerCup: coffee,
    stalePerCupMin: site.stalePerCupMin,
    graceMin: serve === "hot" ? site.graceHotMin : site.graceIcedMin,
    options: options.map(({ cardId, cups, brewerId, brewMin, vessel, holdMin, iceG }) => ({
      card: cardId,
      cups,
      brewer: brewerId,
      brewSlots: Math.max(1, Math.ceil(brewMin / slotMin)),
      // Hands are counted by the slot: work that takes longer than one goes on beside what else is done.
      handsMin: Math.min(site.batchHandsMin, mostHandsMin),
      vesselKind: vessel,
      holdSlots: Math.max(1, Math.floor(holdMin / slotMin)),
      iceKg: iceG / G_PER_KG,
      fixed: site.batchCost,
    })),
  };
}

function potOf(
  { product, cups, vessel, readyMin, pourAtMin, brewerId }: DayKit["pots"][number],
  fromMin: number,
): PlanInput["pots"][number] {
  const slotOf = (min: number) => Math.floor((min - fromMin) / slotMin);
  return {
    product,
    cups,
    vesselKind: vessel,
    readySlot: slotOf(readyMin),
    pourAtSlot: slotOf(pourAtMin),
    ...(brewerId !== null && { brewer: brewerId }),
  };
}

/** Brewer and vessels that an order keeps from everybody else: its coffee is certain, and stands apart. */
function heldFor(
  order: DayChanges["orders"][number],
  option: KitOption | undefined,
  kinds: DayKit["vessels"],
  slotOf: (min: number) => number,
): readonly PlanForbidden[] {
  const begins = option ? orderBegins(order, option) : [];
  if (!option || begins.length === 0) return [];
  const inVessels = begins.slice(0, vesselsOf(option, kinds));
  return [
    { resource: option.brewerId, fromSlot: slotOf(begins[0]!), toSlot: slotOf(order.atMin) },
    ...inVessels.map((beginMin) => ({
      resource: option.vessel,
      fromSlot: slotOf(beginMin),
      toSlot: slotOf(order.untilMin),
    })),
  ];
}

/** When an order's batches are begun, minutes of the day: one after the other, the last one ready in time. */
export function orderBegins(
  { atMin, cups }: Pick<DayChanges["orders"][number], "atMin" | "cups">,
  option: Pick<KitOption, "cups" | "brewMin">,
): readonly number[] {
  const batches = Math.ceil(cups / option.cups);
  return Array.from({ length: batches }, (_, i) => atMin - (batches - i) * option.brewMin);
}

/** Ice of all orders, g: it is theirs, whenever they are brewed. */
function orderedIceG({ products }: Pick<DayKit, "products">, orders: DayChanges["orders"]): number {
  const options = products.flatMap((product) => product.options);
  return orders.reduce((sum, order) => {
    const option = options.find(({ cardId }) => cardId === order.cardId);
    return option ? sum + orderBegins(order, option).length * option.iceG : sum;
  }, 0);
}

function vesselsOf({ vessel }: KitOption, kinds: DayKit["vessels"]): number {
  return kinds.find(({ key }) => key === vessel)?.names.length ?? 0;
}

/** Orders that want more vessels than the site has, with how many. */
export function ordersShort(
  { products, vessels }: Pick<DayKit, "products" | "vessels">,
  orders: DayChanges["orders"],
): readonly { readonly name: string; readonly wanted: number; readonly owned: number }[] {
  return orders.flatMap(({ name, cardId, cups }) => {
    const option = products.flatMap(({ options }) => options).find((each) => each.cardId === cardId);
    if (!option) return [];
    const counts = { wanted: Math.ceil(cups / option.cups), owned: vesselsOf(option, vessels) };
    return counts.wanted > counts.owned ? [{ name, ...counts }] : [];
  });
}
