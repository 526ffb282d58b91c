import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import {
  type Browser,
  type BrowserContext,
  test as base,
  expect,
  type Locator,
  type Page,
} from "@playwright/test";
import type { AxeResults, RunOptions } from "axe-core";

const AXE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/** The demo house's people, with the PINs that stand at its door. */
export const DEMO = {
  lead: { name: "Oda Venn", pin: "480217" },
  barista: { name: "Ida Quill", pin: "261840" },
  trainee: { name: "Mirren Sallow", pin: "904173" },
} as const;

type Who = keyof typeof DEMO | "nobody";

interface Options {
  /** Who is signed in when the test begins. */
  readonly as: Who;
  /** Whether an error or a warning in the console fails the test. */
  readonly silent: boolean;
}

/** A test with somebody signed in, whose page must stay silent, unless it says otherwise. */
export const test = base.extend<Options & { watched: undefined }>({
  as: ["lead", { option: true }],
  silent: [true, { option: true }],
  storageState: async ({ as, browser, baseURL }, use) => {
    await use(as === "nobody" ? undefined : await signedInState(browser, baseURL ?? "", as));
  },
  watched: [
    async ({ page, silent }, use) => {
      const said: string[] = [];
      page.on("console", (message) => {
        const line = `${message.text()} ${message.location().url}`;
        const isWrong = message.type() === "error" || message.type() === "warning";
        if (isWrong && !ASKED_IN_VAIN.test(line) && !BY_THE_CLOCK.test(line)) said.push(line);
      });
      page.on("pageerror", (error) => said.push(error.message));
      waitsUntilListening(page);
      await use(undefined);
      if (silent) expect(said, "what the console said").toEqual([]);
    },
    { auto: true },
  ],
});

/** Whatever can be tapped has been taken over by the page's script, where it has one. */
const LISTENS = () =>
  !document.querySelector('script[src*="/_next/"]') ||
  ("listens" in document.documentElement.dataset &&
    [...document.querySelectorAll("button, input, select, textarea")].every((element) =>
      Object.keys(element).some((key) => key.startsWith("__reactProps$")),
    ));
const LISTENS_WITHIN_MS = 60_000;
/** At every frame the question itself would keep the page from listening. */
const ASKED_EVERY_MS = 100;

/** Lets a page that is opened or loaded anew count as there only once it listens: a tap before that would be lost. */
function waitsUntilListening(page: Page): void {
  for (const open of ["goto", "reload"] as const) {
    const own = page[open].bind(page) as (...args: unknown[]) => Promise<unknown>;
    const opened = async (...args: unknown[]) => {
      const response = await own(...args);
      // A page without scripts of its own never listens: its test says what it expects.
      await page
        .waitForFunction(LISTENS, undefined, { timeout: LISTENS_WITHIN_MS, polling: ASKED_EVERY_MS })
        .catch(() => {});
      return response;
    };
    Object.assign(page, { [open]: opened });
  }
}

/** One more page, of another device or of another tab. */
export async function pageIn(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  waitsUntilListening(page);
  return page;
}

/**
 * The pot shelf goes on asking while a journey has its house stopped or a sign-in ended, which the browser says in its console; and most
 * journeys have no worker on the device.
 */
const ASKED_IN_VAIN =
  /(ERR_\w+|status of (401|503)).*\/api\/v1\/(bar(\/(stream|day))?|plan)\?|Service Worker registration blocked/;

/** The browser warns of a script that was fetched ahead and not run within seconds: on a busy machine each one is late. */
const BY_THE_CLOCK = /was preloaded using link preload but not used within a few seconds/;

type State = Awaited<ReturnType<BrowserContext["storageState"]>>;
const states = new Map<Who, State>();

/** A sign-in for many tests: the door lets nobody knock as often as there are tests. */
export async function signedInState(
  browser: Browser,
  baseURL: string,
  who: keyof typeof DEMO,
): Promise<State> {
  const known = states.get(who);
  // A new context would begin with whoever the test is signed in as.
  const storageState = known ?? { cookies: [], origins: [] };
  const context = await browser.newContext({ baseURL, storageState });
  const { person } = await (await context.request.get("/api/session")).json();
  if (!person) {
    const page = await pageIn(context);
    await page.goto("/sign-in?next=/me");
    await signIn(page, DEMO[who]);
    await expect(page.getByRole("heading", { name: DEMO[who].name })).toBeVisible();
  }
  const state = await context.storageState();
  await context.close();
  states.set(who, state);
  return state;
}

/** Picks a name and types the PIN, at the door or in the dialog. */
export async function signIn(page: Page, { name, pin }: { readonly name: string; readonly pin: string }) {
  await page.getByRole("listitem").getByRole("button", { name }).click();
  await page.getByLabel(`PIN of ${name}`).fill(pin);
  await page.keyboard.press("Enter");
}

/** Shows the figures of a sheet that do not stand open on its drawing. */
export async function moreFigures(page: Page): Promise<void> {
  await page.getByRole("button", { name: "more figures" }).click();
}

/** Unfolds the answers of the dial beside the one that is taken. */
export async function openAnswers(page: Page): Promise<void> {
  await page.getByText("Other answers", { exact: true }).click();
  await expect(page.getByRole("table", { name: "answers on the dial" })).toBeVisible();
}

/** What axe finds serious or critical on the page as it stands, by all its rules or by those that are named. */
export async function seriousFaults(page: Page, ...rules: readonly string[]): Promise<readonly string[]> {
  // A page's title may stream in after what is first seen of it.
  await expect(page).toHaveTitle(/\S/);
  await page.evaluate(settled);
  await page.evaluate(AXE);
  const { violations } = await page.evaluate(
    (options) =>
      (window as unknown as { axe: { run: (options: RunOptions) => Promise<AxeResults> } }).axe.run(options),
    {
      // Paths to all that is right take half of the time.
      resultTypes: ["violations"],
      selectors: false,
      ...(rules.length > 0 && { runOnly: [...rules] }),
    } satisfies RunOptions,
  );
  return violations
    .filter(({ impact }) => impact === "serious" || impact === "critical")
    .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(" ")}`);
}

/** What fades in or out has half its colour meanwhile. */
async function settled(): Promise<void> {
  const moving = () =>
    document
      .getAnimations()
      .filter(
        ({ effect, playState }) =>
          playState === "running" && Number.isFinite(effect?.getComputedTiming().endTime),
      );
  while (moving().length > 0) await Promise.allSettled(moving().map(({ finished }) => finished));
}

const OPERATED = /^(button|link|textbox|searchbox|combobox|checkbox|radio|slider|spinbutton|switch|tab)\b/;

/** What is wrong with the page as a screen reader reads it, from its tree of roles and names. */
export async function readingFaults(page: Page): Promise<readonly string[]> {
  const tree = await page.locator("body").ariaSnapshot();
  const nodes = tree.split("\n").map((line) => line.trim().replace(/^- '?/, ""));
  const regions = nodes.flatMap((node) => /^(banner|navigation|main)\b/.exec(node)?.[1] ?? []);
  const levels = nodes.flatMap((node) => {
    const level = /^heading .*\[level=(\d)\]/.exec(node)?.[1];
    return level === undefined ? [] : [Number(level)];
  });
  // Each unit's button does the same in every field; what is named with figures may be twice in the house.
  const buttons = nodes.flatMap((node) => /^button "(?!in \S+, change to)(\D*?)"/.exec(node)?.[1] ?? []);
  return [
    ...(regions.indexOf("main") > regions.indexOf("banner") ? [] : [`regions come as ${regions.join(", ")}`]),
    ...(levels[0] === 1 && levels.filter((level) => level === 1).length === 1
      ? []
      : [
          `headings begin with level ${levels[0]}, of the first there are ${levels.filter((level) => level === 1).length}`,
        ]),
    ...levels.flatMap((level, i) =>
      i > 0 && level > levels[i - 1]! + 1
        ? [`a heading of level ${level} follows one of ${levels[i - 1]}`]
        : [],
    ),
    ...nodes.filter((node) => OPERATED.test(node) && !/^\w+ "/.test(node)).map((node) => `no name: ${node}`),
    ...[...new Set(buttons.filter((name, i) => buttons.indexOf(name) !== i))].map(
      (name) => `two are called “${name}”`,
    ),
  ];
}

/** Whether something on the page is wider than the page, or some text wider than its box. */
export function overflows(page: Page): Promise<readonly string[]> {
  return page.evaluate(() => {
    const root = document.documentElement;
    const cut = [
      ...document.querySelectorAll<HTMLElement>(
        "main button, main dd, main dt, main h1, main h2, main p, main li, main fieldset",
      ),
    ]
      .filter((element) => element.scrollWidth > element.clientWidth + 1 && element.clientWidth > 1)
      .map((element) => element.textContent ?? "");
    // What the page's own frame scrolls sideways is as bad as a page that is too wide.
    const wide = [root, ...document.querySelectorAll("main")].some(
      (element) => element.scrollWidth > element.clientWidth,
    );
    return wide ? ["the page", ...cut] : cut;
  });
}

/** Runs one of Tumbek's own commands on the tests' house. */
export function tumbek(...args: readonly string[]): void {
  const { status, stdout, stderr } = spawnSync("./tumbek", args, { encoding: "utf8" });
  expect(status, stdout + stderr).toBe(0);
}

/** Types a figure on its plate. */
export async function type(page: Page, figure: string, text: string): Promise<void> {
  const field = page.getByRole("textbox", { name: figure, exact: true });
  const figureButton = page
    .getByRole("group", { name: figure, exact: true })
    .getByRole("button", { name: `${figure}:` });
  // On a busy machine a tap may come before the page listens: like a person, it taps again.
  await expect(async () => {
    if (!(await field.isVisible())) await figureButton.click();
    await expect(field).toBeVisible({ timeout: 3000 });
  }).toPass();
  await field.fill(text);
  await field.press("Enter");
}

/** Taps once the page listens there: on a busy machine it may be seen before, and a tap would be lost. */
export async function tap(target: Locator): Promise<void> {
  await expect
    .poll(() =>
      target.evaluate((element) => Object.keys(element).some((key) => key.startsWith("__reactProps$"))),
    )
    .toBe(true);
  await target.click();
}

/** Waits until the server has a day's list as it stands on the screen. */
export async function saved(page: Page): Promise<void> {
  await expect(page.getByText("Saved", { exact: true })).toBeVisible();
}

/** A figure's plate, to look at. */
export function plate(page: Page, figure: string) {
  return page.getByRole("group", { name: figure, exact: true });
}

/** Does something with a thing of the Bench by its menu. */
export async function fromMenu(where: Page, verb: string, name: string): Promise<void> {
  await where.getByRole("button", { name: `more of ${name}`, exact: true }).click();
  await where.getByRole("menuitem", { name: verb, exact: true }).click();
}

/** Chooses one of several, somewhere on a page. */
export async function choose(within: Page | Locator, label: string, option: string | RegExp): Promise<void> {
  await within.getByRole("combobox", { name: label, exact: true }).click();
  const page = "page" in within ? within.page() : within;
  await page.getByRole("option", { name: option }).click();
}

export { expect };
