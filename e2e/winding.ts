import type { Page } from "@playwright/test";

/** Lets a page's time be wound on: the house's answers come from the same moment. */
export async function windable(page: Page): Promise<void> {
  await page.route(/\/api\/v1\/guides\?/, async (route) => {
    const response = await route.fetch().catch(() => undefined);
    // The page has left meanwhile, or the network is gone.
    if (!response?.ok()) return route.continue().catch(() => undefined);
    const answer = await response.json();
    const machineMs = await page.evaluate(() => Date.now()).catch(() => answer.machineMs);
    await route.fulfill({ json: { ...answer, machineMs } });
  });
  await page.clock.install();
}

const STEP_S = 4;

/** Winds the page's time on, in steps that its worker can follow. */
export async function wind(page: Page, seconds: number): Promise<void> {
  for (let s = 0; s < seconds; s += STEP_S) {
    await page.clock.runFor(1000 * STEP_S);
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(done)));
  }
}
