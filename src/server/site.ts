import { cookies } from "next/headers";
import { cache } from "react";
import type { Bench } from "#contract/bench.ts";
import { dayIn } from "#contract/days.ts";
import { listCards } from "#data/cards.ts";
import { isDatabaseAway, isPoolBusy } from "#data/failures.ts";
import { benchNamed, benchOf } from "./bench.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";

/** The cookie that keeps which site this browser works at. */
export const SITE_COOKIE = "site";

/**
 * The bench of the site that this browser works at; `gone` when the database does not answer. Read once for
 * a request, however many parts of the page ask.
 */
export const currentBench = cache(async (): Promise<Bench | "none" | "gone"> => {
  const siteId = (await cookies()).get(SITE_COOKIE)?.value;
  try {
    return (await benchOf(siteId ?? "")) ?? "none";
  } catch (error) {
    if (isDatabaseAway(error) || isPoolBusy(error)) return "gone";
    throw error;
  }
});

/** The newest cards of the site that this browser works at; none while the database does not answer. */
export async function cardsToFind() {
  const bench = await currentBench();
  return typeof bench === "string" ? [] : listCards(database(), bench.site.id);
}

/** Longer lists are searched on the page of recipes. */
const MOST_FOUND = 300;

/** The recipes that are in use; none while the database does not answer. */
export async function recipesToFind() {
  const bench = await currentBench();
  return typeof bench === "string" ? [] : bench.recipes.slice(0, MOST_FOUND);
}

/** The id of the site that an API request names. */
export async function siteAsked(request: Request): Promise<string> {
  return (await benchAsked(request)).site.id;
}

/** The bench of the site that an API request names by `?site=`; of the first one when it names none. */
export async function benchAsked(request: Request): Promise<Bench> {
  return benchNamed(new URL(request.url).searchParams.get("site"));
}

/** Today at the site that this browser works at, as an ISO date. */
export async function siteToday(): Promise<string> {
  const bench = await currentBench();
  return typeof bench === "string" ? dayIn("UTC", now()) : bench.today;
}
