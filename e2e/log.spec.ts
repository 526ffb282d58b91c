import { readFile } from "node:fs/promises";
import { choose, expect, overflows, pageIn, seriousFaults, test } from "./page.ts";

test.describe.configure({ mode: "serial" });
test.use({ as: "barista" });

test("a batch in five fields, corrected, found by its link, and taken out again", async ({ page }) => {
  await page.goto("/log");
  // Batches of the same minute may stand above it.
  const row = page.getByRole("row").filter({ hasText: "Kittiwake" }).filter({ hasText: "5:20" }).first();
  await page.getByRole("button", { name: "Log a batch" }).click();
  const log = page.getByRole("button", { name: "Log it" });
  const form = page.locator("form").filter({ has: log });
  await choose(form, "coffee", "Kittiwake");
  await choose(form, "brewed on", "Turnstone");
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
  await expect(row).toContainText("Ida Quill");

  await row.getByRole("button", { name: /Correct/ }).click();
  await page.getByLabel("came out").fill("1360");
  await page.getByRole("button", { name: "Correct it" }).click();
  await expect(page.getByRole("button", { name: "Correct it" })).toBeHidden();
  await expect(row).toContainText("1\u202f360 g");

  await choose(page, "of", "Kittiwake");
  await choose(page, "brewed on", "Turnstone");
  await expect(page).toHaveURL(/coffee=/);
  await expect(page).toHaveURL(/brewer=/);
  await expect(page.getByRole("row").filter({ hasText: "Saltmarsh" })).toHaveCount(0);
  const files = page.getByRole("button", { name: "Columns and file of batches" });
  await files.click();
  const csv = await page.request.get(
    (await page.getByRole("link", { name: "The newest 10,000 that fit as CSV" }).getAttribute("href")) ?? "",
  );
  expect(await csv.text()).toContain("'=1+1");
  await page.keyboard.press("Escape");
  expect(await overflows(page)).toEqual([]);

  await row.getByRole("button", { name: /Correct/ }).click();
  await page.getByRole("button", { name: "Take it out of the log" }).click();
  await expect(page.getByText("Nothing is logged that fits.")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(row).toContainText("Kittiwake");
  await row.getByRole("button", { name: /Correct/ }).click();
  await page.getByRole("button", { name: "Take it out of the log" }).click();
  await expect(page.getByText("Nothing is logged that fits.")).toBeVisible();
});

test("from the door to today's card in a tap, and the pot logged from it by two figures and a tap", async ({
  page,
}) => {
  await page.goto("/");
  await expect(page).toHaveURL(/\/shift/);
  await expect(page.getByText(/^\d of \d brewed$/).first()).toBeVisible();
  const line = page.getByRole("main").getByRole("listitem").filter({ hasText: "202 g" }).first();
  await line.getByRole("link").first().click();
  const card = page.getByRole("article");
  await expect(card).toContainText("202 g");
  await expect(card).toContainText("3.3 l");

  // Once more on the list, and its own sheet opened again.
  await page.getByRole("button", { name: "Onto today's list" }).click();
  await expect(page.getByText("On today's list, 5 times now.")).toBeVisible();
  await expect(page.getByRole("link", { name: "Change it" })).toHaveAttribute("href", /^\/scale\?recipe=/);

  await page.getByRole("link", { name: "Log a batch" }).click();
  await page.getByLabel("came out").fill("2795");
  await page.getByLabel("took").fill("526");
  await expect(page.getByText("read as 5:26")).toBeVisible();
  await page.getByLabel("took").fill("27:00");
  await page.getByRole("button", { name: "Log it" }).click();
  await expect(page.getByRole("main").getByRole("alert").first()).toContainText(/is forecast: is that right/);
  await expect(page.getByRole("checkbox", { name: "it was so" })).not.toBeChecked();
  await page.getByLabel("took").fill("526");
  // A notice that fades has half its colour.
  await expect(page.getByText("On today's list, 5 times now.")).toBeHidden();
  expect(await seriousFaults(page)).toEqual([]);
  // The page without its card comes late: what was opened meanwhile stays open.
  let comes = () => {};
  const waits = new Promise<void>((resolve) => {
    comes = resolve;
  });
  const late = (url: URL) =>
    url.pathname === "/log" && url.searchParams.has("_rsc") && !url.searchParams.has("card");
  await page.route(late, async (route) => {
    await waits;
    await route.continue();
  });
  await page.getByRole("button", { name: "Log it" }).click();
  await expect(page.getByRole("button", { name: "Log it" })).toBeHidden();
  const row = page.getByRole("row").filter({ hasText: "5:26" }).first();
  await expect(row).toContainText("Saltmarsh");
  await expect(row).toContainText(/Chough 1\d/);

  // Another like it, with a look at the bed and a sip.
  await row.getByRole("button", { name: /^Again/ }).click();
  await expect(page.getByTestId("like-another")).toContainText("Saltmarsh on Fulmar");
  const came = page.waitForResponse((response) => late(new URL(response.url())));
  comes();
  await came;
  await expect(page).toHaveURL(/\/log$/);
  await page.getByLabel("came out").fill("2805");
  await page.getByLabel("took").fill("531");
  await page
    .getByRole("radiogroup", { name: "bed", exact: true })
    .getByRole("radio", { name: "flat" })
    .click();
  await page.getByRole("button", { name: "thin" }).click();
  await page.getByRole("button", { name: "Log it" }).click();
  await expect(page.getByRole("button", { name: "Log it" })).toBeHidden();
  const another = page.getByRole("rowgroup").filter({ hasText: "5:31" }).first();
  await expect(another).toContainText("202 g");
  await expect(another).toContainText("bed flat; thin");
  await another.getByRole("button", { name: /Correct/ }).click();
  await page.getByRole("button", { name: "Take it out of the log" }).click();
  await expect(another).toBeHidden();

  await row.getByRole("button", { name: /Correct/ }).click();
  await page.getByRole("button", { name: "Take it out of the log" }).click();
  await expect(row).toBeHidden();
});

test("the list goes back through eight weeks, page by page", async ({ page }) => {
  await page.goto("/log");
  await expect(page.getByRole("row").nth(40)).toBeVisible();
  const last = await page.getByRole("row").nth(40).textContent();
  await page.getByRole("link", { name: "Older ones" }).click();
  await expect(page).toHaveURL(/before=/);
  await expect(page.getByRole("row").nth(1)).not.toHaveText(last ?? "");
});

test("the list is sorted by a head, sent as a link, walked by the keyboard, narrowed to its columns and saved", async ({
  page,
  browser,
}) => {
  await page.goto("/log");
  const table = page.getByRole("table", { name: "batches" });
  const strengths = async (list = table) =>
    (await list.locator("tbody > tr:first-child > td:nth-child(10)").allTextContents())
      .filter((text) => text !== "")
      .map(Number.parseFloat);
  await table.getByRole("button", { name: "strength" }).click();
  await expect(page).toHaveURL(/sort=strength/);
  await table.getByRole("button", { name: "strength" }).click();
  await expect(page).toHaveURL(/sort=-strength/);
  await expect(table.getByRole("columnheader", { name: "strength" })).toHaveAttribute(
    "aria-sort",
    "descending",
  );
  const sorted = await strengths();
  expect(sorted.length).toBeGreaterThan(3);
  expect(sorted).toEqual(sorted.toSorted((a, b) => b - a));

  const another = await browser.newContext({ storageState: await page.context().storageState() });
  const other = await pageIn(another);
  await other.goto(page.url());
  await expect.poll(() => strengths(other.getByRole("table", { name: "batches" }))).toEqual(sorted);
  await another.close();

  const first = table.locator("tbody").first().getByRole("link");
  await first.focus();
  await page.keyboard.press("ArrowDown");
  await expect(table.locator("tbody").nth(1).getByRole("link")).toBeFocused();
  await page.keyboard.press("ArrowUp");
  await expect(first).toBeFocused();

  await page.getByRole("button", { name: "Columns and file of batches" }).click();
  await page.getByRole("checkbox", { name: "who", exact: true }).uncheck();
  await expect(table.getByRole("columnheader", { name: "who" })).toHaveCount(0);
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save what is shown as CSV" }).click();
  const file = (await readFile(await (await download).path(), "utf8")).split("\r\n");
  expect(file[0]).toMatch(/^when,coffee,brewed on,.*strength,liked$/);
  expect(Number.parseFloat(file[1]?.split(",").at(-2) ?? "")).toBe(sorted[0]);
  // Kept on the device.
  await page.reload();
  await expect(table.getByRole("columnheader", { name: "liked" })).toBeVisible();
  await expect(table.getByRole("columnheader", { name: "who" })).toHaveCount(0);
});

test("on a device that is full a form stands as it is typed", async ({ page }) => {
  await page.addInitScript(() => {
    const { setItem } = Storage.prototype;
    Storage.prototype.setItem = function (key, text) {
      if (key.startsWith("tumbek.draft.")) throw new DOMException("full", "QuotaExceededError");
      setItem.call(this, key, text);
    };
  });
  await page.goto("/log");
  await page.getByRole("button", { name: "Log a batch" }).click();
  await page.getByLabel("dose").fill("3×62");
  await page.getByLabel("came out").fill("2600");
  await expect(page.getByLabel("dose")).toHaveValue("3×62");
  expect(
    await page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith("tumbek.draft."))),
  ).toEqual([]);
});

test("what is half typed in a long form is there after a reload, and leaving it is asked about", async ({
  page,
}) => {
  await page.goto("/log");
  await page.getByRole("button", { name: "Log a batch" }).click();
  await page.getByLabel("dose").fill("3×62");
  await page.getByText("More about it").click();
  await page.getByLabel("note").fill("half way");
  let questions = 0;
  page.on("dialog", (dialog) => {
    questions += 1;
    void (dialog.type() === "beforeunload" ? dialog.accept() : dialog.dismiss());
  });
  await page.getByRole("link", { name: "Recipes" }).click();
  await expect.poll(() => questions).toBe(1);
  await expect(page).toHaveURL(/\/log/);
  await page.reload();
  await page.getByRole("button", { name: "Log a batch" }).click();
  await expect(page.getByText("As you left it")).toBeVisible();
  await expect(page.getByLabel("dose")).toHaveValue("3×62");
  await page.getByRole("button", { name: "Begin anew" }).click();
  await expect(page.getByLabel("dose")).toHaveValue("");
  await expect(page.getByLabel("note")).toHaveValue("");
});
