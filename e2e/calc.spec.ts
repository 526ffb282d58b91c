import { onDatabase } from "./database.ts";
import { expect, test } from "./page.ts";

const SHEET = "/api/v1/calc/sheet";
const GOOD = { serve: "hot", retentionGPerG: 2.12, pins: { doseG: 190, brewRatio: 16 } };

test("a sheet over HTTP, and many in order", async ({ request }) => {
  const one = await request.post(SHEET, { data: GOOD });
  expect(one.status()).toBe(200);
  expect((await one.json()).exact.yieldG).toBeCloseTo(190 * 13.88, 9);

  const many = await request.post(SHEET, { data: [GOOD, { ...GOOD, pins: {} }] });
  expect(many.status()).toBe(200);
  expect(await many.json()).toMatchObject([{ checks: [] }, { error: { code: "tooFewPins" } }]);
});

test("what cannot be computed is said with its code, field and status", async ({ request }) => {
  const bad = await request.post(SHEET, { data: { ...GOOD, pins: { doseG: "much" } } });
  expect(bad.status()).toBe(422);
  expect(await bad.json()).toMatchObject({ error: { code: "badInput", fields: ["pins.doseG"] } });

  const broken = await request.post(SHEET, { data: Buffer.from("{") });
  expect([broken.status(), (await broken.json()).error.code]).toEqual([422, "badJson"]);

  const unknown = await request.post("/api/v1/calc/__proto__", { data: GOOD });
  expect([unknown.status(), (await unknown.json()).error.code]).toEqual([404, "unknownCalc"]);
});

test("a forecast that takes its time does not keep a short question waiting", async ({ request }) => {
  const brew = {
    doseG: 70,
    grindUm: 800,
    waterTempC: 94,
    basket: { shape: "flat", topDiameterMm: 108, bottomDiameterMm: 108, heightMm: 80 },
    pours: [{ atS: 0, waterG: 1200, rateGPerS: 4.4 }],
  };
  const answered: string[] = [];
  const long = request.post("/api/v1/calc/brew", { data: Array(2000).fill(brew) }).then(async (reply) => {
    answered.push("long");
    return (await reply.json()) as { extractionPct: number }[];
  });
  const short = request.post(SHEET, { data: GOOD }).then(() => answered.push("short"));
  const [brews] = await Promise.all([long, short]);
  expect(answered).toEqual(["short", "long"]);
  expect(brews).toHaveLength(2000);
  expect(brews[1999]?.extractionPct).toBeGreaterThan(17.5);
});

test("ten megabytes are refused without being read to the end", async ({ request }) => {
  const large = await request.post(SHEET, { data: Buffer.alloc(10_000_000, " ") });
  expect([large.status(), (await large.json()).error.code]).toEqual([413, "tooLarge"]);
});

test("a sender who asks too often is told when to come back", async ({ request }) => {
  // Hundreds were sent in the half minute that now is, whichever server they went to.
  await onDatabase((query) =>
    query("REPLACE INTO limits VALUES ('compute:127.0.0.1', 600, ?)", [String(Date.now() + 29_000)]),
  );
  // What a client says of its own address does not help it.
  const headers = { "x-tumbek-address": "10.0.0.7", "x-forwarded-for": "10.0.0.7" };
  const refused = await request.post("/api/v1/calc/ice", { data: {}, headers });
  expect(refused.status()).toBe(429);
  expect(Number(refused.headers()["retry-after"])).toBeGreaterThan(0);
  expect(await refused.json()).toMatchObject({ error: { code: "tooManyRequests" } });
  await onDatabase((query) => query("DELETE FROM limits WHERE `key` = 'compute:127.0.0.1'"));
});
