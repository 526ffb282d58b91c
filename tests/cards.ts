import { v7 as uuidv7 } from "uuid";
import { must } from "#core/result";
import { insertCard } from "#data/cards.ts";
import type { Database } from "#data/connection.ts";
import { LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { makeCard } from "#scaling/card.ts";
import { firstState } from "#scaling/start.ts";
import type { ScaleState } from "#scaling/state.ts";
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
