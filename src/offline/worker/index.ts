/// <reference lib="webworker" />
import {
  cleanupOutdatedCaches,
  matchPrecache,
  type PrecacheEntry,
  precacheAndRoute,
} from "workbox-precaching";
import { registerRoute } from "workbox-routing";
import { forgetAnswersOfOthers } from "#offline/answers.ts";
import { awayPage } from "#offline/awayPage.ts";
import { counterAfter, isShut, type OfflineCounter, type ToWorker } from "#offline/counter.ts";
import { isKeptPath, pathOf } from "#offline/keptPages.ts";
import { offlineStore } from "#offline/store.ts";
import { forgetPages, keepPages, keptPaths, pageFor } from "./pages.ts";

/**
 * The device's worker: opens the house's pages where there is no network. It keeps the build's own files, and of the pages those of a
 * shift, for one person at a time. Answers of the API, open lines and whatever is sent go past it.
 */
declare const self: ServiceWorkerGlobalScope;
/** Files of this build, put in when it is bundled. */
declare const TUMBEK_FILES: PrecacheEntry[];

/** Pages are fetched anew so often while somebody works, ms. */
const KEPT_EVERY_MS = 600_000;

const COUNTER = "counter";
const KEPT = "pages kept";

const counterNow = async () =>
  (await (await offlineStore()).get("worker", COUNTER)) as OfflineCounter | undefined;

/** Paths of the pages that a site's devices keep. @throws where the house does not say */
async function pagesOf(siteId: string): Promise<readonly string[]> {
  const answer = await fetch(`/api/v1/kept?site=${siteId}`);
  if (!answer.ok) throw new Error(`the house answers with ${answer.status}`);
  return ((await answer.json()) as { readonly pages: readonly string[] }).pages;
}

async function onMessage(message: ToWorker): Promise<void> {
  const db = await offlineStore();
  const before = await counterNow();
  const after = counterAfter(before, message, Date.now());
  if (after) await db.put("worker", after, COUNTER);
  if (message.kind !== "here") return;
  const { personId, siteId } = message;
  const isAnother = before?.personId !== personId;
  if (isAnother) {
    await forgetPages({ butOf: personId });
    await forgetAnswersOfOthers(personId);
  }
  if (siteId === undefined) return;
  const last = (await db.get("worker", KEPT)) as
    | { readonly siteId: string; readonly atMs: number }
    | undefined;
  if (!isAnother && last?.siteId === siteId && Date.now() - last.atMs < KEPT_EVERY_MS) return;
  await keepPages(personId, () => pagesOf(siteId));
  await db.put("worker", { siteId, atMs: Date.now() }, KEPT);
}

/** Ends a sign-in that was locked while the house was away. @throws while it still is */
async function endSignIn(counter: OfflineCounter): Promise<void> {
  await fetch("/api/session", { method: "DELETE" });
  await (await offlineStore()).put("worker", { ...counter, isUnended: false }, COUNTER);
}

async function open(event: FetchEvent): Promise<Response> {
  const path = pathOf(event.request.url);
  const counter = await counterNow();
  try {
    if (counter?.isUnended) await endSignIn(counter);
    if (counter && isKeptPath(path)) return await pageFor(counter, event);
    return await fetch(event.request);
  } catch {
    if (!counter || isShut(counter, Date.now())) return awayPage("locked", []);
    const paths = await keptPaths(counter.personId);
    if (path === "/" && paths.includes("/bar")) return Response.redirect("/bar");
    return awayPage("notKept", paths);
  }
}

/** Pages of another build ask for files that are gone: they are fetched anew as soon as a page says who is here. */
async function onNewBuild(): Promise<void> {
  await forgetPages();
  await (await offlineStore()).delete("worker", KEPT);
  await self.clients.claim();
}

/** A worker's script keeps what its address says after the # only where the answer has no address of its own. */
async function workerScript(request: Request): Promise<Response> {
  const script = (await matchPrecache(request.url)) ?? (await fetch(request));
  return new Response(await script.blob(), { headers: script.headers });
}

registerRoute(
  ({ request }) => request.destination === "worker",
  ({ request }) => workerScript(request),
);
precacheAndRoute(TUMBEK_FILES);
cleanupOutdatedCaches();
registerRoute(
  ({ request }) => request.mode === "navigate",
  ({ event }) => open(event as FetchEvent),
);
self.addEventListener("message", (event) => {
  // The network is away, or the disk is full: pages stay as they were kept.
  event.waitUntil(onMessage(event.data).catch(() => undefined));
});
self.addEventListener("install", () => void self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(onNewBuild()));
