import type { Page } from "@playwright/test";
import { choose, expect, seriousFaults, signedInState, test } from "./page.ts";

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
    const other = await (
      await browser.newContext({ storageState: await signedInState(browser, baseURL ?? "", "trainee") })
    ).newPage();
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
    const afterIt = await left(page, BLUE).textContent();
    await pourAway(page, BLUE, "does not taste right");
    await page.getByRole("button", { name: "Undo" }).last().tap();
    await expect(left(page, BLUE)).toHaveText(afterIt ?? "");
    await expect(shelf(other)).toContainText(`${BLUE}${afterIt}`);
    await page.reload();
    await expect(left(page, BLUE)).toHaveText(afterIt ?? "");
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
