import { learnRetention } from "#core/measure";
import { readYields } from "#data/batches.ts";
import { keepMeasured } from "#data/measures.ts";
import { findThing } from "#data/things.ts";
import { database } from "#server/database.ts";
import type { Doer } from "./kinds.ts";

/** Steps of what a card says of retained liquid: a smaller change of the mean is no news. */
const NEWS_G_PER_G = 0.005;

/** Works out what a brewer's bed retains from its weighed pots, where it learns from the log. */
export const learnBed: Doer<"learnBed"> = async ({ brewerId }, by) => {
  const db = database();
  const unchanged = async () => ({ changed: 0 });
  const brewer = await findThing(db, "brewer", brewerId);
  if (brewer?.figures.retentionFrom !== "log") return unchanged;
  const { filterId, ending, retentionGPerG } = brewer.figures;
  const learned = learnRetention(await readYields(db, { brewerId, filterId, ending }));
  if (!learned.ok || learned.value.unusual) return unchanged;
  const next = learned.value.retentionGPerG;
  if (Math.abs(next - retentionGPerG) < NEWS_G_PER_G) return unchanged;
  const { revision } = brewer;
  return async (tx) => {
    // Somebody who measures it at this moment knows more: their figure stays.
    const stored = await keepMeasured(
      tx,
      {
        subject: "brewer",
        id: brewerId,
        revision,
        figures: { retentionGPerG: next },
        settles: ["retention"],
      },
      by,
    );
    return { changed: stored.ok ? 1 : 0 };
  };
};
