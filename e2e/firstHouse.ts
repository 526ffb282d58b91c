import type { Locator, Page } from "@playwright/test";
import { expect } from "./page.ts";

/** Everything by keyboard alone: what has the focus is typed into or pressed. */
async function typeInto(field: Locator, text: string): Promise<void> {
  await field.focus();
  await field.page().keyboard.press("Control+a");
  await field.page().keyboard.type(text);
}

async function press(button: Locator): Promise<void> {
  await button.focus();
  await button.page().keyboard.press("Enter");
}

/** Takes a typical one, by the first letters of its name. */
async function startFrom(page: Page, name: string): Promise<void> {
  await press(page.getByRole("combobox", { name: "start from" }));
  const option = `${/^[aeiou]/.test(name) ? "an" : "a"} ${name}`;
  const wanted = page.getByRole("option", { name: option });
  await wanted.waitFor();
  // What is typed is forgotten after a second without a key, which a slow machine may take between two.
  await expect(async () => {
    await page.keyboard.press("Control+a");
    await page.keyboard.type(option);
    await expect(wanted).toBeFocused({ timeout: 2000 });
  }).toPass({ intervals: [1500] });
  await page.keyboard.press("Enter");
  await expect(page.getByText("Typical figures: they stay marked so")).toBeVisible();
}

/**
 * From an empty house to a first sheet: six things put on the bench, most of them typical, what the dial grinds in words, and four weighings.
 * Ends on Scale.
 */
export async function setUpFirstHouse(page: Page, base: string): Promise<void> {
  const step = async (says: string, work: () => Promise<void>) => {
    await expect(
      page.getByRole("listitem").filter({ hasText: says }).getByRole("textbox").first(),
    ).toBeVisible();
    await work();
  };
  const done = (name: string) => expect(page.getByText(`${name}, done`)).toHaveCount(1);
  const field = (label: string) => page.getByLabel(label, { exact: true });
  const keep = (name: string) => press(page.getByRole("button", { name, exact: true }));

  await page.goto(`${base}/bench`);
  await step("How high it lies", async () => {
    await typeInto(field("name"), "Pier Head");
    await typeInto(field("above the sea"), "4");
    await typeInto(field("time zone"), "Europe/Nowhere");
    await keep("Keep this site");
    await expect(page.getByRole("main").getByRole("alert")).toContainText("No time zone is called that");
    await typeInto(field("time zone"), "Europe/London");
    await keep("Keep this site");
  });
  await done("A site");
  // One by one, not a usual bench at once.
  await press(page.getByRole("button", { name: /^Do it ?: A brewer/ }));
  await step("The one that fills the pots", async () => {
    await startFrom(page, "small flat basket");
    await typeInto(field("name"), "Turnstone");
    await typeInto(field("across the top"), "90 mm");
    await keep("Keep this brewer");
    await expect(page.getByRole("main").getByRole("alert")).toContainText("The top is narrower");
    await typeInto(field("across the top"), "120 mm");
    await keep("Keep this brewer");
  });
  await done("A brewer");
  await step("The pot that a batch must fill", async () => {
    await startFrom(page, "insulated pot, about 2 l");
    await typeInto(field("name"), "pot, blue");
    await keep("Keep this vessel");
  });
  await done("A vessel");
  await step("Its dial is what a card names", async () => {
    await startFrom(page, "bulk grinder, dial of 24");
    await typeInto(field("name"), "Chough");
    await keep("Keep this grinder");
  });
  await done("A grinder");
  await step("words are enough", async () => {
    for (const [setting, word] of [
      ["4", "table salt"],
      ["20", "coarse grit"],
    ] as const) {
      await typeInto(field("setting"), setting);
      await typeInto(field("grinds"), word);
      await keep("Add it");
    }
    await keep("Keep these");
  });
  await done("What its dial grinds");
  await step("Its density says how deep", async () => {
    await startFrom(page, "medium roast");
    await typeInto(field("name"), "Saltmarsh");
    await keep("Keep this coffee");
  });
  await done("A coffee");
  await press(page.getByRole("link", { name: "Write it down" }));
  await field("ground on").focus();
  await page.keyboard.type("Ch");
  for (const [label, text] of [
    ["name", "Loft cone"],
    ["dose", "22 g"],
    ["hot water poured", "352 g"],
    ["dial, 0 to 24", "9.5"],
    ["done at", "3:10"],
    ["came out", "303 g"],
    ["strength", "1.38"],
  ] as const) {
    await typeInto(field(label), text);
  }
  await keep("Keep it, on trial");
  await expect(page.getByRole("heading", { name: "Loft cone" })).toBeVisible();
  await page.goto(`${base}/bench`);
  await done("A recipe");
  await step("Empty, full to the brim", async () => {
    await typeInto(field("empty, lid off"), "980");
    await typeInto(field("full to the brim"), "1500 + 1530");
    await typeInto(field("at its working fill"), "2860");
    await keep("Keep this weighing");
  });
  await done("Weigh the pot");
  await step("What the brewer delivers", async () => {
    await typeInto(field("set"), "1.5 l");
    await typeInto(field("weighed"), "1470");
    await keep("Add it");
    await keep("Keep these");
  });
  await done("A blank run");
  await step("What the bed keeps", async () => {
    await typeInto(field("coffee"), "100");
    await typeInto(field("water"), "1600");
    await typeInto(field("came out"), "1520");
    await keep("Add it");
    await keep("Keep these");
    await expect(page.getByRole("main").getByRole("alert")).toContainText("far less than a bed keeps");
    await press(page.getByRole("button", { name: /^take off/ }));
    await typeInto(field("coffee"), "100");
    await typeInto(field("water"), "1600");
    await typeInto(field("came out"), "1390");
    await keep("Add it");
    await keep("Keep these");
  });
  await done("A brewed pot");
  await step("A full cup of them", async () => {
    await typeInto(field("the cup holds"), "250");
    await typeInto(field("beans in it"), "100");
    await keep("Keep this weighing");
  });
}
