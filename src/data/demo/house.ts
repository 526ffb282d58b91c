import { formatISO, subDays } from "date-fns";
import { USUAL_SETTINGS } from "#contract/house.ts";
import type { Database } from "#data/connection.ts";
import { createHouse } from "#data/house.ts";
import * as schema from "#data/schema/index.ts";
import { transact } from "#data/transact.ts";
import * as bench from "./bench.ts";
import { demoFits, demoHistory, demoStandards, HISTORY_DAYS } from "./history.ts";
import { RECIPES, recipeVersions } from "./recipes.ts";

/**
 * The demo house, Gannet Quay: a ferry kiosk on the quay and a café up the hill. All of it is made up.
 *
 * @param hash makes a PIN's slow hash
 */
export async function loadDemoHouse(
  db: Database,
  now: Date,
  hash: (pin: string) => Promise<string>,
): Promise<void> {
  const people = await Promise.all(
    bench.PEOPLE.map(async (person) => ({
      ...person,
      pinHash: await hash(person.publicPin),
      createdAt: now,
    })),
  );
  const coffees = bench.COFFEES.map(({ roastedDaysAgo, ...coffee }) => ({
    ...coffee,
    measuredAt: now,
    roastedOn: formatISO(subDays(now, roastedDaysAgo), { representation: "date" }),
  }));
  const opened = subDays(now, HISTORY_DAYS);
  // Worked out before: a transaction that waits for it would be ended on a slow machine.
  const history = demoHistory(now);
  const standards = demoStandards(history, now);
  const fits = demoFits(now);
  await transact(db, async (tx) => {
    await createHouse(tx, { kind: "demo", name: "Gannet Quay", settings: USUAL_SETTINGS, createdAt: now });
    await tx.insert(schema.people).values(people);
    await tx.insert(schema.sites).values(bench.SITES);
    await tx.insert(schema.filters).values(bench.FILTERS);
    await tx.insert(schema.brewers).values(bench.BREWERS.map((brewer) => ({ ...brewer, measuredAt: now })));
    await tx.insert(schema.readings).values([...bench.READINGS, ...bench.FLOWS]);
    await tx.insert(schema.vessels).values(bench.VESSELS.map((vessel) => ({ ...vessel, measuredAt: now })));
    await tx
      .insert(schema.grinders)
      .values(bench.GRINDERS.map((grinder) => ({ ...grinder, measuredAt: opened })));
    await tx
      .insert(schema.grinderCurves)
      .values(bench.GRINDER_CURVES.map((row) => ({ ...row, since: opened })));
    await tx.insert(schema.waters).values(bench.WATERS);
    await tx.insert(schema.scales).values(bench.SCALES);
    await tx.insert(schema.careTasks).values(bench.CARE_TASKS.map((row) => ({ ...row, since: opened })));
    await tx.insert(schema.grinderPairs).values(bench.GRINDER_PAIRS);
    await tx.insert(schema.iceSources).values(bench.ICE_SOURCES);
    await tx.insert(schema.coffees).values(coffees);
    await tx.insert(schema.cups).values(bench.CUPS);
    await tx.insert(schema.careDone).values(
      bench.CARE_DONE.map(({ taskId, daysAgo }, i) => ({
        id: bench.demoId(490 + i),
        taskId,
        personId: bench.BARISTA,
        at: subDays(now, daysAgo),
      })),
    );
    await tx.insert(schema.recipes).values(RECIPES);
    await tx.insert(schema.recipeVersions).values(recipeVersions(now));
    await tx.insert(schema.batches).values(history);
    await tx.insert(schema.standards).values(standards);
    await tx.insert(schema.fits).values(fits);
  });
}
