import { hashPassword } from "@better-auth/utils/password";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { BARISTA, LEAD, PEOPLE, TRAINEE } from "#data/demo/bench.ts";
import { loadDemoHouse } from "#data/demo/house.ts";
import { setArchived, setPin } from "#data/people.ts";
import { limits, sessions } from "#data/schema/index.ts";
import { addStation } from "#data/stations.ts";
import { freshDatabase, type OwnDatabase } from "#tests/database.ts";

const browser = vi.hoisted(() => ({ cookies: new Map<string, string>(), address: "192.0.2.1" }));
vi.mock("next/headers", () => ({
  headers: async () =>
    new Headers({
      cookie: [...browser.cookies].map(([name, value]) => `${name}=${encodeURIComponent(value)}`).join("; "),
      "x-tumbek-address": browser.address,
      "user-agent": "Mozilla/5.0 (iPad)",
    }),
  cookies: async () => ({
    get: (name: string) => {
      const value = browser.cookies.get(name);
      return value === undefined ? undefined : { value };
    },
    set: (name: string, value: string) => browser.cookies.set(name, value),
    delete: ({ name }: { name: string }) => browser.cookies.delete(name),
  }),
}));

let fresh: OwnDatabase;
let door: typeof import("./door.ts");
beforeAll(async () => {
  fresh = await freshDatabase("door");
  await loadDemoHouse(fresh.db, new Date(), hashPassword);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  door = await import("./door.ts");
});
afterAll(() => fresh.drop());
beforeEach(async () => {
  browser.cookies.clear();
  await fresh.db.delete(sessions);
  await fresh.db.delete(limits);
});

const pinOf = (id: string) => PEOPLE.find((person) => person.id === id)!.publicPin;
const refusal = async (knock: Parameters<typeof door.signInHere>[0]) => {
  try {
    await door.signInHere(knock);
    return "in";
  } catch (error) {
    return (error as { code?: string }).code;
  }
};
const whoIsIn = async () => {
  const { signedIn } = await import("./session.ts");
  return (await signedIn())?.person.name;
};

describe("a PIN", () => {
  test("the right one signs in, and a second person takes the first one's place", async () => {
    expect(await refusal({ personId: LEAD, pin: pinOf(LEAD) })).toBe("in");
    expect(await whoIsIn()).toBe("Oda Venn");
    expect(await refusal({ personId: BARISTA, pin: pinOf(BARISTA) })).toBe("in");
    expect(await whoIsIn()).toBe("Ida Quill");
    expect(await fresh.db.select().from(sessions)).toMatchObject([
      { personId: BARISTA, ipAddress: "192.0.2.1", userAgent: "Mozilla/5.0 (iPad)" },
    ]);
  });

  test("a cookie that was there before is not taken over", async () => {
    browser.cookies.set("tumbek.session", "planted");
    expect(await refusal({ personId: LEAD, pin: pinOf(LEAD) })).toBe("in");
    const token = browser.cookies.get("tumbek.session") ?? "";
    expect(token).toMatch(/^[\w-]{43}$/);
    // Who reads the table cannot sign in by what stands there.
    const [session] = await fresh.db.select().from(sessions);
    expect(session!.tokenHash).not.toContain(token);
    browser.cookies.set("tumbek.session", session!.tokenHash);
    expect(await whoIsIn()).toBeUndefined();
  });

  test("over TLS its cookie is one that only this house could have set, and never goes out in the clear", async () => {
    vi.stubEnv("TUMBEK_URL", "https://pier-head.example");
    expect(await refusal({ personId: LEAD, pin: pinOf(LEAD) })).toBe("in");
    expect([...browser.cookies.keys()]).toEqual(["__Host-tumbek.session"]);
    vi.unstubAllEnvs();
  });

  test("a wrong one is refused, and after five even the right one has to wait", async () => {
    for (let i = 0; i < 5; i++) expect(await refusal({ personId: LEAD, pin: "000001" })).toBe("wrongPin");
    expect(await refusal({ personId: LEAD, pin: pinOf(LEAD) })).toBe("wait");
    // Only that name waits.
    expect(await refusal({ personId: BARISTA, pin: pinOf(BARISTA) })).toBe("in");
    expect(await whoIsIn()).toBe("Ida Quill");
  });

  test("the right one forgives the wrong ones before it", async () => {
    for (let round = 0; round < 2; round++) {
      for (let i = 0; i < 4; i++) expect(await refusal({ personId: LEAD, pin: "000001" })).toBe("wrongPin");
      expect(await refusal({ personId: LEAD, pin: pinOf(LEAD) })).toBe("in");
    }
  });

  test("nobody gets in by a made-up id, nor who works here no more", async () => {
    expect(await refusal({ personId: uuidv7(), pin: "480217" })).toBe("refused");
    await setArchived(fresh.db, TRAINEE, true, { personId: LEAD, at: new Date() });
    expect(await refusal({ personId: TRAINEE, pin: pinOf(TRAINEE) })).toBe("refused");
    await setArchived(fresh.db, TRAINEE, false, { personId: LEAD, at: new Date() });
    expect(await refusal({ personId: TRAINEE, pin: "904173" })).toBe("refused");
    await setPin(fresh.db, TRAINEE, await hashPassword("904173"), { personId: LEAD, at: new Date() });
  });
});

describe("a name that is only tapped", () => {
  test("is not enough, but on a station, and there never for a lead", async () => {
    expect(await refusal({ personId: BARISTA })).toBe("pinNeeded");
    const { hashOf } = await import("./session.ts");
    const by = { personId: LEAD, at: new Date() };
    await addStation(fresh.db, { id: uuidv7(), name: "counter", secretHash: hashOf("secret") }, by);
    browser.cookies.set("tumbek.station", "another secret");
    expect(await refusal({ personId: BARISTA })).toBe("pinNeeded");
    browser.cookies.set("tumbek.station", "secret");
    expect((await door.readDoor()).map(({ name, tapIn }) => [name, tapIn])).toEqual([
      ["Brannoc Teal", true],
      ["Ida Quill", true],
      ["Mirren Sallow", true],
      ["Oda Venn", false],
    ]);
    expect(await refusal({ personId: LEAD })).toBe("pinNeeded");
    expect(await refusal({ personId: BARISTA })).toBe("in");
    expect(await whoIsIn()).toBe("Ida Quill");
    const { endSessionHere } = await import("./session.ts");
    await endSessionHere();
    expect(await whoIsIn()).toBeUndefined();
  });
});

test("a flood from one address is held off, whoever it names", async () => {
  const codes: (string | undefined)[] = [];
  for (let i = 0; i < 31; i++) codes.push(await refusal({ personId: uuidv7(), pin: "1" }));
  expect(codes.slice(0, 30)).not.toContain("wait");
  expect(codes[30]).toBe("wait");
});
