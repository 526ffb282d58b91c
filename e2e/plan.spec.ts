import type { Page } from "@playwright/test";
import { choose, expect, overflows, pageIn, saved, seriousFaults, test } from "./page.ts";

// Each journey has a day of its own: what is known of it stays with it.
const dayOf = (day: number) => `/shift/plan?day=2026-07-${day}`;

/** The plan stands, with or without what it is held against. */
const planned = async (page: Page, day: number) => {
  await page.goto(dayOf(day));
  await expect(page.getByTestId("next-brew")).toContainText("at about", { timeout: 90_000 });
};
const known = (page: Page) => page.getByRole("list", { name: "known of this day" });
/** Does something to the plan, and waits until the house has it. */
const keeping = async (page: Page, act: () => Promise<void>) => {
  const sent = page.waitForResponse((response) => response.request().method() === "POST");
  await act();
  await sent;
  await saved(page);
};
const brewer = (page: Page, name: string) => page.getByRole("list", { name: new RegExp(`^brewer ${name}`) });
const right = (page: Page) => page.getByRole("list", { name: /^vessel dispenser 3.1 l, right/ });

/** A till's lines: so many cups of one thing on each of some days before any that the house knows. */
const CSV = [
  "sold at;drink;pieces",
  ...["2026-05-08", "2026-05-09", "2026-05-11"].flatMap((day) =>
    ["07:05", "07:20", "12:10"].map((time) => `${day} ${time};Filter large;4`),
  ),
  "2026-05-11 12:10;Filter large;4",
  "2026-05-11 12:11;Scone;1",
  "yesterday;Filter large;4",
].join("\n");

test("a lead brings a till's sales in, plans by them, and weighs out what the plan says", async ({
  page,
}) => {
  await planned(page, 25);
  await expect(page.getByText(/Rests on \d+ days of sales, \d+ Saturdays among them/)).toBeVisible();
  await page.getByRole("button", { name: "Bring sales in" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel(/a till's file/).setInputFiles({
    name: "till.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(CSV),
  });
  await dialog.getByRole("combobox", { name: "Filter large" }).click();
  await page.getByPlaceholder("Type a part of it").fill("hot 470");
  await page.getByRole("option", { name: /Saltmarsh, hot, 470 ml/ }).click();
  await expect(dialog).toContainText(
    "40 cups on 3 days; 1 day between them without one, 1 row the same as another (both count) and 1 row of other things left out.",
  );
  await expect(dialog).toContainText('Row 13: "yesterday" is no day and time.');
  await dialog.getByRole("button", { name: "Keep these sales" }).click();
  await expect(page.getByText(/Rests on 59 days of sales/)).toBeVisible();

  // By which card depends on what the bench has learned before: it is the one that most of the day is brewed by.
  const hot = page
    .getByRole("list", { name: "to weigh out" })
    .getByRole("listitem")
    .filter({ hasText: /Saltmarsh, hot/ });
  await expect(hot.first()).toBeVisible({ timeout: 90_000 });
  await expect(page.getByText("Looking for better levels")).toHaveCount(0, { timeout: 120_000 });
  const rows = (await hot.allTextContents()).map(
    (text) => /^(\d+) × (.+?) g (.*? g on [A-Za-z]+)/.exec(text)!,
  );
  const [, batches, dose, card] = rows.toSorted((a, b) => Number(b[1]) - Number(a[1]))[0]!;
  expect(Number(batches)).toBeGreaterThan(8);
  await page.getByRole("button", { name: "Put these on the list" }).click();
  await page.getByRole("button", { name: "To the list" }).click();
  await expect(page).toHaveURL(/\/shift\?day=2026-07-25/);
  await expect(page.getByRole("textbox", { name: `batches of ${card}` })).toHaveValue(batches!);
  await expect(page.getByText(`${batches} × ${dose} g`)).toBeVisible();

  // On paper: the levels by the hour, what is weighed out, and no buttons.
  await planned(page, 25);
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("heading", { name: "Brew when so much is left" })).toBeVisible();
  await expect(page.getByRole("list", { name: "to weigh out" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Water, ice and filters" })).toBeVisible();
  await expect(page.getByRole("button", { name: "How we plan" })).toBeHidden();
  const labels = page.getByRole("list", { name: "labels of the containers" }).getByRole("listitem");
  expect(await labels.filter({ hasText: `${card}, ${dose} g` }).count()).toBeGreaterThan(8);
  // One page for the wall (a day of many levels needs two), and its labels on another.
  const paper = (await page.pdf({ format: "A4" })).toString("latin1");
  expect(paper.match(/\/Type\s*\/Page[^s]/g)?.length).toBeLessThanOrEqual(3);
});

test("a surge that is put in by hand is planned for, is there the next time, and can be undone", async ({
  page,
}) => {
  await planned(page, 26);
  const count = async () =>
    Number(
      /(\d+) batches/.exec(
        (await page
          .locator("dl dt")
          .filter({ hasText: /batches$/ })
          .textContent()) ?? "",
      )?.[1],
    );
  // The first levels are not the last.
  const settled = () =>
    expect(page.getByText("Looking for better levels")).toHaveCount(0, { timeout: 120_000 });
  await settled();
  const before = await count();
  await page.getByRole("button", { name: "A surge" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("what it is").fill("the regatta");
  await dialog.getByLabel("at", { exact: true }).fill("14:30");
  // What cannot be read adds nothing, and stays as it was typed.
  await dialog.getByLabel("cups", { exact: true }).fill("a crowd");
  await dialog.getByRole("button", { name: "Add it" }).click();
  await expect(dialog).toContainText("Something above is not right yet");
  await expect(dialog.getByLabel("cups", { exact: true })).toHaveValue("a crowd");
  await dialog.getByLabel("cups", { exact: true }).fill("80");
  await keeping(page, () => dialog.getByRole("button", { name: "Add it" }).click());
  await expect(known(page)).toContainText("the regatta at 14:30: 80 cups before it");
  // Eighty cups are several batches, whatever the bench has learned of one.
  await expect.poll(count, { timeout: 120_000 }).toBeGreaterThan(before + 2);
  await page.reload();
  await expect(known(page)).toContainText("the regatta at 14:30");
  await keeping(page, () => page.getByRole("button", { name: /take away: the regatta/ }).click());
  await expect(known(page).getByRole("listitem")).toHaveCount(0);
  await keeping(page, () => page.getByRole("button", { name: "undo" }).click());
  await expect(known(page)).toContainText("the regatta");
  await keeping(page, () => page.getByRole("button", { name: "redo" }).click());
  await expect(known(page).getByRole("listitem")).toHaveCount(0);
});

test("a batch is dragged to another time, and stays there until it is let go", async ({ page }) => {
  await planned(page, 28);
  const bar = right(page).getByRole("button").first();
  const box = (await bar.boundingBox())!;
  await page.mouse.move(box.x + 20, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + box.height / 2, { steps: 4 });
  await page.mouse.move(box.x + 120, box.y + box.height / 2, { steps: 4 });
  await keeping(page, () => page.mouse.up());
  await expect(known(page)).toContainText(/Saltmarsh, hot, .* must be ready at \d\d:\d\d/);
  // Brewer and vessel are left to it.
  const pinned = page.getByRole("button", { name: /pinned, ready at/ }).first();
  await expect(pinned).toBeVisible({ timeout: 90_000 });
  await expect(page.getByText("Looking for better levels")).toHaveCount(0, { timeout: 120_000 });
  await expect(page.getByText(/cannot be ready in time/)).toHaveCount(0);
  await pinned.click();
  await keeping(page, () => page.getByRole("button", { name: "Free it" }).click());
  await expect(known(page).getByRole("listitem")).toHaveCount(0);
});

test("while a brewer is out nothing is brewed on it", async ({ page }) => {
  await planned(page, 29);
  const times = async () =>
    (await brewer(page, "Fulmar").getByRole("listitem").allTextContents()).map((text) => {
      const [, from, to] = /(\d\d:\d\d) to (\d\d:\d\d)/.exec(text)!;
      return { from: from!, to: to! };
    });
  const atNoon = async () => (await times()).filter(({ from, to }) => to > "11:30" && from < "13:30").length;
  await expect.poll(atNoon).toBeGreaterThan(2);
  await page.getByRole("button", { name: "Something away" }).click();
  const dialog = page.getByRole("dialog");
  await choose(page, "who or what", /^Fulmar$/);
  await dialog.getByLabel("from", { exact: true }).fill("11:30");
  await dialog.getByLabel("until", { exact: true }).fill("13:30");
  await keeping(page, () => dialog.getByRole("button", { name: "Add it" }).click());
  await expect(known(page)).toContainText("Away: Fulmar, 11:30 to 13:30");
  await expect.poll(atNoon, { timeout: 90_000 }).toBe(0);
  expect((await times()).length).toBeGreaterThan(10);
});

test("a site without a batch brewer says so, and a day of another site is not touched", async ({ page }) => {
  await page.goto(dayOf(30));
  await choose(page, "at", /Rope Loft/);
  await expect(page.getByText(/no batch brewer: what is brewed by hand is brewed to order/)).toBeVisible();
  await choose(page, "at", /Pier Head/);
  await expect(page.getByTestId("next-brew")).toContainText("at about", { timeout: 90_000 });
});

test("where nobody counts, the day is brewed by fixed times; what each way costs is told", async ({
  page,
}) => {
  await planned(page, 23);
  await expect(page.getByText(/by a timetable .* by levels of the hour/)).toBeVisible({ timeout: 120_000 });
  const way = async (from: RegExp, to: RegExp) => {
    await page.getByRole("button", { name: "How we plan" }).click();
    await expect(page.getByRole("combobox", { name: "pots are brewed by" })).toContainText(from);
    await choose(page, "pots are brewed by", to);
    await keeping(page, () => page.getByRole("button", { name: "Keep it" }).click());
  };
  await way(/levels of cups/, /a timetable/);
  await expect(page.getByRole("heading", { name: "Timetable", exact: true })).toBeVisible({
    timeout: 120_000,
  });
  await expect(page.getByRole("heading", { name: "Brew when so much is left" })).toHaveCount(0);
  await expect(page.getByRole("row", { name: /06:\d\d .* Saltmarsh, hot/ }).first()).toBeVisible();
  await way(/a timetable/, /levels of cups/);
  await expect(page.getByRole("heading", { name: "Brew when so much is left" })).toBeVisible();
});

test("of two leads who set a site up the slower is told, and loses nothing that was typed", async ({
  page,
}) => {
  await planned(page, 23);
  await page.getByRole("button", { name: "How we plan" }).click();
  const dialog = page.getByRole("dialog");
  const people = dialog.getByLabel("people at the counter");
  await expect(people).toHaveValue("2");
  await people.fill("3");
  // Meanwhile somebody else keeps another figure.
  const { kit, sitePlan } = await (await page.request.get("/api/v1/plan")).json();
  const other = await pageIn(page.context());
  await other.goto(dayOf(23));
  await other.getByRole("button", { name: "How we plan" }).click();
  await other.getByLabel("brewing begins before, min").fill("25");
  await keeping(other, () => other.getByRole("button", { name: "Keep it" }).click());
  await dialog.getByRole("button", { name: "Keep it" }).click();
  await expect(dialog).toContainText("changed this meanwhile. What you typed stands here");
  await expect(people).toHaveValue("3");
  await dialog.getByRole("button", { name: "Keep it" }).click();
  await expect(dialog).toHaveCount(0);
  const after = await (await page.request.get(`/api/v1/plan?site=${kit.siteId}`)).json();
  expect(after.sitePlan.revision).toBe(sitePlan.revision + 2);
  expect(after.sitePlan.plan).toMatchObject({ people: 3, prepMin: 30 });
  // Other journeys plan with two.
  await page.getByRole("button", { name: "How we plan" }).click();
  await people.fill("2");
  await keeping(page, () => dialog.getByRole("button", { name: "Keep it" }).click());
});

test("all sites beside each other, and a day copied from another one", async ({ page }) => {
  await page.goto("/shift/sites?day=2026-08-02");
  await expect(page.getByRole("region", { name: "Rope Loft" })).toContainText("no batch brewer");
  await expect(page.getByRole("region", { name: "Pier Head" })).toContainText("cups asked for", {
    timeout: 90_000,
  });
  await planned(page, 23);
  await page.getByRole("button", { name: "More or fewer" }).click();
  await page.getByRole("dialog").getByLabel("from", { exact: true }).fill("16:00");
  await page.getByRole("dialog").getByLabel("until", { exact: true }).fill("18:00");
  await keeping(page, () => page.getByRole("button", { name: "Add it" }).click());
  await planned(page, 24);
  await keeping(page, () => choose(page, "copy from", /23 Jul/));
  await expect(known(page)).toContainText("30 % more cups, 16:00 to 18:00");
});

test.describe("on a tablet, by touch", () => {
  test.use({ as: "barista", hasTouch: true, viewport: { width: 1024, height: 768 } });

  test("a batch is tapped, and pinned to a time", async ({ page }) => {
    await planned(page, 30);
    // Hours, hands and prices are a lead's.
    await expect(page.getByRole("button", { name: "How we plan" })).toHaveCount(0);
    await right(page).getByRole("button").nth(1).tap();
    await page.getByRole("textbox", { name: "must be ready at" }).fill("9:20");
    await keeping(page, () => page.getByRole("button", { name: "Pin it" }).tap());
    await expect(known(page)).toContainText("must be ready at 09:20");
    expect(await seriousFaults(page)).toEqual([]);
    expect(await overflows(page)).toEqual([]);
    await keeping(page, () => page.getByRole("button", { name: /take away: .* must be ready/ }).tap());
    await expect(known(page).getByRole("listitem")).toHaveCount(0);

    // Just before closing it is as broad as a thumb, and stays on the day.
    await right(page).getByRole("button").last().tap();
    await page.getByRole("textbox", { name: "must be ready at" }).fill("17:50");
    await keeping(page, () => page.getByRole("button", { name: "Pin it" }).tap());
    await expect(known(page)).toContainText("must be ready at 17:50");
    expect(await overflows(page)).toEqual([]);
    await keeping(page, () => page.getByRole("button", { name: /take away: .* must be ready/ }).tap());
  });
});

test.describe("a trainee", () => {
  test.use({ as: "trainee", viewport: { width: 390, height: 844 } });

  test("reads the day by time on a phone, and changes nothing of it", async ({ page }) => {
    await planned(page, 31);
    await expect(page.getByRole("heading", { name: "The day, by time" })).toBeVisible();
    expect(
      await page
        .getByRole("listitem")
        .filter({ hasText: /begun at about/ })
        .count(),
    ).toBeGreaterThan(10);
    await expect(page.getByRole("button", { name: "A surge" })).toHaveCount(0);
    await expect(page.getByRole("button", { name: "How we plan" })).toHaveCount(0);
    await expect(page.getByRole("button", { name: "Put these on the list" })).toHaveCount(0);
    expect(await overflows(page)).toEqual([]);
    const forbidden = await page.request.put("/api/v1/plan", { data: {} });
    expect(forbidden.status()).toBe(403);
  });
});
