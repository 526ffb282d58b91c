import { type Column, getTableColumns } from "drizzle-orm";
import { addressFrom, connect } from "#data/connection.ts";
import { batches, brewers, coffees, recipes, trials, vessels } from "#data/schema/index.ts";

/** As much as a large house has after some years. */
const LARGE = { brewers: 40, vessels: 200, coffees: 500, recipes: 2000, batches: 100_000, trials: 2000 };

/** Fills the demo house up to a large one, by copies of what it has. */
export async function fillHouse(): Promise<void> {
  const { pool } = connect(addressFrom(process.env));
  const table = { brewers, vessels, coffees, recipes, batches, trials };
  for (const [name, wanted] of Object.entries(LARGE)) {
    const columns = Object.values(getTableColumns(table[name as keyof typeof LARGE])).flatMap(
      // What the database works out itself is not copied.
      (column: Column) => (column.generated ? [] : [column.name]),
    );
    const copied = columns.map((column) => {
      if (column === "id") return "UUID()";
      if (column === "name") return "CONCAT(LEFT(name, 20), ' ', LEFT(UUID(), 8))";
      // Each copy lies before what it is copied from.
      return column === "at" ? "at - INTERVAL 60 DAY" : `\`${column}\``;
    });
    const named = columns.map((column) => `\`${column}\``).join(", ");
    for (;;) {
      const [rows] = await pool.query(`SELECT COUNT(*) AS there FROM ${name}`);
      const missing = wanted - Number((rows as { there: number }[])[0]?.there);
      if (missing <= 0) break;
      await pool.query(
        `INSERT INTO ${name} (${named}) SELECT ${copied.join(", ")} FROM ${name} LIMIT ${missing}`,
      );
    }
  }
  // A recipe is nothing without a version: each copy has the first one's.
  await pool.query(
    `INSERT INTO recipe_versions (id, recipe_id, version, state, brewer_id, grinder_id, coffee_id, recipe, retention_g_per_g, at)
     SELECT UUID(), recipes.id, 1, 'trial', first.brewer_id, first.grinder_id, first.coffee_id, first.recipe, first.retention_g_per_g, first.at
     FROM recipes JOIN (SELECT * FROM recipe_versions ORDER BY id LIMIT 1) AS first
     WHERE recipes.id NOT IN (SELECT recipe_id FROM recipe_versions)`,
  );
  await pool.query("UPDATE bench_revisions SET n = n + 1");
  await pool.end();
}
