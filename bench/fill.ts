import { type Column, getTableColumns } from "drizzle-orm";
import { addressFrom, connect } from "#data/connection.ts";
import { batches, brewers, coffees, vessels } from "#data/schema.ts";

/** As much as a large house has after some years. */
const LARGE = { brewers: 40, vessels: 200, coffees: 500, batches: 100_000 };

/** Fills the demo house up to a large one, by copies of what it has. */
export async function fillHouse(): Promise<void> {
  const { pool } = connect(addressFrom(process.env));
  const table = { brewers, vessels, coffees, batches };
  for (const [name, wanted] of Object.entries(LARGE)) {
    const columns = Object.values(getTableColumns(table[name as keyof typeof LARGE])).map(
      (column: Column) => column.name,
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
  await pool.query("UPDATE house SET bench_revision = bench_revision + 1");
  await pool.end();
}
