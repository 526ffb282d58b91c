import { and, eq } from "drizzle-orm";
import type { KeptWall, WallChoices } from "#contract/wall.ts";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { coffees, wallCharts } from "./schema/index.ts";
import { changedBefore } from "./sentTwice.ts";
import { transact } from "./transact.ts";

/** A lead's choices for a site's wall and a coffee; revision 0 while nobody has chosen. */
export async function readWall(
  db: Database,
  siteId: string,
  coffeeId: string,
): Promise<{ readonly choices: WallChoices; readonly revision: number }> {
  const [row] = await db
    .select({ choices: wallCharts.choices, revision: wallCharts.revision })
    .from(wallCharts)
    .where(and(eq(wallCharts.siteId, siteId), eq(wallCharts.coffeeId, coffeeId)));
  return row ?? { choices: {}, revision: 0 };
}

/** Keeps the choices, in the trail; `stale` when somebody else chose meanwhile. */
export function keepWall(
  db: Database,
  { siteId, coffeeId, revision, choices }: KeptWall,
  by: Act & { readonly personId: string },
): Promise<Result<{ readonly revision: number }, { readonly code: "stale" | "notThere" }>> {
  return transact(db, async (tx) => {
    const ofChart = and(eq(wallCharts.siteId, siteId), eq(wallCharts.coffeeId, coffeeId));
    const [coffee] = await tx.select({ name: coffees.name }).from(coffees).where(eq(coffees.id, coffeeId));
    if (!coffee) return fail({ code: "notThere" });
    const [old] = await tx.select().from(wallCharts).where(ofChart).for("update");
    if (old && changedBefore(old, { began: revision, sent: { choices } }))
      return ok({ revision: old.revision });
    if ((old?.revision ?? 0) !== revision) return fail({ code: "stale" });
    const row = { choices, changedBy: by.personId, changedAt: by.at, revision: revision + 1 };
    if (old) await tx.update(wallCharts).set(row).where(ofChart);
    else await tx.insert(wallCharts).values({ siteId, coffeeId, ...row });
    await record(tx, by, {
      action: "changed",
      subject: "site",
      subjectId: siteId,
      before: { wallChart: coffee.name, choices: JSON.stringify(old?.choices ?? {}) },
      after: { wallChart: coffee.name, choices: JSON.stringify(choices) },
    });
    return ok({ revision: revision + 1 });
  });
}
