import { choose, expect, plate, seriousFaults, test } from "./page.ts";

test("a new coffee is put on the bench from inside Scale's choice, and is chosen", async ({ page }) => {
  await page.goto("/scale");
  const choice = page.getByRole("combobox", { name: "with", exact: true });
  await choice.click();
  const search = page.getByRole("combobox", { name: "find: with" });
  await expect(search).toBeFocused();
  // What suits stands first, and what matters of each beside its name.
  await expect(page.getByRole("group", { name: "suits hot" })).toContainText("Night Mail");
  await expect(page.getByRole("group", { name: "suits hot" })).not.toContainText("Low Tide");
  await expect(page.getByRole("option", { name: /Saltmarsh/ })).toContainText(/off roast/);
  await search.fill("float");
  await expect(page.getByRole("option").first()).toBeVisible();
  await search.fill("Gull Rock");
  await page.getByRole("option", { name: /Add a new coffee: Gull Rock/ }).click();
  const dialog = page.getByRole("dialog", { name: "A new coffee" });
  await expect(dialog.getByLabel("name", { exact: true })).toHaveValue("Gull Rock");
  expect(await seriousFaults(page)).toEqual([]);
  await dialog.getByLabel(/density/).fill("heavy");
  await dialog.getByRole("button", { name: "Put it on the bench" }).click();
  await expect(dialog.getByRole("alert")).toContainText("“heavy” is not a figure");
  await expect(dialog.getByLabel(/density/)).toBeFocused();
  await expect(dialog.getByLabel(/density/)).toHaveValue("heavy");
  await dialog.getByLabel(/density/).fill("0.4");
  await dialog.getByRole("button", { name: "Put it on the bench" }).click();
  await expect(dialog).toBeHidden();
  await expect(choice).toContainText("Gull Rock");
  await expect(page).toHaveURL(/coffee=/);
  await page.reload();
  await expect(choice).toContainText("Gull Rock");
});

test("what is left in a bag is scaled to: all of it, and no more", async ({ page }) => {
  await page.goto("/scale");
  await page.getByRole("button", { name: "Scale to what is left in the bag" }).click();
  await page.getByLabel("left in the bag", { exact: true }).fill("112.6");
  await page.keyboard.press("Enter");
  await expect(plate(page, "coffee")).toContainText("112 g");
  await expect(plate(page, "coffee")).toHaveAttribute("data-pinned", "true");
  // 112 · (16 − 2.12) = 1555 g go into a pot of 1880 g, not into a dispenser.
  await expect(page.getByRole("combobox", { name: "into", exact: true })).toContainText("pot 2.05 l");
  await expect(page.getByRole("status").first()).toContainText("Scaled to the 112.6 g that is left.");
});

test("a figure is typed as a sum or a band, and stepped; a band turned round is refused", async ({
  page,
}) => {
  await page.goto("/scale");
  const coffee = plate(page, "coffee");
  const field = page.getByRole("textbox", { name: "coffee", exact: true });
  const open = () => coffee.getByRole("button", { name: "coffee:" }).click();
  await open();
  await field.fill("2×90 + 10 g");
  await field.press("Enter");
  await expect(coffee).toContainText("190 g");
  await expect(coffee.getByRole("button", { name: "coffee:" })).toBeFocused();
  await page.keyboard.press("ArrowUp");
  await expect(coffee).toContainText("191 g");
  await open();
  await field.fill("190–180 g");
  await field.press("Enter");
  await expect(coffee.getByRole("alert")).toBeVisible();
  await expect(field).toHaveValue("190–180 g");
  await field.fill("180–190 g");
  await field.press("Enter");
  await expect(coffee).toContainText("in 180 g to 190 g");
  await expect(page).toHaveURL(/doseG%3A185%3A180%3A190/);
  await page.reload();
  await expect(coffee).toContainText("in 180 g to 190 g");
  await open();
  await field.fill("about 185");
  await field.press("Enter");
  await expect(coffee).toContainText("185 g");
});

test("a sheet that is saved twice is one card; of two cards for one pot the list asks which one counts", async ({
  page,
}) => {
  const LOW_TIDE = "/scale?coffee=0190a5c0-0000-7000-8000-000000000052&pins=yieldG:2200,brewRatio:16";
  const save = async (grind: number) => {
    await page.goto(`${LOW_TIDE}&grind=${grind}`);
    await page.getByRole("button", { name: "Save as card" }).click();
  };
  await save(12);
  await expect(page.getByText("Kept as a card.")).toBeVisible();
  await save(12);
  await expect(page.getByText("This is kept as a card already.")).toBeVisible();
  await save(13);
  await expect(page.getByText("Kept as a card.")).toBeVisible();

  await page.goto("/cards?find=low tide fulm");
  const rows = page.getByRole("main").getByRole("row");
  await expect(rows.filter({ hasText: "Low Tide" }).nth(1)).toBeVisible();
  await expect(rows.filter({ hasText: "Saltmarsh" })).toHaveCount(0);
  await page.goto("/shift?day=2026-07-19");
  await page.getByRole("combobox", { name: "add a card" }).click();
  await page.getByRole("option", { name: /Low Tide.*Chough 12/ }).click();
  const line = page
    .getByRole("region", { name: "To brew" })
    .getByRole("listitem")
    .filter({ hasText: "Low Tide" });
  await expect(line).toContainText("Another card is for this pot. Which one counts?");
  expect(await seriousFaults(page)).toEqual([]);
  await line.getByRole("button", { name: /Chough 13/ }).click();
  await expect(
    line
      .locator("span")
      .filter({ hasText: /^\d+ g, Chough 13, set/ })
      .first(),
  ).toBeVisible();
});

test("the keys of a screen are told on ?, and what was opened last is found first", async ({ page }) => {
  await page.goto("/recipes");
  await page.getByRole("link", { name: "Harbour press" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Harbour press" })).toBeVisible();
  await page.keyboard.press("?");
  const keys = page.getByRole("dialog", { name: "Keys of this screen" });
  await expect(keys).toContainText("Find or do");
  expect(await seriousFaults(page)).toEqual([]);
  await page.keyboard.press("Escape");
  await expect(keys).toBeHidden();
  await page.goto("/shift");
  await page.keyboard.press("/");
  await expect(page.getByRole("option").first()).toHaveText("Harbour press");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Harbour press" })).toBeVisible();
});

test("Back goes where a person came from, and to a list from outside", async ({ page }) => {
  await page.goto("/log?sort=-dose");
  const batch = page.getByRole("table", { name: "batches" }).locator("tbody").first().getByRole("link");
  const href = (await batch.getAttribute("href")) ?? "";
  await batch.click();
  await expect(page).toHaveURL(/\/log\/0/);
  await page.getByRole("link", { name: "Back", exact: true }).click();
  await expect(page).toHaveURL(/\/log\?sort=-dose/);
  await page.goto("about:blank");
  await page.goto(href);
  await page.getByRole("link", { name: "Back", exact: true }).click();
  await expect(page).toHaveURL(/\/log$/);
});

test("times are read on the clock that a person chose", async ({ page }) => {
  await page.goto("/log");
  const when = page.getByRole("table", { name: "batches" }).locator("tbody").first().getByRole("link");
  await expect(when).toHaveText(/^today, \d\d:\d\d$/);
  await page.goto("/me");
  await choose(page, "the clock", "2:30 pm");
  await expect(page.getByRole("combobox", { name: "the clock" })).toContainText("2:30 pm");
  await page.goto("/log");
  await expect(when).toHaveText(/^today, \d{1,2}:\d\d [ap]m$/);
});

test("a bench form by the keyboard alone: filled in, refused at its field, mended and kept", async ({
  page,
}) => {
  await page.goto("/bench/grinders");
  const add = page.getByRole("button", { name: "Add a grinder" });
  await add.focus();
  await page.keyboard.press("Enter");
  const form = page.locator("form");
  const reach = async (label: string) => {
    const target = form.getByLabel(label, { exact: true });
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press("Tab");
      if (await target.evaluate((element) => element === document.activeElement)) return target;
    }
    throw new Error(`no way by Tab to ${label}`);
  };
  await reach("name");
  await page.keyboard.type("Petrel");
  await page.keyboard.press("Enter");
  // What is missing is said, and the first such field has the focus: one after the other is filled in there.
  await expect(form.getByRole("alert").first()).toContainText("This is needed.");
  for (let tries = 0; tries < 10 && (await form.isVisible()); tries++) {
    const wrong = page.locator("input:focus");
    await expect(wrong).toHaveAttribute("aria-invalid", "true");
    const label = await wrong.evaluate((input: HTMLInputElement) => input.labels?.[0]?.textContent ?? "");
    await page.keyboard.type(label.includes("to") ? "40" : "1");
    await page.keyboard.press("Enter");
    // Either it is kept, or the next field that is wrong has the focus.
    await expect
      .poll(() =>
        page.evaluate(
          () =>
            !document.querySelector("main form") ||
            document.activeElement?.getAttribute("aria-invalid") === "true",
        ),
      )
      .toBe(true);
  }
  await expect(page.getByRole("table", { name: "grinders" })).toContainText("Petrel");
});
