import type { Page } from "@playwright/test";
import { DEMO, expect, signedInState, signIn, test } from "./page.ts";

// Without a network the browser says so in its console.
test.use({ as: "barista", hasTouch: true, serviceWorkers: "allow", silent: false });
test.describe.configure({ mode: "serial" });

const WHITE = "pot 2.05 l, white";
const panel = (page: Page) => page.getByRole("region", { name: WHITE, exact: true });
const left = (page: Page) => panel(page).getByTestId("left");
const line = (page: Page) => page.getByTestId("line to the house");
const cup = (page: Page) => panel(page).getByRole("button", { name: "Serve one of 240 ml" });

/** Caches of pages on this device, one for each person whose pages it keeps. */
const caches = (page: Page) =>
  page.evaluate(async () =>
    (await window.caches.keys()).filter((name) => name.startsWith("tumbek pages of ")),
  );

/** Paths of the pages that this device keeps. */
const keptPaths = async (page: Page): Promise<readonly string[]> => {
  const names = await caches(page);
  return page.evaluate(async (own) => {
    const requests = await Promise.all(own.map(async (name) => (await window.caches.open(name)).keys()));
    return requests.flat().map(({ url }) => new URL(url).pathname);
  }, names);
};

/** The device has what it needs without a network, the cards last. */
async function untilKept(page: Page, ...paths: readonly string[]): Promise<readonly string[]> {
  const missing = async () => {
    const all = await keptPaths(page);
    const hasCards = all.some((path) => path.startsWith("/cards/"));
    return [...paths, "/bar", "/shift", "/wall", ...(hasCards ? [] : ["a card"])].filter(
      (path) => !all.includes(path),
    );
  };
  await expect.poll(missing, { timeout: 120_000 }).toEqual([]);
  return keptPaths(page);
}

/** A full pot, whatever other journeys left in it. */
async function fill(page: Page): Promise<void> {
  await expect(panel(page)).toBeVisible();
  if ((await left(page).count()) > 0) {
    await panel(page)
      .getByRole("button", { name: `Pour away ${WHITE}` })
      .tap();
    await page.getByRole("menuitem", { name: "too old" }).tap();
  }
  await panel(page).getByRole("button", { name: "Fill by hand" }).tap();
  await page.getByRole("dialog").getByLabel("how much").fill("1800");
  await page.getByRole("dialog").getByRole("button", { name: "It is in the pot" }).tap();
  await expect(left(page)).toHaveText("1\u202f800 g");
  // The house has it.
  const ofHouse = async () => {
    const { pots } = await (await page.request.get("/api/v1/bar")).json();
    return Math.round(pots.find(({ name }: { name: string }) => name === WHITE).standing?.liquidG ?? 0);
  };
  await expect.poll(ofHouse).toBe(1800);
  await expect(line(page)).toHaveText("live");
}

test("a tablet without a network opens the Bar as it was heard of last, sells and logs, and shows wall and cards; it is all sent once", async ({
  page,
  context,
  browser,
  baseURL,
}) => {
  // Somebody whose network is there looks on.
  const other = await browser.newContext({
    baseURL: baseURL!,
    storageState: await signedInState(browser, baseURL!, "lead"),
  });
  await page.goto("/bar");
  const paths = await untilKept(page);
  const card = paths.find((path) => path.startsWith("/cards/"))!;
  // After the page was kept: what the device heard since counts.
  await fill(page);

  await context.setOffline(true);
  await page.reload();
  await expect(left(page)).toHaveText("1\u202f800 g");
  await expect(line(page)).toContainText("no network");
  // The day's plan is at hand, too, and its worker.
  await expect(page.getByRole("region", { name: "To do now" })).toContainText(/likely|Brew/, {
    timeout: 90_000,
  });
  await cup(page).tap();
  await expect(left(page)).toHaveText("1\u202f580 g");
  await page.reload();
  await expect(left(page)).toHaveText("1\u202f580 g");
  await expect(line(page)).toContainText("1 to send");
  // Care that is due is done, taken back, and done after all.
  const rinse = page
    .getByRole("list", { name: "to do now" })
    .getByRole("listitem")
    .filter({ hasText: "rinse Fulmar's spray head" });
  await rinse.getByRole("button", { name: /^Done/ }).tap();
  await expect(rinse).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).tap();
  await rinse.getByRole("button", { name: /^Done/ }).tap();
  await expect(line(page)).toContainText("4 to send");
  await page.reload();
  await expect(left(page)).toHaveText("1\u202f580 g");
  await expect(rinse).toHaveCount(0);

  await page.getByRole("link", { name: "Wall", exact: true }).first().tap();
  await expect(page.getByRole("heading", { level: 1 })).toContainText(/wall chart/);
  await page.goto(card);
  await expect(page.getByRole("button", { name: "It is brewing" })).toBeVisible();
  await page.getByRole("link", { name: "Log a batch" }).tap();
  await page.getByLabel("came out").fill("2790");
  await page.getByLabel("took").fill("6:10");
  // A device that is full for a moment: what was typed stays until it can be kept.
  await page.evaluate(() => {
    const { add } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.add = () => {
      IDBObjectStore.prototype.add = add;
      throw new DOMException("full", "QuotaExceededError");
    };
  });
  await page.getByRole("button", { name: "Log it" }).tap();
  await expect(page.getByText(/^This device cannot keep what you did/).first()).toBeVisible();
  await expect(page.getByLabel("came out")).toHaveValue("2790");
  await expect(line(page)).toContainText("4 to send");
  await page.getByRole("button", { name: "Log it" }).tap();
  await expect(page.getByRole("button", { name: "It is brewing" })).toBeVisible();
  await expect(line(page)).toContainText("5 to send");
  // A page without a script of its own.
  await page.evaluate(() => setTimeout(() => window.location.assign("/people"), 0));
  await expect(page.getByRole("heading", { name: "The house does not answer" })).toBeVisible();
  await page.getByRole("link", { name: "Bar" }).tap();
  await expect(left(page)).toHaveText("1\u202f580 g");
  await cup(page).tap();
  await expect(line(page)).toContainText("6 to send");

  const { batches: before } = await (await other.request.get("/api/v1/batches")).json();
  await context.setOffline(false);
  await expect(line(page)).toHaveText("live", { timeout: 60_000 });
  await expect(left(page)).toHaveText("1\u202f360 g");
  const { batches: after } = await (await other.request.get("/api/v1/batches")).json();
  const seen = new Set(before.map(({ id }: { id: string }) => id));
  expect(after.filter(({ id }: { id: string }) => !seen.has(id))).toMatchObject([
    { yieldG: 2790, brewTimeS: 370 },
  ]);
  const { care } = await (await other.request.get("/api/v1/bar/day")).json();
  expect(care).toEqual([]);
  // The house has them, each once: a page of its own making says the same.
  await page.goto("/bar?");
  await expect(left(page)).toHaveText("1\u202f360 g");
  await other.close();
});

test("a guide that runs goes on without a network, also when its page is loaded again", async ({
  page,
  context,
}) => {
  await page.goto("/bar");
  const card = (await untilKept(page)).find((path) => path.startsWith("/cards/"))!;
  await page.goto(card);
  await page.getByRole("button", { name: "Brew it, step by step" }).tap();
  await expect(page).toHaveURL(/\/guide\//);
  await expect(page.getByRole("button", { name: "Leave this brew" })).toBeVisible();
  // Its page is kept as soon as it was loaded whole.
  await page.reload();
  await untilKept(page, new URL(page.url()).pathname);
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole("button", { name: "Leave this brew" })).toBeVisible();
  const undo = page.getByRole("button", { name: "Undo" });
  await expect(undo).toHaveCount(0);
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press("Space");
  await expect(undo).toBeVisible();
  await page.reload();
  await expect(undo).toBeVisible();
  const leave = page.getByRole("button", { name: "Leave this brew" });
  await leave.tap();
  await expect(leave).toHaveCount(0);

  // Another one is begun without the house, and is the house's when it is back.
  await page.goto(card);
  await page.getByRole("button", { name: "Brew it, step by step" }).tap();
  await expect(page).toHaveURL(/\/guide\/new\?card=.*#/);
  const id = new URL(page.url()).hash.slice(1);
  await expect(leave).toBeVisible();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press("Space");
  await expect(undo).toBeVisible();
  await page.reload();
  await expect(undo).toBeVisible();
  await context.setOffline(false);
  await expect(page).toHaveURL(new RegExp(`/guide/${id}$`), { timeout: 60_000 });
  await expect(undo).toBeVisible();
  await expect(line(page)).toHaveText("live", { timeout: 60_000 });
  await leave.tap();
  await expect(leave).toHaveCount(0);
});

test("a lock locks without a network too, and whoever signs in next sees nothing of the first one's", async ({
  page,
  context,
}) => {
  await page.goto("/bar");
  await untilKept(page);
  const [ofBarista] = await caches(page);
  await context.setOffline(true);
  await page.getByRole("button", { name: DEMO.barista.name }).tap();
  await page.getByRole("dialog").getByRole("button", { name: "Lock" }).tap();
  await expect(page.getByRole("dialog")).toContainText("Locked");
  await page.evaluate(() => setTimeout(() => window.location.assign("/bar"), 0));
  await expect(page.getByRole("heading", { name: "Locked", exact: true })).toBeVisible();
  await expect(page.locator("body")).not.toContainText(/pot|Saltmarsh/);

  // The house hears of the lock before anything is opened.
  await context.setOffline(false);
  await page.goto("/bar");
  await expect(page).toHaveURL(/\/sign-in/);
  await signIn(page, DEMO.trainee);
  await expect(page.getByRole("button", { name: DEMO.trainee.name })).toBeVisible();
  await expect(page.getByRole("region", { name: WHITE, exact: true })).toBeVisible();
  await expect.poll(async () => (await caches(page)).includes(ofBarista!), { timeout: 60_000 }).toBe(false);
  await untilKept(page);
  await context.setOffline(true);
  await page.goto("/bar");
  await expect(page.getByRole("button", { name: DEMO.trainee.name })).toBeVisible();
  await expect(page.getByRole("button", { name: DEMO.barista.name })).toHaveCount(0);
});
