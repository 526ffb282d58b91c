import { v7 as uuidv7 } from "uuid";
import type { SeenCard } from "#contract/cardEffect.ts";
import { must } from "#core/result";
import { insertCard, readCards } from "#data/cards.ts";
import type { Database } from "#data/connection.ts";
import { LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { makeCard } from "#scaling/cards";
import type { ScaleState } from "#scaling/choice";
import { firstState } from "#scaling/choice";
import { benchOn } from "./database.ts";

/** A card of Pier Head, made as the server makes it: of what Scale starts with, or of a change of that. */
export async function aCard(
  db: Database,
  createdAt: Date,
  change: (state: ScaleState) => ScaleState = (state) => state,
): Promise<string> {
  const bench = await benchOn(db, PIER_HEAD);
  const made = must(makeCard(change(firstState(bench)), bench));
  const id = uuidv7();
  must(await insertCard(db, { id, siteId: PIER_HEAD, ...made, madeBy: LEAD, createdAt }));
  return id;
}

/** Cards as somebody sees them who chooses them to follow. */
export async function asSeen(db: Database, ids: readonly string[]): Promise<SeenCard[]> {
  return (await readCards(db, ids)).map(({ id, revision }) => ({ id, revision }));
}
