import { sql } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import type { SentEvent } from "#contract/bar.ts";
import { BARISTA, demoId, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { endSession, listSessions } from "#data/sessions.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";
import { potFilled } from "./potFilled.ts";

/*
 * A site followed over a line that stays open: nothing is skipped, whatever breaks, and nobody follows who may not see.
 */

const NOW = new Date("2026-07-14T08:30:00Z");
const LEFT = demoId(30);

const browser = vi.hoisted(() => ({ token: undefined as string | undefined }));
vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({
    get: (name: string) =>
      name === "tumbek.session" && browser.token !== undefined ? { value: browser.token } : undefined,
    set: (_name: string, value: string) => {
      browser.token = value;
    },
    delete: () => undefined,
  }),
}));

let fresh: OwnDatabase;
let bar: typeof import("#server/bar.ts");
let ofBar: typeof import("#app/api/v1/bar/stream/route.ts");
let ofEvents: typeof import("#app/api/v1/events/stream/route.ts");

beforeAll(async () => {
  fresh = await demoDatabase("stream", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  bar = await import("#server/bar.ts");
  ofBar = await import("#app/api/v1/bar/stream/route.ts");
  ofEvents = await import("#app/api/v1/events/stream/route.ts");
  await signIn(BARISTA);
  await tell(potFilled(NOW, { vesselId: LEFT }));
});
afterAll(async () => {
  vi.unstubAllEnvs();
  const { followers, leave } = await import("#server/live/followers.ts");
  for (const follower of followers.keys()) leave(follower);
  await fresh.drop();
});

async function signIn(personId: string) {
  browser.token = undefined;
  await (await import("#server/session.ts")).startSession(personId);
}

const by = { personId: BARISTA, at: NOW };
const tell = (event: SentEvent) =>
  bar.keepBarEvents(PIER_HEAD, { sentAt: NOW.toISOString(), events: [event] }, by);
/** Serves one cup. */
const serve = () =>
  tell({
    kind: "served",
    id: uuidv7(),
    at: NOW.toISOString(),
    vesselId: LEFT,
    massG: 20,
    cups: 1,
    cupMl: 240,
  });

interface Message {
  readonly id: number | undefined;
  readonly event: string;
  // biome-ignore lint/suspicious/noExplicitAny: whatever was sent
  readonly data: any;
}

/** Messages of a stream, one after the other; ends when the stream does. */
async function* messagesOf(reply: Response): AsyncGenerator<Message> {
  const reader = reply.body!.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  try {
    for (;;) {
      const { value, done } = await reader.read();
      if (done) return;
      rest += value;
      const parts = rest.split("\n\n");
      rest = parts.pop()!;
      for (const part of parts) {
        const field = (name: string) => new RegExp(`^${name}: (.*)$`, "m").exec(part)?.[1];
        const event = field("event");
        if (!event) continue;
        const id = field("id");
        yield { id: id === undefined ? undefined : Number(id), event, data: JSON.parse(field("data")!) };
      }
    }
  } finally {
    await reader.cancel();
  }
}

const follow = (path: string, headers: Record<string, string> = {}) => {
  const handler = path.startsWith("events") ? ofEvents.GET : ofBar.GET;
  const request = new Request(`http://house.invalid/${path}site=${PIER_HEAD}`, { headers });
  return handler(request, { params: Promise.resolve(undefined) });
};
const numbersOf = async (messages: AsyncGenerator<Message>, until: number) => {
  const numbers: number[] = [];
  for await (const { id, event } of messages) {
    if (event === "happened") numbers.push(id!);
    if (id !== undefined && id >= until) break;
  }
  return numbers;
};
const upTo = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i + 1);

test("whoever follows is sent each event once and in order, whenever they came and however far back they begin", async () => {
  const begun = (await serve()).n;
  const early = await follow(`events?after=${begun}&`);
  // What stands between may neither keep it nor hold it back.
  expect(early.headers.get("content-type")).toBe("text/event-stream");
  expect(early.headers.get("cache-control")).toBe("no-store, no-transform");
  const all = await follow("events?after=0&");
  for (let i = 0; i < 20; i++) await Promise.all([serve(), serve(), serve()]);
  const late = await follow(`events?after=${begun + 7}&`);
  const last = (await serve()).n;
  expect(last).toBe(begun + 61);
  expect(await numbersOf(messagesOf(early), last)).toEqual(upTo(begun, last));
  expect(await numbersOf(messagesOf(late), last)).toEqual(upTo(begun + 7, last));
  expect(await numbersOf(messagesOf(all), last)).toEqual(upTo(0, last));
});

test("a line that broke goes on after the last event that came over it", async () => {
  const begun = (await serve()).n;
  const first = messagesOf(await follow(`events?after=${begun}&`));
  await serve();
  expect((await first.next()).value.id).toBe(begun + 1);
  await first.return(undefined);
  for (let i = 0; i < 5; i++) await serve();
  // Browsers say by a header what they had last; the address is still that of the beginning.
  const again = await follow(`events?after=${begun}&`, { "Last-Event-ID": String(begun + 1) });
  expect(await numbersOf(messagesOf(again), begun + 6)).toEqual(upTo(begun + 1, begun + 6));
});

test("a bar is sent as it stands at once, after each event, and no older than another one that was sent", async () => {
  const lines = messagesOf(await follow("bar?"));
  const { data } = (await lines.next()).value;
  const leftG = (view: { pots: { id: string; standing: { liquidG: number } }[] }) =>
    view.pots.find(({ id }) => id === LEFT)!.standing.liquidG;
  const before = leftG(data.view);
  const { n } = await serve();
  for await (const { event, data: next } of lines) {
    if (event !== "bar" || next.view.n < n) continue;
    expect(leftG(next.view)).toBeCloseTo(before - 20, 6);
    expect(next.kinds).toContain("served");
    break;
  }
});

test("a vessel that is renamed is told to everybody, also when another one has just come", async () => {
  const lines = messagesOf(await follow("bar?"));
  await lines.next();
  await fresh.db.execute(sql`UPDATE vessels SET name = 'the copper pot' WHERE id = ${LEFT}`);
  await fresh.db.execute(sql`UPDATE bench_revisions SET n = n + 1 WHERE part = 'equipment'`);
  const late = messagesOf(await follow("bar?"));
  const nameIn = ({ data }: Message) =>
    data.view.pots.find(({ id }: { readonly id: string }) => id === LEFT).name;
  expect(nameIn((await late.next()).value)).toBe("the copper pot");
  for await (const sent of lines) {
    if (sent.event !== "bar") continue;
    expect(nameIn(sent)).toBe("the copper pot");
    break;
  }
});

test("hundreds who follow are all sent the same", async () => {
  const begun = (await serve()).n;
  const lines: Response[] = [];
  for (let i = 0; i < 12; i++) {
    const some = Array.from({ length: 25 }, () => follow(`events?after=${begun}&`));
    lines.push(...(await Promise.all(some)));
  }
  for (let i = 0; i < 3; i++) await serve();
  const all = await Promise.all(lines.map((line) => numbersOf(messagesOf(line), begun + 3)));
  expect(new Set(all.map((numbers) => numbers.join()))).toEqual(new Set([upTo(begun, begun + 3).join()]));
});

test("one that reads nothing is hung up, and the others go on", async () => {
  const { followers, sendTo } = await import("#server/live/followers.ts");
  const known = new Set(followers.keys());
  const idle = await follow(`events?after=${(await serve()).n}&`);
  const [own] = [...followers.keys()].filter((each) => !known.has(each));
  for (let i = 0; i < 5; i++) sendTo(own!, new Uint8Array(1_000_000), i);
  expect(followers.has(own!)).toBe(false);
  await idle.body!.cancel();
});

test("nobody follows who is not signed in, and nobody whose sign-in a lead ended", async () => {
  const lines = messagesOf(await follow("bar?"));
  await lines.next();
  for (const { id } of await listSessions(fresh.db, new Date(), BARISTA)) await endSession(fresh.db, id);
  for await (const { event } of lines) expect(["bar", "beat"]).toContain(event);
  expect((await follow("bar?")).status).toBe(401);
  await signIn(LEAD);
  const asked = await follow("events?after=soon&");
  expect(asked.status).toBe(422);
  expect((await asked.json()).error.fields).toEqual(["after"]);
});
