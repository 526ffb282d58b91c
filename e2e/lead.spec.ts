import { choose, expect, plate, saved, test, tumbek, type } from "./page.ts";

test.describe.configure({ mode: "serial" });

/** A day that nothing is planned for yet. */
const LATER = "/shift?day=2026-07-21";

test("a lead scales one cup to a pot and an iced server, and plans tomorrow with them", async ({ page }) => {
  await page.goto("/");
  await expect(plate(page, "coffee")).toContainText("202 g");
  await expect(plate(page, "set Fulmar to")).toContainText("3.3 l");

  // From the coffee that is left: the ratio stays, the pot follows.
  await type(page, "coffee", "190");
  await expect(page.getByRole("status")).toContainText("dose is pinned, and coffee in the pot now follows.");
  await expect(plate(page, "set Fulmar to")).toContainText("3.1 l");
  await expect(plate(page, "coffee in the pot")).toContainText("2\u202f631 g");

  await plate(page, "ratio, hot water").getByRole("button", { name: "ratio, hot water:" }).focus();
  await page.keyboard.press("ArrowDown");
  await expect(plate(page, "ratio, hot water")).toContainText("for 1:15.9");
  await page.keyboard.press("ControlOrMeta+z");
  await expect(plate(page, "ratio, hot water")).toContainText("for 1:16");
  await page.getByRole("button", { name: "Save as card" }).click();
  await expect(page.getByText(/kept as a card/i).first()).toBeVisible();

  await choose(page, "from", /Slack water/);
  await choose(page, "into", /steel server/);
  await type(page, "coffee in the pot", "2400 g");
  await type(page, "when melted", "8 °C");
  await expect(plate(page, "coffee")).toContainText("184 g");
  await expect(plate(page, "set Fulmar to")).toContainText("1.7 l");
  await expect(plate(page, "ice")).toContainText("1\u202f100 g");
  // A double tap is one card.
  await expect(page.getByText(/kept as a card/i)).toHaveCount(0);
  await page.getByRole("button", { name: "Save as card" }).dblclick();
  await expect(page.getByText(/kept as a card/i).first()).toBeVisible();

  await page.getByRole("link", { name: "Shift" }).click();
  await choose(page, "day", /tomorrow/);
  await expect(page).toHaveURL(/day=2026-07-15/);
  // That day is planned already: a later one begins empty.
  await page.goto(LATER);
  await page.getByRole("combobox", { name: "add a card" }).click();
  await expect(page.getByRole("option", { name: /iced, 2.377 g/ })).toHaveCount(1);
  await page.getByRole("option", { name: /hot, 2.631 g/ }).click();
  await choose(page, "add a card", /iced, 2.377 g/);
  await page.getByRole("textbox", { name: /batches of .* hot/ }).fill("6");
  await page.getByRole("textbox", { name: /batches of .* iced/ }).fill("3");
  await page.keyboard.press("Enter");
  await expect(page.getByText("6 × 190 g and 3 × 184 g")).toBeVisible();
  await saved(page);

  // Tapped a moment before everything is stopped: what is left in each pot, as the shelf says it.
  const at = new Date().toISOString();
  const cup = { kind: "served", id: crypto.randomUUID(), at, massG: 100, cups: 1, cupMl: 350 };
  const message = { sentAt: at, events: [{ ...cup, vesselId: "0190a5c0-0000-7000-8000-000000000034" }] };
  expect((await page.request.post("/api/v1/bar/events", { data: message })).ok()).toBe(true);
  const stands = async () => {
    await page.goto(LATER);
    const text = await page.getByRole("complementary", { name: "Pot shelf" }).textContent();
    return text?.match(/[\d\u202f]+ g/g);
  };
  const before = await stands();
  expect(before?.length).toBeGreaterThan(1);

  // A page fetches ahead what it leads to, and would find nobody while the house is stopped: this one leads nowhere.
  await page.evaluate(() => setTimeout(() => location.assign("/api/health"), 0));
  await page.waitForURL("**/api/health");
  tumbek("stop");
  tumbek("start");
  expect(await stands()).toEqual(before);
  // Worked by hand: 6 × 190 + 3 × 184, and 12 g purged between the two settings.
  await expect(page.getByText("6 × 190 g and 3 × 184 g")).toBeVisible();
  const main = page.getByRole("main");
  await expect(main).toContainText(`${"1\u202f704"} g`);
  await expect(main).toContainText("and 12 g purged when the dial changes");
  // 6 × (8 + 0.976 × 3100) + 3 × (8 + 0.976 × 1700); 9 × 300; 6 × a fifth of 3100; 3 × (1100 in the server,
  // and 130 ml × 0.58 in each of 2377 / 220 glasses).
  for (const [name, value] of [
    ["brew water", "23\u202f203 g"],
    ["to rinse papers", "2\u202f700 g"],
    ["to warm vessels", "3\u202f720 g"],
    ["ice from the bin machine", "5\u202f744 g"],
    ["filters for Fulmar", "9"],
  ] as const) {
    await expect(main.locator("dt", { hasText: name }).locator("+ dd")).toHaveText(value);
  }
  // 6 × (3033.6 − 2.12 × 190) hot, in cups of 240 ml filled with 220 g.
  await expect(main).toContainText("15\u202f785 g · 71 cups of 240 ml");
  await page.getByRole("link", { name: /iced/ }).click();
  await expect(page.getByRole("heading", { name: "Saltmarsh, iced" })).toBeVisible();
});

test("the list is put in another order by keyboard, and keeps it", async ({ page }) => {
  await page.goto(LATER);
  const lines = page
    .getByRole("main")
    .getByRole("listitem")
    .filter({ has: page.getByRole("textbox") });
  await expect(lines.first()).toContainText("hot");
  await page.getByRole("button", { name: /move .* hot/ }).focus();
  for (const key of ["Space", "ArrowDown", "Space"]) {
    await page.keyboard.press(key);
    await page.waitForTimeout(250);
  }
  await expect(lines.first()).toContainText("iced");
  await saved(page);
  await page.reload();
  await expect(lines.first()).toContainText("iced");
});

test("the same by keyboard alone", async ({ page }) => {
  const { keyboard } = page;
  /** Goes on by Tab until what stands under the keyboard has that name. */
  const reach = async (name: RegExp) => {
    for (let i = 0; i < 120; i++) {
      await keyboard.press("Tab");
      const label = await page.evaluate(
        () => document.activeElement?.getAttribute("aria-label") ?? document.activeElement?.textContent ?? "",
      );
      if (name.test(label)) return;
    }
    throw new Error(`no way by Tab to ${name}`);
  };
  const typeOn = async (figure: RegExp, text: string) => {
    await reach(figure);
    await keyboard.press("Enter");
    await keyboard.type(text);
    await keyboard.press("Enter");
  };
  const pick = async (choice: RegExp, text: string) => {
    await reach(choice);
    await keyboard.press("Enter");
    await expect(page.getByRole("listbox")).toBeVisible();
    await keyboard.type(text, { delay: 30 });
    await keyboard.press("Enter");
    await expect(page.getByRole("listbox")).toBeHidden();
  };

  await page.goto("/scale");
  await reach(/^coffee: 202 g/);
  await keyboard.press("ArrowDown");
  await expect(plate(page, "coffee")).toContainText("201 g");
  await typeOn(/^coffee: 201 g/, "190");
  await expect(plate(page, "set Fulmar to")).toContainText("3.1 l");
  await expect(plate(page, "coffee")).toHaveAttribute("data-pinned", "true");
  await reach(/^Save as card/);
  await keyboard.press("Enter");
  await expect(page.getByText(/kept as a card/i)).toHaveCount(1);

  await pick(/^from$/, "Slack");
  await pick(/^into$/, "steel");
  await typeOn(/^coffee in the pot:/, "2400 g");
  await typeOn(/^when melted:/, "8");
  await expect(plate(page, "coffee")).toContainText("184 g");
  await expect(plate(page, "set Fulmar to")).toContainText("1.7 l");
  await expect(plate(page, "ice")).toContainText("1\u202f100 g");
  await expect(page.getByText(/kept as a card/i)).toHaveCount(0);
  await reach(/^Save as card/);
  await keyboard.press("Enter");
  await expect(page.getByText(/kept as a card/i)).toBeVisible();

  await keyboard.press("/");
  await expect(page.getByRole("combobox", { name: "Find or do" })).toBeFocused();
  await keyboard.type("today");
  await keyboard.press("Enter");
  await expect(page).toHaveURL(/\/shift/);
  // Today is planned already: a later day begins empty.
  await page.goto("/shift?day=2026-07-22");
  await expect(page.getByText("Nothing yet: add a card below.")).toBeVisible();
  // The first of the cards, the newest, is the iced one; the one before it the hot one.
  for (const serve of ["iced", "hot"]) {
    await reach(/^add a card$/);
    await keyboard.press("Enter");
    await expect(page.getByRole("listbox")).toBeVisible();
    // A long choice, which is searched, marks it in another way.
    const under = page.locator("[role=option]:is([data-highlighted], [data-selected=true])");
    await expect(under).toContainText("iced");
    if (serve === "hot") {
      await keyboard.press("ArrowDown");
      await expect(under).toContainText("hot");
    }
    await keyboard.press("Enter");
    await expect(page.getByRole("textbox", { name: new RegExp(`batches of .* ${serve}`) })).toBeVisible();
  }
  await reach(/^batches of .* iced/);
  await keyboard.type("3");
  await reach(/^batches of .* hot/);
  await keyboard.type("6");
  await keyboard.press("Enter");
  await expect(page.getByText("3 × 184 g and 6 × 190 g")).toBeVisible();
  await reach(/^move .* hot/);
  for (const key of ["Space", "ArrowUp", "Space"]) {
    await keyboard.press(key);
    await page.waitForTimeout(250);
  }
  await expect(page.getByText("6 × 190 g and 3 × 184 g")).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText("6 × 190 g and 3 × 184 g")).toBeVisible();
  await expect(page.getByRole("main")).toContainText(`${"1\u202f704"} g`);
});

test.describe("on a phone, by touch", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test("the essential part", async ({ page }) => {
    await page.goto("/scale");
    const coffee = page.getByRole("textbox", { name: "coffee", exact: true });
    // A tap before the page listens is lost.
    await expect(async () => {
      await plate(page, "coffee").getByRole("button", { name: "coffee:" }).tap({ timeout: 2000 });
      await expect(coffee).toBeVisible({ timeout: 2000 });
    }).toPass();
    await coffee.fill("190");
    await page.keyboard.press("Enter");
    await expect(plate(page, "set Fulmar to")).toContainText("3.1 l");
    await page.getByRole("button", { name: "Save as card" }).tap();
    await page.getByRole("button", { name: "Open it" }).tap();
    await expect(page.getByRole("heading", { name: "Saltmarsh, hot" })).toBeVisible();
  });
});

test("a card prints on A6, and four of it on A4, with boxes for what really happened", async ({ page }) => {
  // What the printer is handed, noted at the moment of printing.
  await page.addInitScript(() => {
    const printed: string[] = [];
    Object.assign(window, { printed });
    window.print = () => {
      const size = [...document.styleSheets]
        .flatMap((sheet) => [...sheet.cssRules])
        .findLast((rule) => rule.cssText.startsWith("@page"));
      printed.push(`${document.querySelectorAll("[data-card]").length} ${size?.cssText}`);
    };
  });
  await page.goto(LATER);
  await page.getByRole("main").getByRole("link", { name: /iced/ }).click();
  await page.getByRole("button", { name: "Print, A6" }).click();
  await page.getByRole("button", { name: "Four on A4" }).click();
  const printed = await page.evaluate(() => (window as unknown as { printed: string[] }).printed);
  expect(printed[0]).toMatch(/^1 @page \{ .*105mm 148mm/);
  expect(printed[1]).toMatch(/^4 @page \{ .*[aA]4/);
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("article").locator("[data-boxes] dt")).toHaveText([
    "dose",
    "setting",
    "dial",
    "weighed out",
    "time",
    "liked?",
    // What is chilled is labelled with its times.
    "made at",
    "throw away at",
  ]);
  const link = await page.getByRole("img", { name: /opens this card/ }).getAttribute("aria-label");
  expect(link).toContain(new URL(page.url()).pathname);
});

test.describe("while what a card takes cannot be read", () => {
  // The browser says in its console that a request was broken off.
  test.use({ silent: false });

  test("its line says so, and follows with its totals", async ({ page }) => {
    await page.goto("/scale?pins=doseG:181,brewRatio:16&grind=rule");
    await page.getByRole("button", { name: "Save as card" }).click();
    await expect(page.getByText(/kept as a card/i)).toBeVisible();
    // A day that no other journey works on.
    await page.goto("/shift?day=2026-07-24");
    const readsLines = (body: string | null) => body !== null && !body.includes("revision");
    await page.route("**/shift**", (route) =>
      route.request().method() === "POST" && readsLines(route.request().postData())
        ? route.abort()
        : route.continue(),
    );
    await page.getByRole("combobox", { name: "add a card" }).press("Enter");
    await page.getByRole("option", { name: /181 g/ }).click();
    const line = page.getByRole("main").getByRole("listitem").first();
    await expect(line).toContainText("the totals are without it");
    await saved(page);
    await page.unroute("**/shift**");
    await expect(line).toContainText("181 g, Chough");
    await expect(page.getByRole("main")).toContainText("1 × 181 g");
  });
});
