import { cookies } from "next/headers";
import { cache } from "react";
import type { Bench } from "#contract/bench.ts";
import { dayIn } from "#contract/days.ts";
import { readBench } from "#data/bench.ts";
import { listCards } from "#data/cards.ts";
import { isDatabaseAway } from "#data/failures.ts";
import { readBenchRevision } from "#data/house.ts";
import type { Transaction } from "#data/transact.ts";
import { Refusal } from "./action.ts";
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
    if (isDatabaseAway(error)) return "gone";
    throw error;
  }
});

type KeptBench = Omit<Bench, "today">;
let kept: { readonly revision: number; readonly benches: Map<string, KeptBench> } | undefined;
/** More sites than any house has; a browser that makes ids up must not fill the memory. */
const MOST_KEPT = 50;

/** A site's bench, read again only when something on it was changed: it is asked for with every page. */
export async function benchOf(siteId: string): Promise<Bench | undefined> {
  const db = database();
  const revision = await readBenchRevision(db);
  if (kept?.revision !== revision || kept.benches.size > MOST_KEPT) kept = { revision, benches: new Map() };
  const { benches } = kept;
  const bench = benches.get(siteId) ?? (await readBench(db, siteId));
  if (!bench) return undefined;
  benches.set(siteId, bench);
  return { ...bench, today: dayIn(bench.site.timeZone, now()) };
}

/** A site's bench as a transaction has left it so far; kept nowhere, because it may yet be undone. */
export async function benchIn(tx: Transaction, siteId: string): Promise<Bench | undefined> {
  const bench = await readBench(tx, siteId);
  return bench?.site.id === siteId ? { ...bench, today: dayIn(bench.site.timeZone, now()) } : undefined;
}

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

/** The site that an API request names by `?site=`; the first one when it names none. */
export async function siteAsked(request: Request): Promise<string> {
  const asked = new URL(request.url).searchParams.get("site");
  const bench = await benchOf(asked ?? "");
  if (!bench || (asked !== null && bench.site.id !== asked)) {
    throw new Refusal("There is no site by that id.", { code: "notThere", field: "site" });
  }
  return bench.site.id;
}

/** Today at the site that this browser works at, as an ISO date. */
export async function siteToday(): Promise<string> {
  const bench = await currentBench();
  return typeof bench === "string" ? dayIn("UTC", now()) : bench.today;
}
