import type { Page } from "@playwright/test";
import { choose, expect, seriousFaults, test } from "./page.ts";

test.describe.configure({ mode: "serial" });

const CARD = "/cards/0190a5c0-0000-7000-8000-000000000600";
const panel = (page: Page, name: string | RegExp) =>
  page.getByRole("region", { name, exact: typeof name === "string" });
const sign = (page: Page, group: string, word: string) =>
  page.getByRole("group", { name: group, exact: true }).getByRole("radio", { name: word, exact: true });

interface Brewed {
  readonly took: string;
  readonly liked?: boolean;
}

/** From "brew it" to the trial with the batch in it. */
async function brewNext(page: Page, { took, liked }: Brewed): Promise<void> {
  await page.getByRole("button", { name: "Brew it: make its card" }).tap();
  await expect(page).toHaveURL(/\/cards\//);
  await page.getByRole("link", { name: "Brew it: log a batch" }).tap();
  await page.getByLabel("came out").fill("2806");
  await page.getByLabel("took").fill(took);
  if (liked) await choose(page, "in the cup", /^liked/);
  await page.getByRole("button", { name: "Log it" }).tap();
  await expect(page).toHaveURL(/\/trials\//);
}

/** Says what a cup tastes like. */
async function taste(page: Page, words: readonly (readonly [string, string])[], warm: string): Promise<void> {
  await page.getByRole("button", { name: /^Taste it/ }).tap();
  await page.getByLabel("after the brew").fill("15");
  await page.getByLabel("warm, in the cup").fill(warm);
  for (const [group, word] of words) await sign(page, group, word).tap();
  await page.getByRole("button", { name: "Keep these words" }).tap();
  await expect(page.getByRole("button", { name: "Keep these words" })).toBeHidden();
}

test.describe("a lead on a tablet, by touch", () => {
  test.use({ hasTouch: true });
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
    await expect(page.getByTestId("why-next")).toContainText("approved batches");

    await brewNext(page, { took: "7:40" });
    await expect(panel(page, "What batch 1 said")).toContainText("late");
    await sign(page, "bed", "uneven").tap();
    await page.getByText("More that was seen").click();
    await sign(page, "wall", "grounds high up").tap();
    await taste(page, [["bitterness", "harsh"]], "52");
    await expect(page.getByTestId("leading")).toContainText("Ground too fine");
    const second = Number(await next.textContent());
    expect(second).toBeGreaterThan(first);
    await expect(page.getByTestId("why-next")).toContainText(`grind coarser, at ${second}`);
    await page.reload();
    await expect(sign(page, "bed", "uneven")).toBeChecked();
    expect(await seriousFaults(page)).toEqual([]);

    await brewNext(page, { took: "5:20", liked: true });
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
    await expect(panel(page, "Batch 2 is right")).toContainText("tasted below 60 °C");
    await expect(panel(page, "Batch 2 is right")).toContainText("brewed once only");
    await page.getByRole("link", { name: "Approve batch 2, with its cards" }).tap();
    await page.getByRole("button", { name: /Make it the standard/ }).tap();
    await expect(page.getByText("As a standard")).toBeVisible();
    await page.goto(trial);
    await expect(panel(page, "It was approved")).toContainText("2 batches");
  });
});
