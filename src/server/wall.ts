import type { Bench } from "#contract/bench.ts";
import type { KeptWall, WallChoices, WallLine } from "#contract/wall.ts";
import type { Act } from "#data/audit.ts";
import { keepWall as keepWallRow, readWall } from "#data/wall.ts";
import { type WallCell, type WallPlan, wallCells, wallPlan } from "#scaling/wall.ts";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";

export interface Wall {
  readonly plan: WallPlan;
  readonly cells: readonly WallCell[];
  readonly choices: WallChoices;
  readonly revision: number;
}

/** Charts that were worked out, by all that they rest on: the bench as it is, the day, the coffee, the choices. */
const worked = new Map<string, readonly WallCell[]>();
/** More than a house has sites and coffees; older ones are worked out again. */
const MOST_WORKED = 100;

/**
 * A site's wall chart of a coffee; undefined while the site has not what a sheet takes.
 *
 * @param asked the coffee's id; the house's first coffee where it is none
 */
export async function wallOf(bench: Bench, asked: string): Promise<Wall | undefined> {
  const coffee = bench.coffees.find(({ id }) => id === asked) ?? bench.coffees[0];
  if (!coffee) return undefined;
  const kept = await readWall(database(), bench.site.id, coffee.id);
  const plan = wallPlan(bench, coffee, kept.choices);
  if (!plan) return undefined;
  const key = JSON.stringify([bench.revision, bench.today, bench.site.id, plan.coffee.id, kept.choices]);
  let cells = worked.get(key);
  if (!cells) {
    if (worked.size >= MOST_WORKED) worked.clear();
    cells = wallCells(bench, plan);
    worked.set(key, cells);
  }
  return { plan, cells, ...kept };
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
