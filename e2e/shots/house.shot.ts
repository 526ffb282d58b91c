import { choose, expect, saved, test } from "../page.ts";

const DIR = "docs/screenshots";
const ICED =
  "/scale?recipe=0190a5c0-0000-7000-8000-000000000066&serve=iced&vessel=0190a5c0-0000-7000-8000-000000000034&pins=yieldG:2400,totalRatio:15,finalTempC:8";

test("the main views", async ({ page }) => {
  const shoot = async (name: string) => {
    await page.evaluate(() => document.fonts.ready);
    await page.screenshot({ path: `${DIR}/${name}.png` });
  };
  const forecast = () => page.getByTestId("sureness").waitFor();
  await page.goto("/scale");
  await forecast();
  await shoot("scale-hot");
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText("Kept as a card.")).toBeVisible();
  await page.goto(ICED);
  await forecast();
  await shoot("scale-iced");
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText("Kept as a card.")).toBeVisible();

  await page.setViewportSize({ width: 1280, height: 1240 });
  for (const [name, path] of [
    ["scale-forecast", "/scale?grind=7"],
    ["scale-forecast-iced", `${ICED}&grind=extraction`],
  ] as const) {
    await page.goto(path);
    await forecast();
    await page
      .getByRole("img", { name: /strength and extraction/ })
      .locator("svg")
      .first()
      .waitFor();
    await shoot(name);
  }
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.goto("/shift?day=2026-07-15");
  await choose(page, "add a card", /hot/);
  await choose(page, "add a card", /iced/);
  await page.getByRole("textbox", { name: /batches of .* hot/ }).fill("6");
  await page.getByRole("textbox", { name: /batches of .* iced/ }).fill("3");
  await page.keyboard.press("Enter");
  await saved(page);
  await page.reload();
  await shoot("shift");

  await page.getByRole("link", { name: /iced/ }).click();
  await page.getByRole("heading", { name: "Saltmarsh, iced" }).waitFor();
  await shoot("card");
  await page.setViewportSize({ width: 390, height: 844 });
  await shoot("phone-card");
  await page.goto("/scale");
  await forecast();
  await shoot("phone-scale");

  await page.setViewportSize({ width: 1280, height: 800 });
  const loft = "/recipes/0190a5c0-0000-7000-8000-000000000060";
  const [older, newer] = ["0190a5c0-0000-7000-8000-000000000064", "0190a5c0-0000-7000-8000-000000000065"];
  await page.goto("/recipes");
  await shoot("recipes");
  await page.emulateMedia({ colorScheme: "dark" });
  await page.goto(loft);
  await page.getByTestId("recipe done at").waitFor();
  await shoot("recipe-dark");
  await page.emulateMedia({ colorScheme: "light" });
  await page.goto(`/recipes/compare?a=${older}&b=${newer}`);
  await page.getByTestId("recipe done at").first().waitFor();
  await shoot("recipe-compare");
  await page.setViewportSize({ width: 1280, height: 1100 });
  await page.goto(`${loft}/edit`);
  await page.getByTestId("recipe done at").waitFor();
  await shoot("pour-editor");
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${loft}/approve?v=${older}`);
  await page.getByRole("list", { name: "what would change" }).waitFor();
  await shoot("recipe-standard");
  await page.goto("/bench");
  await page.getByText("How sure Scale's figures are").waitFor();
  await shoot("bench");
  await page.goto("/bench/vessels");
  await page.getByRole("button", { name: "Weigh dispenser 3.1 l, left" }).click();
  await page.getByLabel("empty, lid off").fill("1400");
  await page.getByLabel("full to the brim").fill("2500 + 2000");
  await page.getByLabel("at its working fill").fill("2500 + 1750");
  await shoot("bench-vessels");
  const chart = page.getByRole("img").locator("svg").first();
  await page.goto("/bench/brewers");
  await page.getByRole("button", { name: "Blank runs Fulmar" }).click();
  await chart.waitFor();
  await shoot("bench-brewers");
  await page.goto("/log");
  await shoot("log");

  await page.goto("/people");
  await page.getByRole("button", { name: "Edit Mirren Sallow" }).click();
  await choose(page, "role", "barista");
  const save = page.getByRole("button", { name: "Save", exact: true });
  await save.click();
  await expect(save).toBeHidden();
  await page.getByRole("button", { name: "Add somebody" }).click();
  await page.getByLabel("name", { exact: true }).fill("Tam Kelpie");
  await page.getByLabel("PIN or passphrase").fill("739104");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("Tam Kelpie", { exact: true })).toBeVisible();
  await page.getByLabel("this tablet's name").fill("Pier Head counter");
  await page.getByRole("button", { name: "Make this tablet a station" }).click();
  await expect(page.getByText("this tablet, made by")).toBeVisible();
  await page.reload();
  await shoot("people");
  await page.request.delete("/api/session");
  await page.goto("/scale");
  await page.getByRole("heading", { name: "Gannet Quay" }).waitFor();
  await shoot("sign-in");
});
