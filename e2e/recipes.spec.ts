import type { Locator, Page } from "@playwright/test";
import { leadIt, type OwnHouse, ownHouse } from "./ownHouse.ts";
import { choose, expect, pageIn, seriousFaults, signedInState, test } from "./page.ts";

test.describe.configure({ mode: "serial" });

const LOFT = "/recipes/0190a5c0-0000-7000-8000-000000000060";
const field = (page: Page, label: string) => page.getByLabel(label, { exact: true });

/** By keyboard alone: the field is focused, typed over, and left by Enter. */
async function typeInto(page: Page, label: string, text: string): Promise<void> {
  await field(page, label).focus();
  await page.keyboard.press("Control+a");
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
}
async function press(target: Locator): Promise<void> {
  await target.focus();
  await target.page().keyboard.press("Enter");
}
const button = (page: Page, name: string) => page.getByRole("button", { name, exact: true });
const forecast = (page: Page, figure: string) => page.getByTestId(`recipe ${figure}`);
const seconds = async (cell: Locator) => {
  const [minutes, rest] = ((await cell.textContent()) ?? "").split(":").map(Number);
  return 60 * minutes! + rest!;
};
/** Where a recipe's page stands: the recipe, and the version that it shows. */
async function standsAt(page: Page) {
  await page.waitForURL(/\/recipes\/[\w-]+\?v=/);
  const url = new URL(page.url());
  return { path: url.pathname, version: url.searchParams.get("v") };
}

/** Adds the pours that are not there yet, and writes down what the scale shows and when. */
async function pourByKeyboard(page: Page, pours: readonly (readonly [total: string, at: string])[]) {
  for (let i = 2; i < pours.length; i++) await press(button(page, `split pour ${i} in two`));
  for (const [i, [total, at]] of pours.entries()) {
    if (i === 0) continue;
    await typeInto(page, `pour ${i + 1}, scale shows`, total);
    await typeInto(page, `pour ${i + 1} begins at`, at);
  }
}

let bollard = "";

test("a hand recipe is written by keyboard, retimed by drag, forecast, and made the standard", async ({
  page,
}) => {
  await page.goto("/recipes/new");
  await typeInto(page, "name", "Bollard");
  await typeInto(page, "dose", "22");
  await field(page, "ground on").focus();
  await page.keyboard.type("Dun");
  await typeInto(page, "dial, 0 to 60", "31");
  await typeInto(page, "bloom, times the dose", "2.5");
  await expect(field(page, "bloom, scale shows")).toHaveValue("55 g");
  await pourByKeyboard(page, [
    ["55", "0:00"],
    ["130", "0:40"],
    ["205", "1:05"],
    ["280", "1:30"],
    ["352", "1:55"],
  ]);
  await expect(field(page, "pour 5, its water")).toHaveValue("72 g");
  await expect(field(page, "ratio, of the water poured")).toHaveValue("1:16");
  await expect(forecast(page, "done at")).toHaveText(/^[34]:\d\d$/);
  await expect(page.getByLabel("Forecast, beside the cup")).toHaveAttribute("aria-busy", "false");
  const before = await seconds(forecast(page, "done at"));

  const dot = page.getByRole("slider", { name: "retime pour 5" });
  const box = (await dot.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + 4, { steps: 6 });
  await page.mouse.up();
  await expect(field(page, "pour 5 begins at")).not.toHaveValue("1:55");
  await expect.poll(() => seconds(forecast(page, "done at"))).toBeGreaterThan(before);
  await button(page, "undo").click();
  await expect(field(page, "pour 5 begins at")).toHaveValue("1:55");
  await dot.focus();
  await page.keyboard.press("Shift+ArrowRight");
  await expect(field(page, "pour 5 begins at")).toHaveValue("2:00");

  await typeInto(page, "done at", "3:10");
  await typeInto(page, "came out", "303");
  await typeInto(page, "strength", "1.38");
  expect(await seriousFaults(page)).toEqual([]);
  await press(button(page, "Keep it, on trial"));
  const { path, version } = await standsAt(page);
  bollard = path;
  await expect(page.getByText("v1, on trial").first()).toBeVisible();
  await page.getByRole("link", { name: "Make it the standard" }).click();
  await expect(page.getByRole("heading", { name: "No card rests on it yet" })).toBeVisible();
  await page.getByRole("button", { name: /^Make it the standard/ }).click();
  await expect(page.getByText("v1, standard").first()).toBeVisible();

  await page.goto(`/scale?recipe=${version}`);
  await page.getByTestId("sureness").waitFor();
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText(/kept as a card/i)).toBeVisible();
});

test("another ratio in a new version: which cards would change, before and after, and then they do", async ({
  page,
}) => {
  await page.goto(bollard);
  await page.getByRole("link", { name: "Write a new version" }).click();
  await typeInto(page, "ratio, of the water poured", "1:17");
  await expect(field(page, "pour 5, scale shows")).toHaveValue("374 g");
  await expect(field(page, "bloom, scale shows")).toHaveValue("55 g");
  await press(button(page, "Keep it, on trial"));
  await page.getByRole("link", { name: "Make it the standard" }).click();
  const effect = page.getByRole("list", { name: "what would change" }).getByRole("listitem").first();
  await expect(effect).toContainText("Saltmarsh, hot");
  await expect(effect.locator("del").first()).toHaveText("202 g");
  const coffee = (await effect.locator("ins").first().textContent())!;
  expect(await seriousFaults(page)).toEqual([]);
  const card = (await effect.getByRole("link").getAttribute("href"))!;
  await page.getByRole("button", { name: "Make it the standard, and change 1 card" }).click();
  await expect(page.getByText("v2, standard").first()).toBeVisible();
  await expect(page.getByRole("list", { name: "versions" })).toContainText("v1, earlier standard");
  await page.goto(card);
  await expect(page.getByRole("article")).toContainText(coffee);
  await expect(page.getByRole("article")).toContainText("1:17");
  await page.goto("/people/audit");
  await expect(page.getByRole("main")).toContainText("made the standard");
});

test("one tap fits the forecast to its own cup, and another forgets it", async ({ page }) => {
  await page.goto(LOFT);
  const done = forecast(page, "done at");
  const before = await seconds(done);
  expect(before).toBeGreaterThan(205);
  await button(page, "Fit the forecast to this cup").click();
  await expect.poll(() => seconds(done)).toBeLessThan(before - 8);
  await expect(page.getByRole("main")).toContainText("Fitted to this cup of hand cone and Dunlin");
  await button(page, "Forget it").click();
  await expect.poll(() => seconds(done)).toBe(before);
});

test("its rhythm at another size, over ice and as a spray, with what was changed", async ({ page }) => {
  await page.goto(LOFT);
  const panel = page.getByRole("region", { name: "Its rhythm at another size" });
  await typeInto(page, "dose", "30");
  await expect(panel.getByRole("row").nth(1)).toContainText("75 g");
  await expect(panel.getByRole("list")).toContainText("The bloom stays 2.5 times the dose: 55 g become 75 g");
  await expect(panel.getByRole("list")).toContainText("as the bed draws down");
  await typeInto(page, "ice of all water, %", "38");
  await expect(panel.getByRole("list")).toContainText("of ice stand for the rest");
  await panel.getByRole("combobox", { name: "on" }).click();
  await page.getByRole("option", { name: /Fulmar/ }).click();
  await expect(panel).toContainText("3 pulses");
});

test("what cannot be is answered where it stands, and nothing typed is lost", async ({ page }) => {
  await page.goto(`${LOFT}/edit`);
  const alerts = page.getByRole("main").getByRole("alert");
  await typeInto(page, "pour 3, scale shows", "140");
  await expect(alerts.first()).toContainText("The running total must rise");
  await button(page, "Keep it, on trial").click();
  await expect(alerts.first()).toContainText("Something above is not right yet");
  await expect(page.getByRole("main")).toContainText("No forecast: The running total must rise");
  await button(page, "undo").click();
  await typeInto(page, "bloom, times the dose", "0");
  await expect(alerts.first()).toContainText("A bloom of nothing wets nothing");
  await typeInto(page, "bloom, scale shows", "352");
  await expect(alerts.first()).toContainText("The bloom is as much as all the water");
  await button(page, "undo").click();
  await button(page, "undo").click();
  await typeInto(page, "pour 3 begins at", "0:40");
  await expect(alerts.first()).toContainText("This begins at the time of pour 2");
  await button(page, "undo").click();
  await expect(alerts).toHaveCount(0);
  // What does not fit is said as loudly as on Scale.
  await typeInto(page, "dose to", "120");
  await typeInto(page, "dose", "90");
  await expect(alerts.first()).toContainText(/scalding slurry will run over the rim/);
  await button(page, "undo").click();
  await button(page, "undo").click();
  await expect(alerts).toHaveCount(0);
  await typeInto(page, "dose", "a spoon or two");
  await expect(alerts.first()).toBeVisible();
  await expect(field(page, "dose")).toHaveValue("a spoon or two");
  await button(page, "Keep as a draft").click();
  await expect(page).toHaveURL(/\/edit$/);
});

test("pours are dragged into another order by keyboard; the times stay", async ({ page }) => {
  await page.goto(`${LOFT}/edit`);
  const grip = page.getByRole("button", { name: "move pour 2" });
  await grip.focus();
  await page.keyboard.press("Space");
  await expect(page.getByText("pour 2 is over pour 2.")).toBeAttached();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByText("pour 2 is over pour 3.")).toBeAttached();
  await page.keyboard.press("Space");
  await expect(field(page, "pour 2, its water")).toHaveValue("100 g");
  await expect(field(page, "pour 3, its water")).toHaveValue("95 g");
  await expect(field(page, "pour 2 begins at")).toHaveValue("0:40");
});

test("a draft open in two tabs: both are shown, and one is taken", async ({ page, context }) => {
  await page.goto("/recipes/0190a5c0-0000-7000-8000-000000000063/edit");
  const other = await pageIn(context);
  await other.goto("/recipes/0190a5c0-0000-7000-8000-000000000063/edit");
  await typeInto(page, "water at", "91");
  await button(page, "Keep as a draft").click();
  await expect(page.getByText("Kept as a draft.")).toBeVisible();
  await typeInto(other, "water at", "95");
  await button(other, "Keep as a draft").click();
  const meanwhile = other.getByRole("alert").filter({ hasText: "changed this draft since" });
  await expect(meanwhile).toContainText("91 °C");
  await expect(field(other, "water at")).toHaveValue("95 °C");
  await meanwhile.getByRole("button", { name: "Keep yours" }).click();
  await expect(meanwhile).toBeHidden();
  await other.reload();
  await expect(field(other, "water at")).toHaveValue("95 °C");
  // Kept for good elsewhere, the words are not lost either.
  await page.reload();
  await button(page, "Keep it, on trial").click();
  await standsAt(page);
  await typeInto(other, "water at", "96");
  await button(other, "Keep as a draft").click();
  await other.getByRole("button", { name: "Keep yours as a new draft" }).click();
  await expect(other.getByText("Kept as a draft.")).toBeVisible();
  await other.reload();
  await expect(field(other, "water at")).toHaveValue("96 °C");
  await other.close();
});

test("a press turned over says what can hurt, and its cups are shared", async ({ page }) => {
  await page.goto("/recipes/0190a5c0-0000-7000-8000-000000000062/edit");
  await page.getByLabel("upside down, then turned over").check();
  await expect(page.getByRole("region", { name: "Mind" })).toContainText("one firm turn over the sink");
  const strength = forecast(page, "strength");
  const before = await strength.textContent();
  await typeInto(page, "steeps for", "8:00");
  await expect(strength).not.toHaveText(before ?? "");
  await expect(page.getByText(/^Shared into 4:/)).toBeVisible();
  await page.getByText("measured by the spoon?").click();
  await expect(page.getByText(/roughly [\d.]+ g, maybe/)).toBeVisible();
});

test("the list is narrowed in its link; two versions stand side by side; one is archived and found again", async ({
  page,
}) => {
  await page.goto("/recipes");
  await page.getByLabel("find").fill("night cocoa");
  const rows = page.getByRole("table", { name: "recipes" }).getByRole("row");
  await expect(rows).toHaveCount(2);
  await expect(rows.nth(1)).toContainText("Harbour press");
  await expect(page).toHaveURL(/text=night\+cocoa/);
  await page.reload();
  await expect(rows).toHaveCount(2);
  await page.getByLabel("find").fill("");
  await choose(page, "made", "batch brewer");
  await expect(rows.nth(1)).toContainText("Quay batch");

  await page.goto(LOFT);
  await page.getByRole("link", { name: "Compare with version 3" }).click();
  const table = page.getByRole("table", { name: "beside each other" });
  await expect(table.getByRole("row").filter({ hasText: "hot water, differs" })).toContainText("340 g352 g");
  await page.getByLabel("only what differs").check();
  await expect(table.getByRole("row").filter({ hasText: "brewed on" })).toHaveCount(0);

  await page.goto(bollard);
  await button(page, "Archive the recipe").click();
  await expect(page.getByRole("heading", { name: "Recipes" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Bollard" })).toHaveCount(0);
  await page.getByLabel("archived ones").check();
  await expect(page.getByRole("link", { name: "Bollard" })).toBeVisible();
});

test("a recipe is found by its name from anywhere", async ({ page }) => {
  await page.goto("/log");
  await page.getByRole("button", { name: "Find or do" }).click();
  await page.getByRole("combobox", { name: "Find or do" }).fill("harbour");
  await page.getByRole("option", { name: "Harbour press" }).click();
  await expect(page.getByRole("heading", { name: "Harbour press" })).toBeVisible();
});

test("a duplicate begins with what was poured, not with what was weighed", async ({ page }) => {
  await page.goto(LOFT);
  await page.getByRole("link", { name: "Duplicate" }).click();
  await expect(field(page, "name")).toHaveValue("Loft cone, copy");
  await expect(field(page, "pour 4, scale shows")).toHaveValue("352 g");
  await expect(field(page, "came out")).toHaveValue("");
  await button(page, "Leave it").click();
  await expect(page.getByRole("link", { name: "Loft cone, copy" })).toHaveCount(0);
});

test("a recipe that is left, or a draft that is thrown away, is one tap away", async ({ page }) => {
  await page.clock.install();
  await page.goto(LOFT);
  await page.getByRole("link", { name: "Duplicate" }).click();
  await expect(field(page, "name")).toHaveValue("Loft cone, copy");
  // No timer of the page runs from here on: what is kept a moment later is lost where the next page comes fast.
  await page.clock.pauseAt(Date.now() + 60_000);
  await typeInto(page, "name", "Loft cone, finer");
  await typeInto(page, "dose", "23");
  await page.reload();
  await page.clock.resume();
  await expect(page.getByText("As you left it")).toBeVisible();
  await expect(field(page, "dose")).toHaveValue("23 g");
  await button(page, "Leave it").click();
  await expect(page).toHaveURL(/\/recipes$/);
  await button(page, "Go back").click();
  await expect(field(page, "name")).toHaveValue("Loft cone, finer");
  await expect(field(page, "dose")).toHaveValue("23 g");
  await button(page, "Keep as a draft").click();
  await page.waitForURL(/\/edit$/);
  await button(page, "Throw the draft away").click();
  await button(page, "Undo").click();
  await page.waitForURL(/\/edit$/);
  await expect(field(page, "dose")).toHaveValue("23 g");
  await button(page, "Throw the draft away").click();
  await expect(page).toHaveURL(/\/recipes$/);
});

test.describe("a barista", () => {
  test.use({ as: "barista" });
  test("writes a recipe down, but makes no standard and takes nothing in", async ({ page }) => {
    await page.goto(LOFT);
    await expect(page.getByRole("link", { name: "Write a new version" })).toBeVisible();
    await expect(button(page, "Archive the recipe")).toHaveCount(0);
    await page.goto("/recipes/0190a5c0-0000-7000-8000-000000000062");
    await expect(page.getByRole("link", { name: "Make it the standard" })).toHaveCount(0);
    await page.goto("/recipes");
    await expect(button(page, "Take in a file")).toHaveCount(0);
    expect((await page.request.post("/api/v1/recipes", { data: "{}" })).status()).toBe(403);
  });
});

test.describe("a trainee", () => {
  test.use({ as: "trainee" });
  test("reads recipes, and is told who writes them", async ({ page }) => {
    await page.goto(LOFT);
    await expect(page.getByRole("main")).toContainText("Writing a recipe down is for a lead or a barista");
    await expect(forecast(page, "strength")).toBeVisible();
  });
});

test.describe("into another house", () => {
  // A file that is refused is an answer of 422, which the browser writes into its console by itself.
  test.use({ as: "nobody", baseURL: undefined, silent: false });
  test.describe.configure({ timeout: 300_000 });
  let own: OwnHouse;
  test.afterAll(() => own?.run(["stop"]));

  test("a file goes out of one house and into an empty one, equal to the last figure", async ({
    page,
    browser,
  }) => {
    const demo = `http://${process.env.TUMBEK_HOST}:${process.env.TUMBEK_PORT}`;
    const storageState = await signedInState(browser, demo, "lead");
    const there = await browser.newContext({ storageState });
    const out = await (await there.request.get(`${demo}/api/v1/recipes`)).json();
    expect(out.recipes.length).toBeGreaterThan(3);

    own = await ownHouse("recipes-house");
    const started = own.run(["start", "--empty"]);
    expect(started.status, started.said).toBe(0);
    await leadIt(page, own.base, { name: "Sennen Rook", pin: "the kettle sings at six" });
    await page.goto(`${own.base}/bench`);
    await page.getByLabel("name", { exact: true }).fill("Pier Head");
    await page.getByLabel("above the sea").fill("4");
    await page.getByLabel("time zone").fill("Europe/London");
    await button(page, "Keep this site").click();
    await expect(page.getByText("A site, done")).toHaveCount(1);

    await page.goto(`${own.base}/recipes`);
    await expect(page.getByText("Nothing is written down yet.")).toBeVisible();
    await button(page, "Take in a file").click();
    const takeIn = (name: string, content: string) =>
      page
        .locator("input[type=file]")
        .setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(content) });
    const alert = page.getByRole("main").getByRole("alert");
    await takeIn("newer.json", JSON.stringify({ ...out, version: 9 }));
    await expect(alert).toContainText("format version 9, and this house reads up to 1");
    await takeIn("other.json", "not even JSON");
    await expect(alert).toContainText("cannot be read as JSON");
    const [first] = out.recipes;
    const strange = {
      ...first,
      name: "<script>window.taken = 1</script>",
      versions: [{ ...first.versions[0], colour: 1 }],
    };
    await takeIn("strange.json", JSON.stringify({ ...out, recipes: [strange] }));
    const would = page.getByRole("list", { name: "what it would do" });
    await expect(would).toContainText("left out:");
    await expect(would).toContainText("<script>");
    expect(await page.evaluate(() => "taken" in window)).toBe(false);
    await takeIn("recipes.json", JSON.stringify(out));
    await expect(would.getByRole("listitem")).toHaveCount(out.recipes.length);
    await expect(page.getByRole("main")).toContainText("Onto the bench of Pier Head, as not measured here:");
    expect(await seriousFaults(page)).toEqual([]);
    await button(page, `Take in ${out.recipes.length}`).click();
    await expect(page.getByRole("link", { name: "Loft cone" })).toBeVisible();
    const back = await (await page.request.get(`${own.base}/api/v1/recipes`)).json();
    expect(back).toEqual(out);
    await there.close();
  });
});
