import type { IceNeed } from "./iceBudget.ts";

/** A thing that is counted by its id and called by its name: two things of the house may share one. */
export interface Named {
  readonly id: string;
  readonly name: string;
}

/** One batch of a card, as a shift list counts it. */
export interface ShiftBatch {
  readonly coffee: Named;
  readonly serve: "hot" | "iced";
  readonly doseG: number;
  readonly brewWaterG: number;
  readonly bypassG: number;
  readonly iceG: number;
  readonly yieldG: number;
  /** In all the glasses that it fills, and how many they are. */
  readonly glassIceG: number;
  readonly glasses: number;
  /** Water that rinses the paper and warms what follows. */
  readonly rinseG: number;
  readonly paper: boolean;
  readonly brewer: Named;
  /** Water that warms a hot vessel before it is filled. */
  readonly preheatG: number;
  readonly iceSource?: Named | undefined;
  /** Where the grinder stands for it; a change from the batch before is purged. */
  readonly grinder?: { readonly id: string; readonly setting: number; readonly purgeG: number } | undefined;
}

export interface ShiftLine {
  readonly batch: ShiftBatch;
  readonly batches: number;
}

/** Containers of one dose: 6 × 186 g. */
export interface Doses {
  readonly count: number;
  readonly doseG: number;
}

export interface CoffeeTotal {
  readonly coffee: Named;
  readonly doses: readonly Doses[];
  readonly dosesG: number;
  readonly purgeG: number;
  readonly totalG: number;
}

/** Ice that one source gives on a day, g, and the lines that draw it. */
export interface IceOfSource {
  readonly source: Named;
  readonly iceG: number;
  readonly needs: readonly (IceNeed & { readonly glasses: number })[];
}

export interface ShiftTotals {
  readonly coffees: readonly CoffeeTotal[];
  readonly brewWaterG: number;
  readonly bypassG: number;
  readonly rinseG: number;
  readonly preheatG: number;
  readonly iceBySource: readonly IceOfSource[];
  readonly filtersByBrewer: readonly { readonly brewer: Named; readonly count: number }[];
  readonly beverageByProduct: readonly {
    readonly coffee: Named;
    readonly serve: "hot" | "iced";
    readonly beverageG: number;
  }[];
}

/** Ice of a card that says no source of it. */
const NO_SOURCE: Named = { id: "", name: "" };

/** By coffee, grinder and where it stands, the coarsest last: the order in which a grinder moves least, and least is purged. */
export function inGrinderOrder(a: ShiftBatch, b: ShiftBatch): number {
  const grinders = (a.grinder?.id ?? "").localeCompare(b.grinder?.id ?? "");
  const settings = (a.grinder?.setting ?? 0) - (b.grinder?.setting ?? 0);
  return a.coffee.name.localeCompare(b.coffee.name) || grinders || settings;
}

/** Totals of a day's list, in the order of the list. Masses in g. */
export function shiftTotals(lines: readonly ShiftLine[]): ShiftTotals {
  const sum = (of: (batch: ShiftBatch) => number) =>
    lines.reduce((total, { batch, batches }) => total + batches * of(batch), 0);
  return {
    coffees: coffeeTotals(lines),
    brewWaterG: sum(({ brewWaterG }) => brewWaterG),
    bypassG: sum(({ bypassG }) => bypassG),
    rinseG: sum(({ rinseG }) => rinseG),
    preheatG: sum(({ preheatG }) => preheatG),
    iceBySource: grouped(
      lines.filter(({ batch }) => batch.iceG + batch.glassIceG > 0),
      ({ batch }) => batch.iceSource?.id ?? "",
    ).map(([, group]) => {
      const needs = group.map(({ batch, batches }) => ({
        batches,
        serverG: batch.iceG,
        glassesG: batch.glassIceG,
        glasses: batch.glasses,
      }));
      const iceG = needs.reduce((sum, need) => sum + need.batches * (need.serverG + need.glassesG), 0);
      return { source: group[0]!.batch.iceSource ?? NO_SOURCE, iceG, needs };
    }),
    filtersByBrewer: grouped(
      lines.filter(({ batch }) => batch.paper),
      ({ batch }) => batch.brewer.id,
    ).map(([, group]) => ({
      brewer: group[0]!.batch.brewer,
      count: group.reduce((total, { batches }) => total + batches, 0),
    })),
    beverageByProduct: grouped(lines, ({ batch }) => `${batch.coffee.id}|${batch.serve}`).map(
      ([, group]) => ({
        coffee: group[0]!.batch.coffee,
        serve: group[0]!.batch.serve,
        beverageG: group.reduce((total, { batch, batches }) => total + batches * batch.yieldG, 0),
      }),
    ),
  };
}

function coffeeTotals(lines: readonly ShiftLine[]): readonly CoffeeTotal[] {
  const purges = purgesOf(lines);
  return grouped(lines, ({ batch }) => batch.coffee.id).map(([, group]) => {
    const doses = grouped(group, ({ batch }) => String(batch.doseG)).map(([, same]) => ({
      count: same.reduce((total, { batches }) => total + batches, 0),
      doseG: same[0]!.batch.doseG,
    }));
    const dosesG = doses.reduce((total, { count, doseG }) => total + count * doseG, 0);
    const purgeG = group.reduce((total, line) => total + (purges.get(line) ?? 0), 0);
    return { coffee: group[0]!.batch.coffee, doses, dosesG, purgeG, totalG: dosesG + purgeG };
  });
}

/**
 * Coffee ground and thrown away, g: once wherever a grinder's dial or its coffee changes from the line before,
 * of the coffee that comes after. The first line of each grinder counts as no change.
 */
function purgesOf(lines: readonly ShiftLine[]): ReadonlyMap<ShiftLine, number> {
  const standing = new Map<string, string>();
  const purges = new Map<ShiftLine, number>();
  for (const line of lines) {
    const { grinder, coffee } = line.batch;
    if (!grinder || line.batches === 0) continue;
    const stands = `${grinder.setting}|${coffee.id}`;
    const before = standing.get(grinder.id);
    if (before !== undefined && before !== stands) purges.set(line, grinder.purgeG);
    standing.set(grinder.id, stands);
  }
  return purges;
}

/** The lines that count, by key, in the order in which the keys first come. */
function grouped(lines: readonly ShiftLine[], keyOf: (line: ShiftLine) => string): [string, ShiftLine[]][] {
  const groups = new Map<string, ShiftLine[]>();
  for (const line of lines) {
    if (line.batches === 0) continue;
    const key = keyOf(line);
    groups.set(key, [...(groups.get(key) ?? []), line]);
  }
  return [...groups];
}
