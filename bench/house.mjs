import { gzipSync } from "node:zlib";
import { chromium } from "@playwright/test";

const SERVER_LIMIT_MS = 25;
const SCRIPT_LIMIT_MS = 8;
const LOAD_LIMIT_KB = 260;

/** Requests before the measured ones, so that everything is loaded once. */
const WARM_UP = 60;
const REQUESTS = 41;
const EDITS = 60;

/**
 * What a running house takes: its pages at the server, Scale's first load, and an edit on the drawing.
 *
 * @param base the house's address
 * @returns rows of the bench's table
 */
export async function benchHouse(base) {
  const { card, edit } = await inBrowser(base);
  const rows = [];
  for (const [what, path] of [
    ["Scale at the server", "/scale"],
    ["Card at the server", card],
    ["Shift at the server", "/shift"],
  ]) {
    rows.push({ what, measured: await serverMs(base + path), limit: SERVER_LIMIT_MS, unit: "ms" });
  }
  rows.push({
    what: "Scale, first-load script, gzip",
    measured: await firstLoadKb(base),
    limit: LOAD_LIMIT_KB,
    unit: "kB",
  });
  rows.push({
    what: "an edit redraws the ribbon, script",
    measured: edit,
    limit: SCRIPT_LIMIT_MS,
    unit: "ms",
  });
  return rows;
}

/** Keeps a card and edits a figure; the browser is gone when the server is measured. */
async function inBrowser(base) {
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-background-networking"],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${base}/scale`);
    await page.getByRole("button", { name: "Save as card" }).click();
    await page.getByRole("button", { name: "Open it" }).click();
    await page.waitForURL(/\/cards\//);
    return { card: new URL(page.url()).pathname, edit: await editMs(page, base) };
  } finally {
    await browser.close();
  }
}

/** The median time until a page's whole answer is there. */
async function serverMs(url) {
  const times = [];
  for (let i = 0; i < WARM_UP + REQUESTS; i++) {
    const start = performance.now();
    await (await fetch(url)).text();
    if (i >= WARM_UP) times.push(performance.now() - start);
  }
  return times.toSorted((a, b) => a - b)[Math.floor(REQUESTS / 2)];
}

/** Every script that the page's first HTML asks for. */
async function firstLoadKb(base) {
  const html = await (await fetch(`${base}/scale`)).text();
  const sources = new Set([...html.matchAll(/<script[^>]+src="([^"]+)"/g)].map(([, source]) => source));
  let bytes = 0;
  for (const source of sources) {
    const script = await (await fetch(base + source)).arrayBuffer();
    bytes += gzipSync(Buffer.from(script)).length;
  }
  return bytes / 1000;
}

/** Script time per arrow key on a figure, from the browser's own account. */
async function editMs(page, base) {
  await page.goto(`${base}/scale`);
  const client = await page.context().newCDPSession(page);
  await client.send("Performance.enable");
  const scriptMs = async () => {
    const { metrics } = await client.send("Performance.getMetrics");
    return 1000 * metrics.find(({ name }) => name === "ScriptDuration").value;
  };
  await page.getByRole("button", { name: /^coffee: / }).focus();
  const press = async (times) => {
    for (let i = 0; i < times; i++) await page.keyboard.press(i % 2 ? "ArrowUp" : "ArrowDown");
  };
  await press(EDITS);
  const before = await scriptMs();
  await press(EDITS);
  return ((await scriptMs()) - before) / EDITS;
}
