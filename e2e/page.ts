import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { test as base, expect, type Page } from "@playwright/test";
import type { AxeResults } from "axe-core";

const AXE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/** A test whose page must stay silent, unless it says otherwise: an error or a warning in the console fails it. */
export const test = base.extend<{ silent: boolean; watched: undefined }>({
  silent: [true, { option: true }],
  watched: [
    async ({ page, silent }, use) => {
      const said: string[] = [];
      page.on("console", (message) => {
        if (message.type() === "error" || message.type() === "warning") said.push(message.text());
      });
      page.on("pageerror", (error) => said.push(error.message));
      await use(undefined);
      if (silent) expect(said, "what the console said").toEqual([]);
    },
    { auto: true },
  ],
});

/** What axe finds serious or critical on the page as it stands. */
export async function seriousFaults(page: Page): Promise<readonly string[]> {
  await page.evaluate(AXE);
  const { violations } = await page.evaluate(() =>
    (window as unknown as { axe: { run: () => Promise<AxeResults> } }).axe.run(),
  );
  return violations
    .filter(({ impact }) => impact === "serious" || impact === "critical")
    .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(" ")}`);
}

/** Whether something on the page is wider than the page, or some text wider than its box. */
export function overflows(page: Page): Promise<readonly string[]> {
  return page.evaluate(() => {
    const root = document.documentElement;
    const cut = [
      ...document.querySelectorAll<HTMLElement>(
        "main button, main dd, main dt, main h1, main h2, main p, main li",
      ),
    ]
      .filter((element) => element.scrollWidth > element.clientWidth + 1 && element.clientWidth > 1)
      .map((element) => element.textContent ?? "");
    return root.scrollWidth > root.clientWidth ? ["the page", ...cut] : cut;
  });
}

/** Runs one of Tumbek's own commands on the tests' house. */
export function tumbek(...args: readonly string[]): void {
  const { status, stdout, stderr } = spawnSync("./tumbek", args, { encoding: "utf8" });
  expect(status, stdout + stderr).toBe(0);
}

/** Types a figure on its plate. */
export async function type(page: Page, figure: string, text: string): Promise<void> {
  await page
    .getByRole("group", { name: figure, exact: true })
    .getByRole("button", { name: `${figure}:` })
    .click();
  const field = page.getByRole("textbox", { name: figure, exact: true });
  await field.fill(text);
  await field.press("Enter");
}

/** A figure's plate, to look at. */
export function plate(page: Page, figure: string) {
  return page.getByRole("group", { name: figure, exact: true });
}

/** Chooses in one of the sentence's choices. */
export async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.getByRole("combobox", { name: label, exact: true }).click();
  await page.getByRole("option", { name: option }).click();
}

export { expect };
