import { expect, overflows, seriousFaults, test } from "./page.ts";

test.describe.configure({ mode: "serial" });
test.use({ as: "barista" });

test("a batch in five fields, corrected, found by its link, and taken out again", async ({ page }) => {
  await page.goto("/log");
  const rows = page.getByRole("row");
  await page.getByRole("button", { name: "Log a batch" }).click();
  const log = page.getByRole("button", { name: "Log it" });
  await page.getByLabel("coffee", { exact: true }).selectOption("Kittiwake");
  await page.getByLabel("brewed on", { exact: true }).first().selectOption("Turnstone");
  await page.getByLabel("dose").fill("98 g");
  await page.getByLabel("hot water").fill("1.568 l");
  await page.getByLabel("came out").fill("1700");
  await log.click();
  const alert = page.getByRole("main").getByRole("alert");
  await expect(alert).toContainText("Do you mean 1.568");
  await page.getByLabel("hot water").fill("1568");
  await log.click();
  await expect(alert).toContainText("More came out than water and ice went in");
  await page.getByLabel("came out").fill("1366");
  await page.getByText("More about it").click();
  await page.getByLabel("took").fill("5:20");
  await page.getByLabel("note").fill("=1+1");
  expect(await seriousFaults(page)).toEqual([]);
  await log.click();
  await expect(log).toBeHidden();
  await expect(rows.nth(1)).toContainText("Kittiwake");
  await expect(rows.nth(1)).toContainText("5:20");
  await expect(rows.nth(1)).toContainText("Ida Quill");

  await rows
    .nth(1)
    .getByRole("button", { name: /Correct/ })
    .click();
  await page.getByLabel("came out").fill("1360");
  await page.getByRole("button", { name: "Correct it" }).click();
  await expect(page.getByRole("button", { name: "Correct it" })).toBeHidden();
  await expect(rows.nth(1)).toContainText("1\u202f360 g");

  const filters = page.getByRole("region", { name: "Batches" });
  await filters.getByLabel("coffee").selectOption("Kittiwake");
  await filters.getByRole("button", { name: "Show" }).click();
  await expect(page).toHaveURL(/coffee=/);
  await expect(page.getByRole("row").filter({ hasText: "Saltmarsh" })).toHaveCount(0);
  const csv = await page.request.get(
    (await page.getByRole("link", { name: "The newest 10,000 of these as CSV" }).getAttribute("href")) ?? "",
  );
  expect(await csv.text()).toContain("'=1+1");
  expect(await overflows(page)).toEqual([]);

  await rows
    .nth(1)
    .getByRole("button", { name: /Correct/ })
    .click();
  await page.getByRole("button", { name: "Take it out of the log" }).click();
  await expect(page.getByText("Nothing is logged that fits.")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(rows.nth(1)).toContainText("Kittiwake");
  await rows
    .nth(1)
    .getByRole("button", { name: /Correct/ })
    .click();
  await page.getByRole("button", { name: "Take it out of the log" }).click();
  await expect(page.getByText("Nothing is logged that fits.")).toBeVisible();
});

test("the list goes back through eight weeks, page by page", async ({ page }) => {
  await page.goto("/log");
  await expect(page.getByRole("row").nth(40)).toBeVisible();
  const last = await page.getByRole("row").nth(40).textContent();
  await page.getByRole("link", { name: "Older ones" }).click();
  await expect(page).toHaveURL(/before=/);
  await expect(page.getByRole("row").nth(1)).not.toHaveText(last ?? "");
});
