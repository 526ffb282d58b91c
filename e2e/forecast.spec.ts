import type { Page } from "@playwright/test";
import { choose, expect, fromMenu, openAnswers, plate, seriousFaults, test, type } from "./page.ts";

test.describe.configure({ mode: "serial" });

const dial = (page: Page) => page.getByTestId("dial");
const answer = (page: Page, name: string) => page.getByRole("radio", { name });
const forecast = (page: Page, figure: string) => page.getByTestId(`forecast ${figure}`);
const checks = (page: Page) => page.getByRole("region", { name: "Before you brew" });

/** Turns the dial step by step until it stands there. */
async function turnTo(page: Page, to: number): Promise<void> {
  for (let turns = 0; turns < 60; turns++) {
    const at = Number(await dial(page).textContent());
    if (at === to) return;
    await page.getByRole("button", { name: at > to ? "finer" : "coarser", exact: true }).click();
    await expect(dial(page)).not.toHaveText(String(at));
  }
}

/** Reads "6:40" as seconds. */
async function seconds(page: Page): Promise<number> {
  const [minutes, rest] = ((await forecast(page, "brew time").textContent()) ?? "").split(":");
  return 60 * Number(minutes) + Number(rest);
}

test("coarser until the slurry leaves the rim, then as the source is extracted, and the card carries it", async ({
  page,
}) => {
  await page.goto("/scale");
  await expect(page.getByTestId("dial reason")).toContainText("As approved for this pot.");
  await openAnswers(page);
  await expect(answer(page, "as approved")).toBeChecked();
  await turnTo(page, 3);
  await expect(checks(page)).toContainText(/slurry will climb|run over the rim/);
  const fine = await seconds(page);
  for (let setting = 3.5; setting <= 9; setting += 0.5) {
    await turnTo(page, setting);
    await expect(page).toHaveURL(new RegExp(`grind=${setting}(&|$)`));
  }
  await expect(checks(page)).not.toContainText(/slurry will climb|run over the rim/);
  await expect.poll(() => seconds(page)).toBeLessThan(fine);
  // The mark on the paper is said in words beside the drawing.
  await expect(page.getByTestId("highest mark")).toHaveText(/^\d+ mm$/);

  await answer(page, "same extraction").check();
  await expect(dial(page)).toHaveText((await page.getByTestId("extraction").textContent()) ?? "");
  await expect(checks(page)).toContainText(
    "As forecast it stays on the paper, in its time, and in the window.",
  );
  await expect(page.getByTestId("sureness")).toContainText("Most of the spread is");
  expect(await seriousFaults(page)).toEqual([]);
  const [setting, time] = [await dial(page).textContent(), await forecast(page, "brew time").textContent()];
  await page.getByRole("button", { name: "Save as card" }).click();
  await page.getByRole("button", { name: "Open it" }).click();
  const card = page.getByRole("article");
  await expect(card.getByTestId("forecast")).toContainText(`done in about ${time}`);
  await expect(card.getByTestId("forecast")).toContainText("ground by same extraction");
  await expect(card).toContainText(`grind on Chough${setting}`);

  // The pick is in the link: it comes back with it.
  await page.goBack();
  await openAnswers(page);
  await expect(answer(page, "same extraction")).toBeChecked();
  await page.getByRole("button", { name: /^Take what is best known/ }).click();
  await expect(answer(page, "as approved")).toBeChecked();
});

test("what is warned of is mended with one tap, and taken back with another", async ({ page }) => {
  await page.goto("/scale?grind=7");
  await expect(checks(page)).toContainText("What would mend it, as forecast:");
  await checks(page)
    .getByRole("listitem")
    .filter({ hasText: "coarser, Chough" })
    .last()
    .getByRole("button")
    .click();
  await expect(checks(page)).toContainText("As forecast it stays on the paper");
  await expect(dial(page)).not.toHaveText("7");
  await page.getByRole("button", { name: "undo" }).click();
  await expect(dial(page)).toHaveText("7");
  await expect(checks(page)).toContainText("What would mend it");
});

test("the brew is played and looked at moment by moment; the chart has its figures in a table", async ({
  page,
}) => {
  await page.goto("/scale");
  const moment = page.getByTestId("moment");
  await page.getByRole("slider", { name: "moment of the brew" }).fill("0");
  await expect(moment).toContainText("0 g has dripped");
  await page.getByRole("slider", { name: "moment of the brew" }).press("End");
  await expect(moment).not.toContainText("0 g has dripped");
  await page.getByRole("button", { name: "play the brew" }).click();
  await expect(page.getByRole("button", { name: "pause" })).toBeVisible();
  await page.getByRole("button", { name: "pause" }).click();
  await page.getByText("along the ratio, as a table").click();
  await expect(page.getByRole("cell", { name: "along the dial, Chough 9", exact: true })).toBeVisible();
  await expect(page.getByRole("cell", { name: /^along the ratio, 1:1/ }).first()).toBeVisible();
});

/** Taps Cancel the moment that it is there: on a fast machine the search may be over before a tap sent from outside. */
function cancelAtOnce(page: Page): Promise<void> {
  return page.evaluate(() => {
    const watch = new MutationObserver(() => {
      const cancel = [...document.querySelectorAll("button")].find((one) => one.textContent === "Cancel");
      if (!cancel) return;
      watch.disconnect();
      cancel.click();
    });
    watch.observe(document.body, { childList: true, subtree: true });
  });
}

test("a long search is stopped, asked again, and answered; an edit lets go of it", async ({ page }) => {
  await page.goto("/scale");
  const search = page.getByRole("button", { name: "Find what lands in the window" });
  await cancelAtOnce(page);
  await search.click();
  await expect(page.getByText("Stopped. Nothing has changed.")).toBeVisible();
  await search.click();
  const found = page.getByRole("table", { name: "ratios that land in the window" });
  await expect(found).toContainText("1:16");
  await expect(found.getByRole("row").nth(1)).toContainText(/nothing|to/);
  await plate(page, "coffee").getByRole("button", { name: "coffee:" }).focus();
  await page.keyboard.press("ArrowUp");
  await expect(found).toBeHidden();
});

test("a worker that is killed is started anew, and the forecast goes on", async ({ page }) => {
  await page.goto("/scale");
  await expect(forecast(page, "brew time")).toBeVisible();
  await expect(page.getByTestId("sureness")).toBeVisible();
  const before = await seconds(page);
  const [worker] = page.workers();
  await worker?.evaluate(() => self.close());
  await openAnswers(page);
  await answer(page, "same contact time").check();
  await expect.poll(() => seconds(page)).not.toBe(before);
  await expect(page.getByTestId("sureness")).toBeVisible();
});

test("iced, the ladder is finer than hot for the same coffee, and the ice thins what is forecast", async ({
  page,
}) => {
  await page.goto("/scale");
  const setting = async () => Number(await page.getByTestId("extraction").textContent());
  await openAnswers(page);
  await expect.poll(setting).toBeGreaterThan(0);
  const hot = await setting();
  await page.getByRole("radio", { name: "Iced" }).click();
  await expect.poll(setting).toBeLessThan(hot);
  await expect(plate(page, "strength")).toContainText("%");
});

test("iced, the melt says how long to swirl, the glass what it tastes like later, and the card carries it", async ({
  page,
}) => {
  await page.goto(
    "/scale?serve=iced&vessel=0190a5c0-0000-7000-8000-000000000034&pins=yieldG:2400,totalRatio:15,finalTempC:8",
  );
  const melt = page.getByTestId("melt");
  await expect(melt).toContainText(/About \d:\d\d from the last drop until it has melted, swirled/);
  const swirled = (await melt.textContent()) ?? "";
  const time = (text: string) => {
    const [, minutes, rest] = text.match(/(\d+):(\d\d)/) ?? [];
    return 60 * Number(minutes) + Number(rest);
  };
  await choose(page, "the server is", "left alone");
  await expect(melt).toContainText("left alone");
  expect(time((await melt.textContent()) ?? "")).toBeGreaterThan(time(swirled));
  await page.getByText("ice while the ice melts, as a table").click();
  await expect(page.getByRole("cell", { name: "ice, left alone" }).first()).toBeVisible();

  const glass = page.getByRole("table", { name: "in the glass" });
  const pct = async (row: string) =>
    Number(
      (
        (await glass.getByRole("row").filter({ hasText: row }).getByRole("cell").nth(3).textContent()) ?? ""
      ).match(/[\d.]+/)?.[0],
    );
  expect(await pct("over fresh ice")).toBeLessThan(await pct("no ice in the glass"));

  await page.getByTestId("sureness").waitFor();
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText(/kept as a card/i)).toBeVisible();
  await page.getByRole("button", { name: "Open it" }).click();
  await expect(page.getByText(/Swirl until the ice has melted, about \d:\d\d\./)).toBeVisible();
});

test("a brewer whose basket nobody measured: the sheet works, and says what is missing", async ({ page }) => {
  const measures = ["across the top", "across the bottom", "height"] as const;
  const measured: Record<string, string> = {};
  const keep = page.getByRole("button", { name: "Keep this brewer" });
  const open = async () => {
    await page.goto("/bench/brewers");
    await fromMenu(page, "Change", "Turnstone");
  };
  await open();
  for (const name of measures) {
    const field = page.getByLabel(name, { exact: true });
    measured[name] = await field.inputValue();
    if (name !== "height") await field.fill("");
  }
  await keep.click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("A basket is measured whole");
  await page.getByLabel("height", { exact: true }).fill("");
  await keep.click();
  await expect(keep).toBeHidden();

  await page.goto("/scale");
  await choose(page, "on", "Turnstone");
  await choose(page, "into", /2.05 l, blue/);
  await expect(page.getByText("Turnstone's basket has no measures yet.")).toBeVisible();
  await type(page, "coffee in the pot", "1500 g");
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText(/kept as a card/i).first()).toBeVisible();

  await open();
  for (const name of measures) await page.getByLabel(name, { exact: true }).fill(measured[name] ?? "");
  await keep.click();
  await expect(keep).toBeHidden();
  await page.goto("/scale");
  await choose(page, "on", "Turnstone");
  await expect(forecast(page, "brew time")).toBeVisible();
});

for (const [what, path, width] of [
  ["hot", "/scale", 1280],
  ["iced, by strength", `/scale?serve=iced&pins=yieldG:2400,strengthPct:1.25,finalTempC:8`, 1280],
  ["iced, by ratio", "/scale?serve=iced", 1280],
  ["iced on a phone", "/scale?serve=iced", 390],
] as const) {
  test(`no plate covers another or leaves the drawing: ${what}`, async ({ page }) => {
    await page.setViewportSize({ width, height: 800 });
    await page.goto(path);
    await page.getByTestId("sureness").waitFor();
    const sheet = page.getByRole("region", { name: "The sheet" });
    const faults = await sheet.evaluate((region) => {
      const around = region.getBoundingClientRect();
      const plates = [...region.querySelectorAll("fieldset")].map((plate) => ({
        name: plate.getAttribute("aria-label"),
        box: plate.getBoundingClientRect(),
      }));
      const covers = (a: DOMRect, b: DOMRect) =>
        a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1;
      return plates.flatMap(({ name, box }, i) => [
        ...(box.right > around.right || box.bottom > around.bottom ? [`${name} leaves the drawing`] : []),
        ...plates
          .slice(i + 1)
          .flatMap((other) => (covers(box, other.box) ? [`${name} and ${other.name}`] : [])),
      ]);
    });
    expect(faults).toEqual([]);
  });
}
