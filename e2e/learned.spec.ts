import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Browser, Page } from "@playwright/test";
import { choose, expect, fromMenu, openAnswers, pageIn, plate, signedInState, test } from "./page.ts";

test.describe.configure({ mode: "serial" });

const BIG_POT = "/scale?pins=yieldG:2850,brewRatio:16&grind=rule";
const learned = (page: Page) => page.getByTestId("learned");
const approvedLine = (page: Page) => page.getByText(/Approved for this pot/);
const wallRow = (page: Page, serve: string, size: string) =>
  page
    .locator(`table[data-serve="${serve}"] tbody`)
    .filter({ hasText: "Fulmar" })
    .locator("tr[data-row]")
    .filter({ has: page.getByRole("rowheader", { name: size, exact: true }) });

interface Pot {
  readonly dose: string;
  readonly dial: string;
  readonly took: string;
  readonly strength: string;
}

/** A pot's line in the log; other journeys brew on dials that begin alike. */
const lineOf = (page: Page, { dose, dial }: Pick<Pot, "dose" | "dial">) =>
  page
    .getByRole("row")
    .filter({ hasText: new RegExp(`Chough ${dial}(?!\\.)`) })
    .filter({ hasText: new RegExp(`${dose}\\sg`) })
    .first();

/** Logs a pot of Saltmarsh on Fulmar, as a barista would who knows all of it. */
async function logPot(page: Page, { dose, dial, took, strength }: Pot): Promise<void> {
  await page.goto("/log");
  await expect(async () => {
    await page.getByRole("button", { name: "Log a batch" }).click();
    await expect(page.getByRole("button", { name: "Log it" })).toBeVisible({ timeout: 2000 });
  }).toPass();
  const form = page.locator("form").filter({ has: page.getByRole("button", { name: "Log it" }) });
  await choose(form, "coffee", "Saltmarsh");
  await choose(form, "brewed on", "Fulmar");
  await form.getByLabel("dose").fill(dose);
  await form.getByLabel("hot water").fill("3229");
  await form.getByLabel("came out").fill("2805");
  await form.getByText("More about it").click();
  await choose(form, "ground on", "Chough");
  await form.getByLabel("at", { exact: true }).fill(dial);
  await form.getByLabel("took").fill(took);
  await form.getByLabel("strength").fill(strength);
  await choose(form, "sampled", "in the glass");
  await choose(form, "in the cup", /^liked/);
  await page.getByRole("button", { name: "Log it" }).click();
  await expect(page.getByRole("button", { name: "Log it" })).toBeHidden();
}

/** What stands on a printed page, with ordinary spaces. */
async function printed(
  page: Page,
  landscape: boolean,
): Promise<{ readonly text: string; readonly pages: number }> {
  const folder = mkdtempSync(join(tmpdir(), "tumbek-print-"));
  const path = join(folder, "page.pdf");
  await page.pdf({ path, preferCSSPageSize: true });
  const run = (program: string, ...args: string[]) => spawnSync(program, args, { encoding: "utf8" }).stdout;
  const text = run("pdftotext", "-layout", path, "-").replace(/[\u00a0\u202f\u2009]/g, " ");
  const info = run("pdfinfo", path);
  rmSync(folder, { recursive: true });
  const [, width = "0", height = "0"] = info.match(/Page size:\s+([\d.]+) x ([\d.]+)/) ?? [];
  expect(Number(width) > Number(height), "the page lies").toBe(landscape);
  return { text, pages: Number(info.match(/Pages:\s+(\d+)/)?.[1]) };
}

test("three pots are logged, one is approved: ladder, card and wall chart change; taken out, they go back", async ({
  page,
}) => {
  await page.goto(BIG_POT);
  await expect(learned(page)).not.toHaveText("");
  await page.getByTestId("sureness").waitFor();
  await page.getByRole("button", { name: "Save as card" }).click();
  const toast = page.getByText(/kept as a card/i);
  await expect(toast).toBeVisible();
  await page.getByRole("button", { name: "Open it" }).click();
  await page.waitForURL(/\/cards\//);
  const card = page.url();
  await expect(page.getByText("As approved")).toHaveCount(0);
  await page.goto("/wall");
  await expect(wallRow(page, "hot", "2.8 l")).toContainText("10.5");

  for (const pot of [
    { dose: "203", dial: "11.5", took: "5:31", strength: "1.33" },
    { dose: "201", dial: "12.5", took: "5:20", strength: "1.29" },
    { dose: "199", dial: "13", took: "5:12", strength: "1.27" },
  ]) {
    await logPot(page, pot);
  }
  const approved = { dose: "199", dial: "13" };
  await lineOf(page, approved).getByRole("link").first().click();
  await expect(page.getByRole("heading", { name: /Saltmarsh on Fulmar/ })).toBeVisible();
  await expect(page.getByText(/It becomes how the house brews/)).toContainText("It retires the one before");
  const batch = page.url();
  await expect(page.getByRole("list", { name: "what would change" })).toContainText("13");
  await page.getByRole("button", { name: /^Approve it, and change/ }).click();
  await expect(page.getByText(/It is the standard now/)).toBeVisible();
  await expect(page.getByText("the standard", { exact: true })).toBeVisible();

  await page.goto(card);
  await expect(page.getByText("As approved: that batch took 5:12 and came out at 1.27 %")).toBeVisible();
  await expect(page.getByRole("article")).toContainText("199 g");
  await page.goto("/wall");
  const row = wallRow(page, "hot", "2.8 l");
  await expect(row).toContainText("13");
  await expect(row).toContainText("199 g");
  await expect(row).toHaveAttribute("data-approved", "true");
  await page.goto(BIG_POT);
  await expect(approvedLine(page)).toContainText("199 g at 13");
  await openAnswers(page);
  await expect(page.getByTestId("learned-note")).toContainText(
    /Learned from (one approved batch|\d+ approved batches): eight in ten/,
  );
  await expect.poll(async () => Number(await learned(page).textContent())).toBeGreaterThanOrEqual(12);
  await approvedLine(page).locator("..").getByRole("button", { name: "Take it" }).click();
  await expect(plate(page, "coffee")).toContainText("199 g");
  await expect(page.getByTestId("dial")).toHaveText("13");
  await page.getByText("What it is learned from").click();
  await page.getByTestId("learned-note").getByRole("link").first().click();
  await page.waitForURL(/\/log\/[\w-]+$/);

  // Approved by mistake: the one before is the standard again, and the card with it; then it is approved after all.
  await page.goto(batch);
  await page.getByRole("button", { name: "It is the standard no more" }).click();
  await expect(page.getByText(/what it took the place of is, where there was one/)).toBeVisible();
  await page.goto("/wall");
  await expect(wallRow(page, "hot", "2.8 l")).toContainText("202 g");
  await page.goto(batch);
  await page.getByRole("button", { name: /^Approve it/ }).click();
  await expect(page.getByText("the standard", { exact: true })).toBeVisible();
  await page.goto(card);
  await expect(page.getByText(/As approved: that batch took 5:12/)).toBeVisible();

  await page.goto("/log");
  await lineOf(page, approved)
    .getByRole("button", { name: /Correct/ })
    .click();
  await page.getByRole("button", { name: "Take it out of the log" }).click();
  await expect(page.getByText(/It was approved: .* go by the log as it is now/)).toBeVisible();
  await page.goto(card);
  await expect(page.getByText(/Its approved batch is no standard any more/)).toBeVisible();
  await page.goto(batch);
  await expect(page.getByText("It was taken out of the log: nothing rests on it.")).toBeVisible();
  await page.goto("/wall");
  await expect(page.locator("tr[data-row]").first()).toBeVisible();
  await expect(wallRow(page, "hot", "2.8 l").filter({ hasText: "199 g" })).toHaveCount(0);

  await page.goto("/people/audit");
  const trail = page.getByRole("main");
  await expect(trail).toContainText("Saltmarsh, hot");
});

test("the wall chart is chosen in place, printed on one page lying and standing, and read back", async ({
  page,
}) => {
  await logPot(page, { dose: "202", dial: "9.5", took: "5:40", strength: "1.36" });
  await lineOf(page, { dose: "202", dial: "9.5" }).getByRole("link").first().click();
  await page.getByRole("button", { name: /^Approve it/ }).click();
  await expect(page.getByText("the standard", { exact: true })).toBeVisible();
  const batch = page.url();

  await page.goto("/wall");
  await expect(page.locator('tr[data-approved="true"]').first()).toBeVisible();
  await page.getByText(/Choose what hangs here/).click();
  await page.getByRole("textbox", { name: "another size of Fulmar" }).fill("2.2 pounds of water");
  await page.getByRole("button", { name: "add the size to Fulmar" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toBeVisible();
  await page.getByRole("textbox", { name: "another size of Fulmar" }).fill("2.6 l");
  await page.getByRole("button", { name: "add the size to Fulmar" }).click();
  await expect(wallRow(page, "hot", "2.6 l")).toBeVisible();
  await expect(wallRow(page, "iced", "2.6 l")).toBeVisible();
  await page.reload();
  await expect(wallRow(page, "hot", "2.6 l")).toBeVisible();

  const shown = await page
    .locator("tr[data-row]")
    .evaluateAll((rows) =>
      rows.map((row) => [...row.querySelectorAll("[data-figure]")].map((cell) => cell.textContent ?? "")),
    );
  expect(shown.length).toBeGreaterThan(8);
  for (const paper of ["lying", "standing"] as const) {
    await choose(page, "on A4,", paper);
    const { text, pages } = await printed(page, paper === "lying");
    expect(pages, paper).toBe(1);
    for (const figure of shown.flat())
      expect(text, paper).toContain(figure.replace(/[\u00a0\u202f\u2009]/g, " "));
    expect(text).toContain("Saltmarsh");
    expect(text).toContain("approved 14 Jul 2026");
    expect(text).toContain("forecast");
  }

  await page.getByRole("link", { name: "Cards, four to a page" }).click();
  await expect(page.getByRole("heading", { name: /Cards of the wall chart/ })).toBeVisible();
  const cards = await page.getByRole("article").count();
  const asCards = await printed(page, false);
  expect(asCards.pages).toBe(Math.ceil(cards / 4));
  expect(asCards.text).toContain("Water and steam scald");
  await page.goto("/wall?as=labels");
  await expect(page.getByRole("article").first()).toBeVisible();
  const labels = await page.getByRole("article").count();
  const asLabels = await printed(page, false);
  expect(asLabels.pages).toBe(Math.ceil(labels / 8));
  expect(asLabels.text).toContain("pour away at");

  await page.goto("/wall");
  await page.getByRole("link", { name: "As a list" }).click();
  const list = page.getByRole("table", { name: "wall chart" });
  await list.getByRole("button", { name: "coffee" }).click();
  await expect(page).toHaveURL(/sort=dose/);
  const doses = await list.locator("tbody td:nth-child(4)").allTextContents();
  const [least, most] = [Number.parseFloat(doses[0]!), Number.parseFloat(doses.at(-1)!)];
  expect(least).toBeLessThan(most);
  await expect(list.getByRole("row").filter({ hasText: "approved" }).first()).toBeVisible();
  await page.getByRole("button", { name: "Columns and file of wall chart" }).click();
  const saved = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save what is shown as CSV" }).click();
  expect((await saved).suggestedFilename()).toMatch(/wall.*\.csv$/);

  const csv = await (await page.request.get("/api/v1/wall?as=csv")).text();
  expect(csv.split("\r\n")[0]).toContain("dialSetting");
  expect(csv).toContain("2600");
  await page.goto("/wall");
  await page.getByText(/Choose what hangs here/).click();
  await page.getByRole("button", { name: "the usual ones" }).first().click();
  await expect(wallRow(page, "hot", "2.6 l")).toHaveCount(0);
  await page.goto(batch);
  await page.getByRole("button", { name: "It is the standard no more" }).click();
  await expect(page.getByRole("button", { name: /^Approve it/ })).toBeVisible();
});

test("two batches instead of one, where one is more than the bed does well", async ({ page }) => {
  await page.goto("/scale?pins=yieldG:3300,brewRatio:15");
  const ways = page.getByRole("table", { name: "ways to brew it" });
  await expect(ways).toBeVisible();
  await expect(page.getByRole("button", { name: "Save as draft" })).toBeVisible();
  const two = ways.getByRole("row").filter({ hasText: "two batches" });
  await expect(two).toContainText("2 × ");
  await expect(two).toContainText("2 starts");
  await two.getByRole("button", { name: /Take it/ }).click();
  await expect(page.getByText("This is one of the two batches.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Save as card" })).toBeEnabled();
  await expect(ways).toBeHidden();
  const half = Number(
    ((await plate(page, "coffee in the pot").textContent()) ?? "")
      .match(/1[\s\u202f]?\d{3}/)?.[0]
      .replace(/\s|\u202f/, ""),
  );
  expect(Math.abs(half - 1650)).toBeLessThan(80);
  await page.getByRole("button", { name: "undo", exact: true }).click();
  await expect(ways).toBeVisible();
});

test("a new bag: where the dial goes, the cards that it touches, and a card for the first pot", async ({
  page,
}) => {
  await page.goto("/scale?coffee=0190a5c0-0000-7000-8000-000000000052&grind=extraction");
  await page.getByTestId("sureness").waitFor();
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText(/kept as a card/i)).toBeVisible();
  await page.goto("/bench/coffees");
  await fromMenu(page, "New bag", "Low Tide");
  await page.getByLabel("roasted on").fill("2026-07-20");
  await page.getByRole("button", { name: "What would it change?" }).click();
  await expect(page.getByText("That day has not come yet.")).toBeVisible();
  await page.getByLabel("density of its beans").fill("0.36");
  await page.getByLabel("roasted on").fill("2026-07-12");
  await page.getByRole("button", { name: "What would it change?" }).click();
  const touched = page.getByRole("listitem").filter({ hasText: "Low Tide, hot" });
  await expect(touched.first()).toContainText(/Chough \d+(\.5)? \d+(\.5)?, \d/);
  await page.getByRole("button", { name: "Open it, with a card for the first pot" }).click();
  await expect(page.getByText("The new bag of Low Tide is open.")).toBeVisible();
  await page.getByRole("button", { name: "To the first pot's card" }).click();
  await expect(
    page.getByText(/First pot of the bag roasted on 2026-07-12: taste it before others follow/),
  ).toBeVisible();
});

test("what has moved is named, dated and shown; the forecast is held against the clock, learns, and forgets", async ({
  page,
}) => {
  await page.goto("/log/moved");
  const moved = page.getByRole("list", { name: "what has moved" });
  await expect(moved).toContainText(/Chough grinds finer since about \d+ Jun 2026/);
  await expect(moved).toContainText("Check first:");
  await expect(moved).toContainText(/Fulmar gives another amount since about/);
  await page.getByText("time of each batch, as a table").click();
  await expect(page.getByRole("cell", { name: "batches", exact: true }).first()).toBeVisible();

  await page.goto("/log/forecast");
  await expect(page.getByText("Nothing of it is fitted yet")).toBeVisible();
  const offBefore = (await page.getByText(/with the clock: half of/).textContent()) ?? "";
  await page.getByRole("button", { name: /^Learn from these batches/ }).click();
  await expect(page.getByText(/^Learned from \d+ batches of the log/)).toBeVisible();
  const share = (text: string) => Number(text.match(/within ([\d.]+)/)?.[1]);
  const offAfter = (await page.getByText(/with the clock: half of/).textContent()) ?? "";
  expect(share(offAfter)).toBeLessThan(share(offBefore));
  await page.getByRole("button", { name: "Forget it" }).click();
  await expect(page.getByText("Nothing of it is fitted yet")).toBeVisible();
});

test("one recipe on two sites: what differs, and why", async ({ page }) => {
  await page.goto("/recipes/0190a5c0-0000-7000-8000-000000000060");
  await page.getByRole("link", { name: "On two sites" }).click();
  await expect(page.getByRole("heading", { name: "Loft cone on two sites" })).toBeVisible();
  await expect(page.getByRole("region", { name: "What differs, and why" })).toContainText(
    "is poured by hand",
  );
  await choose(page, "second at", "Pier Head");
  await expect(
    page
      .getByText("Nothing in the equipment differs")
      .or(page.getByText(/deep in/))
      .first(),
  ).toBeVisible();
  await page.getByRole("textbox", { name: "a pot of" }).fill("1,500");
  await page.getByRole("button", { name: "Compare" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toBeVisible();
  await page.getByRole("textbox", { name: "a pot of" }).fill("1.5 l");
  await page.getByRole("button", { name: "Compare" }).click();
  await expect(page).toHaveURL(/size=1500/);
});

test("a barista reads the wall and a batch, and decides nothing; a trainee neither", async ({
  browser,
  baseURL,
}) => {
  for (const who of ["barista", "trainee"] as const) {
    const page = await pageOf(browser, baseURL ?? "", who);
    await page.goto("/wall");
    await expect(page.locator("tr[data-row]").first()).toBeVisible();
    await expect(page.getByText(/Choose what hangs here/)).toHaveCount(0);
    await expect(page.getByRole("button", { name: "Print the chart" })).toBeVisible();
    await page.goto("/log?liked=yes");
    await page.getByRole("table").getByRole("link").nth(1).click();
    await expect(page.getByRole("heading", { name: "As it was brewed" })).toBeVisible();
    await expect(page.getByRole("button", { name: /^Approve it/ })).toHaveCount(0);
    await page.goto("/log/forecast");
    await expect(page.getByRole("button", { name: /Learn/ })).toHaveCount(0);
    await page.context().close();
  }
});

async function pageOf(browser: Browser, baseURL: string, who: "barista" | "trainee"): Promise<Page> {
  const storageState = await signedInState(browser, baseURL, who);
  const context = await browser.newContext({ baseURL, storageState });
  return pageIn(context);
}
