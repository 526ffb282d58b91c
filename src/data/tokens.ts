import { and, desc, eq, isNull } from "drizzle-orm";
import type { Scope } from "#contract/peopleKinds.ts";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { people, tokens } from "./schema/index.ts";
import { transact } from "./transact.ts";

export interface NewToken {
  readonly id: string;
  readonly name: string;
  readonly scope: Scope;
  readonly hash: string;
}

/** Keeps a token. The same id again is refused: its secret was another one, and this one's hash would be lost. */
export function addToken(
  db: Database,
  token: NewToken,
  by: Act & { readonly personId: string },
): Promise<Result<undefined, { readonly code: "stale" }>> {
  return transact(db, async (tx) => {
    const { id, name, scope } = token;
    const [known] = await tx.select({ id: tokens.id }).from(tokens).where(eq(tokens.id, id));
    if (known) return fail({ code: "stale" });
    await tx.insert(tokens).values({ ...token, madeBy: by.personId, createdAt: by.at });
    await record(tx, by, { action: "added", subject: "token", subjectId: id, after: { name, scope } });
    return ok(undefined);
  });
}

/** The token with that hash, unless it was revoked, with the one who made it. */
export async function findToken(db: Database, hash: string) {
  const [row] = await db
    .select({ id: tokens.id, scope: tokens.scope, madeBy: people })
    .from(tokens)
    .innerJoin(people, eq(people.id, tokens.madeBy))
    .where(and(eq(tokens.hash, hash), isNull(tokens.revokedAt)));
  return row;
}

export function listTokens(db: Database) {
  return db
    .select({
      id: tokens.id,
      name: tokens.name,
      scope: tokens.scope,
      madeBy: people.name,
      createdAt: tokens.createdAt,
    })
    .from(tokens)
    .innerJoin(people, eq(people.id, tokens.madeBy))
    .where(isNull(tokens.revokedAt))
    .orderBy(desc(tokens.createdAt));
}

export async function revokeToken(db: Database, id: string, by: Act): Promise<void> {
  await transact(db, async (tx) => {
    const [token] = await tx
      .select()
      .from(tokens)
      .where(and(eq(tokens.id, id), isNull(tokens.revokedAt)))
      .for("update");
    if (!token) return;
    await tx.update(tokens).set({ revokedAt: by.at }).where(eq(tokens.id, id));
    const { name, scope } = token;
    await record(tx, by, { action: "ended", subject: "token", subjectId: id, before: { name, scope } });
  });
}
