import { isDatabaseAway, isPoolBusy } from "#data/failures.ts";
import { readHouse } from "#data/house.ts";
import { hasLead } from "#data/people.ts";
import { database } from "#server/database.ts";
import { isAtThisMachine, readDoor } from "#server/door.ts";

/** The door: whose house it is, who may sign in, and whether the first lead is still to be named. */
export async function readDoorPage() {
  try {
    const db = database();
    const [house, led, people, here] = await Promise.all([
      readHouse(db),
      hasLead(db),
      readDoor(),
      isAtThisMachine(),
    ]);
    const first = led ? undefined : here ? ("ask" as const) : ("elsewhere" as const);
    return { house: house?.name ?? "", people, first };
  } catch (error) {
    if (isDatabaseAway(error) || isPoolBusy(error)) return "gone";
    throw error;
  }
}
