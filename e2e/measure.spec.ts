import { onDatabase } from "./database.ts";
import {
  choose,
  expect,
  fromMenu,
  overflows,
  pageIn,
  plate,
  seriousFaults,
  signedInState,
  test,
} from "./page.ts";

test.describe.configure({ mode: "serial" });

// Turnstone, the blue pot and Night Mail: what the other journeys' sums rest on stays as it is.

test("a vessel weighed again, in parts, is what Scale fills", async ({ page }) => {
  await page.goto("/bench/vessels");
  await page.getByRole("button", { name: "Weigh pot 2.05 l, blue" }).click();
  await page.getByLabel("empty, lid off").fill("980");
  await page.getByLabel("full to the brim").fill("1520 + 1,5 kg");
  await page.getByLabel("at its working fill").fill("1,500");
  const keep = page.getByRole("button", { name: "Keep this weighing" });
  await keep.click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("Do you mean 1.5 or 1\u202f500?");
  await page.getByLabel("at its working fill").fill("3100");
  await keep.click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("The working fill is above the brim");
  await page.getByLabel("at its working fill").fill("2730");
  await expect(
    page.getByRole("status").getByText("2\u202f040 g to the brim, 1\u202f750 g working fill"),
  ).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  expect(await overflows(page)).toEqual([]);
  await keep.click();
  await expect(keep).toBeHidden();
  await expect(page.getByText("2\u202f040 g to the brim, 1\u202f750 g working fill")).toBeVisible();

  await page.goto("/scale");
  await choose(page, "into", /pot 2.05 l, blue/);
  await expect(plate(page, "coffee in the pot")).toContainText("1\u202f750 g");
});

test("blank runs move the setting; a wild one is left out, and ten times off is refused", async ({
  page,
}) => {
  const setting = async () => {
    await page.goto("/scale");
    await choose(page, "into", /pot 2.05 l, white/);
    await choose(page, "on", "Turnstone");
    return (await plate(page, "set Turnstone to").textContent()) ?? "";
  };
  // 1880 / (16 − 2.05) = 134.8 g would be over the basket, so the ratio or the fill says: what matters is the line.
  const before = await setting();
  await page.goto("/bench/brewers");
  await page.getByRole("button", { name: "Blank runs Turnstone" }).click();
  const add = async (set: string, weighed: string) => {
    await page.getByLabel("set", { exact: true }).fill(set);
    await page.getByLabel("weighed", { exact: true }).fill(weighed);
    await page.getByRole("button", { name: "Add it" }).click();
  };
  await add("1.5 l", "700");
  await expect(page.locator("form").getByRole("cell", { name: /left out/ })).toHaveCount(1);
  await expect(page.getByRole("img", { name: "Blank runs" }).locator("svg").first()).toBeVisible();
  await expect(page.getByRole("status").getByText(/^1.0210 × what is set − 3 g/)).toBeVisible();
  const takeOff = page.getByRole("button", { name: /take off/ });
  while ((await takeOff.count()) > 0) await takeOff.first().click();
  await add("1 l", "90");
  const keep = page.getByRole("button", { name: "Keep these" });
  await keep.click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("9 % of what is set");
  await takeOff.click();
  for (const [set, weighed] of [
    ["0.6 l", "540"],
    ["1.2 l", "1080"],
    ["1.8 l", "1620"],
  ] as const) {
    await add(set, weighed);
  }
  await keep.click();
  await expect(keep).toBeHidden();
  await expect(page.getByText("delivers 0.9 × what is set + 0 g")).toBeVisible();
  expect(await setting()).not.toBe(before);
});

test("brewed pots teach what the bed keeps, and the water follows; a spilt one is left out", async ({
  page,
}) => {
  const water = async () => {
    await page.goto("/scale");
    await choose(page, "into", /pot 2.05 l, white/);
    await choose(page, "on", "Turnstone");
    return page
      .getByText(/g per g/)
      .first()
      .textContent();
  };
  const before = await water();
  await page.goto("/bench/brewers");
  await fromMenu(page, "Brewed pots", "Turnstone");
  const keep = page.getByRole("button", { name: "Keep these" });
  const add = async (coffee: string, poured: string, out: string) => {
    await page.getByLabel("coffee", { exact: true }).fill(coffee);
    await page.getByLabel("water", { exact: true }).fill(poured);
    await page.getByLabel("came out", { exact: true }).fill(out);
    await page.getByRole("button", { name: "Add it" }).click();
  };
  // A rinse left in the pot: nothing that a bed does, and one among sixty moves nothing.
  await add("100", "1600", "1520");
  await expect(page.getByRole("cell", { name: "0.8, left out", exact: true })).toBeVisible();
  await expect(page.getByRole("status").getByText(/^The bed keeps 2.0\d g per g of coffee/)).toBeVisible();
  await page.getByRole("button", { name: /take off/ }).click();
  for (const out of ["1340", "1341", "1339", "1340.5", "1340"]) await add("100", "1600", out);
  await expect(page.getByRole("status").getByText(/from \d+ pots, \d+ left out/)).toBeVisible();
  await keep.click();
  await expect(keep).toBeHidden();
  await expect(page.getByText(/the bed keeps 2\.\d+ g per g of coffee, learned from the log/)).toBeVisible();
  expect(await water()).not.toBe(before);
});

test("a pot's readings make its curve", async ({ page }) => {
  await page.goto("/bench/vessels");
  await fromMenu(page, "Cooling", "pot 2.05 l, blue");
  const keep = page.getByRole("button", { name: "Keep these" });
  const add = async (after: string, temperature: string) => {
    await page.getByLabel("after", { exact: true }).fill(after);
    await page.getByLabel("temperature", { exact: true }).fill(temperature);
    await page.getByRole("button", { name: "Add it" }).click();
  };
  await add("0", "85");
  await add("1:00:00", "17 °C");
  await keep.click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText(
    "17 °C is no warmer than the room's 21 °C",
  );
  await page.getByRole("button", { name: /take off .*17/ }).click();
  await add("1:00:00", "73.4");
  await keep.click();
  await expect(page.getByText("cools from 85 °C to 73.4 °C in an hour")).toBeVisible();
});

test("beans weighed again change the bed", async ({ page }) => {
  const bed = async () => {
    await page.goto("/scale");
    await choose(page, "with", /Night Mail/);
    // The link names the coffee once its sheet is computed.
    await expect(page).toHaveURL(/coffee=0190a5c0-0000-7000-8000-000000000053/);
    return page.getByText(/The bed is \d+ mm deep/).textContent();
  };
  const before = await bed();
  await page.goto("/bench/coffees");
  await page.getByRole("button", { name: "Weigh beans Night Mail" }).click();
  await page.getByLabel("the cup holds").fill("250");
  await page.getByLabel("beans in it").fill("850");
  await page.getByRole("button", { name: "Keep this weighing" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("3.4 g/ml is no coffee");
  await page.getByLabel("beans in it").fill("76");
  await page.getByRole("button", { name: "Keep this weighing" }).click();
  await expect(page.getByRole("button", { name: "Keep this weighing" })).toBeHidden();
  await expect(page.getByText(/0.304 g\/ml/)).toBeVisible();
  expect(await bed()).not.toBe(before);
});

test("a guided weighing and a cooling curve without hardware: dragged, played and taken", async ({
  page,
}) => {
  await page.goto("/bench/house");
  await page.getByRole("checkbox", { name: /simulated instruments beside the bench/ }).check();
  await page.goto("/bench/vessels");
  await page.getByRole("button", { name: "Weigh pot 2.05 l, white" }).click();
  await page.getByLabel("empty, lid off").fill("400");
  await page.getByRole("button", { name: "Pour a pot" }).click();
  const scale = page.getByRole("status", { name: "scale reads" });
  await expect(scale).toHaveText("2400 g");
  await page.getByRole("button", { name: "Take it off the scale: full to the brim" }).click();
  await page.getByRole("slider", { name: /put the scale at/ }).focus();
  for (let i = 0; i < 21; i++) await page.keyboard.press("PageDown");
  await expect(scale).toHaveText("2190 g");
  await page.getByRole("button", { name: "Take it off the scale: at its working fill" }).click();
  await expect(page.getByLabel("at its working fill")).toHaveValue("2190 g");
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole("button", { name: "Keep this weighing" }).click();
  await expect(page.getByRole("button", { name: "Keep this weighing" })).toBeHidden();
  await expect(page.getByText("2\u202f000 g to the brim, 1\u202f790 g working fill")).toBeVisible();

  await fromMenu(page, "Cooling", "pot 2.05 l, white");
  const probe = page.getByRole("status", { name: "thermometer reads" });
  for (const [verb, shows, after] of [
    ["Into a fresh pot", "85 °C", "0"],
    ["Let it stand", "74 °C", "60"],
  ] as const) {
    await page.getByRole("button", { name: verb }).click();
    await expect(probe).toHaveText(shows);
    await page.getByLabel("after", { exact: true }).fill(after);
    await page.getByRole("button", { name: "Take it off the thermometer: temperature" }).click();
    await page.getByRole("button", { name: "Add it" }).click();
  }
  await page.getByRole("button", { name: "Keep these" }).click();
  // For a moment the form still says it, too.
  await expect(page.getByText("cools from 85 °C to 74 °C in an hour").first()).toBeVisible();
});

test("high up, the water boils cooler than the recipe says, and Scale and the card say so", async ({
  page,
}) => {
  const lift = async (altitude: string) => {
    await page.goto("/bench/house");
    await page.getByRole("button", { name: "Change Pier Head" }).click();
    await page.getByLabel("above the sea").fill(altitude);
    await page.getByRole("button", { name: "Keep this site" }).click();
    await expect(page.getByRole("button", { name: "Keep this site" })).toBeHidden();
  };
  await lift("2600 m");
  try {
    await expect(page.getByText("2\u202f600 m above the sea, water boils at 91.4 °C")).toBeVisible();
    await page.goto("/scale");
    await expect(page.getByText("Water boils at 91.4 °C at Pier Head: the recipe's 93 °C")).toBeVisible();
    await page.getByTestId("sureness").waitFor();
    await page.getByRole("button", { name: "Save as card" }).click();
    await page.getByRole("button", { name: "Open it" }).click();
    await expect(page.getByRole("article")).toContainText("91.4 °C");
  } finally {
    await lift("4");
    await onDatabase((query) =>
      query("DELETE FROM cards WHERE trial_id IS NULL AND sheet LIKE ?", ["%91.%"]),
    );
  }
});

test("two leads weigh one vessel: each figure is chosen, and all of it is in the trail", async ({
  page,
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({
    baseURL: baseURL ?? "",
    storageState: await page.context().storageState(),
  });
  const other = await pageIn(context);
  for (const where of [page, other]) {
    await where.goto("/bench/vessels");
    await where.getByRole("button", { name: "Weigh pot 2.05 l, blue" }).click();
    // What was weighed before is there already.
    await expect(where.getByLabel("empty, lid off")).toHaveValue(/980/);
  }
  await other.getByLabel("at its working fill").fill("2800");
  await other.getByRole("button", { name: "Keep this weighing" }).click();
  await expect(other.getByRole("button", { name: "Keep this weighing" })).toBeHidden();
  await expect(other.getByText("1\u202f820 g working fill")).toBeVisible();
  await page.getByLabel("at its working fill").fill("2780");
  await page.getByRole("button", { name: "Keep this weighing" }).click();
  const conflict = page.getByRole("dialog", { name: "Two of you changed pot 2.05 l, blue" });
  // Both changed it, so it is nobody's until it is chosen; and closing the choice gives nothing away.
  await expect(conflict.getByRole("button", { name: "Save what is chosen" })).toBeDisabled();
  await conflict.getByRole("button", { name: "Not now" }).click();
  await page.getByRole("button", { name: "Keep this weighing" }).click();
  await conflict.getByRole("radio", { name: /1.800 g/ }).check();
  await conflict.getByRole("button", { name: "Save what is chosen" }).click();
  await expect(page.getByRole("button", { name: "Keep this weighing" })).toBeHidden();
  await expect(page.getByText("1\u202f800 g working fill")).toBeVisible();
  await context.close();

  await page.goto("/people/audit");
  await choose(page, "of", "a vessel");
  const first = page.getByRole("table", { name: "changes" }).locator("tbody").first();
  await expect(first).toContainText("vessel pot 2.05 l, blue");
  await expect(first).toContainText("measured");
  await expect(first).toContainText("1820 → 1800");
});

test("two leads make blank runs at once: both runs are kept", async ({ page, browser, baseURL }) => {
  const context = await browser.newContext({
    baseURL: baseURL ?? "",
    storageState: await page.context().storageState(),
  });
  const other = await pageIn(context);
  const rows = (where: typeof page) => where.getByRole("button", { name: /^take off/ });
  for (const where of [page, other]) {
    await where.goto("/bench/brewers");
    await where.getByRole("button", { name: "Blank runs Turnstone" }).click();
    await expect(rows(where)).toHaveCount(3);
  }
  const add = async (where: typeof page, set: string, weighed: string) => {
    await where.getByLabel("set", { exact: true }).fill(set);
    await where.getByLabel("weighed", { exact: true }).fill(weighed);
    await where.getByRole("button", { name: "Add it" }).click();
    await where.getByRole("button", { name: "Keep these" }).click();
  };
  await add(other, "1 l", "900");
  await expect(rows(other)).toHaveCount(0);
  await add(page, "1.5 l", "1350");
  const conflict = page.getByRole("dialog", { name: "Two of you changed Turnstone's blank runs" });
  await expect(conflict.getByRole("radio", { name: /1 l, 900 g/ })).toBeChecked();
  await expect(conflict.getByRole("radio", { name: /1.5 l, 1.350 g/ })).toBeChecked();
  await conflict.getByRole("button", { name: "Save what is chosen" }).click();
  await expect(rows(page)).toHaveCount(0);
  await page.reload();
  await page.getByRole("button", { name: "Blank runs Turnstone" }).click();
  await expect(rows(page)).toHaveCount(5);
  await context.close();
});

test("figures that cannot be are answered at their field, and kept there", async ({ page }) => {
  await page.goto("/bench/brewers");
  await page.getByRole("button", { name: "Blank runs Turnstone" }).click();
  const alerts = page.getByRole("main").getByRole("alert");
  for (const [set, weighed, sentence] of [
    ["24 l", "900", "That is too much: at most 1.9 l."],
    ["0.1 l", "900", "That is too little: at least 0.5 l."],
    ["1 l", "-5", "That is too little: at least 0.1 g."],
    ["1 l", "0", "That is too little: at least 0.1 g."],
    ["1 l", "900 ml", "This is weighed"],
    ["1 l", "", "Type a figure."],
    ["1 l", "<script>", "is not a figure"],
  ] as const) {
    await page.getByLabel("set", { exact: true }).fill(set);
    await page.getByLabel("weighed", { exact: true }).fill(weighed);
    await page.getByRole("button", { name: "Add it" }).click();
    await expect(alerts).toContainText(sentence);
    await expect(page.getByLabel("set", { exact: true })).toHaveValue(set);
    await expect(page.getByLabel("weighed", { exact: true })).toHaveValue(weighed);
  }
  await page.goto("/bench/coffees");
  await page.getByRole("button", { name: "Weigh beans Low Tide" }).click();
  await page.getByLabel("the cup holds").fill("250");
  await page.getByLabel("beans in it").fill("0");
  await page.getByRole("button", { name: "Keep this weighing" }).click();
  await expect(alerts.filter({ hasText: "at least 0.1 g" })).toBeVisible();
});

test("what a barista measures again waits until a lead has looked at it", async ({
  browser,
  baseURL,
  page,
}) => {
  const context = await browser.newContext({
    baseURL: baseURL ?? "",
    storageState: await signedInState(browser, baseURL ?? "", "barista"),
  });
  const other = await pageIn(context);
  await other.goto("/bench/vessels");
  await expect(other.getByRole("button", { name: /^Change|Take off|Add/ })).toHaveCount(0);
  await other.getByRole("button", { name: "Weigh dispenser 3.1 l, right" }).click();
  await other.getByLabel("empty, lid off").fill("1400");
  await other.getByLabel("full to the brim").fill("4420");
  await other.getByLabel("at its working fill").fill("4250");
  await other.getByRole("button", { name: "Propose this weighing" }).click();
  await expect(other.getByText("A lead will look at it.")).toBeVisible();
  await expect(other.getByText("3\u202f020 g to the brim")).toHaveCount(0);
  await context.close();

  await page.goto("/bench");
  const waiting = page.getByRole("listitem").filter({ hasText: "Ida Quill" });
  await expect(waiting).toContainText(
    "1\u202f400 g empty, 3\u202f020 g to the brim, 2\u202f850 g working fill",
  );
  expect(await seriousFaults(page)).toEqual([]);
  await waiting.getByRole("button", { name: "Accept" }).click();
  await expect(waiting).toHaveCount(0);
  await page.goto("/bench/vessels");
  await expect(page.getByText("3\u202f020 g to the brim, 2\u202f850 g working fill")).toBeVisible();
});

test.describe("a trainee", () => {
  test.use({ as: "trainee" });

  test("reads the bench, and is told who measures", async ({ page }) => {
    await page.goto("/bench");
    await expect(page.getByText("Measuring something again is for a lead or a barista.")).toBeVisible();
    await page.goto("/bench/brewers");
    await expect(page.getByText("delivers 0.976 × what is set + 8 g")).toBeVisible();
    await expect(page.getByRole("main").getByRole("button", { name: /Weigh|Blank|Change|Add/ })).toHaveCount(
      0,
    );
  });
});
