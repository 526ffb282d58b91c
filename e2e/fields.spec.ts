import type { Page } from "@playwright/test";
import { expect, test } from "./page.ts";

/*
 * Every field of the application, found by walking its screens: what is wrong is said at the field or waits for the form to be sent,
 * and what was typed stays. A new field on a walked screen is in it unasked.
 */

const SCREENS = [
  ["/scale?serve=iced", "/log"],
  ["/recipes", "/recipes/new"],
  ["/bench/vessels", "/bench/coffees"],
  ["/bench/brewers"],
  ["/bench/grinders"],
  ["/bench/supplies", "/bench/care"],
  ["/bench/house"],
  ["/people", "/me", "/wall"],
  ["/rescue?card=0190a5c0-0000-7000-8000-000000000600", "/trials/0190a5c0-0000-7000-8000-000000008600"],
] as const;

const TYPED = [
  "much",
  "-5",
  "99999999999",
  "1,500",
  "1.500",
  "5 parsecs",
  "200 ml",
  "<script>window.taken = 1</script>",
  "☕☕",
  "\u202e21",
  "x".repeat(10_000),
  "  62 g  ",
  "62\u00a0g",
  "",
] as const;

/** Buttons that open a form without changing anything. */
const OPENS =
  /^(Add|Blank|Brewed|Change|Cooling|Correct|Curve|Drain|Drip|Edit|Log a batch|Make|Measure|New|Note|Pairs|Set up|Spray|Weigh|What it)\b/;

for (const screens of SCREENS) {
  test(`whatever is typed in a field of ${screens.join(", ")} is answered there, and not lost`, async ({
    page,
  }) => {
    let fields = 0;
    for (const screen of screens) {
      await page.goto(screen);
      const trying = async (within: string) => {
        await unfold(page);
        const { count, faults } = await tryFields(page, within);
        fields += count;
        expect(faults, `${screen}, ${within}`).toEqual([]);
      };
      await trying("main");
      const inPlace = await openers(page);
      for (const open of [...inPlace.map((name) => ({ name })), ...(await menuOpeners(page, inPlace))]) {
        await page.getByRole("main").getByRole("button", { name: open.name, exact: true }).first().click();
        if ("item" in open) await page.getByRole("menuitem", { name: open.item, exact: true }).click();
        // A form is fetched when it is first opened, and may close the one before.
        const form = page.locator("main form").filter({ visible: true }).first();
        await form.locator("button").first().waitFor();
        await trying("main form");
      }
      expect(await page.evaluate(() => "taken" in window)).toBe(false);
      // Whatever was half typed is left behind; that somebody is there is not.
      await page.evaluate(() => {
        for (const key of Object.keys(localStorage))
          if (key.includes(".draft.")) localStorage.removeItem(key);
      });
    }
    expect(fields, "fields that were found").toBeGreaterThan(0);
  });
}

/** Dialogs of a day's plan, by the buttons that open them. */
const ASKED_OF_A_DAY = ["A surge", "An order", "More or fewer", "Something away", "How we plan"];

test("whatever is typed in the dialogs of a day's plan is answered there, and not lost", async ({ page }) => {
  await page.goto("/shift/plan?day=2026-08-03");
  let fields = 0;
  for (const name of ASKED_OF_A_DAY) {
    await page.getByRole("button", { name, exact: true }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByRole("button").first().waitFor();
    if (name === "How we plan") await dialog.getByRole("button", { name: "One that comes again" }).click();
    const { count, faults } = await tryFields(page, "[role=dialog]");
    fields += count;
    expect(faults, name).toEqual([]);
    await dialog.getByRole("button", { name: "Cancel" }).click();
    await expect(dialog).toHaveCount(0);
  }
  expect(fields, "fields that were found").toBeGreaterThan(25);
});

/** Unfolds what is folded. */
function unfold(page: Page): Promise<void> {
  return page.evaluate(() => {
    for (const details of document.querySelectorAll("main details")) details.setAttribute("open", "");
  });
}

/** Names of buttons that open a form, one of each kind. */
async function openers(page: Page): Promise<readonly string[]> {
  const buttons = page.getByRole("main").locator("button[aria-expanded=false]:not([aria-haspopup])");
  const names = await buttons.evaluateAll((all) => all.map((button) => button.textContent?.trim() ?? ""));
  const verb = (name: string) => name.split(" ")[0];
  return names.filter(
    (name, i) => OPENS.test(name) && names.findIndex((each) => verb(each) === verb(name)) === i,
  );
}

/** Items of menus that open a form, one of each kind that no button opens. */
async function menuOpeners(page: Page, inPlace: readonly string[]) {
  const menus = page.getByRole("main").getByRole("button", { name: /^more of / });
  const found: { readonly name: string; readonly item: string }[] = [];
  for (let i = 0; i < (await menus.count()); i++) {
    const name = (await menus.nth(i).getAttribute("aria-label")) ?? "";
    await menus.nth(i).click();
    const items = await page.getByRole("menuitem").allTextContents();
    await page.keyboard.press("Escape");
    const isNew = (item: string) =>
      OPENS.test(item) &&
      !found.some((each) => each.item === item) &&
      !inPlace.some((each) => each.startsWith(item));
    found.push(...items.filter(isNew).map((item) => ({ name, item })));
  }
  return found;
}

/** Types everything into every text field that stands there, in the page itself: by the keyboard it would take an hour. */
function tryFields(page: Page, within: string) {
  return page.evaluate(
    async ({ typed, within }) => {
      // What an event changes is drawn before the next task.
      const drawn = () => new Promise((resolve) => setTimeout(resolve));
      const setValue = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
      const selector = `${within} :is(input:not([type]), input[type=text])`;
      const isThere = (field: HTMLInputElement) =>
        field.offsetParent !== null && !field.disabled && !field.readOnly;
      const all = () => [...document.querySelectorAll<HTMLInputElement>(selector)].filter(isThere);
      const nameOf = (field: HTMLInputElement) =>
        field.labels?.[0]?.textContent ?? field.getAttribute("aria-label") ?? field.placeholder;
      const faults: string[] = [];
      const count = all().length;
      for (let i = 0; i < all().length; i++) {
        // The first fields of a form take everything; the others, by turns, a third of it.
        for (const text of typed.filter((_, t) => i < 2 || (t + i) % 3 === 0)) {
          const field = all()[i];
          if (!field) break;
          const name = nameOf(field);
          const before = field.value;
          field.focus();
          // A form that was fetched a moment ago may not listen yet; what it takes then, it keeps.
          for (let tries = 0; tries < 60; tries++) {
            setValue.call(field, text);
            field.dispatchEvent(new Event("input", { bubbles: true }));
            await drawn();
            if (text.startsWith(field.value) && (text === "" || field.value !== "")) break;
            await new Promise((resolve) => setTimeout(resolve, 50));
          }
          const taken = field.value;
          field.blur();
          await drawn();
          const wrong = field.getAttribute("aria-invalid") === "true";
          const words =
            document.getElementById(field.getAttribute("aria-describedby") ?? "")?.textContent ?? "";
          const what = `${name}: “${text.slice(0, 30)}”`;
          // A field may have an end; what fits stays.
          if (!text.startsWith(taken)) faults.push(`${what} stood as “${taken.slice(0, 30)}”`);
          if (wrong && words.trim() === "") faults.push(`${what} is wrong, and nothing says why`);
          // What a document refuses for its own reasons is read first, and stands in the reader's unit.
          const digits = (of: string) => of.replace(/\D/g, "");
          if (wrong && digits(field.value) !== digits(taken))
            faults.push(`${what} is wrong, and was lost: “${field.value}”`);
          if (!wrong && text.trim() !== "" && field.value === "")
            faults.push(`${what} was lost without a word`);
          setValue.call(field, before);
          field.dispatchEvent(new Event("input", { bubbles: true }));
          // In a dialog the key would close all of it.
          if (!field.closest("[role=dialog]"))
            field.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape", bubbles: true }));
          await drawn();
        }
      }
      return { count, faults };
    },
    { typed: TYPED, within },
  );
}
