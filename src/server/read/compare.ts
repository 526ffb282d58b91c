import { uuid } from "#contract/card.ts";
import { LEAST_COMPARED, MOST_COMPARED } from "#contract/pairKinds.ts";
import { findBatches } from "#data/batches.ts";
import { readPairsOf, readSeenOf } from "#data/pairs.ts";
import { differencesOf, isLiked, meteredOf } from "#scaling/trial";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { readerTimes } from "#server/reader.ts";
import { printMoment } from "#words/figures";
import { onBench } from "./onBench.ts";

/** Batches of the log beside each other, as a link names them; where they are two, with what was scored of the pair. */
export function readCompared(link: URLSearchParams) {
  return onBench(async ({ site, settings }) => {
    const wanted = (link.get("batches") ?? "").split(",").filter((id) => uuid.safeParse(id).success);
    const ids = [...new Set(wanted)].slice(0, MOST_COMPARED);
    const rows = (await findBatches(database(), ids)).filter(({ removed }) => !removed);
    const times = { ...(await readerTimes()), timeZone: site.timeZone };
    const seen = await readSeenOf(
      database(),
      rows.map(({ id }) => id),
    );
    const batches = rows.map((row) => {
      const { read, cups = [] } = seen.get(row.id) ?? {};
      return {
        id: row.id,
        coffee: row.coffee ?? "a coffee",
        brewer: row.brewer,
        recipe: row.recipe,
        isIced: row.method !== null,
        dial: row.dialSetting,
        grinder: row.grinder,
        doseG: row.doseG,
        waterG: row.waterG,
        iceG: row.iceG,
        yieldG: row.yieldG,
        brewTimeS: row.brewTimeS,
        ...meteredOf(row),
        bed: read?.signs.bed ?? row.bed ?? undefined,
        wall: read?.signs.wall ?? row.wall ?? undefined,
        liked: read ? isLiked({ read, liked: row.liked }) : row.liked,
        taste: row.taste,
        cups: cups.map(({ words, person }) => ({ words, person })),
        when: printMoment(new Date(row.at), now(), times),
        person: row.person,
      };
    });
    const [first, second] = rows;
    const isPair = rows.length === LEAST_COMPARED && first && second;
    return {
      window: settings.window,
      batches,
      missing: ids.length - batches.length,
      pair: isPair
        ? {
            differences: differencesOf(second, first),
            isOneCoffee: first.coffeeId === second.coffeeId,
            isOneBrewer: first.brewerId === second.brewerId,
            pairs: (await readPairsOf(database(), [first.id, second.id])).map(
              ({ id, about, firstId, scored }) => ({ id, about, isTurned: firstId !== first.id, scored }),
            ),
          }
        : undefined,
    };
  });
}
