import type { Page } from "@playwright/test";
import { expect, overflows, readingFaults, saved, seriousFaults, test } from "./page.ts";

const ICED =
  "/scale?recipe=0190a5c0-0000-7000-8000-000000000066&serve=iced&vessel=0190a5c0-0000-7000-8000-000000000034&pins=yieldG:2400,totalRatio:15,finalTempC:8";

const LIST = "/shift?day=2026-07-27";
const RECIPE = "/recipes/0190a5c0-0000-7000-8000-000000000060";
const PRESS = "/recipes/0190a5c0-0000-7000-8000-000000000062";
const CARD = "/cards/0190a5c0-0000-7000-8000-000000000600";
/** Two logged pots. */
const BATCH = "0190a5c0-0000-7000-8000-000000010100";
const OTHER = "0190a5c0-0000-7000-8000-000000010101";
const PLACES = {
  "scale and lists": [
    "/scale",
    ICED,
    LIST,
    "/shift/plan?day=2026-07-15",
    "/shift/sites?day=2026-07-15",
    "/shift/after?day=2026-07-14",
    "/cards",
    CARD,
    `/rescue?card=${CARD.split("/").at(-1)}`,
  ],
  "pots and the log": [
    "/bar",
    "/bar/0190a5c0-0000-7000-8000-000000000030",
    "/log",
    `/log/${BATCH}`,
    "/log/moved",
    "/log/forecast",
    `/compare?batches=${BATCH},${OTHER}`,
    "/trials",
    "/trials/0190a5c0-0000-7000-8000-000000008600",
  ],
  "people and walls": [
    "/me",
    "/people",
    "/people/jobs",
    "/people/audit",
    "/sign-in",
    "/wall",
    "/wall?as=cards",
    "/wall?as=labels",
    "/wall?as=list",
  ],
  recipes: [
    "/recipes",
    RECIPE,
    `${RECIPE}/edit`,
    PRESS,
    `${PRESS}/edit`,
    "/recipes/compare?a=0190a5c0-0000-7000-8000-000000000064&b=0190a5c0-0000-7000-8000-000000000065",
    `${RECIPE}/approve?v=0190a5c0-0000-7000-8000-000000000064`,
    "/recipes/sites",
  ],
  bench: ["", "/vessels", "/brewers", "/grinders", "/coffees", "/supplies", "/care", "/house"].map(
    (part) => `/bench${part}`,
  ),
} as const;

test.describe.configure({ mode: "parallel" });

/** The other colours are looked at for what can be read in them, and a wider screen for its room: the rest is as on a usual one. */
const LOOKS: readonly {
  readonly colorScheme: "light" | "dark";
  readonly width: number;
  readonly look: (page: Page) => Promise<readonly string[]>;
}[] = [
  { colorScheme: "light", width: 1280, look: asRead },
  { colorScheme: "light", width: 1600, look: async () => [] },
  { colorScheme: "light", width: 390, look: asRead },
  { colorScheme: "dark", width: 390, look: (page) => seriousFaults(page, "color-contrast") },
];

/** What stands in the way of an eye or a screen reader. */
async function asRead(page: Page): Promise<readonly string[]> {
  return [...(await seriousFaults(page)), ...(await readingFaults(page))];
}

/** Nothing on this page that a look finds, nothing cut off, and nothing wider than the page: on every screen, in both colours. */
async function canBeRead(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await page.getByRole("main").waitFor();
  for (const { colorScheme, width, look } of LOOKS) {
    await page.emulateMedia({ colorScheme });
    await page.setViewportSize({ width, height: 800 });
    const where = `${path}, ${colorScheme}, ${width} wide`;
    expect(await look(page), where).toEqual([]);
    await expect.poll(() => overflows(page), { message: where }).toEqual([]);
  }
}

for (const [places, paths] of Object.entries(PLACES)) {
  test(`${places} can be read by all`, async ({ page }) => {
    for (const path of paths) await canBeRead(page, path);
  });
}

test("a list of an evening, and the card on it, can be read by all", async ({ page }) => {
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
  await canBeRead(page, card);
  await canBeRead(page, LIST);
});

test("a page that is opened fetches no other page ahead of a tap", async ({ page }) => {
  const ahead: string[] = [];
  page.on("request", (request) => {
    if (request.headers()["next-router-prefetch"] !== undefined) ahead.push(request.url());
  });
  await page.goto("/scale");
  const log = page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Log" });
  await log.hover();
  await log.click();
  await expect(page).toHaveURL(/\/log/);
  await expect(page.getByRole("heading", { level: 1, name: "Log" })).toBeVisible();
  expect(ahead).toEqual([]);
});

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
