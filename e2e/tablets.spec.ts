import type { Browser, Page } from "@playwright/test";
import { DEMO, expect, pageIn, signIn, test } from "./page.ts";
import { sharedHouse } from "./servers.ts";
import { wireTo } from "./wire.ts";

// A server that was killed and a network that is gone answer nothing, and the browser says so.
test.use({ as: "nobody", silent: false });

const PIER_HEAD = "0190a5c0-0000-7000-8000-000000000001";
const WHITE = "pot 2.05 l, white";
const BLUE = "pot 2.05 l, blue";
const LATE_MS = 90_000;

const panel = (page: Page, name: string) => page.getByRole("region", { name, exact: true });
const left = (page: Page, name: string) => panel(page, name).getByTestId("left");
const line = (page: Page) => page.getByTestId("line to the house");
const cup = (page: Page, pot: string) =>
  panel(page, pot).getByRole("button", { name: "Serve one of 240 ml" });

/** A tablet at the bar, on a server. */
async function tablet(browser: Browser, base: string, clock?: "its own"): Promise<Page> {
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 1280, height: 800 } });
  const page = await pageIn(context);
  if (clock) await page.clock.install();
  await page.goto(`${base}/sign-in?next=/bar`);
  await signIn(page, DEMO.barista);
  await expect(panel(page, WHITE)).toBeVisible();
  await expect(line(page)).toContainText("live", { timeout: LATE_MS });
  return page;
}

test("four tablets, one cut off for ten minutes and one of two servers killed, end with the same pots", async ({
  browser,
}) => {
  test.setTimeout(600_000);
  const house = await sharedHouse("tablets");
  try {
    const [one, two] = await Promise.all([house.start(), house.start()]);
    const headers = { authorization: `Bearer ${await house.token()}`, "content-type": "application/json" };
    const bar = async () => (await fetch(`${one.base}/api/v1/bar`, { headers })).json();
    const pots: { id: string; name: string; standing: object | null }[] = (await bar()).pots;
    const idOf = (name: string) => pots.find((pot) => pot.name === name)!.id;
    const halfAnHourAgo = new Date(Date.now() - 1_800_000).toISOString();
    const filled = (vesselId: string, liquidG: number) => ({
      kind: "potFilled",
      id: crypto.randomUUID(),
      at: halfAnHourAgo,
      vesselId,
      serve: "hot",
      liquidG,
      brewedAt: halfAnHourAgo,
    });
    const events = [filled(idOf(WHITE), 1800), filled(idOf(BLUE), 1500)];
    const sent = await fetch(`${one.base}/api/v1/bar/events?site=${PIER_HEAD}`, {
      method: "POST",
      headers,
      body: JSON.stringify({ sentAt: new Date().toISOString(), events }),
    });
    expect(sent.status, await sent.text()).toBe(200);

    const served = async () => {
      const count = async (sql: string) => Number((await house.query(sql))[0]!.n);
      return {
        events: await count("SELECT COUNT(*) AS n FROM events WHERE kind = 'served'"),
        sales: await count("SELECT COUNT(*) AS n FROM sales WHERE source = 'tap'"),
      };
    };
    const before = await served();
    const [a, b] = [await tablet(browser, one.base), await tablet(browser, one.base)];
    const wire = await wireTo(two.base);
    const [c, d] = [await tablet(browser, two.base), await tablet(browser, wire.base, "its own")];
    for (const page of [a, b, c, d]) await expect(left(page, WHITE)).toHaveText("1\u202f800 g");

    // Cut off, it serves on: three cups of 220 g.
    wire.cut();
    await d.context().setOffline(true);
    for (let i = 0; i < 3; i++) await cup(d, WHITE).tap();
    await expect(left(d, WHITE)).toHaveText("1\u202f140 g");
    await expect(line(d)).toContainText("no network");
    await expect(line(d)).toContainText("3 to send");

    // Meanwhile the others serve one, and pour the rest away.
    await cup(a, WHITE).tap();
    await expect(left(b, WHITE)).toHaveText("1\u202f580 g");
    await panel(b, WHITE)
      .getByRole("button", { name: `Pour away ${WHITE}` })
      .tap();
    await b.getByRole("menuitem", { name: "too old" }).tap();
    for (const page of [a, b, c]) await expect(left(page, WHITE)).toHaveCount(0);
    // Ten minutes later by its own clock the one that is cut off serves one more, which nobody can have poured.
    await d.clock.fastForward("10:00");
    await cup(d, WHITE).tap();
    await expect(line(d)).toContainText("4 to send");

    // A server dies; what is tapped at its tablet is kept there until another one has its place.
    await two.kill();
    await cup(c, BLUE).tap();
    await expect(left(c, BLUE)).toHaveText("1\u202f280 g");
    await expect(line(c)).toContainText("1 to send");
    await expect(left(a, BLUE)).toHaveText("1\u202f500 g");
    await house.start(two.base);
    await expect(left(a, BLUE)).toHaveText("1\u202f280 g", { timeout: LATE_MS });
    await expect(line(c)).toHaveText("live", { timeout: LATE_MS });

    wire.mend();
    await d.context().setOffline(false);
    await expect(line(d)).toHaveText("live", { timeout: LATE_MS });
    for (const page of [a, b, c, d]) {
      await expect(left(page, WHITE)).toHaveCount(0);
      await expect(left(page, BLUE)).toHaveText("1\u202f280 g");
    }
    // Each once: four of the one that was cut off, and one of two others.
    expect(await served()).toEqual({ events: before.events + 6, sales: before.sales + 6 });

    // A cup out of a pot that was poured away: somebody looks at it, and says that it was so.
    const odd = a.getByRole("list", { name: "does not fit together" });
    await expect(odd).toContainText(/1 × 240 ml served; nothing stood there then/, { timeout: LATE_MS });
    await odd
      .getByRole("listitem")
      .filter({ hasText: WHITE })
      .getByRole("button", { name: /^It was so/ })
      .first()
      .tap();
    for (const page of [a, d])
      await expect(
        page
          .getByRole("list", { name: "does not fit together" })
          .getByRole("listitem")
          .filter({ hasText: WHITE }),
      ).toHaveCount(0, { timeout: LATE_MS });
    for (const page of [a, b, c, d]) await page.context().close();
    wire.end();
  } finally {
    await house.end();
  }
});
