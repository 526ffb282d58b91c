import type { Page } from "@playwright/test";
import { choose, DEMO, expect, pageIn, signIn, test } from "./page.ts";
import { sharedHouse } from "./servers.ts";

// A house of its own, in which it is half past eleven.
const NOW = "2026-07-14T10:30:00Z";
test.use({ as: "nobody", silent: false });

const WHITE = "pot 2.05 l, white";
const panel = (page: Page, name: string) => page.getByRole("region", { name, exact: true });
const left = (page: Page, name: string) => panel(page, name).getByTestId("left");
const todo = (page: Page) => page.getByRole("list", { name: "to do now" });

/** A tablet at a bar, and who works at it. */
async function tablet(page: Page, base: string, who: (typeof DEMO)["lead" | "barista"]): Promise<void> {
  await page.goto(`${base}/sign-in?next=/bar`);
  await signIn(page, who);
  await expect(panel(page, WHITE)).toBeVisible();
}

test("a surge makes the plan anew; a pot past its hold, low ice, a database that takes nothing for a while and the closing, by touch; the day comes to what is worked out by hand", async ({
  browser,
}) => {
  test.setTimeout(600_000);
  const house = await sharedHouse("rush", NOW);
  try {
    const { base } = await house.start();
    const headers = { authorization: `Bearer ${await house.token()}`, "content-type": "application/json" };
    const get = async (path: string) => (await fetch(base + path, { headers })).json();
    const post = async (path: string, body: object) => {
      const answer = await fetch(base + path, { method: "POST", headers, body: JSON.stringify(body) });
      expect(answer.status, await answer.text()).toBe(200);
    };
    const { pots, ice } = (await get("/api/v1/bar")) as {
      pots: { id: string; name: string }[];
      ice: { id: string; storeG: number | null }[];
    };
    const coffees = (await get("/api/v1/bench/coffee")) as { rows: { id: string; name: string }[] };
    const lowTide = coffees.rows.find(({ name }) => name === "Low Tide")!.id;
    const happened = (kind: string, details: object) => ({
      kind,
      id: crypto.randomUUID(),
      at: NOW,
      ...details,
    });

    // 900 g of six hours ago stand in the white pot; a hundred cups are sold within a quarter of an hour, and the bin is all but empty.
    const whiteId = pots.find(({ name }) => name === WHITE)!.id;
    const old = {
      vesselId: whiteId,
      coffeeId: lowTide,
      serve: "hot",
      liquidG: 900,
      brewedAt: "2026-07-14T04:30:00Z",
    };
    const low = ice
      .filter(({ storeG }) => storeG !== null)
      .map(({ id }) => happened("iceFilled", { iceId: id, massG: 200 }));
    await post("/api/v1/bar/events", { sentAt: NOW, events: [happened("potFilled", old), ...low] });
    const context = await browser.newContext({ hasTouch: true, viewport: { width: 1280, height: 800 } });
    const page = await pageIn(context);
    await tablet(page, base, DEMO.barista);
    const follows = page.getByText(/cups until now, where \d+ were expected: the rest of the day is planned/);
    await expect(todo(page)).toBeVisible({ timeout: 90_000 });
    await expect(follows).toHaveCount(0);
    const sales = Array.from({ length: 100 }, (_, i) => ({
      id: crypto.randomUUID(),
      coffee: "Saltmarsh",
      serve: i % 5 === 0 ? "iced" : "hot",
      cupMl: 350,
      count: 1,
      at: new Date(Date.parse(NOW) - (i % 15) * 60_000).toISOString(),
    }));
    await post("/api/v1/sales", { sales });
    // At the latest when the plan is asked for again by itself.
    await page.reload();
    await expect(follows).toContainText(/% above the usual/, { timeout: 90_000 });
    await expect(
      todo(page)
        .getByRole("listitem")
        .filter({ hasText: /Brew Saltmarsh/ })
        .first(),
    ).toBeVisible({
      timeout: 90_000,
    });

    const past = todo(page)
      .getByRole("listitem")
      .filter({ hasText: `Pour ${WHITE} away` });
    await expect(past).toContainText(/it is \d h( \d+)? past its time/);
    await expect(page.getByRole("region", { name: "To do now" })).toContainText(/\d waiting/);
    await past.getByRole("button", { name: "Poured away" }).tap();
    await expect(past).toHaveCount(0);
    const fillIce = todo(page)
      .getByRole("listitem")
      .filter({ hasText: /^Fill .*the next iced batch takes/ });
    await expect(fillIce).toBeVisible({ timeout: 90_000 });
    await fillIce.getByRole("button", { name: "It is full" }).tap();
    await expect(fillIce).toHaveCount(0);

    // Three cups of 220 g out of 1,800 g, and the closing.
    await panel(page, WHITE).getByRole("button", { name: "Fill by hand" }).tap();
    const dialog = page.getByRole("dialog");
    await choose(dialog, "coffee", /Low Tide/);
    await dialog.getByLabel("how much").fill("1800");
    await dialog.getByRole("button", { name: "It is in the pot" }).tap();
    await expect(left(page, WHITE)).toHaveText("1\u202f800 g");
    const line = page.getByTestId("line to the house");
    const whiteInHouse = async () => {
      const { pots: now } = await get("/api/v1/bar");
      return Math.round(now.find(({ id }: { id: string }) => id === whiteId).standing?.liquidG ?? 0);
    };
    await expect.poll(whiteInHouse, { timeout: 60_000 }).toBe(1800);
    await expect(line).not.toContainText("to send");
    // Meanwhile the database takes nothing in.
    await house.whileLocked("events", async () => {
      for (const grams of ["1\u202f580 g", "1\u202f360 g", "1\u202f140 g"]) {
        await panel(page, WHITE).getByRole("button", { name: "Serve one of 240 ml" }).tap();
        await expect(left(page, WHITE)).toHaveText(grams);
      }
      await expect(line).toContainText("3 to send");
      await page.reload();
      await expect(left(page, WHITE)).toHaveText("1\u202f140 g");
    });
    await expect(line).not.toContainText("to send", { timeout: 90_000 });
    await page.getByText("Closing", { exact: false }).first().tap();
    const closing = page.getByRole("list", { name: "Closing" });
    await panel(page, WHITE)
      .getByRole("button", { name: `Pour away ${WHITE}` })
      .tap();
    await page.getByRole("menuitem", { name: "closing" }).tap();
    await expect(left(page, WHITE)).toHaveCount(0);
    await expect(closing).toContainText(/By count: .*Low Tide/);
    await closing.getByRole("checkbox", { name: "pots poured away" }).tap();
    await expect(closing.getByRole("checkbox", { name: "pots poured away" })).toBeChecked();
    await page.reload();
    await page.getByText("Closing", { exact: false }).first().tap();
    // 900 g that were too old, 1,140 g at the closing.
    await expect(closing).toContainText(/poured away today: 1\u202f140 g closing, 900 g too old\./);

    // A batch that somebody got to after twelve minutes.
    const late = happened("brewBegun", { vesselId: whiteId, waitedMin: 12 });
    await post("/api/v1/bar/events", { sentAt: NOW, events: [late] });
    // By hand: 900 + 1,800 brewed; 3 × 220 = 660 served; 900 + 1,140 = 2,040 poured away; nothing left: 660 + 2,040 = 2,700.
    await page.goto(`${base}/shift/after`);
    const row = page.getByRole("row", { name: /^Low Tide, hot/ });
    await expect(row.getByRole("cell")).toContainText([
      "–",
      "2\u202f700 g · 2 ×",
      "660 g · 3 cups",
      "0 min",
      "2\u202f040 g",
      "–",
      "–",
    ]);
    await expect(page.getByTestId("what waited")).toHaveText("1 batch of what was to do waited: 12 min.");
    await expect(page.getByRole("region", { name: "Where the waste came from" })).toContainText(
      "6 h old, 4 h 30 past its time",
    );
    await context.close();
  } finally {
    await house.end();
  }
});
