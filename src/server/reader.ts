import { cookies } from "next/headers";
import { USUAL_SETTINGS } from "#contract/house.ts";
import { UNITS_COOKIE, type Units, unitsFrom } from "#contract/readerUnits.ts";
import { NO_ZONE, type ReadTimes } from "#words/figures";
import { currentBench } from "./site.ts";

/** How this browser reads figures. */
export async function readerUnits(): Promise<Units> {
  return unitsFrom((await cookies()).get(UNITS_COOKIE)?.value, USUAL_SETTINGS.units);
}

/** Where and how this browser reads times: in its site's zone, on the clock that its person chose. */
export async function readerTimes(): Promise<ReadTimes> {
  const bench = await currentBench();
  const { clock } = await readerUnits();
  return { timeZone: typeof bench === "string" ? NO_ZONE : bench.site.timeZone, clock };
}
