import type { Bench } from "#contract/bench.ts";
import type { KeptWall, WallChoices, WallLine } from "#contract/wall.ts";
import type { Act } from "#data/audit.ts";
import { keepWall as keepWallRow, readWall } from "#data/wall.ts";
import { type WallCell, type WallPlan, wallPlan } from "#scaling/wall";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";
import { computeInThread } from "./inThread.ts";
import { keptInProcess } from "./process.ts";

export interface Wall {
  readonly plan: WallPlan;
  readonly cells: readonly WallCell[];
  readonly choices: WallChoices;
  readonly revision: number;
}

/** Charts that were worked out, or are being, by all that they rest on: the bench as it is, the day, the coffee, the choices. */
const charts = keptInProcess("wall charts", () => new Map<string, Promise<readonly WallCell[]>>());
/** More than a house has sites and coffees; older ones are worked out again. */
const MOST_CHARTS = 100;

/**
 * A site's wall chart of a coffee; undefined while the site has not what a sheet takes.
 *
 * @param asked the coffee's id; the house's first coffee where it is none
 */
export async function wallOf(bench: Bench, asked: string): Promise<Wall | undefined> {
  const coffee = bench.coffees.find(({ id }) => id === asked) ?? bench.coffees[0];
  if (!coffee) return undefined;
  const chosen = await readWall(database(), bench.site.id, coffee.id);
  const plan = wallPlan(bench, coffee, chosen.choices);
  if (!plan) return undefined;
  const key = JSON.stringify([bench.revision, bench.today, bench.site.id, plan.coffee.id, chosen.choices]);
  let cells = charts.get(key);
  if (!cells) {
    if (charts.size >= MOST_CHARTS) charts.clear();
    cells = computeInThread("wall", { bench: { ...bench, recipes: [plan.recipe] }, plan });
    charts.set(key, cells);
    // A chart that failed is worked out again by whoever looks next.
    cells.catch(() => charts.delete(key));
  }
  return { plan, cells: await cells, ...chosen };
}

/** Keeps what a lead chose for the wall. */
export async function keepWall(
  kept: KeptWall,
  by: Act & { readonly personId: string },
): Promise<{ readonly revision: number }> {
  const done = await keepWallRow(database(), kept, by);
  if (done.ok) return done.value;
  if (done.failure.code === "notThere") throw new Refusal("This coffee is not there.", { code: "notThere" });
  throw new Refusal("Somebody else changed this chart meanwhile: look at it as it is now.", {
    code: "stale",
  });
}

/** A wall chart line by line; a size that cannot be brewed has none. */
export function wallLines({ plan, cells }: Pick<Wall, "plan" | "cells">): readonly WallLine[] {
  return cells.flatMap(({ brewerId, serve, sizeG, made }) => {
    if ("failure" in made) return [];
    const { figures, setting, timeS, strengthPct, cups, ground } = made;
    const approved = ground === "asApproved" ? made.approved : undefined;
    const { doseG, settingG = null, brewWaterG, bypassG, iceG, yieldG } = figures;
    return [
      {
        brewer: plan.brewers.find(({ brewer }) => brewer.id === brewerId)?.brewer.name ?? "",
        serve,
        sizeG,
        doseG,
        settingG,
        brewWaterG,
        bypassG,
        iceG,
        yieldG,
        grinder: plan.grinder.name,
        dialSetting: setting ?? null,
        brewTimeS: timeS ?? null,
        strengthPct: strengthPct ?? null,
        cups: cups ?? null,
        state: approved ? "approved" : "forecast",
        approvedAt: approved?.approvedAt ?? null,
        batchId: approved?.batchId ?? null,
      },
    ];
  });
}
