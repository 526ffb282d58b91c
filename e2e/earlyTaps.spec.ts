import type { Page } from "@playwright/test";
import { DEMO, expect, signedInState, test } from "./page.ts";

/** A page whose own scripts come late: it is seen long before it listens. */
async function slowly(page: Page, path: string) {
  let release = () => {};
  const held = new Promise<void>((resolve) => {
    release = resolve;
  });
  await page.route("**/_next/static/**/*.js", async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(path, { waitUntil: "commit" });
  const listens = () =>
    page
      .locator("button")
      .first()
      .evaluate((element) => Object.keys(element).some((key) => key.startsWith("__reactProps$")));
  return { letGo: release, listens };
}

test.describe("before the page listens", () => {
  test.use({ as: "nobody" });

  test("a tap and a PIN at the door are not lost", async ({ browser, baseURL }) => {
    const context = await browser.newContext({ baseURL: baseURL ?? "" });
    const page = await context.newPage();
    const { letGo, listens } = await slowly(page, "/sign-in");
    await page.getByRole("listitem").getByRole("button", { name: DEMO.barista.name }).click();
    expect(await listens()).toBe(false);
    await expect(page.getByLabel(`PIN of ${DEMO.barista.name}`)).toBeHidden();
    letGo();
    await expect(page.getByLabel(`PIN of ${DEMO.barista.name}`)).toBeVisible();
    await context.close();
  });

  test("letters typed into a list's search narrow it, and a unit is changed", async ({
    browser,
    baseURL,
  }) => {
    const storageState = await signedInState(browser, baseURL ?? "", "lead");
    const context = await browser.newContext({ baseURL: baseURL ?? "", storageState });
    const page = await context.newPage();
    const recipes = await slowly(page, "/recipes");
    await page.getByLabel("find", { exact: true }).pressSequentially("slack");
    expect(await recipes.listens()).toBe(false);
    recipes.letGo();
    await expect(page.getByRole("link", { name: "Slack water" })).toBeVisible();
    await expect(page.getByRole("link", { name: "Loft cone" })).toBeHidden();
    await expect(page.getByLabel("find", { exact: true })).toHaveValue("slack");

    const scale = await slowly(page, "/scale");
    await page.getByRole("radio", { name: "weight in oz" }).click();
    expect(await scale.listens()).toBe(false);
    scale.letGo();
    await expect(page.getByRole("group", { name: "coffee", exact: true })).toContainText("7.13 oz");
    await context.close();
  });

  test("a form that is sent with Enter is sent once, and nothing typed is lost", async ({
    browser,
    baseURL,
  }) => {
    const storageState = await signedInState(browser, baseURL ?? "", "lead");
    const context = await browser.newContext({ baseURL: baseURL ?? "", storageState });
    const page = await context.newPage();
    const me = await slowly(page, "/me");
    await page.getByLabel("new PIN or passphrase").fill("12");
    await page.getByLabel("new PIN or passphrase").press("Enter");
    expect(await me.listens()).toBe(false);
    me.letGo();
    await expect(page.getByRole("alert").first()).toBeVisible();
    await expect(page.getByLabel("new PIN or passphrase")).toHaveValue("12");
    await context.close();
  });
});
