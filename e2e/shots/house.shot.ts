import { expect, openAnswers, test } from "../page.ts";
import { wind, windable } from "../winding.ts";

const DIR = "docs/screenshots";
const ICED =
  "/scale?serve=iced&vessel=0190a5c0-0000-7000-8000-000000000034&pins=yieldG:2400,strengthPct:1.25,finalTempC:8";

/** A page of A4 without its margins, at 96 dots an inch. */
const A4_LYING = { width: 1062, height: 733 };

test("the main views", async ({ page }) => {
  const shoot = async (name: string) => {
    await page.evaluate(() => document.fonts.ready);
    // The head line says that the page is live.
    await page.getByTestId("line to the house").getByText("live").waitFor({ state: "attached" });
    await page.screenshot({ path: `${DIR}/${name}.png` });
  };
  const forecast = () => page.getByTestId("sureness").waitFor();
  await page.goto("/scale");
  await forecast();
  await shoot("scale-hot");
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText(/kept as a card/i).first()).toBeVisible();
  await page.goto(ICED);
  await forecast();
  await shoot("scale-iced");
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText(/kept as a card/i).first()).toBeVisible();

  await page.setViewportSize({ width: 1280, height: 1500 });
  await page.goto("/scale?grind=7");
  await forecast();
  await openAnswers(page);
  await page
    .getByRole("img", { name: /strength and extraction/ })
    .locator("svg")
    .first()
    .waitFor();
  await shoot("scale-forecast");
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.setViewportSize({ width: 1280, height: 1180 });
  await page.goto("/shift/plan");
  await page.getByRole("combobox", { name: "day", exact: true }).click();
  await page.getByRole("option", { name: /tomorrow/ }).click();
  await expect(page.getByRole("combobox", { name: "day", exact: true })).toContainText("tomorrow");
  // What the levels are held against comes last.
  await page.getByText(/Brewed when empty it costs/).waitFor({ timeout: 120_000 });
  await page.getByText(/Looking for better levels/).waitFor({ state: "detached", timeout: 120_000 });
  await shoot("shift");
  await page.goto("/shift");
  await page.getByTestId("ice budget").waitFor();
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.getByRole("link", { name: /iced/ }).first().click();
  await page.getByRole("heading", { name: "Saltmarsh, iced" }).waitFor();
  await shoot("card");
  await page.setViewportSize({ width: 390, height: 844 });
  await shoot("phone-card");
  await page.setViewportSize({ width: 1280, height: 800 });
  const loft = "/recipes/0190a5c0-0000-7000-8000-000000000060";
  await page.goto("/recipes");
  await shoot("recipes");
  await page.emulateMedia({ colorScheme: "dark" });
  await page.goto(loft);
  await page.getByTestId("recipe done at").waitFor();
  await shoot("recipe-dark");
  await page.emulateMedia({ colorScheme: "light" });
  await page.setViewportSize({ width: 1280, height: 1100 });
  await page.goto(`${loft}/edit`);
  await page.getByTestId("recipe done at").waitFor();
  await shoot("pour-editor");
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto("/bench");
  await page.getByText("How sure Scale's figures are").waitFor();
  await shoot("bench");
  await page.goto("/log");
  await shoot("log");
  await page.goto("/bar");
  await page.getByTestId("left").first().waitFor();
  await page.getByText(/Then likely/).waitFor({ timeout: 60_000 });
  await shoot("bar");
  await page.setViewportSize({ width: 390, height: 844 });
  await shoot("phone-bar");
  await page.setViewportSize({ width: 1280, height: 800 });
  // The demo's running trial.
  await page.goto("/trials/0190a5c0-0000-7000-8000-000000008600");
  await page.getByText(/Likely|The last batch/).waitFor();
  await shoot("trial");
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole("heading", { name: "What batch 2 said" }).evaluate((heading) => {
    const main = heading.closest("main");
    main?.scrollBy(0, heading.getBoundingClientRect().top - main.getBoundingClientRect().top - 20);
  });
  await shoot("phone-trial");
  await page.setViewportSize({ width: 1280, height: 1100 });
  await page.goto("/wall");
  await page.locator("tr[data-row]").first().waitFor();
  await shoot("wall");
  // As it is printed: one page of A4, lying.
  await page.setViewportSize(A4_LYING);
  await page.emulateMedia({ media: "print" });
  await shoot("wall-printed");
  await page.emulateMedia({ media: "screen" });
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.goto("/people");
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

  // A brew that runs, with the scale under its dispenser.
  await page.goto("/cards/0190a5c0-0000-7000-8000-000000000600");
  await page.evaluate(() => localStorage.setItem("tumbek.simulatedInstruments", "on"));
  await windable(page);
  await page.getByRole("button", { name: "Brew it, step by step" }).click();
  await page.getByRole("button", { name: /^Start Fulmar/ }).click();
  await wind(page, 150);
  await page.getByText(/Will end at/).waitFor();
  await shoot("guide");
});
