import type { Page } from "@playwright/test";
import {
  choose,
  expect,
  fromMenu,
  moreFigures,
  openAnswers,
  overflows,
  plate,
  saved,
  seriousFaults,
  tap,
  test,
  type,
} from "./page.ts";

test.describe.configure({ mode: "serial" });

const id = (n: number) => `0190a5c0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const ROPE_LOFT = id(2);
const SLACK = id(66);
/** A glass of the Rope Loft's iced recipe, with all its masses pinned. */
const GLASS = `/scale?recipe=${SLACK}&serve=iced&brewer=${id(22)}&grinder=${id(41)}&vessel=${id(36)}&pins=doseG:24,brewWaterG:222,iceG:138`;
const STEEL = `/scale?recipe=${SLACK}&serve=iced&vessel=${id(34)}&pins=yieldG:2400,totalRatio:15,finalTempC:8`;
const DAY = "2026-07-16";

/** The number that a text begins with. */
async function figure(page: Page, name: string): Promise<number> {
  const text =
    (await plate(page, name)
      .getByRole("button", { name: `${name}:` })
      .textContent()) ?? "";
  return Number(/[\d\u202f.]+/.exec(text)?.[0].replace("\u202f", ""));
}
const school = (page: Page, name: string) => page.getByRole("radio", { name });
const settledForecast = (page: Page) => page.getByTestId("sureness").waitFor();

test("a lead makes a hot cup an iced batch by its strength, through to the glass and its card", async ({
  page,
}) => {
  await page.goto("/scale");
  await page.getByRole("radio", { name: "Iced" }).click();
  await choose(page, "into", /steel server/);
  // A coffee that no other journey ices: the list below must find its card.
  await choose(page, "with", /Low Tide/);
  await school(page, "by strength").click();
  await type(page, "coffee in the pot", "2.4 l");
  await type(page, "strength", "1.25");
  await type(page, "when melted", "8 °C");
  await settledForecast(page);

  // Sheet and forecast are one: what the ribbon pins is what the very brew is forecast to be.
  expect(await figure(page, "strength")).toBeCloseTo(1.25, 1);
  await expect(plate(page, "strength")).toContainText(/1\.2[2-8] %/);
  await plate(page, "strength").getByRole("button", { name: "why strength" }).click();
  await expect(page.getByText(/what the forecast gives for this very brew/)).toBeVisible();
  await page.keyboard.press("Escape");

  // Both pulls apart, and their sum: the bed's and the short brew's.
  await openAnswers(page);
  const pulls = page.getByRole("table", { name: "what pulls the dial" });
  await expect(pulls.getByRole("row", { name: /house rule/ })).toContainText("2 finer");
  const [, bed, short, sum] = await pulls
    .getByRole("row", { name: /same extraction/ })
    .getByRole("cell")
    .allTextContents()
    .then((cells) => ["", ...cells]);
  const units = (text = "") => (text.endsWith("finer") ? -1 : 1) * Number(/[\d.]+/.exec(text)?.[0] ?? 0);
  expect(units(short)).toBeLessThan(0);
  expect(units(bed) + units(short)).toBeCloseTo(units(sum), 0);

  await expect(page.getByTestId("melt")).toContainText(/swirled, with pieces of 22 mm/);
  await expect(page.getByTestId("level")).toContainText(/of the 4\u202f200 ml that steel server 4.2 l holds/);
  const glass = page.getByRole("table", { name: "in the glass" });
  const tenMinutes = () =>
    glass
      .getByRole("row", { name: /over fresh ice/ })
      .first()
      .getByRole("cell")
      .nth(3);
  await expect(tenMinutes()).toContainText(/%, \d+ °C/);
  await glass.getByRole("radio", { name: "over one large piece" }).check();
  await page.getByLabel("topped with, g").fill("30");
  await page.getByLabel("topped with, g").press("Enter");
  await choose(page, "of", "milk");
  await expect(page.getByText(/Milk: keep it cold/)).toBeVisible();
  await glass.getByRole("radio", { name: "over fresh ice", exact: true }).check();
  await page.getByLabel("topped with, g").fill("0");
  await page.getByLabel("topped with, g").press("Enter");
  expect(await seriousFaults(page)).toEqual([]);
  expect(await overflows(page)).toEqual([]);

  await settledForecast(page);
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText(/kept as a card/i)).toBeVisible();
  await page.getByRole("button", { name: "Open it" }).click();
  await expect(page.getByRole("heading", { name: "Low Tide, iced" })).toBeVisible();
  const card = page.getByRole("article");
  await expect(card).toContainText("brew onto the ice");
  await expect(card).toContainText("(by strength)");
  await expect(card).toContainText(/weigh in 1\u202f\d{3} g of ice from the bin machine with a clean scoop/);
  await expect(card).toContainText(/Swirl until the ice has melted, about \d:\d\d/);
  await expect(card).toContainText(/Serve 220 g a glass over fresh ice \(75 g of ice\)/);
  await expect(card).toContainText("Ice is food: a clean scoop");
  await expect(card).toContainText("food code");
  expect(await seriousFaults(page)).toEqual([]);
});

test("four of them on the list run the bin dry, and ice frozen ahead mends it", async ({ page }) => {
  await page.goto(`/shift?day=${DAY}`);
  await choose(page, "add a card", /Low Tide, iced/);
  const batches = page.getByRole("textbox", { name: /batches of .* iced/ });
  await batches.fill("4");
  await batches.press("Enter");
  const ice = page.getByRole("region", { name: "ice from the bin machine" });
  await expect(ice).toContainText(
    /4 × 1\u202f\d{3} g with each batch and 75 g in each of \d+(\.\d)? glasses/,
  );
  const budget = ice.getByTestId("ice budget");
  await expect(budget).toContainText("are left in the bin at the end");

  // Somebody looked into it at eleven: it was nearly empty.
  const bin = ice.getByLabel("in the bin at 11:00");
  await bin.fill("two scoops");
  await bin.press("Enter");
  await expect(ice.getByRole("alert")).toBeVisible();
  await expect(bin).toHaveValue("two scoops");
  await bin.fill("0.5 kg");
  await bin.press("Enter");
  await expect(budget).toContainText(/Short by .* the bin is empty at 11:/);
  await ice.getByRole("button", { name: /Freeze .* ahead/ }).click();
  await expect(budget).toContainText("what was frozen ahead covers the rest");
  await saved(page);
  await page.reload();
  await expect(budget).toContainText("what was frozen ahead covers the rest");
  await expect(ice.getByLabel("in the bin at 11:00")).toHaveValue("500 g");
  await expect(ice.getByLabel("frozen ahead")).toHaveValue(/^\d\u202f\d00 g$/);

  // Later and shorter hours want more at once.
  await page.getByLabel("iced from").fill("18:00");
  await page.getByLabel("iced from").press("Enter");
  await expect(page.getByText("Iced service must begin before it ends.")).toBeVisible();
  await expect(page.getByLabel("iced from")).toHaveValue("18:00");
  await page.getByLabel("iced from").fill("14:00");
  await page.getByLabel("iced from").press("Enter");
  await expect(page.getByText("Iced service must begin before it ends.")).toBeHidden();
  await expect(budget).toContainText(/Short by/);
  expect(await seriousFaults(page)).toEqual([]);
  expect(await overflows(page)).toEqual([]);
});

test("the four schools are one switch, each with what it counts; a figure is said of the server or of the glass", async ({
  page,
}) => {
  await page.goto(STEEL);
  const doses: number[] = [];
  for (const [name, what] of [
    ["the server's ice counts", /all water and the server's ice to coffee/],
    ["all in the glass counts", /everything that ends in the glass to coffee/],
    ["ice on top", /The hot brew keeps its ratio/],
  ] as const) {
    await school(page, name).click();
    await expect(page.getByRole("region", { name: "how it is iced" })).toContainText(what);
    doses.push(await figure(page, "coffee"));
  }
  expect(doses[1]!).toBeGreaterThan(1.2 * doses[0]!);
  await school(page, "all in the glass counts").click();
  const checks = page.getByRole("region", { name: "Before you brew" });
  await expect(checks).toContainText(/In the glass it is 1\.\d+ % at the first sip/);
  await expect(checks).not.toContainText(/It will (be|come out)/);
  await school(page, "the server's ice counts").click();
  expect(await figure(page, "coffee")).toBe(doses[0]);

  // Turned to the glass, the drink stays; asked for colder there, the server follows.
  await plate(page, "when melted")
    .getByRole("button", { name: /say it of the glass/ })
    .click();
  await expect(plate(page, "first sip")).toBeVisible();
  expect(Math.abs((await figure(page, "coffee")) - doses[0]!)).toBeLessThanOrEqual(1);
  await type(page, "first sip", "4 °C");
  await expect.poll(async () => Math.abs((await figure(page, "first sip")) - 4)).toBeLessThan(0.8);
  await type(page, "first sip", "50 °C");
  await expect(plate(page, "first sip").getByRole("alert")).toContainText(/out of reach in the glass/);
  await page.keyboard.press("Escape");

  await moreFigures(page);
  await type(page, "ice, of all water", "35 %");
  await expect.poll(async () => Math.abs((await figure(page, "ice, of all water")) - 35)).toBeLessThan(1.5);
  await type(page, "glasses of 350 ml", "8");
  await expect.poll(async () => Math.abs((await figure(page, "glasses of 350 ml")) - 8)).toBeLessThan(0.6);
});

test("other ways to be cold: a bath without ice in it, a concentrate a day ahead, over the ice in the glass", async ({
  page,
}) => {
  await page.goto(STEEL);
  await choose(page, "made by", "full strength, chilled in a bath");
  await expect(plate(page, "ice")).toBeHidden();
  const bath = page.getByTestId("bath");
  await expect(bath).toContainText(/to 8 °C in about \d+:\d\d, the vessel closed and turned, in .* of ice/);
  await page.getByLabel("ice in the bath, g").fill("300");
  await page.getByLabel("ice in the bath, g").press("Enter");
  await expect(bath).toContainText(/It takes .* more ice/);
  await page.getByLabel("ice in the bath, g").fill("");
  await page.getByLabel("ice in the bath, g").press("Enter");
  await expect(bath).toContainText("in about");
  expect(await seriousFaults(page)).toEqual([]);

  await choose(page, "made by", "concentrate, steeped cold");
  const steep = page.getByTestId("steep");
  await expect(steep).toContainText(/of cold water for 16 hours: begin it the day before/);
  await page.getByLabel("water to coffee").fill("40");
  await page.getByLabel("water to coffee").press("Enter");
  await expect(page.getByText("From 3 to 14.")).toBeVisible();
  await page.getByLabel("water to coffee").fill("5");
  await page.getByLabel("water to coffee").press("Enter");
  await expect(steep).toContainText(/each part takes [23]\.\d+ of water/);
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Save as card" }).click();
  await page.getByRole("button", { name: "Open it" }).click();
  const card = page.getByRole("article");
  await expect(card).toContainText("A day ahead: grind");
  await expect(card).toContainText("throw-away times");

  await page.goto(STEEL);
  await choose(page, "made by", "strong, over ice in the glass");
  await expect(page.getByRole("region", { name: "The melt" })).toHaveCount(0);
  await choose(page, "made by", "strong, with cold water and ice");
  await expect.poll(() => figure(page, "cold water")).toBeGreaterThan(200);
});

test("what does not fit its server says how much does, or takes two; tasting changes one thing", async ({
  page,
}) => {
  await page.goto(STEEL.replace("yieldG:2400", "yieldG:4300"));
  const checks = page.getByRole("region", { name: "Before you brew" });
  await expect(checks).toContainText(/Before the ice melts it takes/);
  // The forecast's own warnings join the list: until they have, what is tapped may still move.
  await expect(checks).toContainText(/As forecast it stays on the paper/);
  await tap(checks.getByRole("listitem").filter({ hasText: "The most that fits" }).getByRole("button"));
  await expect(checks).not.toContainText(/Before the ice melts it takes/);
  await page.getByRole("button", { name: "Undo" }).first().click();
  await checks.getByRole("button", { name: "Take two" }).click();
  await expect(page.getByRole("combobox", { name: "shared over" })).toContainText("two servers");
  await expect(checks).not.toContainText(/Before the ice melts it takes/);

  await page.goto(STEEL);
  await settledForecast(page);
  const tasted = page.getByRole("region", { name: "Tasted it?" });
  const said = tasted.getByTestId("correction");
  await tasted.getByRole("button", { name: "too sour" }).click();
  await expect(said).toContainText(/Change one thing: Chough to .* finer, and nothing else/);
  await tasted.getByRole("button", { name: "too watery" }).click();
  await tasted.getByLabel(/metered in the server/).fill("1.2");
  await expect(said).toContainText(/of coffee instead of 184 g, and nothing else/);
  await tasted.getByRole("button", { name: "too warm" }).click();
  await tasted.getByLabel(/measured in the server/).fill("11 °C");
  await expect(said).toContainText(/of ice instead of 1\u202f100 g/);
  const ice = await figure(page, "ice");
  await said.getByRole("button", { name: "Take it" }).click();
  await expect.poll(() => figure(page, "ice")).toBeGreaterThan(ice);
  await expect(page.getByText("One thing changed: brew it, and taste again.")).toBeVisible();
});

test("a hand-brewed glass with its bloom kept apart is colder than without", async ({
  page,
  context,
  baseURL,
}) => {
  await context.addCookies([{ name: "site", value: ROPE_LOFT, url: baseURL! }]);
  await page.goto(GLASS);
  const warm = await figure(page, "when melted");
  await page.getByLabel("bloom kept apart").check();
  await expect(page.getByTestId("apart")).toContainText(
    /2\d g of the bloom drip into a small cup.* join at about 3\d °C/,
  );
  await expect.poll(() => figure(page, "when melted")).toBeLessThan(warm - 0.5);

  // At twice the dose there is nothing to keep apart; recut pours keep their last total.
  const pours = page.getByRole("region", { name: "Bloom and pours, recut" });
  await expect(pours).toContainText("to 222 g");
  await pours.getByLabel("bloom, times the dose").fill("2");
  await pours.getByLabel("bloom, times the dose").press("Enter");
  await expect(page.getByTestId("apart")).toContainText("there is nothing to keep apart");
  await expect(pours).toContainText("to 48 g");
  await pours.getByRole("button", { name: "Take it" }).click();
  await expect(pours).toContainText("to 72 g");
  // What is being worked out anew is pale until it is there.
  await settledForecast(page);
  expect(await seriousFaults(page)).toEqual([]);
  expect(await overflows(page)).toEqual([]);

  await page.getByRole("button", { name: "Save as card" }).click();
  await page.getByRole("button", { name: "Open it" }).click();
  const card = page.getByRole("article");
  await expect(card).toContainText("Set the dripper over a small cup first");
  await expect(card).toContainText(/set that cup aside, and the dripper over the ice/);
  await expect(card).toContainText("Pour the bloom's cup in last.");
  // The longest of cards still stands on a quarter of a page, boxes and all.
  await page.evaluate(() => {
    window.print = () => {};
  });
  await page.getByRole("button", { name: "Four on A4" }).click();
  await page.emulateMedia({ media: "print" });
  const cut = await page
    .locator("[data-card]")
    .first()
    .evaluate((sheet) => sheet.scrollHeight - sheet.clientHeight);
  expect(cut).toBeLessThanOrEqual(0);
});

test("the drop from brew water to drip is measured with the thermometer, by the way it is brewed", async ({
  page,
  context,
  baseURL,
}) => {
  await context.addCookies([{ name: "site", value: ROPE_LOFT, url: baseURL! }]);
  await page.goto("/bench/brewers");
  await fromMenu(page, "Drip", "flat hand dripper");
  const add = async (water: string, drip: string, beside = false) => {
    await page.getByLabel("brew water", { exact: true }).fill(water);
    await page.getByLabel("what drips", { exact: true }).fill(drip);
    if (beside) await page.getByLabel("brewed beside, read in its server").check();
    await page.getByRole("button", { name: "Add it" }).click();
  };
  await add("92", "95");
  await expect(page.getByRole("status").getByText(/warmer than its water here/)).toBeVisible();
  await page.getByRole("button", { name: /take off/ }).click();
  await add("92", "74");
  await add("93", "76");
  await add("92", "71", true);
  await expect(page.getByText("Onto the ice it drips 17.5 K cooler than its water.")).toBeVisible();
  await expect(page.getByText(/Brewed beside and poured over at once it is 21 K cooler/)).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  expect(await overflows(page)).toEqual([]);
  const keep = page.getByRole("button", { name: "Keep these" });
  await keep.click();
  await expect(keep).toBeHidden();
  await page.reload();
  await fromMenu(page, "Drip", "flat hand dripper");
  await expect(page.getByRole("cell", { name: "17 K", exact: true })).toBeVisible();
});

test.describe("a trainee", () => {
  test.use({ as: "trainee", viewport: { width: 390, height: 844 } });

  test("reads the day's ice and the iced card on a phone, and changes neither", async ({ page }) => {
    await page.goto(`/shift?day=${DAY}`);
    const ice = page.getByRole("region", { name: "ice from the bin machine" });
    await expect(ice).toContainText("with each batch and 75 g in each of");
    await expect(ice.getByLabel("frozen ahead")).toBeDisabled();
    expect(await overflows(page)).toEqual([]);
    await page.getByRole("link", { name: /iced/ }).click();
    await expect(page.getByRole("article")).toContainText("Serve 220 g a glass");
    expect(await seriousFaults(page)).toEqual([]);
    expect(await overflows(page)).toEqual([]);
    await page.goto(STEEL);
    await expect(page.getByRole("region", { name: "how it is iced" })).toBeVisible();
    expect(await overflows(page)).toEqual([]);
  });
});
