import type { Page } from "@playwright/test";
import { expect, overflows, pageIn, seriousFaults, signedInState, test } from "./page.ts";

test.describe.configure({ mode: "serial" });

const CARD = "/cards/0190a5c0-0000-7000-8000-000000000600";
/** The demo's running trial. */
const DEMO = "/trials/0190a5c0-0000-7000-8000-000000008600";
const panel = (page: Page, name: string | RegExp) =>
  page.getByRole("region", { name, exact: typeof name === "string" });
const sign = (page: Page, group: string, word: string) =>
  page.getByRole("radiogroup", { name: group, exact: true }).getByRole("radio", { name: word, exact: true });

/** From "brew it" to the trial with the batch in it. */
async function brewNext(page: Page, took: string): Promise<void> {
  await page.getByRole("button", { name: "Brew it: make its card" }).click();
  await expect(page).toHaveURL(/\/cards\//);
  await page.getByRole("link", { name: "Log a batch" }).click();
  await page.getByLabel("came out").fill("2806");
  await page.getByLabel("took").fill(took);
  await page.getByRole("button", { name: "Log it" }).click();
  await expect(page).toHaveURL(/\/trials\//);
}

/** Says what a cup tastes like. */
async function taste(page: Page, words: readonly (readonly [string, string])[], warm: string): Promise<void> {
  await page.getByRole("button", { name: /^Taste it/ }).click();
  await page.getByLabel("after the brew").fill("15");
  await page.getByLabel("warm, in the cup").fill(warm);
  for (const [group, word] of words) await sign(page, group, word).click();
  await page.getByRole("button", { name: "Keep these words" }).click();
  await expect(page.getByRole("button", { name: "Keep these words" })).toBeHidden();
}

test.describe("a lead on a tablet, by touch", () => {
  test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });
  let trial = "";

  test("brews two batches from a card to an approved standard, and the trial is its proof", async ({
    page,
  }) => {
    await page.goto(CARD);
    await page.getByRole("button", { name: "Try it: begin a trial" }).tap();
    await expect(page).toHaveURL(/\/trials\//);
    trial = new URL(page.url()).pathname;
    const next = page.getByTestId("next-setting");
    const first = Number(await next.textContent());
    // What other journeys had approved before says whether it is learned.
    await expect(page.getByTestId("why-next")).toContainText(/approved batches|extracted as its source/);

    await brewNext(page, "7:40");
    await expect(panel(page, "What batch 1 said")).toContainText("late");
    await sign(page, "bed", "uneven").tap();
    await page.getByText("More that was seen").tap();
    await sign(page, "wall", "grounds high up").tap();
    await taste(page, [["bitterness", "harsh"]], "52");
    await expect(page.getByTestId("leading")).toContainText("Ground too fine");
    const second = Number(await next.textContent());
    expect(second).toBeGreaterThan(first);
    await expect(page.getByTestId("why-next")).toContainText(`grind coarser, at ${second}`);
    await page.reload();
    await expect(sign(page, "bed", "uneven")).toBeChecked();
    expect(await seriousFaults(page)).toEqual([]);

    await brewNext(page, "5:20");
    await sign(page, "bed", "flat").tap();
    await taste(
      page,
      [
        ["acidity", "right"],
        ["sweetness", "right"],
        ["strength", "right"],
      ],
      "54",
    );
    await expect(page.getByTestId("leading")).toContainText("Right as it is");
    await sign(page, "in the cup", "liked").tap();
    await expect(panel(page, "Batch 2 is right")).toContainText("tasted below 60 °C");
    await expect(panel(page, "Batch 2 is right")).toContainText("brewed once only");
    await page.getByRole("link", { name: "Approve batch 2, with its cards" }).tap();
    await expect(page).toHaveURL(/\/log\//);
    const batch = page.url();
    await page.getByRole("button", { name: /^Approve it/ }).tap();
    await expect(page.getByText("As a standard")).toBeVisible();
    await page.goto(trial);
    await expect(panel(page, "It was approved")).toContainText("2 batches");
    // Other journeys of this house go by the standard of before.
    await page.goto(batch);
    await page.getByRole("button", { name: "It is the standard no more" }).tap();
    await expect(page.getByRole("button", { name: /^Approve it/ })).toBeVisible();
  });
});

test.describe("by keyboard alone", () => {
  test("a sign is chosen, a cup is tasted, and what follows is read out", async ({ page }) => {
    await page.goto(DEMO);
    await page.getByRole("button", { name: "Batch 1", exact: true }).focus();
    await page.keyboard.press("Enter");
    await expect(panel(page, "What batch 1 said")).toBeVisible();
    await sign(page, "bed", "uneven").focus();
    await page.keyboard.press("ArrowRight");
    // The focus moves a task after the arrow: a space at once would choose "uneven".
    await expect(sign(page, "bed", "sloped")).toBeFocused();
    await page.keyboard.press("Space");
    await expect(sign(page, "bed", "sloped")).toBeChecked();
    // What this house has learned meanwhile says whether one more is brewed, or the middle is known.
    await expect(page.getByRole("img", { name: /Dial of Chough/ })).toHaveAccessibleName(
      /next: [\d.]+|right between [\d.]+ and [\d.]+/,
    );
    await page.getByRole("button", { name: /^Taste it/ }).focus();
    await page.keyboard.press("Enter");
    await sign(page, "sweetness", "lacking").focus();
    await page.keyboard.press("Space");
    await page.getByRole("button", { name: "Keep these words" }).focus();
    await page.keyboard.press("Enter");
    await expect(panel(page, "Tasted")).toContainText("sweetness lacking");
    expect(await seriousFaults(page)).toEqual([]);
    expect(await overflows(page)).toEqual([]);
  });
});

test("two things that changed at once are warned of, and said to be unknowable", async ({ page }) => {
  await page.goto(DEMO);
  // Who tries every field of the house may have set one batch's worth aside, or less.
  await page.getByText("Coffee set aside, both sides, giving up").click();
  await page.getByRole("textbox", { name: "coffee set aside" }).fill("4100 g");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("next-setting")).toBeVisible();
  await page.getByText("More that was seen").click();
  const saved = page.waitForResponse((response) => response.request().method() === "POST");
  await page.getByRole("button", { name: "the filter", exact: true }).click();
  await saved;
  await expect(page.getByText(/the dial and the filter changed since the batch before/i)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/which of them made the difference cannot be known/)).toBeVisible();
});

test.describe("a trainee", () => {
  test.use({ as: "trainee", viewport: { width: 390, height: 844 } });

  test("sees a trial on a phone and may taste, and brews nothing", async ({ page }) => {
    await page.goto("/trials");
    await page.getByRole("link", { name: /Kittiwake on Fulmar/ }).click();
    await expect(page.getByTestId("next-setting")).toBeVisible({ timeout: 90_000 });
    await expect(page.getByRole("button", { name: "Brew it: make its card" })).toHaveCount(0);
    await expect(sign(page, "bed", "sloped")).toBeDisabled();
    await page.getByRole("button", { name: /^Taste it/ }).click();
    await page.getByLabel("after the brew").fill("25");
    await sign(page, "acidity", "sharp, sour").click();
    await page.getByRole("button", { name: "Keep these words" }).click();
    await expect(panel(page, "Tasted")).toContainText("Mirren Sallow, after 25 min: acidity sharp, sour");
    expect(await overflows(page)).toEqual([]);
  });
});

test.describe("a barista", () => {
  test.use({ as: "barista" });

  test("an iced trial that came out too warm and watery is sent for more ice, and the grind stays", async ({
    page,
  }) => {
    await page.goto("/cards/0190a5c0-0000-7000-8000-000000000602");
    await page.getByRole("button", { name: "Try it: begin a trial" }).click();
    await expect(page).toHaveURL(/\/trials\//);
    const setting = await page.getByTestId("next-setting").textContent();
    await brewNext(page, "4:05");
    await sign(page, "ends", "too warm").click();
    await sign(page, "ice left", "less").click();
    await taste(page, [["strength", "thin"]], "14");
    await expect(page.getByTestId("leading")).toContainText("Too little ice");
    const why = page.getByTestId("why-next");
    await expect(why).toContainText(/Only the ice changes: more of it, 1\u202f\d{3} g/);
    // The next card says what the trial says.
    const trial = page.url();
    const ice = /more of it, (.* g)\./.exec((await why.textContent()) ?? "")?.[1] ?? "none";
    await page.getByRole("button", { name: "Brew it: make its card" }).click();
    await expect(page).toHaveURL(/\/cards\//);
    await expect(page.getByRole("article")).toContainText(ice);
    await page.goto(trial);
    await expect(page.getByTestId("next-setting")).toHaveText(setting ?? "");
    // A lead approves; a barista may give it up, with the reason.
    await expect(page.getByRole("link", { name: /^Approve/ })).toHaveCount(0);
    await page.getByText("Coffee set aside, both sides, giving up").click();
    await page.getByLabel("why it is given up").fill("The ice machine stands still");
    await page.keyboard.press("Tab");
    await page.getByRole("button", { name: "Give this trial up" }).click();
    await expect(panel(page, "It was given up")).toContainText("The ice machine stands still");
    await page.goto("/trials");
    await expect(page.getByRole("row", { name: /iced.*given up/ })).toContainText(
      "The ice machine stands still",
    );
  });
});

test("two batches of the log stand beside each other; two tasters score what one switch did", async ({
  page,
  browser,
  baseURL,
}) => {
  await page.goto("/log");
  await page.getByRole("button", { name: "Compare", exact: true }).click();
  const rows = page.getByRole("table", { name: "batches" }).getByRole("row");
  for (const place of [2, 3]) await rows.nth(place).getByRole("checkbox").click();
  await page.getByRole("link", { name: "Compare these 2" }).click();
  await expect(page).toHaveURL(/\/compare\?batches=/);
  await expect(page.getByRole("columnheader", { name: "A", exact: true })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole("radio", { name: "stirring or swirling" }).click();
  await page.getByRole("button", { name: "Score this pair" }).click();
  const body = (on: Page) => on.getByRole("radiogroup", { name: "body", exact: true });
  await body(page).getByRole("radio", { name: "much more in B" }).click();
  await page.getByRole("button", { name: "Keep my scores" }).click();
  const found = (on: Page) => on.getByRole("list", { name: "what was scored" });
  await expect(found(page)).toContainText("body: not told apart yet (2;");

  const trainee = await pageIn(
    await browser.newContext({
      storageState: await signedInState(browser, baseURL ?? "", "trainee"),
      ...(baseURL !== undefined && { baseURL }),
    }),
  );
  await trainee.goto(page.url());
  // What others found is not shown before one's own.
  await expect(found(trainee)).toHaveCount(0);
  await body(trainee).getByRole("radio", { name: "more in B", exact: true }).click();
  await trainee.getByRole("button", { name: "Keep my scores" }).click();
  await expect(found(trainee)).toContainText("body: not told apart yet (1.5;");
  await page.goto("/trials");
  const pairs = page.getByRole("region", { name: "One switch, two batches" });
  await expect(pairs).toContainText("stirring or swirling");
  await pairs.getByRole("link").first().click();
  await expect(page).toHaveURL(/\/compare/);
});
