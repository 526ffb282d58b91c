import type { Bench } from "#contract/bench.ts";
import { listSites } from "#data/house.ts";
import { kitOf, type RecipeKit } from "#scaling/sheet";
import { benchOf } from "./bench.ts";
import { database } from "./database.ts";

/** The recipes' kit: the benches of all sites, the asking site's first. */
export async function currentKit({ site }: Pick<Bench, "site">): Promise<RecipeKit> {
  const sites = await listSites(database());
  const benches = await Promise.all(sites.map(({ id }) => benchOf(id)));
  const existing = benches.filter((bench) => bench !== undefined);
  return kitOf([...existing].sort((a, b) => Number(b.site.id === site.id) - Number(a.site.id === site.id)));
}
