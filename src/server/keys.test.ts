import { v7 as uuidv7 } from "uuid";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { readAudit } from "#data/audit.ts";
import { BARISTA, LEAD } from "#data/demo/bench.ts";
import { sessions, stations, tokens } from "#data/schema/index.ts";
import { findStation, listStations } from "#data/stations.ts";
import { findToken, listTokens } from "#data/tokens.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";

interface Cookie {
  readonly value: string;
  readonly rules?: object;
}
const jar = vi.hoisted(() => new Map<string, Cookie>());
vi.mock("next/headers", () => ({
  headers: async () => new Headers({ "x-tumbek-address": "192.0.2.7", "user-agent": "Mozilla/5.0 (iPad)" }),
  cookies: async () => ({
    get: (name: string) => jar.get(name),
    set: (name: string, value: string, rules: object) => jar.set(name, { value, rules }),
    delete: ({ name }: { name: string }) => jar.delete(name),
  }),
}));

const AT = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: AT };
const MINUTE_MS = 60_000;

let fresh: OwnDatabase;
let keys: typeof import("./keys.ts");
let session: typeof import("./session.ts");
beforeAll(async () => {
  fresh = await demoDatabase("keys", AT);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  keys = await import("./keys.ts");
  session = await import("./session.ts");
});
afterAll(() => fresh.drop());
beforeEach(async () => {
  jar.clear();
  await fresh.db.delete(sessions);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllEnvs();
});

describe("a tablet that is made a station", () => {
  test("holds a secret that nobody else knows, until it is ended", async () => {
    const id = uuidv7();
    await keys.makeStation({ id, name: "by the till" }, by);
    const { value, rules } = jar.get("tumbek.station")!;
    expect(value).toMatch(/^[\w-]{43}$/);
    expect(rules).toEqual({
      httpOnly: true,
      sameSite: "strict",
      secure: false,
      path: "/",
      maxAge: 34_560_000,
    });
    const [row] = await fresh.db.select().from(stations);
    expect(JSON.stringify(row)).not.toContain(value);
    expect(await findStation(fresh.db, session.hashOf(value))).toEqual({ id, name: "by the till" });
    expect(await listStations(fresh.db)).toMatchObject([{ id, madeBy: "Oda Venn", createdAt: AT }]);

    await expect(keys.makeStation({ id, name: "again" }, by)).rejects.toMatchObject({
      code: "stale",
      message: expect.stringMatching(/made a station under that id already/),
    });
    expect(jar.get("tumbek.station")!.value).toBe(value);
    expect(await session.currentStation()).toMatchObject({ id });
    await session.startSession(BARISTA, id);
    await keys.endStation(fresh.db, id, by);
    expect(await session.currentStation()).toBeUndefined();
    expect(await session.signedIn()).toBeUndefined();
    expect(await listStations(fresh.db)).toEqual([]);
  });

  test("is none where it holds no secret, or another one", async () => {
    expect(await session.currentStation()).toBeUndefined();
    jar.set("tumbek.station", { value: "guessed" });
    expect(await session.currentStation()).toBeUndefined();
  });
});

test("a token lets another program in, is shown once, and does no longer when it is revoked", async () => {
  const wanted = { id: uuidv7(), name: "the till", scope: "write" as const };
  const token = await keys.makeToken(wanted, by);
  expect(token).toMatch(/^tumbek_[\w-]{43}$/);
  expect(JSON.stringify(await fresh.db.select().from(tokens))).not.toContain(token);
  const found = () => findToken(fresh.db, session.hashOf(token));
  expect(await found()).toMatchObject({ id: wanted.id, scope: "write", madeBy: { name: "Oda Venn" } });
  await expect(keys.makeToken(wanted, by)).rejects.toMatchObject({
    code: "stale",
    message: expect.stringMatching(/made already, and is shown only once/),
  });
  expect(await keys.makeToken({ ...wanted, id: uuidv7() }, by)).not.toBe(token);
  await keys.revokeToken(fresh.db, wanted.id, by);
  expect(await found()).toBeUndefined();
  const trail = await readAudit(fresh.db, { subjectId: wanted.id });
  expect(trail.map(({ action, person }) => `${action} by ${person}`).toSorted()).toEqual([
    "added by Oda Venn",
    "ended by Oda Venn",
  ]);
  expect((await listTokens(fresh.db)).map(({ id }) => id)).not.toContain(wanted.id);
});

describe("who is signed in", () => {
  const row = async () => (await fresh.db.select().from(sessions))[0]!;
  /** For how long a session counts, from when its person was seen last. */
  const minutes = async () => {
    const { seenAt, expiresAt } = await row();
    return (expiresAt.getTime() - seenAt.getTime()) / MINUTE_MS;
  };

  test("is known by a new token, whose cookie goes with the browser", async () => {
    jar.set("tumbek.session", { value: "brought along" });
    await session.startSession(LEAD);
    const { value, rules } = jar.get("tumbek.session")!;
    expect(value).toMatch(/^[\w-]{43}$/);
    expect(rules).toEqual({ httpOnly: true, sameSite: "lax", secure: false, path: "/" });
    expect(await row()).toMatchObject({
      tokenHash: session.hashOf(value),
      personId: LEAD,
      stationId: null,
      ipAddress: "192.0.2.7",
      userAgent: "Mozilla/5.0 (iPad)",
    });
    expect(await session.signedIn()).toMatchObject({ person: { id: LEAD }, station: null });
    expect(await minutes()).toBe(30);
    // Who comes next takes their place.
    await session.startSession(BARISTA);
    expect((await fresh.db.select().from(sessions)).map(({ personId }) => personId)).toEqual([BARISTA]);
    await session.endSessionHere();
    expect(jar.has("tumbek.session")).toBe(false);
    expect(await session.signedIn()).toBeUndefined();
    expect(await fresh.db.$count(sessions)).toBe(0);
    await session.endSessionHere();
  });

  test("over TLS has a cookie that browsers take from this house alone", async () => {
    vi.stubEnv("TUMBEK_URL", "https://quay.example");
    await session.startSession(LEAD);
    expect(jar.get("__Host-tumbek.session")!.rules).toMatchObject({ secure: true, path: "/" });
    expect(await session.signedIn()).toMatchObject({ person: { id: LEAD } });
  });

  test("stays while they are seen, written down once a minute; a page that asks by itself is no sign of them", async () => {
    const begun = Date.now();
    vi.useFakeTimers({ toFake: ["Date"], now: begun });
    const secondsLater = (seconds: number) => vi.setSystemTime(begun + 1000 * seconds);
    await session.startSession(LEAD);
    const { value } = jar.get("tumbek.session")!;
    const before = await row();
    secondsLater(59);
    expect(await session.signedIn()).toMatchObject({ person: { id: LEAD } });
    secondsLater(61);
    expect(await session.signedInUnseen()).toMatchObject({ person: { id: LEAD } });
    expect(await session.sessionOf(value, { isSeen: false })).toBeDefined();
    expect(await row()).toEqual(before);
    expect(await session.signedIn()).toBeDefined();
    expect((await row()).seenAt).toEqual(new Date(begun + 61_000));
    expect(await minutes()).toBe(30);
    secondsLater(61 + 30 * 60);
    expect(await session.sessionOf(value)).toBeUndefined();
    expect(await session.signedInUnseen()).toBeUndefined();
  });

  test("on a tablet that everybody passes it ends sooner", async () => {
    const id = uuidv7();
    await keys.makeStation({ id, name: "by the brewers" }, by);
    await session.startSession(BARISTA, id);
    expect(await minutes()).toBe(5);
    const { value } = jar.get("tumbek.session")!;
    await fresh.db.update(sessions).set({ seenAt: new Date(Date.now() - 2 * MINUTE_MS) });
    expect(await minutes()).not.toBe(5);
    expect(await session.sessionOf(value)).toMatchObject({ station: expect.anything() });
    expect(await minutes()).toBe(5);
  });

  test("is nobody without a token", async () => {
    expect(await session.signedIn()).toBeUndefined();
    expect(await session.signedInUnseen()).toBeUndefined();
    expect(session.addressOf(new Headers())).toBe("");
  });
});
