import { expect, overflows, seriousFaults, test } from "./page.ts";

const ICED =
  "/scale?recipe=0190a5c0-0000-7000-8000-000000000066&serve=iced&vessel=0190a5c0-0000-7000-8000-000000000034&pins=yieldG:2400,totalRatio:15,finalTempC:8";

for (const colorScheme of ["light", "dark"] as const) {
  for (const width of [390, 1280, 1600]) {
    test(`every screen can be read by all, ${colorScheme}, ${width} wide`, async ({ page }) => {
      await page.emulateMedia({ colorScheme });
      await page.setViewportSize({ width, height: 800 });
      await page.goto("/shift?day=2026-07-15");
      const listed = page.getByRole("main").getByRole("link").first();
      await expect(listed, "a card of the list that the lead's journey left").toBeVisible();
      const card = await listed.getAttribute("href");
      const places = ["/scale", ICED, "/shift?day=2026-07-15", card ?? "", "/me", "/people"];
      const walls = ["/wall", "/wall?print=cards", "/wall?print=labels"];
      const batch = "/log/0190a5c0-0000-7000-8000-000000010100";
      const logs = ["/log", batch, "/log/moved", "/log/forecast"];
      const recipe = "/recipes/0190a5c0-0000-7000-8000-000000000060";
      const press = "/recipes/0190a5c0-0000-7000-8000-000000000062";
      const compare =
        "/recipes/compare?a=0190a5c0-0000-7000-8000-000000000064&b=0190a5c0-0000-7000-8000-000000000065";
      const approve = `${recipe}/approve?v=0190a5c0-0000-7000-8000-000000000064`;
      const recipes = [
        "/recipes",
        recipe,
        `${recipe}/edit`,
        press,
        `${press}/edit`,
        compare,
        approve,
        "/recipes/sites",
      ];
      const parts = ["", "/vessels", "/brewers", "/grinders", "/coffees", "/supplies", "/care", "/house"];
      for (const path of [
        ...places,
        ...walls,
        ...logs,
        ...recipes,
        ...parts.map((part) => `/bench${part}`),
        "/people/audit",
        "/sign-in",
      ]) {
        await page.goto(path);
        await page.getByRole("main").waitFor();
        expect(await seriousFaults(page), path).toEqual([]);
        expect(await overflows(page), path).toEqual([]);
      }
    });
  }
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
  await page.getByRole("button", { name: "weight in g, change to oz" }).click();
  await page.getByRole("button", { name: "ratio in 1:n, change to g/l" }).click();
  await expect(page.getByRole("group", { name: "coffee", exact: true })).toContainText("7.13 oz");
  await page.reload();
  await expect(page.getByRole("group", { name: "ratio, hot water" })).toContainText("62.6 g/l");
});
