import type { Locator, Page } from "@playwright/test";
import { choose, expect, overflows, pageIn, seriousFaults, signedInState, test } from "./page.ts";
import { wind, windable } from "./winding.ts";

test.describe.configure({ mode: "serial" });

const id = (n: number) => `0190a5c0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const ROPE_LOFT = id(2);
/** Saltmarsh in the large dispenser, of the demo's cards. */
const FULMAR_CARD = `/cards/${id(600)}`;
const HAND = `/scale?recipe=${id(60)}&serve=hot&brewer=${id(22)}&pins=doseG:22,brewRatio:16`;
/** A glass of the Rope Loft's iced recipe, its bloom kept apart. */
const APART = `/scale?recipe=${id(66)}&serve=iced&brewer=${id(22)}&grinder=${id(41)}&vessel=${id(36)}&pins=doseG:24,brewWaterG:222,iceG:138&iced=bloomApart:true`;
const step = (page: Page) => page.getByTestId("step");
const clock = (page: Page) => page.getByRole("timer", { name: "clock" });

/** Saves a sheet of Scale as a card, and goes there. */
async function saveCard(page: Page, sheet: string): Promise<void> {
  await page.goto(sheet);
  await page.getByRole("button", { name: "Save as card" }).click();
  await page.getByRole("button", { name: "Open it" }).click();
  await expect(page).toHaveURL(/\/cards\//);
}

/** From a card to its guide. */
async function guideOf(page: Page, card: string): Promise<void> {
  await page.goto(card);
  await page.evaluate(() => localStorage.setItem("tumbek.simulatedInstruments", "on"));
  await windable(page);
  await page.getByRole("button", { name: "Brew it, step by step" }).click();
  await expect(page).toHaveURL(/\/guide\//);
}

/** Goes on by hand until a step is reached; each press waits until the one before it is drawn, and is made again where it was lost. */
async function goOnTo(
  page: Page,
  title: RegExp,
  press = (next: Locator) => next.click({ timeout: 5000 }),
): Promise<void> {
  const next = page.getByRole("button", { name: /^(Next|It has (drained|dripped))$/ });
  const now = async () => (await step(page).textContent()) ?? "";
  for (let at = await now(), i = 0; i < 9 && !title.test(at); at = await now(), i++)
    await expect(async () => {
      if ((await now()) === at) await press(next);
      await expect(step(page)).not.toHaveText(at, { timeout: 5000 });
    }).toPass();
  await expect(step(page)).toHaveText(title);
}

/** What a running brew's forecast says; it is asked for by the page's time, which goes on a little where its worker was not loaded yet. */
async function forecastSays(page: Page, text: RegExp): Promise<void> {
  const live = page.getByTestId("live");
  await expect(async () => {
    if (!text.test((await live.allTextContents()).join(" "))) await wind(page, 1);
    await expect(live).toContainText(text, { timeout: 5000 });
  }).toPass();
}

async function getReady(page: Page): Promise<void> {
  const things = page.getByRole("list", { name: "get ready" }).getByRole("button");
  for (let i = 0; i < (await things.count()); i++) await things.nth(i).click();
  await expect(page.getByText(/all is ready/)).toBeVisible();
}

async function toBatch(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Keep it in the log" }).click();
  await wind(page, 6);
  // With a clock that stands still a tap may be lost on a busy machine: like a person, it taps again.
  await expect(async () => {
    if (!page.url().includes("/log/"))
      await page.getByRole("link", { name: "To the batch" }).click({ timeout: 5000 });
    await wind(page, 1);
    await expect(page).toHaveURL(/\/log\//, { timeout: 5000 });
  }).toPass();
}

/** Leaves a brew; the house has heard of it. */
async function leave(page: Page): Promise<void> {
  const heard = page.waitForResponse(
    (response) =>
      response.url().endsWith("/events") && (response.request().postData() ?? "").includes('"left"'),
  );
  await page.getByRole("button", { name: "Leave this brew" }).click();
  await heard;
}

/** A card of the Rope Loft's cone, made for this journey. */
let handCard = "";

test("a hand brew by the space bar alone, with the scale beside it, ends in the log", async ({
  page,
  context,
  baseURL,
}) => {
  await context.addCookies([{ name: "site", value: ROPE_LOFT, url: baseURL! }]);
  await saveCard(page, HAND);
  handCard = new URL(page.url()).pathname;
  await guideOf(page, handCard);
  await getReady(page);
  expect(await seriousFaults(page)).toEqual([]);
  // A stand-in for the browser's voice, which notes what it would say.
  await page.evaluate(() => {
    const aloud: string[] = [];
    Object.assign(window, {
      aloud,
      SpeechSynthesisUtterance: class {
        constructor(readonly text: string) {}
      },
    });
    Object.defineProperty(window, "speechSynthesis", {
      value: { cancel: () => {}, speak: ({ text }: { text: string }) => aloud.push(text) },
    });
  });
  await page.getByRole("button", { name: "Say each step" }).click();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());

  await page.keyboard.press("Space");
  await expect(step(page)).toHaveText(/^Pour to \d+ g$/);
  await expect(page.getByTestId("then")).toContainText(/then at 0:\d\d Pour on/);
  const aloud = () => page.evaluate(() => (window as unknown as { aloud: string[] }).aloud);
  expect(await aloud()).toEqual([await step(page).textContent()]);
  await wind(page, 20);
  const bloom = Number(/\d+/.exec((await step(page).textContent()) ?? "")?.[0]);
  // The scale shows what was poured, and the mark is reached.
  await expect(page.getByTestId("shown")).toHaveText(
    new RegExp(`^(${bloom - 2}|${bloom - 1}|${bloom}|${bloom + 1}|${bloom + 2}) g`),
  );
  await expect(page.getByLabel("close enough")).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);

  // A step that is begun early, and taken back.
  await page.keyboard.press("Space");
  await expect(step(page)).toHaveText(/^Pour on/);
  await page.keyboard.press("u");
  await expect(step(page)).toHaveText(`Pour to ${bloom} g`);
  const before = await clock(page).textContent();
  await page.keyboard.press("+");
  await expect(clock(page)).not.toHaveText(before ?? "");

  await wind(page, 170);
  await expect(step(page)).toHaveText("Draining");
  await forecastSays(page, /Will end at \d:\d\d/);
  await wind(page, 20);
  await page.keyboard.press("Space");
  await expect(step(page)).toHaveText("Brewer off");
  const took = await clock(page).textContent();
  await page.getByLabel("came out").fill("305");
  await page.getByLabel("came out").press("Enter");
  await toBatch(page);
  const brewed = page.getByRole("region", { name: "As it was brewed" });
  await expect(brewed).toContainText("305 g");
  // A yield that differs from the card's stands beside it.
  await expect(brewed).toContainText(/planned 30\d g/);
  await expect(brewed).toContainText(took ?? "");
  await expect(page.getByRole("region", { name: "What the scale said: poured" })).toBeVisible();
});

test.describe("on a phone, by touch", () => {
  test.use({ as: "barista", hasTouch: true, isMobile: true, viewport: { width: 390, height: 844 } });

  test("a batch that stalls is told, with what helps, and ends in the log and in its pot", async ({
    page,
  }) => {
    await guideOf(page, FULMAR_CARD);
    await page.getByRole("button", { name: "Simulated: as forecast" }).tap();
    expect(await overflows(page)).toEqual([]);
    await page.getByRole("button", { name: /^Start Fulmar/ }).tap();
    await expect(step(page)).toHaveText("The water runs");
    await wind(page, 120);
    await forecastSays(page, /Will end at/);
    await wind(page, 60);
    await expect(page.getByRole("alert").filter({ hasText: "It has stalled" })).toContainText(
      "Stop the water first. Never reach under the spray",
    );
    await forecastSays(page, /late/);
    expect(await overflows(page)).toEqual([]);
    expect(await seriousFaults(page)).toEqual([]);
    await wind(page, 120);
    await page.getByRole("button", { name: "It has drained" }).tap();
    await expect(step(page)).toHaveText(/^Basket out/);
    await page.getByLabel("came out").fill("2400");
    await page.getByLabel("came out").press("Enter");
    await toBatch(page);
    await expect(page.getByRole("region", { name: "As it was brewed" })).toContainText(/2.400 g/);
    await page.goto("/bar");
    const pot = page.getByRole("region", { name: "dispenser 3.1 l, left", exact: true });
    await expect(pot.getByTestId("left")).toHaveText(/2.400 g/);
  });
});

test.describe("a lead on a phone, by touch", () => {
  test.use({ hasTouch: true, isMobile: true, viewport: { width: 390, height: 844 } });
  test.beforeEach(({ context, baseURL }) =>
    context.addCookies([{ name: "site", value: ROPE_LOFT, url: baseURL! }]),
  );
  const tap = (page: Page, name: string | RegExp) => page.getByRole("button", { name }).tap();
  const tapTo = (page: Page, title: RegExp) => goOnTo(page, title, (next) => next.tap({ timeout: 5000 }));
  const brewed = (page: Page) => page.getByRole("region", { name: "As it was brewed" });
  const cameOut = async (page: Page, grams: string) => {
    await page.getByLabel("came out").fill(grams);
    await page.getByLabel("came out").press("Enter");
  };

  test("a press steeps by the clock, is pressed in its time, and goes into equal cups", async ({ page }) => {
    await saveCard(page, `/scale?recipe=${id(67)}&serve=hot&brewer=${id(24)}`);
    await guideOf(page, new URL(page.url()).pathname);
    await tap(page, /^First water/);
    await expect(step(page)).toHaveText(/^Pour to \d+ g$/);
    await wind(page, 60);
    await expect(step(page)).toHaveText("Stir, then leave it");
    await expect(page.getByTestId("then")).toContainText("at 5:00 Press, with an arm's weight");
    await wind(page, 244);
    await expect(step(page)).toHaveText("Press, with an arm's weight");
    await expect(page.getByText(/Over a sturdy cup, never thin glass/)).toBeVisible();
    expect(await overflows(page)).toEqual([]);
    await tap(page, "Next");
    await expect(step(page)).toHaveText(/^Weigh it: about \d+ g$/);
    await tap(page, "Next");
    await expect(step(page)).toHaveText(/^Into \d cups?, 220 g each$/);
    await cameOut(page, "780");
    await toBatch(page);
    await expect(brewed(page)).toContainText("780 g");
  });

  test("an iced cup whose bloom is kept apart waits for the hand there, takes it back last, and ends in the log", async ({
    page,
  }) => {
    await saveCard(page, APART);
    await guideOf(page, new URL(page.url()).pathname);
    // Ice is the last thing to get ready.
    await expect(page.getByRole("list", { name: "get ready" }).getByRole("listitem").last()).toContainText(
      "138 g of ice, last",
    );
    await tap(page, /^First water/);
    await expect(step(page)).toHaveText(/^Pour to/);
    await wind(page, 90);
    // No clock goes on while the bloom drips.
    await expect(step(page)).toHaveText(/^Pour to/);
    await expect(page.getByTestId("then")).toContainText("Bloom's cup aside");
    await tap(page, "It has dripped");
    await expect(step(page)).toHaveText("Bloom's cup aside");
    await tapTo(page, /^Brewer off/);
    await wind(page, 60);
    const took = await clock(page).textContent();
    await tapTo(page, /^Pour the bloom/);
    await expect(step(page)).toHaveText("Pour the bloom's cup in");
    await expect(page.getByTestId("then")).toContainText("Swirl until it has melted");
    expect(await overflows(page)).toEqual([]);
    await cameOut(page, "309");
    await toBatch(page);
    await expect(brewed(page)).toContainText("309 g");
    await expect(brewed(page)).toContainText(took ?? "");
    await expect(brewed(page)).toContainText("138 g");
  });

  test("a concentrate steeps a day, is weighed, labelled, and in the log", async ({ page }) => {
    await page.goto(APART);
    await choose(page, "made by", "concentrate, steeped cold");
    await expect(page.getByTestId("steep")).toContainText("of cold water for 16 hours");
    // Its link follows a moment later.
    await expect(page).toHaveURL(/method%3Asteep|method:steep/);
    await saveCard(page, page.url());
    await guideOf(page, new URL(page.url()).pathname);
    await tap(page, /^First water/);
    await expect(step(page)).toHaveText(/^Pour to \d+ g$/);
    await tapTo(page, /^Stir once/);
    await expect(page.getByTestId("then")).toContainText("at 16:00:00");
    // The page was closed over night, and opened in the morning.
    await page.clock.fastForward("16:00:10");
    await wind(page, 4);
    await expect(step(page)).toHaveText("Drain it through a clean filter");
    await tapTo(page, /^Weigh it/);
    await expect(page.getByTestId("then")).toContainText("Lid on, label it");
    await cameOut(page, "260");
    await toBatch(page);
    await expect(brewed(page)).toContainText("260 g");
  });
});

test("two at once: the most urgent stands first, and another tablet takes one over", async ({
  page,
  browser,
  baseURL,
  context,
}) => {
  await context.addCookies([{ name: "site", value: ROPE_LOFT, url: baseURL! }]);
  await guideOf(page, handCard);
  const first = page.url();
  await page.getByRole("button", { name: /^First water/ }).click();
  await expect(step(page)).toHaveText(/^Pour to/);
  await page.goto(handCard);
  await page.getByRole("button", { name: "Brew it, step by step" }).click();
  await expect(page).toHaveURL(/\/guide\//);
  await expect(page).not.toHaveURL(first);
  const strip = page.getByRole("navigation", { name: "guides that run" });
  await expect(strip.getByRole("link").first()).toContainText(/in 0:\d\d: Pour on|now: Pour on/);
  await expect(strip.getByRole("link").filter({ hasText: "getting ready" })).toHaveCount(1);

  const tablet = await browser.newContext({
    storageState: await signedInState(browser, baseURL ?? "", "barista"),
  });
  await tablet.addCookies([{ name: "site", value: ROPE_LOFT, url: baseURL! }]);
  const other = await pageIn(tablet);
  await other.goto(new URL(first).pathname);
  await expect(step(other)).toHaveText(/^Pour/);
  await endsWith(other, "301");
  // The other tablet hears of it.
  await expect(strip).toHaveCount(0);
  await page.getByRole("button", { name: /^First water/ }).click();
  await endsWith(page, "297");
  await tablet.close();
});

/** Taps a brew through to its end, and to its batch in the log. */
async function endsWith(page: Page, grams: string): Promise<void> {
  await goOnTo(page, /Brewer off/);
  await page.getByLabel("came out").fill(grams);
  await page.getByLabel("came out").press("Enter");
  await page.getByText(/far from its forecast/).click();
  await page.getByRole("button", { name: "Keep it in the log" }).click();
  await page.getByRole("link", { name: "To the batch" }).click();
  await expect(page.getByRole("region", { name: "As it was brewed" })).toContainText(`${grams} g`);
}

test.describe("without the network", () => {
  test.use({ silent: false });

  test("a brew goes on from start to end, is kept on the device, and is in the log once when it is back", async ({
    page,
    context,
    baseURL,
  }) => {
    await context.addCookies([{ name: "site", value: ROPE_LOFT, url: baseURL! }]);
    await guideOf(page, handCard);
    await page.getByRole("button", { name: /^First water/ }).click();
    await expect(step(page)).toHaveText(/^Pour to/);
    await wind(page, 12);
    await page.reload();
    // Loaded anew in the middle it is where it was.
    await expect(step(page)).toHaveText(/^Pour to/);
    // All that it fetches beside the page is there.
    const scripts = () =>
      page.evaluate(
        () => performance.getEntriesByType("resource").filter(({ name }) => name.includes("/_next/")).length,
      );
    await expect(async () => {
      const before = await scripts();
      await page.waitForTimeout(1500);
      expect(await scripts()).toBe(before);
    }).toPass();
    await context.setOffline(true);
    await goOnTo(page, /^Brewer off$/);
    await page.getByLabel("came out").fill("251");
    await page.getByLabel("came out").press("Enter");
    await page.getByText(/far from its forecast/).click();
    const ends = page.waitForRequest((request) => request.url().endsWith("/end"));
    await page.getByRole("button", { name: "Keep it in the log" }).click();
    await expect(page.getByRole("region", { name: "It is in the log" })).toContainText("kept on this device");
    await expect(page.getByRole("status").filter({ hasText: "to send" })).toBeVisible();
    await context.setOffline(false);
    await wind(page, 10);
    // The recording begins before the reload.
    const [tape] = (await ends).postDataJSON().tapes;
    expect(tape.fromS).toBeLessThan(4);
    await page.getByRole("link", { name: "To the batch" }).click();
    await expect(page.getByRole("region", { name: "As it was brewed" })).toContainText("251 g");
    await page.goto("/log");
    await expect(
      page.getByRole("table", { name: "batches" }).getByText("251 g", { exact: true }),
    ).toHaveCount(1);
  });
});

test.describe("a trainee", () => {
  test.use({ as: "trainee" });

  test("sees a guide, and steers none", async ({ page, context, baseURL, browser }) => {
    const lead = await browser.newContext({
      storageState: await signedInState(browser, baseURL ?? "", "lead"),
    });
    await lead.addCookies([{ name: "site", value: ROPE_LOFT, url: baseURL! }]);
    const tablet = await pageIn(lead);
    await tablet.goto(handCard);
    await tablet.getByRole("button", { name: "Brew it, step by step" }).click();
    await expect(tablet).toHaveURL(/\/guide\//);
    await context.addCookies([{ name: "site", value: ROPE_LOFT, url: baseURL! }]);
    await page.goto(new URL(tablet.url()).pathname);
    await expect(page.getByRole("list", { name: "get ready" })).toBeVisible();
    await page.keyboard.press("Space");
    await expect(page.getByRole("button", { name: /^First water/ })).toBeDisabled();
    await expect(page.getByRole("button", { name: "Leave this brew" })).toHaveCount(0);
    await leave(tablet);
    await lead.close();
  });
});

test.describe("when it went wrong", () => {
  test.use({ as: "barista" });

  test("one figure says the move that saves most, with the strength that follows", async ({ page }) => {
    await page.goto(FULMAR_CARD);
    await page.getByRole("link", { name: "Something went wrong" }).click();
    await page.getByRole("radio", { name: "water left in the tank" }).click();
    await expect(page.getByText(/Never lift the basket while water stands in it/)).toBeVisible();
    await page.getByLabel("water still in the tank").fill("900");
    await page.getByLabel("water still in the tank").press("Enter");
    await expect(page.getByTestId("best")).toHaveText("Run the 900 g that are left through the bed.");
    await expect(page.getByRole("list", { name: "other moves" })).toContainText(/Add \d{3} g of water/);
    expect(await seriousFaults(page)).toEqual([]);

    await page.getByRole("radio", { name: "cooked on the plate" }).click();
    await page.getByLabel(/it evaporated/).fill("210");
    await page.getByLabel(/it evaporated/).press("Enter");
    await expect(page.getByTestId("best")).toHaveText("Pour it away, and brew it again.");

    await page.getByRole("radio", { name: "spilt", exact: true }).click();
    await page.getByLabel("spilt", { exact: true }).last().fill("19000");
    await page.keyboard.press("Enter");
    await expect(
      page.getByRole("alert").filter({ hasText: "Nothing would be left of this pot" }),
    ).toBeVisible();
  });
});
