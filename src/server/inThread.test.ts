import { describe, expect, test } from "vitest";
import { firstState } from "#scaling/choice";
import { BENCH } from "#tests/pierHead.ts";
import { answerInThread, computeInThread, Dropped, ThreadBusy } from "./inThread.ts";

const bytesOf = (message: unknown) => new TextEncoder().encode(JSON.stringify(message));
const BREW = {
  doseG: 70,
  grindUm: 800,
  waterTempC: 94,
  basket: { shape: "flat", topDiameterMm: 108, bottomDiameterMm: 108, heightMm: 80 },
  pours: [{ atS: 0, waterG: 1200, rateGPerS: 4.4 }],
};
/** As much as one message may fit: it takes a thread far longer than a turn. */
const FIT = bytesOf({
  brews: Array.from({ length: 60 }, (_, i) => ({ brew: BREW, timeS: 300 + i, strengthPct: 1.3 })),
});
const SHEET = bytesOf({ serve: "hot", retentionGPerG: 2.12, pins: { doseG: 190, brewRatio: 16 } });
const forEver = () => new AbortController().signal;
const fate = (answer: Promise<unknown>) =>
  answer.then(
    () => "answered",
    (error: unknown) => error,
  );

/** Ports to threads that hold this process. */
const ports = () => process.getActiveResourcesInfo().filter((name) => name === "MessagePort").length;

describe("the computing threads", () => {
  test("do not hold the process that asked them, once they have answered", async () => {
    const before = ports();
    await answerInThread("sheet", SHEET, forEver());
    await computeInThread("card", { bench: BENCH, chosen: firstState(BENCH) });
    expect(ports()).toBe(before);
  });

  test("answer messages of the API and tasks of the house", async () => {
    const { status, body } = await answerInThread("sheet", SHEET, forEver());
    expect([status, JSON.parse(body).exact.yieldG]).toEqual([200, expect.closeTo(190 * 13.88, 6)]);
    const card = await computeInThread("card", { bench: BENCH, chosen: firstState(BENCH) });
    expect(card).toMatchObject({ ok: true });
    const broken = {
      bench: { ...BENCH, brewers: undefined } as unknown as typeof BENCH,
      chosen: firstState(BENCH),
    };
    await expect(computeInThread("card", broken)).rejects.toThrow();
  });

  test("let nothing short wait for a fit, and let go of fits that nobody waits for: the next one is answered", async () => {
    const leaving = new AbortController();
    const dropped = [1, 2, 3].map(() => fate(answerInThread("fit", FIT, leaving.signal)));
    let areOver = false;
    void Promise.all(dropped).then(() => {
      areOver = true;
    });
    const short = await answerInThread("sheet", SHEET, forEver());
    expect([short.status, areOver]).toEqual([200, false]);
    leaving.abort();
    for (const each of await Promise.all(dropped)) expect(each).toBeInstanceOf(Dropped);
    const one = bytesOf({ brews: [{ brew: BREW, timeS: 300 }] });
    const next = await answerInThread("fit", one, forEver());
    expect(next.status).toBe(200);
    await expect(answerInThread("sheet", SHEET, leaving.signal)).rejects.toBeInstanceOf(Dropped);
  });

  test("have an end of their queue: more is told when to come back", async () => {
    const leaving = new AbortController();
    const answers = Array.from({ length: 70 }, () => fate(answerInThread("fit", FIT, leaving.signal)));
    const refused = (await Promise.all(answers.slice(60))) as ThreadBusy[];
    expect(refused).toHaveLength(10);
    for (const each of refused) {
      expect(each).toBeInstanceOf(ThreadBusy);
      expect(each.retryAfterS).toBeGreaterThan(0);
    }
    leaving.abort();
    for (const each of await Promise.all(answers.slice(0, 60))) expect(each).toBeInstanceOf(Dropped);
  });

  test("take no resolution that would hold them: the least step follows the layers", async () => {
    const at = (resolution: object) => bytesOf({ ...BREW, resolution });
    expect((await answerInThread("brew", at({ layers: 64, stepS: 0.2 }), forEver())).status).toBe(200);
    const fine = await answerInThread("brew", at({ layers: 64, stepS: 0.1 }), forEver());
    expect([fine.status, JSON.parse(fine.body).error.fields]).toEqual([422, ["resolution.stepS"]]);
    const fit = bytesOf({ brews: [{ brew: { ...BREW, resolution: { layers: 17 } }, timeS: 300 }] });
    expect((await answerInThread("fit", fit, forEver())).status).toBe(422);
  });
});
