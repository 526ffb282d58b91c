import { Agent, get } from "node:http";
import { setTimeout as pause } from "node:timers/promises";
import { gzipSync } from "node:zlib";
import { chromium } from "@playwright/test";
import { guideFigures } from "./guide.mjs";
import { liveRows } from "./live.mjs";
import { quietest, timed } from "./reference.mjs";

const CHROMIUM = "/usr/bin/chromium-headless-shell";
const SERVER_LIMIT_MS = 25;
const SHIFT_LIMIT_MS = 30;
/** Of the places whose own limit is said. */
const LARGE_LIMITS_MS = { "/shift": 40, "/trials": 100 };
const BATCH_LIMIT_MS = 40;
const BENCH_LIMIT_MS = 40;
const BENCH_PARTS = ["vessels", "brewers", "grinders", "coffees", "supplies", "care", "house"];
/** Usable: nobody waits for a page of a large house. */
const LARGE_LIMIT_MS = 300;
const LARGE_PAGES = [
  "/trials",
  "/bench",
  "/bench/vessels",
  "/bench/brewers",
  "/bench/coffees",
  "/bench/care",
  "/recipes",
  "/log",
  "/log/moved",
  "/log/forecast",
  "/scale",
  "/shift",
  "/wall",
];
/** The demo house's hand recipe, to write on. */
const RECIPE = "/recipes/0190a5c0-0000-7000-8000-000000000060";
/** The demo's running trial. */
const TRIAL = "/trials/0190a5c0-0000-7000-8000-000000008600";
const SCRIPT_LIMIT_MS = 8;
/** A day that has no changes of its own. */
const PLANNED_DAY = "/shift/plan?day=2026-08-05";
const PLAN_WAIT_MS = 120_000;
const DRAG_STEPS = 40;
const SWEPT_LIMIT_MS = 16;
const FILTER_LIMIT_MS = 50;
const LETTERS = "loft cone saltmarsh";
const SCREENS = 40;
const SCREEN_PX = 500;
/** As fast as a key repeats: every edit overtakes the forecast of the one before. */
const SWEPT_EVERY_MS = 60;
const SWEPT_EDITS = 40;
const LOAD_LIMIT_KB = 235;
const ANY_LOAD_LIMIT_KB = 245;
const GUIDE_LOAD_LIMIT_KB = 225;
const GUIDES_LIMIT_PCT = 10;
const SCROLL_LIMIT_MS = 16;
const CHOICE_LIMIT_MS = 50;
const SLOWER = 4;
const PAINT_LIMIT_MS = 1500;
const PAINTS = 5;
const TAPS = 11;
/** Two taps sooner after each other are asked about. */
const TAP_EVERY_MS = 1300;
const OPENED = 5;
const AWAY_LIMIT_MS = 1500;
const SIGN_IN_LIMIT_MS = 400;
const SIGN_INS = 9;

/** Requests before the measured ones, so that everything is loaded once. */
const MANY = { warmUp: 60, requests: 41 };
const FEW = { warmUp: 10, requests: 11 };
const EDITS = 60;

/**
 * What a running house takes: its pages at the server, Scale's first load, and an edit on the drawing.
 *
 * @param base the house's address
 * @param house what is done to it between the rows: `crowd` makes so many cards rest on a batch and answers with its id; `fill` makes
 * the house a large one, which is measured last
 * @returns rows of the bench's table
 */
export async function benchHouse(base, { fill, crowd }) {
  const { card, guide, edit, sweptEdit, pourEdit, tap, sign, drag, away, paint, signIn, cookie } =
    await inBrowser(base);
  const rows = [];
  const pages = [
    ["Scale at the server", "/scale", SERVER_LIMIT_MS],
    ["Card at the server", card, SERVER_LIMIT_MS],
    ["Shift at the server", "/shift", SHIFT_LIMIT_MS],
    ["Shift, the plan, at the server", "/shift/plan", SHIFT_LIMIT_MS],
    ["Bench at the server", "/bench", BENCH_LIMIT_MS],
    ["Recipes at the server", "/recipes", BENCH_LIMIT_MS],
    ["Recipe at the server", RECIPE, BENCH_LIMIT_MS],
    ["Recipe, written on, at the server", `${RECIPE}/edit`, BENCH_LIMIT_MS],
    ...BENCH_PARTS.map((part) => [`Bench, ${part}, at the server`, `/bench/${part}`, BENCH_LIMIT_MS]),
    ["Bar at the server", "/bar", SHIFT_LIMIT_MS],
    ["A trial at the server", TRIAL, BENCH_LIMIT_MS],
    ["Log at the server", "/log", BENCH_LIMIT_MS],
    ["Wall chart at the server", "/wall", BENCH_LIMIT_MS],
    ["What has moved at the server", "/log/moved", BENCH_LIMIT_MS],
    ["Forecast and clock at the server", "/log/forecast", BENCH_LIMIT_MS],
    ["Two sites at the server", "/recipes/sites", BENCH_LIMIT_MS],
  ];
  const best = await quietest(
    pages.map(
      ([, path]) =>
        (look) =>
          serverMs(base + path, cookie, look),
    ),
  );
  for (const [i, [what, , limit]] of pages.entries()) {
    rows.push({ what, ...best[i], limit, unit: "ms" });
  }
  rows.push({
    what: "Scale, first-load script, gzip",
    measured: await firstLoadKb(base, "/scale", cookie),
    limit: LOAD_LIMIT_KB,
    unit: "kB",
  });
  rows.push(
    await largestLoad(base, cookie, [...pages.map(([, path]) => path), "/people", "/recipes/new", "/cards"]),
  );
  rows.push({
    what: "an edit redraws the ribbon and the forecast, script",
    ...edit,
    limit: SCRIPT_LIMIT_MS,
    unit: "ms",
  });
  rows.push({
    what: "an edit while a sweep runs, script",
    ...sweptEdit,
    limit: SWEPT_LIMIT_MS,
    unit: "ms",
  });
  rows.push({
    what: "a pour is retimed, and all that follows redrawn, script",
    ...pourEdit,
    limit: SCRIPT_LIMIT_MS,
    unit: "ms",
  });
  rows.push({
    what: "a cup is tapped at the Bar, until it is drawn, script",
    ...tap,
    limit: SCRIPT_LIMIT_MS,
    unit: "ms",
  });
  rows.push({ what: "the Bar, opened without a network", ...away, limit: AWAY_LIMIT_MS, unit: "ms" });
  rows.push({
    what: "a batch is dragged along the day, each step drawn, script",
    ...drag,
    limit: SCRIPT_LIMIT_MS,
    unit: "ms",
  });
  rows.push({
    what: "a sign is tapped in a trial, until it is drawn, script",
    ...sign,
    limit: SCRIPT_LIMIT_MS,
    unit: "ms",
  });
  rows.push(
    { what: "a tap in a guide, until it is drawn, script", ...guide.tap, limit: SCRIPT_LIMIT_MS, unit: "ms" },
    { what: "ten guides at once, of a core", ...guide.share, limit: GUIDES_LIMIT_PCT, unit: "%" },
    {
      what: "a guide, first-load script, gzip",
      measured: await firstLoadKb(base, guide.path, cookie),
      limit: GUIDE_LOAD_LIMIT_KB,
      unit: "kB",
    },
  );
  rows.push({
    what: `Scale's largest paint, at a ${SLOWER}th of this machine's speed`,
    ...paint,
    limit: PAINT_LIMIT_MS,
    unit: "ms",
  });
  rows.push({ what: "sign-in with a PIN", ...signIn, limit: SIGN_IN_LIMIT_MS, unit: "ms" });
  rows.push(...(await liveRows(base, cookie)));
  rows.push(await underLoad(base, cookie, card));
  const batch = await crowd(CROWD);
  const [batchPage] = await quietest([(look) => serverMs(`${base}/log/${batch}`, cookie, look)]);
  const what = `a batch's page at the server, ${CROWD} cards resting on it`;
  rows.push({ what, ...batchPage, limit: BATCH_LIMIT_MS, unit: "ms" });
  await crowd(MANY_CARDS - CROWD);
  const crowded = Object.entries(CROWDED_LIMITS_MS);
  const quiet = await quietest(
    crowded.map(
      ([path]) =>
        () =>
          crowdedMs(base + path, cookie),
    ),
  );
  for (const [i, [path, limit]] of crowded.entries()) {
    const figures = quiet[i];
    rows.push({
      what: `${path}, p95 of ${READERS} who ask at once, ${MANY_CARDS} cards`,
      ...figures,
      limit,
      unit: "ms",
    });
  }
  rows.push(...(await largeHouse(base, cookie, fill)));
  return rows;
}

/** Cards that rest on one batch. */
const CROWD = 100;
const READERS = 20;
const WRITERS = 2;
/** Somebody looks at a page for so long before the next one. */
const LOOKS_MS = 1000;
const LOAD_MS = 20_000;
const LOOP_LIMIT_MS = 50;
const MOST_SERVERS = 2;

/** Of the big pot, at the site. */
const MANY_CARDS = 341;
/** The log's is what is held: nobody said how soon it should be there. */
const CROWDED_LIMITS_MS = { "/scale": 365, "/shift": 500, "/log": 750 };
const CROWDED_REQUESTS = 40;

/**
 * The time that 95 of 100 pages are there in, when twenty people ask for the next as soon as they have one. The readers share the
 * house's cores here, so that they throw each page away as it arrives, without unpacking it.
 */
async function crowdedMs(url, cookie) {
  const times = [];
  const agent = new Agent({ keepAlive: true });
  const headers = { cookie, "accept-encoding": "gzip" };
  const page = () =>
    new Promise((resolve, reject) => {
      get(url, { agent, headers }, (reply) => {
        reply.resume().once("end", resolve).once("error", reject);
      }).once("error", reject);
    });
  const reader = async (requests, counted) => {
    for (let i = 0; i < requests; i++) {
      const start = performance.now();
      await page();
      if (counted) times.push(performance.now() - start);
    }
  };
  for (const counted of [false, true]) {
    await Promise.all(Array.from({ length: READERS }, () => reader(counted ? CROWDED_REQUESTS : 5, counted)));
  }
  agent.destroy();
  return times.toSorted((a, b) => a - b)[Math.floor(times.length * 0.95)];
}

/** How long the server's event loop is held, while people read and write. */
async function underLoad(base, cookie, card) {
  const pages = ["/scale", "/shift", "/log", "/wall", "/bench", "/recipes", card];
  // A house has more than one server: each new connection reaches the next.
  const headersOfOne = { connection: "close" };
  const loopMs = async () => {
    const all = [];
    for (let i = 0; i < 2 * MOST_SERVERS; i++) {
      const reply = await fetch(`${base}/api/health`, { headers: headersOfOne });
      all.push((await reply.json()).eventLoopP99Ms);
    }
    return Math.max(...all);
  };
  const until = Date.now() + LOAD_MS;
  const read = async (n) => {
    await pause((n / READERS) * LOOKS_MS);
    for (let i = n; Date.now() < until; i++) {
      await (await fetch(base + pages[i % pages.length], { headers: { cookie } })).text();
      await pause(LOOKS_MS);
    }
  };
  const write = async (n) => {
    const day = `2026-08-${10 + n}`;
    const headers = { cookie, "content-type": "application/json" };
    for (let revision = 0; Date.now() < until; ) {
      const ice = { fromMin: 600, toMin: 601 + (revision % 600), sources: [] };
      const body = JSON.stringify({ revision, items: [], ice });
      const reply = await fetch(`${base}/api/v1/shifts/${day}`, { method: "PUT", headers, body });
      ({ revision } = await reply.json());
      if (!reply.ok) throw new Error(`the list was refused with ${reply.status}`);
      await pause(LOOKS_MS / 4);
    }
  };
  const { measured, reference } = await timed(async () => {
    // What came before is not counted.
    await loopMs();
    await Promise.all([
      ...Array.from({ length: READERS }, (_, n) => read(n)),
      ...Array.from({ length: WRITERS }, (_, n) => write(n)),
    ]);
    return loopMs();
  });
  const what = `event-loop delay (p99), ${READERS} clients reading and ${WRITERS} writing`;
  return { what, measured, reference, limit: LOOP_LIMIT_MS, unit: "ms" };
}

/** The pages of a large house, of 40 brewers, 200 vessels, 500 coffees, 2,000 recipes and 100,000 batches. */
async function largeHouse(base, cookie, fill) {
  await fill();
  const { narrowed, scrolled, opened } = await inLargeHouse(base, cookie);
  const rows = [
    {
      what: "a list of 2,000 recipes narrowed, a letter, all of the page's work",
      ...narrowed,
      limit: FILTER_LIMIT_MS,
      unit: "ms",
    },
    {
      what: "a list of 2,000 recipes scrolled, the most script of a frame",
      ...scrolled,
      limit: SCROLL_LIMIT_MS,
      unit: "ms",
    },
    {
      what: "a choice of 500 coffees opened, until it is drawn",
      ...opened,
      limit: CHOICE_LIMIT_MS,
      unit: "ms",
    },
  ];
  for (const path of LARGE_PAGES) {
    const figures = await timed((look) => serverMs(base + path, cookie, look, FEW));
    const limit = LARGE_LIMITS_MS[path] ?? LARGE_LIMIT_MS;
    rows.push({ what: `${path} of a large house`, ...figures, limit, unit: "ms" });
  }
  return rows;
}

/** Keeps a card and edits a figure; the browser is gone when the server is measured. */
async function inBrowser(base) {
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ["--no-sandbox", "--disable-background-networking"],
  });
  try {
    const page = await browser.newPage(WINDOW);
    const signIn = await timed(() => signInMs(page, base));
    await page.goto(`${base}/scale`);
    await page.getByRole("button", { name: "Save as card" }).click();
    await page.getByRole("button", { name: "Open it" }).click();
    await page.waitForURL(/\/cards\//);
    const card = new URL(page.url()).pathname;
    const cookies = await page.context().cookies();
    const cookie = cookies.map(({ name, value }) => `${name}=${value}`).join("; ");
    await page.goto(`${base}/scale`);
    const dose = page.getByRole("button", { name: /^coffee: / });
    const edit = await editMs(page, dose, { times: EDITS, everyMs: 0 });
    await page.goto(`${base}/scale`);
    const sweptEdit = await editMs(page, dose, { times: SWEPT_EDITS, everyMs: SWEPT_EVERY_MS });
    await page.goto(`${base}${RECIPE}/edit`);
    const dot = page.getByRole("slider", { name: "retime pour 4" });
    const pourEdit = await editMs(page, dot, { times: EDITS, everyMs: 0 });
    await page.goto(`${base}/bar`);
    const cup = page.getByRole("button", { name: "Serve one of 240 ml" }).first();
    const tap = await timed((look) => tapMs(cup, look));
    await page.goto(`${base}${TRIAL}`);
    const signs = page.getByRole("radiogroup", { name: "bed" });
    const sign = await timed((look) => signMs(signs, look));
    const guide = await guideFigures(page, base, card);
    const paint = await timed((look) => paintMs(page, `${base}/scale`, look));
    const drag = await timed(() => dragMs(page, base));
    const away = await timed(() => awayMs(browser, base, cookie));
    return { card, guide, edit, sweptEdit, pourEdit, tap, sign, drag, away, paint, signIn, cookie };
  } finally {
    await browser.close();
  }
}

/** A window without the device's worker, which would fetch a shift's pages meanwhile. */
const WINDOW = { viewport: { width: 1280, height: 800 }, serviceWorkers: "block" };

function cookiesOf(cookie, url) {
  const pairs = cookie.split("; ").map((pair) => pair.split(/=(.*)/s));
  return pairs.map(([name, value]) => ({ name, value, url }));
}

/** From opening the Bar without a network until its pots stand there. The median. */
async function awayMs(browser, base, cookie) {
  const context = await browser.newContext({ ...WINDOW, serviceWorkers: "allow" });
  await context.addCookies(cookiesOf(cookie, base));
  const page = await context.newPage();
  await page.goto(`${base}/bar`);
  const isKept = async () =>
    (await page.evaluate(async () => (await caches.match("/bar")) !== undefined)) ||
    pause(TAP_EVERY_MS).then(isKept);
  await isKept();
  await context.setOffline(true);
  const times = [];
  for (let i = 0; i < OPENED; i++) {
    const start = performance.now();
    await page.reload({ waitUntil: "commit" });
    await page.getByTestId("left").first().waitFor();
    times.push(performance.now() - start);
  }
  await context.close();
  return times.toSorted((a, b) => a - b)[Math.floor(OPENED / 2)];
}

/** What lists and choices of a large house take in the browser, each in its quietest round. */
async function inLargeHouse(base, cookie) {
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: ["--no-sandbox"] });
  try {
    const context = await browser.newContext(WINDOW);
    await context.addCookies(cookiesOf(cookie, base));
    const page = await context.newPage();
    await page.goto(`${base}/recipes`);
    const client = await context.newCDPSession(page);
    await client.send("Performance.enable");
    const taskMs = async () => {
      const { metrics } = await client.send("Performance.getMetrics");
      return 1000 * metrics.find(({ name }) => name === "TaskDuration").value;
    };
    const find = page.getByLabel("find", { exact: true });
    const [narrowed] = await quietest([
      // The main thread's whole time per letter typed into the list's search.
      async () => {
        await find.fill("");
        const before = await taskMs();
        await find.pressSequentially(LETTERS);
        return ((await taskMs()) - before) / LETTERS.length;
      },
    ]);
    await find.fill("");
    const [scrolled] = await quietest([() => scrollMs(page, client)]);
    await page.goto(`${base}/scale`);
    const [opened] = await quietest([() => openMs(page)]);
    return { narrowed, scrolled, opened };
  } finally {
    await browser.close();
  }
}

/** The most script between two frames while a long list is scrolled by a screen at a time. */
async function scrollMs(page, client) {
  const scriptMs = async () => {
    const { metrics } = await client.send("Performance.getMetrics");
    return 1000 * metrics.find(({ name }) => name === "ScriptDuration").value;
  };
  const scrollTo = (top) =>
    page.evaluate(
      (to) =>
        new Promise((resolve) => {
          document.querySelector("table").parentElement.scrollTop = to;
          requestAnimationFrame(() => requestAnimationFrame(resolve));
        }),
      top,
    );
  await scrollTo(0);
  let most = 0;
  for (let screen = 1; screen <= SCREENS; screen++) {
    const before = await scriptMs();
    await scrollTo(screen * SCREEN_PX);
    most = Math.max(most, (await scriptMs()) - before);
  }
  return most;
}

/** From the tap on a long choice to the frame in which its options stand. */
async function openMs(page) {
  const choice = page.getByRole("combobox", { name: "with", exact: true });
  // What it opens is fetched when it is first pointed at.
  await choice.hover();
  await page.waitForTimeout(500);
  const took = await choice.evaluate(
    (button) =>
      new Promise((resolve) => {
        const start = performance.now();
        const look = () =>
          document.querySelector("[role=option]")
            ? resolve(performance.now() - start)
            : requestAnimationFrame(look);
        button.click();
        look();
      }),
  );
  await page.keyboard.press("Escape");
  return took;
}

/** Signs in, and sends the same again some times; the median time from the PIN to the house's whole answer. */
async function signInMs(page, base) {
  await page.goto(`${base}/sign-in`);
  await page.getByRole("button", { name: "Oda Venn" }).click();
  await page.getByLabel("PIN of Oda Venn").fill("480217");
  const sent = page.waitForRequest((request) => request.method() === "POST");
  await page.keyboard.press("Enter");
  const request = await sent;
  await page.waitForURL(/\/scale/);
  const { "next-action": action, "content-type": contentType } = request.headers();
  const headers = { "next-action": action, "content-type": contentType };
  const times = [];
  for (let i = 0; i < SIGN_INS; i++) {
    const start = performance.now();
    const reply = await fetch(request.url(), { method: "POST", headers, body: request.postData() });
    await reply.text();
    if (!reply.headers.get("set-cookie")) throw new Error("the sign-in was refused");
    times.push(performance.now() - start);
  }
  return times.toSorted((a, b) => a - b)[Math.floor(SIGN_INS / 2)];
}

/** The median time until a page's whole answer is there. */
async function serverMs(url, cookie, look, { warmUp, requests } = MANY) {
  const times = [];
  for (let i = 0; i < warmUp + requests; i++) {
    if (i >= warmUp) look();
    const start = performance.now();
    await (await fetch(url, { headers: { cookie } })).text();
    if (i >= warmUp) times.push(performance.now() - start);
  }
  return times.toSorted((a, b) => a - b)[Math.floor(requests / 2)];
}

/** The screen whose first load is the largest. */
async function largestLoad(base, cookie, paths) {
  const loads = [];
  for (const path of paths) loads.push({ path, kb: await firstLoadKb(base, path, cookie) });
  const largest = loads.toSorted((a, b) => b.kb - a.kb)[0];
  return {
    what: `the largest first-load script of any screen, gzip (${largest.path.split("/").slice(0, 3).join("/")})`,
    measured: largest.kb,
    limit: ANY_LOAD_LIMIT_KB,
    unit: "kB",
  };
}

/** Every script that a page's first HTML asks for. */
async function firstLoadKb(base, path, cookie) {
  const html = await (await fetch(base + path, { headers: { cookie } })).text();
  // What is marked for browsers without modules is loaded by none that the platform knows.
  const tags = html.matchAll(/<script[^>]+src="([^"]+)"[^>]*>/g);
  const sources = new Set([...tags].filter(([tag]) => !/nomodule/i.test(tag)).map(([, source]) => source));
  let bytes = 0;
  for (const source of sources) {
    const script = await (await fetch(base + source)).arrayBuffer();
    bytes += gzipSync(Buffer.from(script)).length;
  }
  return bytes / 1000;
}

/** From a tap on a cup until the page has drawn it: what a tap changes is drawn before it returns. The median. */
async function tapMs(cup, look) {
  const times = [];
  for (let i = 0; i < TAPS; i++) {
    look();
    const took = await cup.evaluate((button) => {
      const start = performance.now();
      button.click();
      return performance.now() - start;
    });
    times.push(took);
    await pause(TAP_EVERY_MS);
  }
  return times.toSorted((a, b) => a - b)[Math.floor(TAPS / 2)];
}

/** Script time per step of a batch that is dragged along a day whose plan is worked out. */
async function dragMs(page, base) {
  await page.goto(`${base}${PLANNED_DAY}`);
  await page.getByTestId("next-brew").getByText("at about").waitFor({ timeout: PLAN_WAIT_MS });
  await page.getByText("Looking for better levels").waitFor({ state: "detached", timeout: PLAN_WAIT_MS });
  const bar = page
    .getByRole("list", { name: /^vessel .* [1-9]\d* batches/ })
    .first()
    .getByRole("button")
    .first();
  const box = await bar.boundingBox();
  const client = await page.context().newCDPSession(page);
  await client.send("Performance.enable");
  const scriptMs = async () => {
    const { metrics } = await client.send("Performance.getMetrics");
    return 1000 * metrics.find(({ name }) => name === "ScriptDuration").value;
  };
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + 20, y);
  await page.mouse.down();
  await page.mouse.move(box.x + 40, y, { steps: 4 });
  const before = await scriptMs();
  for (let i = 1; i <= DRAG_STEPS; i++) await page.mouse.move(box.x + 40 + 4 * i, y);
  const each = ((await scriptMs()) - before) / DRAG_STEPS;
  await page.mouse.up();
  return each;
}

/** From a tap on one of a trial's signs until all that follows from it is drawn. The median. */
async function signMs(signs, look) {
  const times = [];
  for (let i = 0; i < TAPS; i++) {
    look();
    const took = await signs
      .locator("button")
      .nth(i % 2)
      .evaluate((button) => {
        const start = performance.now();
        button.click();
        return performance.now() - start;
      });
    times.push(took);
    await pause(TAP_EVERY_MS);
  }
  return times.toSorted((a, b) => a - b)[Math.floor(TAPS / 2)];
}

/** When the largest part of a page is painted on a slower machine, as the browser itself says it. The median. */
async function paintMs(page, url, look) {
  const client = await page.context().newCDPSession(page);
  await client.send("Emulation.setCPUThrottlingRate", { rate: SLOWER });
  const times = [];
  for (let i = 0; i < PAINTS; i++) {
    look();
    await page.goto(url, { waitUntil: "load" });
    const paint = await page.evaluate(
      () =>
        new Promise((resolve) => {
          new PerformanceObserver((list) => resolve(list.getEntries().at(-1).startTime)).observe({
            type: "largest-contentful-paint",
            buffered: true,
          });
        }),
    );
    times.push(paint);
  }
  await client.send("Emulation.setCPUThrottlingRate", { rate: 1 });
  return times.toSorted((a, b) => a - b)[Math.floor(PAINTS / 2)];
}

/** Script time per arrow key on something that has the focus, from the browser's own account, in the quietest round. */
async function editMs(page, target, { times, everyMs }) {
  const client = await page.context().newCDPSession(page);
  await client.send("Performance.enable");
  const scriptMs = async () => {
    const { metrics } = await client.send("Performance.getMetrics");
    return 1000 * metrics.find(({ name }) => name === "ScriptDuration").value;
  };
  await target.focus();
  const press = async (look) => {
    for (let i = 0; i < times; i++) {
      look();
      await page.keyboard.press(i % 2 ? "ArrowUp" : "ArrowDown");
      if (everyMs > 0) await page.waitForTimeout(everyMs);
    }
  };
  await press(() => {});
  const mean = async (look) => {
    const before = await scriptMs();
    await press(look);
    return ((await scriptMs()) - before) / times;
  };
  const [best] = await quietest([mean]);
  return best;
}
