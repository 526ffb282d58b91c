import { counted } from "#words/figures";

type Range = readonly [low: number, high: number];

interface Outcome {
  readonly lostCups: number;
  readonly pouredCups: number;
  readonly meanAgeMin: number;
  readonly brews: number;
  readonly iceKg: number;
  readonly cost: number;
  readonly missedPins: number;
  readonly ranges: {
    readonly [name in "lostCups" | "pouredCups" | "meanAgeMin" | "brews" | "iceKg" | "cost"]: Range;
  };
}

export interface PlanFigure {
  readonly label: string;
  readonly value: string;
  /** Eight days in ten. */
  readonly range: string;
}

const PER_CENT = 100;
const ON_AVERAGE = "on average";

interface Print {
  readonly askedCups: number;
  readonly coffeeG: number;
  readonly mass: (massG: number) => string;
  readonly currency: string;
}

/** What a day will likely bring, figure by figure. */
export function planFigures(
  outcome: Outcome,
  { askedCups, coffeeG, mass, currency }: Print,
): readonly PlanFigure[] {
  const { ranges, brews, iceKg } = outcome;
  const [fewest, most] = ranges.brews;
  const perBrew = brews > 0 ? coffeeG / brews : 0;
  return [
    figure(
      "lost for want of coffee",
      `${tenths(outcome.lostCups)} cups`,
      ranges.lostCups,
      shareOf(outcome.lostCups, askedCups),
    ),
    figure(
      "poured away",
      `${tenths(outcome.pouredCups)} cups`,
      ranges.pouredCups,
      shareOf(outcome.pouredCups, askedCups),
    ),
    figure("age when served", `${Math.round(outcome.meanAgeMin)} min`, ranges.meanAgeMin),
    {
      label: counted(Math.round(brews), "batch", { many: "batches" }),
      value: mass(Math.round(coffeeG)),
      range: `${mass(Math.round(fewest * perBrew))} to ${mass(Math.round(most * perBrew))} of coffee`,
    },
    ...(iceKg > 0 ? [figure("ice", `${tenths(iceKg)} kg`, ranges.iceKg)] : []),
    {
      label: "cost of all that",
      value: `${Math.round(outcome.cost)} ${currency}`.trim(),
      range: `${Math.round(ranges.cost[0])} to ${Math.round(ranges.cost[1])}`,
    },
  ];
}

/** What a day by a timetable comes to: its means are exact, and have no range. */
export function timetableFigures(
  outcome: Pick<Outcome, "lostCups" | "pouredCups" | "meanAgeMin" | "brews" | "cost">,
  { askedCups, coffeeG, mass, currency }: Print,
): readonly PlanFigure[] {
  const { lostCups, pouredCups, meanAgeMin, brews, cost } = outcome;
  const mean = (label: string, value: string) => ({ label, value, range: ON_AVERAGE });
  return [
    mean("lost for want of coffee", `${tenths(lostCups)} cups${shareOf(lostCups, askedCups)}`),
    mean("poured away", `${tenths(pouredCups)} cups${shareOf(pouredCups, askedCups)}`),
    mean("age when served", `${Math.round(meanAgeMin)} min`),
    {
      label: counted(brews, "batch", { many: "batches" }),
      value: mass(Math.round(coffeeG)),
      range: "of coffee",
    },
    mean("cost of all that", `${Math.round(cost)} ${currency}`.trim()),
  ];
}

function shareOf(cups: number, askedCups: number): string {
  return askedCups > 0 ? ` · ${Math.round((PER_CENT * cups) / askedCups)}\u00a0%` : "";
}

function figure(label: string, value: string, [low, high]: Range, aside = ""): PlanFigure {
  return { label, value: `${value}${aside}`, range: `${tenths(low)} to ${tenths(high)}` };
}

function tenths(value: number): string {
  return value.toFixed(value < 10 ? 1 : 0);
}

/** What a day is short of, by how much, worst first; empty where it can be served. */
export function shortSentences({
  outcome,
  askedCups,
  orders,
  products,
  vessels,
  brewers,
}: {
  readonly outcome: Pick<Outcome, "lostCups" | "missedPins">;
  readonly askedCups: number;
  /** Those that want more vessels than there are. */
  readonly orders: readonly { readonly name: string; readonly wanted: number; readonly owned: number }[];
  readonly products: number;
  readonly vessels: number;
  readonly brewers: number;
}): readonly string[] {
  const { lostCups, missedPins } = outcome;
  const tooFew = lostCups > 0.1 * askedCups && askedCups > 0;
  return [
    ...orders.map(
      ({ name, wanted, owned }) =>
        `${name} wants ${counted(wanted, "vessel")} of one kind, and ${owned} ${owned === 1 ? "is" : "are"} here.`,
    ),
    ...(missedPins >= 0.5
      ? [
          `${counted(Math.round(missedPins), "pinned batch", { many: "pinned batches" })} cannot be ready in time: brewer, hands, vessel or ice are not free.`,
        ]
      : []),
    ...(tooFew
      ? [
          `${Math.round(lostCups)} of ${Math.round(askedCups)} cups cannot be served with ${counted(brewers, "brewer")}, ${counted(vessels, "vessel")} and these hands.`,
        ]
      : []),
    ...(products > vessels
      ? [`${products} coffees share ${counted(vessels, "vessel")}: one waits for the other.`]
      : []),
  ];
}
