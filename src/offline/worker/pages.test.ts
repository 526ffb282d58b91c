import { afterEach, expect, test, vi } from "vitest";
import { keepPages, keptPaths } from "./pages.ts";

const BARISTA = "0190a5c0-0000-7000-8000-000000000902";
const GUIDE = "/guide/0190a5c0-0000-7000-8000-000000000701";
const OLD_CARD = "/cards/0190a5c0-0000-7000-8000-000000000601";
const HOUSE = "http://house.test";

// The package wants a worker about it as soon as it is loaded; what is fetched and let go here is not its own.
vi.mock("workbox-strategies", () => ({ NetworkFirst: vi.fn() }));

afterEach(() => vi.unstubAllGlobals());

const page = () =>
  new Response(`<html lang="en"><head><meta name="tumbek-person" content="${BARISTA}"/></head></html>`, {
    headers: { "content-type": "text/html" },
  });

/** A cache of pages by their paths, as a worker has one. */
function stubCache(...paths: readonly string[]) {
  const pages = new Map(paths.map((path) => [path, page()]));
  const cache = {
    keys: async () => [...pages.keys()].map((path) => ({ url: HOUSE + path })),
    put: async (path: string, answer: Response) => void pages.set(path, answer),
    delete: async ({ url }: { readonly url: string }) => pages.delete(url.slice(HOUSE.length)),
  };
  vi.stubGlobal("caches", { open: async () => cache });
  return pages;
}

test("a page that comes while others are fetched stays; what was there before and is wanted no more is let go", async () => {
  const pages = stubCache("/bar", OLD_CARD);
  vi.stubGlobal("fetch", async (path: string) => {
    // Somebody opens a guide, which is kept by its own way.
    if (path === "/shift") pages.set(GUIDE, page());
    return page();
  });
  await keepPages(BARISTA, async () => ["/bar", "/shift", "/wall"]);
  expect((await keptPaths(BARISTA)).toSorted()).toEqual(["/bar", GUIDE, "/shift", "/wall"]);
});

test("where the house does not say what is wanted, everything stays as it was", async () => {
  stubCache("/bar", OLD_CARD);
  const away = new Error("the house answers with 503");
  await expect(keepPages(BARISTA, () => Promise.reject(away))).rejects.toBe(away);
  expect((await keptPaths(BARISTA)).toSorted()).toEqual(["/bar", OLD_CARD]);
});
