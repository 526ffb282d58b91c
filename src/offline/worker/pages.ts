import type { WorkboxPlugin } from "workbox-core";
import { NetworkFirst } from "workbox-strategies";
import { isShut, type OfflineCounter } from "#offline/counter.ts";
import { keptCopy, pathOf, shownCopy } from "#offline/keptPages.ts";

const PREFIX = "tumbek pages of ";
/** A house that has not answered by then is away: what is kept is shown, and takes up what is new when it hears of it, s. */
const AWAY_AFTER_S = 1.2;
/** Pages are told apart by their address alone: what varies are the framework's own requests, which are not kept. */
const BY_ADDRESS = { ignoreVary: true };

const cacheOf = (personId: string) => PREFIX + personId;

/** A page from the house, kept for its person; else as it was kept. @throws where the house is away, and nothing is to be shown */
export function pageFor(counter: OfflineCounter, event: FetchEvent): Promise<Response> {
  const { personId } = counter;
  const copies: WorkboxPlugin = {
    cacheWillUpdate: ({ response }) => keptCopy(response, personId, Date.now()).then((copy) => copy ?? null),
    cachedResponseWillBeUsed: async ({ cachedResponse }) =>
      cachedResponse && !isShut(counter, Date.now()) ? shownCopy(cachedResponse) : null,
  };
  const strategy = new NetworkFirst({
    cacheName: cacheOf(personId),
    networkTimeoutSeconds: AWAY_AFTER_S,
    matchOptions: BY_ADDRESS,
    plugins: [copies],
  });
  return strategy.handle({ event, request: event.request });
}

/** Paths of a person's pages that are kept. */
export async function keptPaths(personId: string): Promise<readonly string[]> {
  const cache = await caches.open(cacheOf(personId));
  return (await cache.keys()).map(({ url }) => pathOf(url));
}

/**
 * Fetches pages that may be wanted without a network, one after the other, and keeps them; the house has others to serve.
 *
 * @param wanted asks the house for their paths
 */
export async function keepPages(personId: string, wanted: () => Promise<readonly string[]>): Promise<void> {
  const cache = await caches.open(cacheOf(personId));
  const before = await cache.keys();
  const paths = await wanted();
  for (const path of paths) {
    const answer = await fetch(path, { headers: { accept: "text/html" } });
    const copy = await keptCopy(answer, personId, Date.now());
    if (copy) await cache.put(path, copy);
  }
  // Cards and guides that are wanted no more are let go; not a guide that was begun while the others were fetched.
  for (const request of before) if (!paths.includes(pathOf(request.url))) await cache.delete(request);
}

/** Lets go of every page that is kept, but for one person's. */
export async function forgetPages({ butOf }: { readonly butOf?: string } = {}): Promise<void> {
  for (const name of await caches.keys())
    if (name.startsWith(PREFIX) && (butOf === undefined || name !== cacheOf(butOf)))
      await caches.delete(name);
}
