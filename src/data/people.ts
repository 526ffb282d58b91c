import { eq } from "drizzle-orm";
import type { Database } from "./connection.ts";
import { people } from "./schema.ts";

/** The one lead that writes are made as, until people sign in. */
export async function readLead(db: Database) {
  const [lead] = await db.select().from(people).where(eq(people.role, "lead"));
  return lead;
}
