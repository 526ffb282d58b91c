import type { Page } from "@playwright/test";
import { expect, overflows, readingFaults, saved, seriousFaults, test } from "./page.ts";

const ICED =
  "/scale?recipe=0190a5c0-0000-7000-8000-000000000066&serve=iced&vessel=0190a5c0-0000-7000-8000-000000000034&pins=yieldG:2400,totalRatio:15,finalTempC:8";

const LIST = "/shift?day=2026-07-27";
const RECIPE = "/recipes/0190a5c0-0000-7000-8000-000000000060";
const PRESS = "/recipes/0190a5c0-0000-7000-8000-000000000062";
const PLACES = {
  "scale, lists, walls and the log": [
    "/scale",
    ICED,
    LIST,
    "/cards",
    "/bar",
    "/bar/0190a5c0-0000-7000-8000-000000000030",
    "/me",
    "/people",
    "/people/jobs",
    "/people/audit",
    "/sign-in",
    "/wall",
    "/wall?as=cards",
    "/wall?as=labels",
    "/wall?as=list",
    "/log",
    "/log/0190a5c0-0000-7000-8000-000000010100",
    "/log/moved",
    "/log/forecast",
  ],
  "recipes and bench": [
    "/recipes",
    RECIPE,
    `${RECIPE}/edit`,
    PRESS,
    `${PRESS}/edit`,
    "/recipes/compare?a=0190a5c0-0000-7000-8000-000000000064&b=0190a5c0-0000-7000-8000-000000000065",
    `${RECIPE}/approve?v=0190a5c0-0000-7000-8000-000000000064`,
    "/recipes/sites",
    ...["", "/vessels", "/brewers", "/grinders", "/coffees", "/supplies", "/care", "/house"].map(
      (part) => `/bench${part}`,
    ),
  ],
} as const;

test.describe.configure({ mode: "parallel" });

/** The other colours are looked at for what can be read in them, and a wider screen for its room: the rest is as on a usual one. */
const LOOKS: readonly {
  readonly colorScheme: "light" | "dark";
  readonly width: number;
  readonly look: (page: Page) => Promise<readonly string[]>;
}[] = [
  { colorScheme: "light", width: 390, look: asRead },
  { colorScheme: "light", width: 1280, look: asRead },
  { colorScheme: "dark", width: 1280, look: (page) => seriousFaults(page, "color-contrast") },
  { colorScheme: "light", width: 1600, look: async () => [] },
];

/** What stands in the way of an eye or a screen reader. */
async function asRead(page: Page): Promise<readonly string[]> {
  return [...(await seriousFaults(page)), ...(await readingFaults(page))];
}

for (const { colorScheme, width, look } of LOOKS) {
  test.describe(`${colorScheme}, ${width} wide`, () => {
    test.use({ colorScheme, viewport: { width, height: 800 } });

    /** Nothing on these pages that the look finds, nothing cut off, and nothing wider than the page. */
    const canBeRead = async (page: Page, paths: readonly string[]) => {
      for (const path of paths) {
        await page.goto(path);
        await page.getByRole("main").waitFor();
        expect(await look(page), path).toEqual([]);
        expect(await overflows(page), path).toEqual([]);
      }
    };

    for (const [what, paths] of Object.entries(PLACES)) {
      test(`${what} can be read by all`, ({ page }) => canBeRead(page, paths));
    }

    test("a card, and the list that it is on, can be read by all", async ({ page }) => {
      await page.goto("/scale");
      await page.getByRole("button", { name: "Save as card" }).click();
      await page.getByRole("button", { name: "Open it" }).click();
      await expect(page).toHaveURL(/\/cards\//);
      const card = new URL(page.url()).pathname;
      await page.goto(LIST);
      // By keyboard: of a long list the arrows that scroll it may lie over the first.
      await page.getByRole("combobox", { name: "add a card" }).press("Enter");
      await expect(page.getByRole("option").first()).toBeVisible();
      await page.keyboard.press("Home");
      await page.keyboard.press("Enter");
      await expect(page.getByRole("main").getByRole("listitem").first()).toBeVisible();
      await saved(page);
      await canBeRead(page, [card, LIST]);
    });
  });
}

test("scripts run by nonce only, and another for each page", async ({ page }) => {
  const policyOf = async () => (await page.request.get("/scale")).headers()["content-security-policy"] ?? "";
  const policy = await policyOf();
  expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]+' 'strict-dynamic' 'wasm-unsafe-eval';/);
  expect(policy).not.toMatch(/script-src[^;]*unsafe-inline/);
  expect(await policyOf()).not.toBe(policy);
});

test("figures are read in the units asked for, and stay so", async ({ page }) => {
  await page.goto("/scale");
  await page.getByRole("radio", { name: "weight in oz" }).click();
  await page.getByRole("radio", { name: "ratio in g/l" }).click();
  await expect(page.getByRole("group", { name: "coffee", exact: true })).toContainText("7.13 oz");
  await page.reload();
  await expect(page.getByRole("group", { name: "ratio, hot water" })).toContainText("62.6 g/l");
});
