import type { Page } from "@playwright/test";
import { choose, expect, overflows, pageIn, seriousFaults, signedInState, test } from "./page.ts";

test.describe.configure({ mode: "serial" });

const panel = (page: Page, name: string) => page.getByRole("region", { name, exact: true });
const left = (page: Page, name: string) => panel(page, name).getByTestId("left");
const shelf = (page: Page) => page.getByRole("complementary", { name: "Pot shelf" });
const dialog = (page: Page) => page.getByRole("dialog");
const WHITE = "pot 2.05 l, white";
const BLUE = "pot 2.05 l, blue";

/** One of the acts in a pot's menu. */
async function act(page: Page, pot: string, verb: string): Promise<void> {
  await panel(page, pot)
    .getByRole("button", { name: `more of ${pot}` })
    .tap();
  await page.getByRole("menuitem", { name: verb }).tap();
}

async function pourAway(page: Page, pot: string, reason: string): Promise<void> {
  await panel(page, pot)
    .getByRole("button", { name: `Pour away ${pot}` })
    .tap();
  await page.getByRole("menuitem", { name: reason }).tap();
  await expect(left(page, pot)).toHaveCount(0);
}

test.describe("a barista, by touch", () => {
  test.use({ as: "barista", hasTouch: true });

  test("fills a pot, serves, weighs, moves it, pours it away, and takes that back; another tablet follows", async ({
    page,
    browser,
    baseURL,
  }) => {
    await page.goto("/bar");
    const other = await pageIn(
      await browser.newContext({ storageState: await signedInState(browser, baseURL ?? "", "trainee") }),
    );
    await other.goto("/scale");
    await expect(shelf(other)).toContainText(`${WHITE}empty`);
    await pourAway(page, BLUE, "too old");

    await panel(page, WHITE).getByRole("button", { name: "Fill by hand" }).tap();
    await dialog(page).getByLabel("how much").fill("1800");
    await dialog(page).getByRole("button", { name: "It is in the pot" }).tap();
    await expect(left(page, WHITE)).toHaveText("1\u202f800 g");
    await expect(shelf(other)).toContainText(`${WHITE}1\u202f800 g`);

    // A cup of 240 ml is filled with 220 g.
    await panel(page, WHITE).getByRole("button", { name: "Serve one of 240 ml" }).tap();
    await expect(left(page, WHITE)).toHaveText("1\u202f580 g");
    await act(page, WHITE, "Weigh what is left");
    await dialog(page).getByRole("button", { name: "So much is left" }).tap();
    await expect(dialog(page)).toContainText("Weigh it first.");
    await dialog(page).getByLabel("coffee in it, weighed").fill("1500");
    await page.keyboard.press("Enter");
    await expect(dialog(page)).toContainText("80 g went without a tap");
    await dialog(page).getByRole("button", { name: "So much is left" }).tap();
    await expect(left(page, WHITE)).toHaveText("1\u202f500 g");

    await act(page, WHITE, "Move it to another pot");
    await choose(page, "another pot", BLUE);
    await dialog(page).getByRole("button", { name: "It is moved" }).tap();
    await expect(left(page, BLUE)).toHaveText("1\u202f500 g");
    await expect(left(page, WHITE)).toHaveCount(0);

    await panel(page, BLUE).getByRole("button", { name: "Serve one of 350 ml" }).tap();
    // 325 g go into a cup of 350 ml.
    const afterIt = "1\u202f175 g";
    await expect(left(page, BLUE)).toHaveText(afterIt);
    await pourAway(page, BLUE, "does not taste right");
    await page.getByRole("button", { name: "Undo" }).last().tap();
    await expect(left(page, BLUE)).toHaveText(afterIt);
    await expect(shelf(other)).toContainText(`${BLUE}${afterIt}`);
    await page.reload();
    await expect(left(page, BLUE)).toHaveText(afterIt);
    expect(await seriousFaults(page)).toEqual([]);
    await other.context().close();
  });

  test("two taps at once are asked about, and one is taken back", async ({ page }) => {
    await page.goto("/bar");
    const before = (await left(page, BLUE).textContent()) ?? "";
    const grams = Number(before.replace(/\D/g, ""));
    const cup = panel(page, BLUE).getByRole("button", { name: "Serve one of 240 ml" });
    await cup.evaluate((button: HTMLElement) => {
      button.click();
      button.click();
    });
    await expect(left(page, BLUE)).toHaveText(`${grams - 440} g`);
    await page.getByRole("button", { name: "It was one" }).tap();
    await expect(left(page, BLUE)).toHaveText(`${grams - 220} g`);
  });

  test("fresh coffee on a rest is asked about first; a card's pot is filled with what the card says", async ({
    page,
  }) => {
    await page.goto("/bar");
    await act(page, BLUE, "Top it up");
    await expect(dialog(page)).toContainText("better not");
    await dialog(page).getByRole("button", { name: "Cancel" }).tap();
    await page.goto("/cards/0190a5c0-0000-7000-8000-000000000601");
    await page.getByRole("button", { name: "It is brewing" }).tap();
    await expect(shelf(page)).toContainText(/brewing, done in \d+ min/);
    await page.getByRole("button", { name: "In the pot" }).tap();
    await expect(dialog(page)).toContainText("stand in it");
    await dialog(page).getByRole("button", { name: "Pour the rest away, then fill" }).tap();
    await expect(shelf(page)).toContainText(/pot 2.05 l, blue1\u202f8\d\d g, 0 min/);
    await page.goto("/bar");
    await expect(panel(page, BLUE)).toContainText("Saltmarsh, hot");
  });

  test("a pot's page tells its life, and what happened there can be undone", async ({ page }) => {
    await page.goto("/bar");
    await panel(page, BLUE).getByRole("button", { name: "Serve one of 470 ml" }).tap();
    await page.getByRole("link", { name: `${BLUE}: its page` }).tap();
    await expect(page.getByRole("heading", { name: BLUE })).toBeVisible();
    await expect(page.getByRole("region", { name: "What stands in it" })).toContainText("1 cup");
    await page.getByRole("button", { name: /^Undo ?: 1 × 470 ml served/ }).tap();
    await expect(page.getByRole("region", { name: "What stands in it" })).toContainText("0 cups");
    expect(await seriousFaults(page)).toEqual([]);
  });
});

test.describe("a trainee", () => {
  test.use({ as: "trainee" });
  test("sees what stands there, and is told who serves", async ({ page }) => {
    await page.goto("/bar");
    await expect(left(page, BLUE)).toBeVisible();
    await expect(page.getByRole("main")).toContainText("Serving from a pot is for a lead or a barista");
    await expect(page.getByRole("button", { name: /Serve one/ })).toHaveCount(0);
  });
});

test("with a token a till sells out of the oldest pot of its product", async ({ page }) => {
  await page.goto("/bar");
  const before = (await panel(page, "dispenser 3.1 l, left").getByTestId("left").textContent()) ?? "";
  const sale = {
    id: crypto.randomUUID(),
    coffee: "Saltmarsh",
    serve: "hot",
    cupMl: 240,
    count: 1,
    at: "2026-07-14T08:29:00Z",
  };
  const sent = await page.request.post("/api/v1/sales", { data: { sales: [sale] } });
  expect(await sent.json()).toEqual({ kept: 1 });
  await expect(panel(page, "dispenser 3.1 l, left").getByTestId("left")).not.toHaveText(before);
  const refused = await page.request.post("/api/v1/sales", {
    data: { sales: [{ ...sale, id: crypto.randomUUID(), coffee: "Puffin" }] },
  });
  expect(refused.status()).toBe(422);
  expect((await refused.json()).error).toMatchObject({ code: "badInput", fields: ["sales.0.coffee"] });
});

test.describe("a barista in service", () => {
  test.use({ as: "barista", hasTouch: true });

  test("is told what to brew when the pots are low, starts it by one tap, and takes it back", async ({
    page,
  }) => {
    await page.goto("/bar");
    const todo = page.getByRole("list", { name: "to do now" });
    await expect(panel(page, "To do now")).toContainText(/likely/, { timeout: 90_000 });
    const { pots } = (await (await page.request.get("/api/v1/bar")).json()) as {
      pots: { id: string; standing: { serve: string } | null }[];
    };
    const hot = pots.filter(({ standing }) => standing?.serve === "hot");
    const send = (events: readonly object[]) =>
      page.request.post("/api/v1/bar/events", { data: { sentAt: new Date().toISOString(), events } });
    const at = new Date().toISOString();
    const poured = hot.map(({ id }) => ({
      kind: "pouredAway",
      id: crypto.randomUUID(),
      at,
      vesselId: id,
      reason: "closing",
    }));
    if (poured.length > 0) expect((await send(poured)).ok()).toBe(true);

    // Half past nine, and nothing hot stands there.
    const row = todo
      .getByRole("listitem")
      .filter({ hasText: /Brew Saltmarsh, hot/ })
      .first();
    await expect(row).toContainText(/into .*: \d+ g, \d+ cups of/, { timeout: 90_000 });
    await expect(row.getByRole("link", { name: "Its card" })).toHaveAttribute("href", /\/cards\//);
    const begun = row.getByRole("button", { name: /It is brewing/ });
    for (const side of ["height", "width"] as const)
      expect((await begun.boundingBox())![side]).toBeGreaterThanOrEqual(48);
    await begun.tap();
    await expect(page.getByText(/is brewing into/)).toBeVisible();
    // Its brewer is taken, so that no other hot batch is asked for.
    await expect(todo.getByRole("listitem").filter({ hasText: /Brew Saltmarsh, hot/ })).toHaveCount(0);
    await expect(panel(page, "To do now")).toContainText(/likely/);
    await page.getByRole("button", { name: "Undo" }).tap();
    await expect(row).toBeVisible({ timeout: 90_000 });
    const back = poured.map(({ id }) => ({ kind: "undone", id: crypto.randomUUID(), at, eventId: id }));
    if (back.length > 0) expect((await send(back)).ok()).toBe(true);
  });
});

test.describe("a rush on a phone", () => {
  test.use({ as: "barista", hasTouch: true, isMobile: true, viewport: { width: 390, height: 844 } });

  test("forty taps are forty cups; the level is set, the pot poured away, and the day's account has it all", async ({
    page,
  }) => {
    test.setTimeout(300_000);
    await page.goto("/bar");
    const soldCups = async () => {
      const { products } = await account(page);
      return products.reduce((sum, product) => sum + product, 0);
    };
    await pourAwayIfThere(page, WHITE);
    await panel(page, WHITE).getByRole("button", { name: "Fill by hand" }).tap();
    await dialog(page).getByLabel("how much").fill("2000");
    await dialog(page).getByRole("button", { name: "It is in the pot" }).tap();
    await expect(left(page, WHITE)).toHaveText("2\u202f000 g");
    const before = await soldCups();

    // Eight cups of 220 g, and 32 more than were in it: counted, and told as odd.
    const cup = panel(page, WHITE).getByRole("button", { name: "Serve one of 240 ml" });
    for (const side of ["height", "width"] as const)
      expect((await cup.boundingBox())![side]).toBeGreaterThanOrEqual(48);
    for (let i = 0; i < 8; i++) await cup.tap();
    await expect(left(page, WHITE)).toHaveText("240 g");
    for (let i = 0; i < 32; i++) await cup.tap();
    await expect(left(page, WHITE)).toHaveText("empty by count");
    await expect(page.getByTestId("line to the house")).not.toContainText("to send", { timeout: 60_000 });
    await expect.poll(soldCups, { timeout: 60_000 }).toBe(before + 40);
    await expect(page.getByRole("list", { name: "does not fit together" })).toContainText(
      "more than was in it",
    );

    // It was not empty: its level is set by hand, up to where it stands.
    const level = page.getByRole("slider", { name: `what is left in ${WHITE}` });
    await level.focus();
    for (let i = 0; i < 4; i++) await page.keyboard.press("ArrowUp");
    await expect(left(page, WHITE)).toHaveText("200 g");
    await act(page, WHITE, "Half of it is left");
    await expect(left(page, WHITE)).toHaveText(/^9\d\d g|1\u202f0\d\d g$/);
    const rest = (await left(page, WHITE).textContent())!;
    await pourAway(page, WHITE, "closing");
    await page.goto("/shift/after");
    await expect(page.getByRole("region", { name: "Where the waste came from" })).toContainText(
      new RegExp(`${WHITE}: .*${rest}, 0 min old`),
    );
    expect(await overflows(page)).toEqual([]);
  });

  test("opening is checked off, on every device, and one is taken back", async ({ page }) => {
    await page.goto("/bar");
    await page.getByText("Opening").tap();
    const opening = page.getByRole("list", { name: "Opening" });
    const item = opening.getByRole("checkbox", { name: "filters" });
    expect((await item.boundingBox())!.height).toBeGreaterThanOrEqual(48);
    await item.tap();
    await expect(item).toBeChecked();
    await expect(page.getByText("1 of 6 done")).toBeVisible();
    await page.reload();
    await page.getByText("Opening").tap();
    await expect(item).toBeChecked();
    await item.tap();
    await expect(item).not.toBeChecked();
    await page.getByText("Closing").tap();
    const closing = page.getByRole("list", { name: "Closing" });
    await closing.getByLabel("how much is left").fill("Saltmarsh 6 kg");
    await page.keyboard.press("Enter");
    await expect(closing.getByRole("checkbox", { name: "what is left of the coffee" })).toBeChecked();
    expect(await seriousFaults(page)).toEqual([]);
  });
});

/** Cups that were sold today by each product, as the house answers. */
async function account(page: Page): Promise<{ readonly products: readonly number[] }> {
  const { sales } = await (await page.request.get("/api/v1/sales?day=2026-07-14")).json();
  return { products: (sales as { count: number }[]).map(({ count }) => count) };
}

async function pourAwayIfThere(page: Page, pot: string): Promise<void> {
  if ((await left(page, pot).count()) > 0) await pourAway(page, pot, "closing");
}
