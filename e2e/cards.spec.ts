import {
  choose,
  expect,
  overflows,
  pageIn,
  plate,
  seriousFaults,
  signedInState,
  tap,
  test,
  type,
} from "./page.ts";

test.describe.configure({ mode: "serial" });

const BIG_POT = "/scale?pins=yieldG:2850,brewRatio:16&grind=rule";

test("a card is logged from by a barista, names its recipe's version, and follows when a lead approves it", async ({
  page,
  browser,
  baseURL,
}) => {
  await page.goto(BIG_POT);
  const save = page.getByRole("button", { name: "Save as card" });
  await expect(save).toBeEnabled();
  await save.click();
  await page.getByRole("button", { name: "Open it" }).click();
  await expect(page).toHaveURL(/\/cards\//);
  const cardUrl = new URL(page.url()).pathname;
  const card = page.locator("[data-card]").first();
  await expect(card).toContainText("202 g");

  const at = await browser.newContext({
    baseURL: baseURL ?? "",
    storageState: await signedInState(browser, baseURL ?? "", "barista"),
  });
  const bar = await pageIn(at);
  await bar.goto(cardUrl);
  await bar.getByRole("link", { name: "Log a batch" }).click();
  await expect(bar.getByTestId("from-card")).toContainText(/Saltmarsh, hot, 2.801 g on Fulmar/);
  await expect(bar.getByLabel("dose")).toHaveValue(/^202 g/);
  await expect(bar.getByLabel("hot water")).toHaveValue(/3.229/);
  await bar.getByText("More about it").click();
  await expect(bar.getByRole("combobox", { name: "served" })).toContainText("hot");
  await expect(bar.getByRole("combobox", { name: "ground on" })).not.toContainText("none");
  expect(await seriousFaults(bar)).toEqual([]);
  expect(await overflows(bar)).toEqual([]);
  // What was really weighed: two grams less, a step coarser.
  await bar.getByLabel("dose").fill("200 g");
  await bar.getByRole("textbox", { name: "at", exact: true }).fill("9.5");
  await bar.getByLabel("came out").fill("2806");
  await bar.getByLabel("took").fill("5:40");
  await choose(bar, "in the cup", /^liked/);
  await bar.getByLabel("note").fill("from its card");
  await bar.getByRole("button", { name: "Log it" }).click();
  await expect(bar.getByRole("button", { name: "Log it" })).toBeHidden();
  const line = bar.getByRole("row").filter({ hasText: "200 g" }).first();
  await line.getByRole("link").click();
  await expect(bar.getByTestId("brewed-from")).toHaveText("Brewed from its card, by Loft cone, version 4.");
  const batchUrl = new URL(bar.url()).pathname;
  await at.close();

  await page.goto(batchUrl);
  await tap(page.getByRole("button", { name: /^Approve it, and change/ }));
  await expect(page.getByText("It is the standard now.")).toBeVisible();
  await page.goto(cardUrl);
  await expect(card).toContainText("200 g");
  await expect(card).toContainText("9.5");
  await expect(card).toContainText("As approved");
  // Taken back, the card is what it was.
  await page.goto(batchUrl);
  await tap(page.getByRole("button", { name: "It is the standard no more" }));
  await expect(page.getByText("It is the standard no more; what")).toBeVisible();
  await page.goto(cardUrl);
  await expect(card).toContainText("202 g");
});

test("an iced card says how it was iced, and so does what is logged from it", async ({ page }) => {
  await page.goto("/scale");
  await tap(page.getByRole("radio", { name: "Iced" }));
  await choose(page, "made by", "full strength, chilled in a bath");
  const save = page.getByRole("button", { name: /^Save as/ });
  await expect(save).toBeEnabled();
  await save.click();
  await page.getByRole("button", { name: "Open it" }).click();
  await expect(page).toHaveURL(/\/cards\//);
  await page.getByRole("link", { name: "Log a batch" }).click();
  await page.getByText("More about it").click();
  await expect(page.getByRole("combobox", { name: "served" })).toContainText("bath");
  await expect(page.getByLabel("ice", { exact: true })).toHaveValue("0 g");
  // Ice in a drink that is said to be hot is asked about, at its field, and nothing typed is lost.
  await choose(page, "served", /^hot/);
  await page.getByLabel("ice", { exact: true }).fill("300");
  await page.getByLabel("note").fill("kept");
  await page.getByRole("button", { name: "Log it" }).click();
  await expect(page.getByText("There is ice in it: say how it was iced.")).toBeVisible();
  await expect(page.getByLabel("note")).toHaveValue("kept");
  await choose(page, "served", /bath/);
  await page.getByLabel("ice", { exact: true }).fill("0");
  await page.getByRole("button", { name: "Log it" }).click();
  await expect(page.getByRole("button", { name: "Log it" })).toBeHidden();
  await expect(page.getByText("iced, chilled in a bath; kept")).toBeVisible();
});

test("a bench that changed meanwhile is told: the sheet is worked out anew, what was pinned stays, and it saves then", async ({
  page,
  browser,
  baseURL,
}) => {
  await page.goto(BIG_POT);
  await type(page, "coffee", "196");
  const save = page.getByRole("button", { name: "Save as card" });
  await expect(save).toBeEnabled();
  const before = await plate(page, "coffee in the pot").textContent();

  const other = await browser.newContext({
    baseURL: baseURL ?? "",
    storageState: await signedInState(browser, baseURL ?? "", "lead"),
  });
  const desk = await pageIn(other);
  const roomIs = async (text: string) => {
    await desk.goto("/bench/house");
    await tap(desk.getByLabel("the room has"));
    await desk.getByLabel("the room has").fill(text);
    await tap(desk.getByRole("button", { name: "Keep these settings" }));
    await expect(desk.getByText("The settings are kept.").first()).toBeVisible();
  };
  await roomIs("23 °C");

  await save.click();
  await expect(page.getByText("The bench was changed meanwhile")).toBeVisible();
  await expect(plate(page, "coffee")).toContainText("196 g");
  expect(await plate(page, "coffee in the pot").textContent()).toBe(before);
  await expect(async () => {
    await save.click();
    await expect(page.getByText(/kept as a card/i)).toBeVisible({ timeout: 3000 });
  }).toPass();
  await roomIs("21 °C");
  await other.close();
});

test("two correct one batch at once: the later one sees both, chooses, and nothing typed is lost", async ({
  page,
  browser,
  baseURL,
}) => {
  const first = page.getByRole("row").nth(1);
  const correct = (on: typeof page) =>
    on
      .getByRole("row")
      .nth(1)
      .getByRole("button", { name: /Correct/ });
  await page.goto("/log");
  const other = await browser.newContext({
    baseURL: baseURL ?? "",
    storageState: await signedInState(browser, baseURL ?? "", "barista"),
  });
  const bar = await pageIn(other);
  await bar.goto("/log");
  await tap(correct(page));
  await tap(correct(bar));
  await bar.getByLabel("dose").fill("188");
  await bar.getByRole("button", { name: "Correct it" }).click();
  await expect(bar.getByRole("button", { name: "Correct it" })).toBeHidden();
  await other.close();

  await page.getByLabel("dose").fill("186");
  await page.getByLabel("hot water").fill("3100");
  await page.getByRole("button", { name: "Correct it" }).click();
  const dialog = page.getByRole("dialog", { name: "Two of you changed this batch" });
  await expect(dialog).toContainText("Ida Quill was faster");
  await expect(dialog.getByRole("group", { name: "dose" })).toContainText("188 g");
  await expect(dialog.getByRole("group", { name: "dose" })).toContainText("186 g");
  expect(await seriousFaults(page)).toEqual([]);
  await dialog.getByRole("group", { name: "dose" }).getByRole("radio", { name: /188 g/ }).check();
  await dialog.getByRole("button", { name: "Save what is chosen" }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByRole("button", { name: "Correct it" })).toBeHidden();
  await expect(first).toContainText("188 g");
  await expect(first).toContainText("3\u202f100 g");
});

test("a lead puts cards away, takes one out again, and deletes one for good; nothing is offered meanwhile", async ({
  page,
}) => {
  // A weight of its own, so that no other test's card is meant.
  await page.goto("/scale?pins=doseG:173,brewRatio:16&grind=rule");
  await page.getByRole("button", { name: "Save as card" }).click();
  await page.getByRole("button", { name: "Open it" }).click();
  await expect(page).toHaveURL(/\/cards\//);
  const card = new URL(page.url()).pathname;

  await page.goto("/cards");
  const line = page.getByRole("row").filter({ has: page.locator(`a[href="${card}"]`) });
  await expect(line).toContainText("173 g");
  await expect(line).toContainText("Chough");
  const title = (await line.getByRole("link").textContent()) ?? "";
  expect(await seriousFaults(page)).toEqual([]);
  expect(await overflows(page)).toEqual([]);
  const all = page.getByRole("checkbox", { name: "choose all cards" });
  await all.check();
  await expect(line.getByRole("checkbox")).toBeChecked();
  await all.uncheck();
  await line.getByRole("checkbox").check();
  await page.getByRole("button", { name: "Put away (1)" }).click();
  await expect(line).toHaveCount(0);

  const lookOnShift = async (times: number) => {
    await page.goto("/shift?day=2026-07-18");
    await page.getByRole("combobox", { name: "add a card" }).click();
    await expect(page.getByRole("option").first()).toBeVisible();
    await expect(page.getByRole("option", { name: title })).toHaveCount(times);
  };
  await lookOnShift(0);
  await page.goto("/cards?put=away");
  await line.getByRole("checkbox").check();
  await page.getByRole("button", { name: "Take out again (1)" }).click();
  await expect(line).toHaveCount(0);
  await lookOnShift(1);

  await page.goto(card);
  await page.getByRole("button", { name: "Put it away" }).click();
  await expect(page.getByText("This card was put away")).toBeVisible();
  await page.getByRole("button", { name: "Delete it for good" }).click();
  await expect(page).toHaveURL(/\/cards$/);
  expect((await page.request.get(card)).status()).toBe(404);
});

test.describe("a barista", () => {
  test.use({ as: "barista" });

  test("sees the cards, and puts none away", async ({ page }) => {
    await page.goto("/cards");
    await expect(page.getByRole("table", { name: "cards" })).toContainText("Chough");
    await expect(page.getByRole("checkbox")).toHaveCount(0);
    await expect(page.getByRole("button", { name: /Put away/ })).toHaveCount(0);
  });
});
