import { drizzle } from "drizzle-orm/mysql2";
import { migrate } from "drizzle-orm/mysql2/migrator";
import type { Pool, RowDataPacket } from "mysql2/promise";

/** How long a server waits for another one that sets the same house up, s; a long history takes a while to change. */
const PATIENCE_S = 300;
/** The database's limit for the name of a lock. */
const LONGEST_LOCK_NAME = 64;

/**
 * Brings a house's database to the newest of the migrations in a folder. They only go forward; what is done is done once.
 *
 * @param folder as an absolute path, or from where the process was started
 */
export async function migrateHouse(pool: Pool, folder: string): Promise<void> {
  await migrate(drizzle(pool), { migrationsFolder: folder });
}

/**
 * Takes away what a house's very first set-up left when it was killed half-way: a change of tables cannot be rolled back, so that it is
 * begun anew. Nothing happens to tables that hold a house or anybody.
 */
export async function clearUnfinished(pool: Pool): Promise<void> {
  const connection = await pool.getConnection();
  try {
    const [rows] = await connection.query<RowDataPacket[]>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()",
    );
    const tables = rows.map(({ name }) => name as string);
    for (const table of ["house", "people"].filter((each) => tables.includes(each))) {
      const [found] = await connection.query<RowDataPacket[]>(`SELECT 1 FROM \`${table}\` LIMIT 1`);
      if (found.length > 0) return;
    }
    await connection.query("SET foreign_key_checks = 0");
    for (const table of tables) await connection.query(`DROP TABLE \`${table}\``);
  } finally {
    // This connection was told not to look at keys: no other work may get it.
    connection.destroy();
  }
}

/** Does work while no other server sets the same house up; two may start at once, and one waits. */
export async function aloneInSetUp<T>(pool: Pool, work: () => Promise<T>): Promise<T> {
  const holder = await pool.getConnection();
  try {
    const [rows] = await holder.query<RowDataPacket[]>(
      "SELECT GET_LOCK(LEFT(CONCAT('set-up ', DATABASE()), ?), ?) AS held",
      [LONGEST_LOCK_NAME, PATIENCE_S],
    );
    if (rows[0]?.held !== 1) throw new Error("another server has been setting this house up for too long");
    return await work();
  } finally {
    // The lock goes with its connection, whatever became of the work.
    holder.destroy();
  }
}
