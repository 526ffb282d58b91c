import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import { timed } from "./reference.mjs";

const GUIDES = 10;
const TAPS = 21;
const TAP_EVERY_MS = 200;
const WATCHED_MS = 10_000;

/**
 * Costs of a guide in the browser: a tap until it is drawn, and the share of a core while ten run at once.
 *
 * @param page signed in
 * @param card path of a card to brew
 */
export async function guideFigures(page, base, card) {
  const ids = [];
  for (let i = 0; i < GUIDES; i++) {
    await page.goto(base + card);
    await page.getByRole("button", { name: "Brew it, step by step" }).click();
    await page.waitForURL(/\/guide\//);
    const id = new URL(page.url()).pathname.split("/").at(-1);
    const begun = { kind: "begun", id: randomUUID(), atMs: Date.now() - 3000 * i };
    await posted(page, `${base}/api/v1/guides/${id}/events`, { events: [begun] });
    ids.push(id);
  }
  const path = `/guide/${ids[0]}`;
  await page.goto(base + path);
  await page.getByRole("timer", { name: "clock" }).waitFor();
  const share = await timed(() => coreShare(page));
  const shifts = page.getByRole("button", { name: /^Clock / });
  const tap = await timed((look) => tapMs(shifts, look));
  return { path, share, tap };
}

async function posted(page, url, data) {
  const reply = await page.request.post(url, { data, headers: { origin: new URL(url).origin } });
  if (!reply.ok()) throw new Error(`${url} was refused with ${reply.status()}: ${await reply.text()}`);
}

/** The share of a core that a page takes while nobody touches it, %. */
async function coreShare(page) {
  const client = await page.context().newCDPSession(page);
  await client.send("Performance.enable");
  const taskS = async () => {
    const { metrics } = await client.send("Performance.getMetrics");
    return metrics.find(({ name }) => name === "TaskDuration").value;
  };
  await pause(WATCHED_MS / 4);
  const before = await taskS();
  await pause(WATCHED_MS);
  return (100 * ((await taskS()) - before)) / (WATCHED_MS / 1000);
}

/** From a tap on the clock's buttons until all that follows is drawn. The median. */
async function tapMs(buttons, look) {
  const times = [];
  for (let i = 0; i < TAPS; i++) {
    look();
    const took = await buttons.nth(i % 2).evaluate((button) => {
      const start = performance.now();
      button.click();
      return performance.now() - start;
    });
    times.push(took);
    await pause(TAP_EVERY_MS);
  }
  return times.toSorted((a, b) => a - b)[Math.floor(TAPS / 2)];
}
