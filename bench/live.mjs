import { readFileSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";
import { houseFrom } from "../scripts/lib/place.mjs";
import { runningServer } from "../scripts/lib/server.mjs";
import { timed } from "./reference.mjs";

const DEVICES = 50;
const TAPS = 15;
const TAP_LIMIT_MS = 300;
const LISTENERS = 1000;
const AT_ONCE = 25;
const SECONDS = 15;
const LISTENERS_LIMIT_PCT = 20;
const MS_PER_S = 1000;
/** The system counts processor time in hundredths of a second. */
const TICK_MS = 10;
const PER_CENT = 100;

/** A line to the house: what came over it last, and a way to wait for an event's number. */
async function follow(base, cookie, path) {
  const stop = new AbortController();
  const reply = await fetch(base + path, { headers: { cookie }, signal: stop.signal });
  if (!reply.ok) throw new Error(`the line was refused with ${reply.status}`);
  const line = { last: 0, seen: 0, wanted: [], close: () => stop.abort() };
  const read = async () => {
    const text = new TextDecoder();
    let rest = "";
    for await (const chunk of reply.body) {
      rest += text.decode(chunk, { stream: true });
      const parts = rest.split("\n\n");
      rest = parts.pop();
      for (const part of parts) {
        const id = /^id: (\d+)$/m.exec(part)?.[1];
        if (id === undefined) continue;
        line.last = Number(id);
        line.seen++;
        line.wanted = line.wanted.filter(({ n, come }) => line.last < n || come());
      }
    }
  };
  // A line that is closed ends in an error.
  read().catch(() => {});
  line.until = (n) =>
    line.last >= n
      ? Promise.resolve()
      : new Promise((resolve) => line.wanted.push({ n, come: () => resolve() }));
  return line;
}

/** So many lines, opened some at a time. */
async function followers(count, open) {
  const lines = [];
  for (let i = 0; i < count; i += AT_ONCE) {
    const some = Math.min(AT_ONCE, count - i);
    lines.push(...(await Promise.all(Array.from({ length: some }, open))));
  }
  return lines;
}

/** What it takes until what is tapped on one device is sent to all others, and what a thousand of them cost. */
export async function liveRows(base, cookie) {
  const headers = { cookie, "content-type": "application/json" };
  const bar = async () => (await fetch(`${base}/api/v1/bar`, { headers })).json();
  const { siteId, pots } = await bar();
  const [pot] = pots.filter(({ standing }) => standing);
  const tap = async () => {
    const at = new Date().toISOString();
    const id = crypto.randomUUID();
    const event = { kind: "setAside", id, at, vesselId: pot.id, massG: 1 };
    const reply = await fetch(`${base}/api/v1/bar/events?site=${siteId}`, {
      method: "POST",
      headers,
      body: JSON.stringify({ sentAt: at, events: [event] }),
    });
    if (!reply.ok) throw new Error(`the tap was refused with ${reply.status}`);
    return (await reply.json()).n;
  };

  const devices = await followers(DEVICES, () => follow(base, cookie, `/api/v1/bar/stream?site=${siteId}`));
  const shown = await timed(async () => {
    const times = [];
    for (let i = 0; i < TAPS; i++) {
      const start = performance.now();
      const n = await tap();
      await Promise.all(
        devices.map((line) => line.until(n).then(() => times.push(performance.now() - start))),
      );
      await pause(MS_PER_S / 3);
    }
    return times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)];
  });
  for (const line of devices) line.close();

  const { n: begun } = await bar();
  const path = `/api/v1/events/stream?site=${siteId}&after=${begun}`;
  const lines = await followers(LISTENERS, () => follow(base, cookie, path));
  const cost = await timed(async () => {
    const before = serversCpuMs();
    const start = performance.now();
    let last = begun;
    for (let i = 0; i < SECONDS; i++) {
      last = await tap();
      await pause(Math.max(0, start + (i + 1) * MS_PER_S - performance.now()));
    }
    await Promise.all(lines.map((line) => line.until(last)));
    return (PER_CENT * (serversCpuMs() - before)) / (performance.now() - start);
  });
  const lost = lines.filter(({ seen }) => seen !== SECONDS).length;
  if (lost > 0) throw new Error(`${lost} of ${LISTENERS} lines were not sent each event once`);
  for (const line of lines) line.close();
  return [
    {
      what: `a tap, until ${DEVICES} other devices have it`,
      ...shown,
      limit: TAP_LIMIT_MS,
      unit: "ms",
    },
    {
      what: `${LISTENERS} who follow, an event a second, of a core`,
      ...cost,
      limit: LISTENERS_LIMIT_PCT,
      unit: "%",
    },
  ];
}

/** Processor time that the house's web servers have taken, ms. */
function serversCpuMs() {
  const { pid } = runningServer(houseFrom());
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").trim().split(" ");
  return children.reduce((sum, child) => {
    // Behind the name, which may hold blanks: the 12th and 13th figures are its own time and the system's for it.
    const figures = readFileSync(`/proc/${child}/stat`, "utf8").split(") ")[1].split(" ");
    return sum + TICK_MS * (Number(figures[11]) + Number(figures[12]));
  }, 0);
}
