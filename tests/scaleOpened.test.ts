import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { must } from "#core/result";
import { LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { readThings, setRemoved } from "#data/things.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";

const NOW = new Date("2026-07-14T08:30:00Z");

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let readScale: typeof import("#server/read/scale.ts").readScale;

beforeAll(async () => {
  fresh = await demoDatabase("scale_opened", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  ({ readScale } = await import("#server/read/scale.ts"));
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

async function openScale(query: Record<string, string> = {}) {
  const page = await readScale(query);
  if (typeof page === "string") throw new Error(`Scale has nothing to show: ${page}`);
  return page;
}

test("what Scale opens with is worked out once for a link, and anew when the bench or the day is another", async () => {
  const first = await openScale();
  expect(first.forecast?.figures?.brewTimeS).toBeGreaterThan(60);
  expect(await openScale()).toBe(first);

  const other = first.bench.vessels.find(({ id, iced }) => id !== first.start.vessel && !iced)!;
  const linked = await openScale({ vessel: other.id });
  expect(linked.start.vessel).toBe(other.id);
  expect(await openScale()).toBe(first);

  const { id, revision } = (await readThings(fresh.db, "vessel", PIER_HEAD)).find(
    (one) => one.id === other.id,
  )!;
  must(
    await setRemoved(fresh.db, { kind: "vessel", id, revision, removed: true }, { personId: LEAD, at: NOW }),
  );
  const changed = await openScale();
  expect(changed.bench.vessels.map((vessel) => vessel.id)).not.toContain(other.id);

  vi.stubEnv("TUMBEK_NOW", "2026-07-15T08:30:00Z");
  expect((await openScale()).bench.today).toBe("2026-07-15");
});
