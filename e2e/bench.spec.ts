import { choose, expect, fromMenu, pageIn, plate, seriousFaults, signedInState, test } from "./page.ts";

test.describe.configure({ mode: "serial" });

/** A thing of the bench by its name. */
const line = (page: import("@playwright/test").Page, name: string) =>
  page
    .getByRole("main")
    .locator("tbody")
    .filter({ has: page.getByText(name, { exact: true }) });

test("a typical vessel is put on the bench, drawn as it is typed, marked on the card, taken off and put back", async ({
  page,
}) => {
  await page.goto("/bench/vessels");
  await page.getByRole("button", { name: "Add a vessel" }).click();
  await choose(page, "start from", /glass pot/);
  const keep = page.getByRole("button", { name: "Keep this vessel" });
  await page.getByLabel("name", { exact: true }).fill("pot 2.05 l, white");
  await page.getByLabel("working fill", { exact: true }).fill("1.8 l");
  await keep.click();
  const alert = page.getByRole("main").getByRole("alert");
  await expect(alert).toContainText("The working fill is above the brim");
  await page.getByLabel("working fill", { exact: true }).fill("1.55 l");
  await keep.click();
  await expect(alert).toContainText("has this name already");
  await page.getByLabel("name", { exact: true }).fill("=HYPERLINK(0)");
  await page.getByLabel("its mass in g, empty").fill("500");
  await choose(page, "of", "glass");
  await page.getByRole("button", { name: "Take it", exact: true }).click();
  await expect(page.getByLabel("heat capacity", { exact: true })).toHaveValue("420 J/K");
  expect(await seriousFaults(page)).toEqual([]);
  await keep.click();
  await expect(keep).toBeHidden();
  await expect(line(page, "=HYPERLINK(0)")).toContainText("what it holds is typical, not measured");

  // In a spreadsheet the name stays a name.
  const csv = await page.request.get("/api/v1/bench/vessel?as=csv");
  expect(csv.headers()["content-type"]).toContain("text/csv");
  expect(await csv.text()).toContain("'=HYPERLINK(0)");

  await page.goto("/scale");
  await choose(page, "into", "=HYPERLINK(0)");
  await expect(plate(page, "coffee in the pot")).toContainText("1\u202f5");
  await expect(page.getByRole("region", { name: "Before you brew" })).toContainText(
    "=HYPERLINK(0): what it holds is typical, not measured.",
  );

  await page.goto("/bench/vessels");
  await fromMenu(page, "Take off", "=HYPERLINK(0)");
  await page.getByText("Taken off: 1").click();
  await page.getByRole("button", { name: "Put back =HYPERLINK(0)" }).click();
  await expect(page.getByText("Taken off: 1")).toBeHidden();
  await fromMenu(page, "Take off", "=HYPERLINK(0)");
  await expect(page.getByText("Taken off: 1")).toBeVisible();
  await page.goto("/scale");
  await page.getByRole("combobox", { name: "into", exact: true }).click();
  await expect(page.getByRole("option", { name: /HYPERLINK/ })).toHaveCount(0);
});

test("two leads change one brewer: each field is chosen", async ({ page, browser, baseURL }) => {
  const context = await browser.newContext({
    baseURL: baseURL ?? "",
    storageState: await signedInState(browser, baseURL ?? "", "lead"),
  });
  const other = await pageIn(context);
  for (const where of [page, other]) {
    await where.goto("/bench/brewers");
    await fromMenu(where, "Change", "Turnstone");
    await where.getByText("More about it").click();
  }
  await other.getByLabel("one batch takes").fill("8 min");
  await other.getByRole("button", { name: "Keep this brewer" }).click();
  await expect(other.getByRole("button", { name: "Keep this brewer" })).toBeHidden();
  await page.getByLabel("water for rinsing").fill("250 g");
  await page.getByRole("button", { name: "Keep this brewer" }).click();
  const conflict = page.getByRole("dialog", { name: "Two of you changed Turnstone" });
  await expect(conflict.getByRole("radio", { name: /8 min/ })).toBeChecked();
  await expect(conflict.getByRole("radio", { name: /250 g/ })).toBeChecked();
  await conflict.getByRole("button", { name: "Save what is chosen" }).click();
  await expect(page.getByRole("button", { name: "Keep this brewer" })).toBeHidden();
  await context.close();
  await fromMenu(page, "Change", "Turnstone");
  await page.getByText("More about it").click();
  await expect(page.getByLabel("one batch takes")).toHaveValue("8 min");
  await expect(page.getByLabel("water for rinsing")).toHaveValue("250 g");
});

test("a curve by words, pairs that turn back, and a dial whose step does not divide it", async ({ page }) => {
  await page.goto("/bench/grinders");
  await page.getByRole("button", { name: "Curve Chough" }).click();
  const add = async (setting: string, grinds: string) => {
    await page.getByLabel("setting", { exact: true }).fill(setting);
    await page.getByLabel("grinds", { exact: true }).fill(grinds);
    await page.getByRole("button", { name: "Add it" }).click();
  };
  const alert = page.getByRole("main").getByRole("alert");
  await add("20", "gravel");
  await expect(alert).toContainText("Or a word: powder, table salt");
  await add("20", "powder");
  await expect(page.getByRole("status")).toContainText("The curve turns back between");
  await page.getByRole("button", { name: /take off 20, 250/ }).click();
  await add("20", "1240");
  await choose(page, "a new curve, because", "it has new burrs");
  await expect(page.getByRole("img", { name: "What the dial grinds" }).locator("svg").first()).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Keep these" }).click();
  await expect(page.getByText(/curve 2 since/)).toBeVisible();

  await fromMenu(page, "Pairs", "Chough");
  await expect(page.getByRole("status")).toContainText("Chough at 12 grinds like Dunlin at 38.8");
  await page.getByLabel("Chough", { exact: true }).fill("20");
  await page.getByLabel("Dunlin", { exact: true }).fill("40");
  await page.getByRole("button", { name: "Add it" }).click();
  await page.getByRole("button", { name: "Keep these" }).click();
  await expect(alert).toContainText("cannot both be: one of the two is wrong");
  await page.getByRole("button", { name: "Cancel" }).click();

  await fromMenu(page, "Change", "Chough");
  await page.getByLabel("step", { exact: true }).fill("0.7");
  await page.getByRole("button", { name: "Keep this grinder" }).click();
  await expect(alert).toContainText("The dial has 34.29 such steps");
});

test("water is mixed, ice is drained, and a coffee cannot be roasted tomorrow", async ({ page }) => {
  await page.goto("/bench/supplies");
  await expect(page.getByText("6 l of quay tap and 14 l of softened")).toBeVisible();
  await choose(page, "and", "minerals");
  await expect(page.getByText("quay tap has more hardness than that")).toBeVisible();
  await choose(page, "from", "softened");
  await expect(page.getByText(/g of the Epsom salt concentrate and .* into 20 l of softened/)).toBeVisible();

  await page.getByRole("button", { name: "Drain some bin machine" }).click();
  await page.getByLabel("a scoop of it").fill("500");
  await page.getByLabel("drained").fill("550");
  await page.getByRole("button", { name: "Keep this weighing" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("more after draining than before");
  await page.getByLabel("drained").fill("460");
  await page.getByRole("button", { name: "Keep this weighing" }).click();
  await expect(page.getByText("8 % of it water already")).toBeVisible();
  await expect(page.getByText(/^measured/)).toBeVisible();

  await page.goto("/bench/coffees");
  await fromMenu(page, "Change", "Low Tide");
  await page.getByLabel("roasted on").fill("2026-07-15");
  await page.getByRole("button", { name: "Keep this coffee" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("That day has not come yet.");
});

test("care is done and undone, with its cautions", async ({ page }) => {
  await page.goto("/bench/care");
  const task = page
    .getByRole("region", { name: "Due" })
    .getByRole("listitem")
    .filter({ hasText: "descale Fulmar" });
  await task.getByRole("button", { name: "How to descale Fulmar" }).click();
  await expect(task).toContainText("never on a bench with food, and rinse until clear");
  await expect(task).toContainText("Wiring and plumbing are for licensed people.");
  await expect(task).toContainText("% of its litres gone");
  await task.getByRole("button", { name: "Done with descale Fulmar" }).click();
  await expect(task).toContainText("done just now");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(task).toContainText("% of its litres gone");
});

test("house settings: a window that is turned over, ratios as grams per litre, and doses rounded up", async ({
  page,
}) => {
  await page.goto("/bench/house");
  const keep = page.getByRole("button", { name: "Keep these settings" });
  const save = async () => {
    const answered = page.waitForResponse((response) => response.request().method() === "POST");
    await keep.click();
    await answered;
    await expect(page.getByText("The settings are kept.").first()).toBeVisible();
  };
  await page.getByLabel("strength from").fill("1.7 %");
  await keep.click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("This is below where it begins");
  await page.getByLabel("strength from").fill("1.2 %");
  await page.getByLabel("coffee by").fill("10");
  await page.getByLabel("coffee always up, never down").check();
  await choose(page, "ratios as", "g/l");
  await save();
  await page.goto("/scale");
  await expect(plate(page, "coffee")).toContainText("210 g");
  await expect(plate(page, "ratio, hot water")).toContainText("g/l");
  await page.goto("/bench/house");
  await page.getByLabel("coffee by").fill("1");
  await page.getByLabel("coffee always up, never down").uncheck();
  await choose(page, "ratios as", "1:n");
  await save();
  await page.goto("/scale");
  await expect(plate(page, "ratio, hot water")).toContainText("1:");
});
