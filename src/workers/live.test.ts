import { expect, test } from "vitest";
import { type BrewInput, forecastDrip } from "#core/brew";
import { drippedAt } from "#core/live";
import { must } from "#core/result";
import type { Reading } from "#core/weighing";
import { LOFT, onFulmar } from "#tests/brews.ts";
import { answerLive, type LiveAnswer } from "./live.ts";

const FULMAR: BrewInput = { ...onFulmar(202, 3229), grindUm: 850 };
const plainS = must(forecastDrip(FULMAR)).brewTimeS;
const STALLS_S = 110;

/** Readings of a scale, one a second of a brew. */
function readingsOf(brew: BrewInput): Reading[] {
  const run = must(forecastDrip(brew));
  return Array.from({ length: Math.ceil(run.brewTimeS) }, (_, i) => ({
    atS: i + 1,
    massG: drippedAt(run, i + 1),
  }));
}

/** Asks every few seconds, as a guide does: each time with what was found before. */
function watched(readings: readonly Reading[], fromS: number, untilS: number): Map<number, LiveAnswer> {
  const answers = new Map<number, LiveAnswer>();
  let last: LiveAnswer | undefined;
  for (let nowS = fromS; nowS <= untilS; nowS += 3) {
    const asked = { readings: readings.filter(({ atS }) => atS <= nowS), nowS };
    const { permeability = 1, stall } = last ?? {};
    last = answerLive({ brew: FULMAR, under: "vessel", ...asked, from: permeability, stall });
    answers.set(nowS, last!);
  }
  return answers;
}
const latest = (answers: Map<number, LiveAnswer>) => [...answers.values()].at(-1)!;

test("a stall is told within 20 s, and its end is forecast from the bed as it is then", () => {
  const stalled = { ...FULMAR, clogs: { fromS: STALLS_S, overS: 6, share: 0.12 } };
  const readings = readingsOf(stalled);
  const before = watched(readings, 60, STALLS_S);
  expect([...before.values()].map(({ stall }) => stall)).not.toContainEqual(expect.anything());
  const after = watched(readings, 60, STALLS_S + 20);
  const { stall, endS } = latest(after);
  expect(stall?.fromS).toBeGreaterThan(STALLS_S - 12);
  expect(stall?.fromS).toBeLessThan(STALLS_S + 20);
  // A bed that lets a tenth through takes far longer than the card says; where it had run, its end was the card's.
  expect(endS).toBeGreaterThan(1.3 * plainS);
  expect(Math.abs(latest(before).endS - plainS)).toBeLessThan(15);
});

test("a stall that was told stays until the bed runs again", () => {
  const readings = readingsOf(FULMAR).map(({ atS, massG }) => {
    // For 24 s nothing comes through; then it runs as before, so much later.
    const held = Math.min(24, Math.max(0, atS - STALLS_S));
    return { atS, massG: held < 24 ? Math.min(massG, massAt(STALLS_S)) : massAt(atS - 24) };
  });
  const answers = watched(readings, 90, STALLS_S + 60);
  const told = [...answers].filter(([, { stall }]) => stall).map(([atS]) => atS);
  expect(told[0]).toBeLessThanOrEqual(STALLS_S + 20);
  expect(told.at(-1)).toBeLessThan(STALLS_S + 48);
  expect(told).toEqual([...answers.keys()].filter((atS) => atS >= told[0]! && atS <= told.at(-1)!));
});
const plain = must(forecastDrip(FULMAR));
const massAt = (atS: number) => drippedAt(plain, atS);

test("on a scale under the brewer the pours count as they were poured", () => {
  const asked = { brew: LOFT, under: "brewer", from: 1, stall: undefined } as const;
  const bloomG = LOFT.pours[0]!.waterG;
  const poured = (untilS: number) =>
    Array.from({ length: untilS }, (_, i): Reading => ({ atS: i + 1, massG: Math.min(bloomG, 6 * (i + 1)) }));
  const [early, late] = [35, 90].map((nowS) => answerLive({ ...asked, readings: poured(nowS), nowS })!);
  // A hand that still holds at the bloom a minute later ends about a minute later.
  expect(late!.endS - early!.endS).toBeGreaterThan(25);
  expect(late!.stall).toBeUndefined();
});

test("what cannot be forecast is not answered, under either", () => {
  const brew = { ...FULMAR, doseG: -1 };
  for (const under of ["vessel", "brewer"] as const)
    expect(answerLive({ brew, under, readings: [], nowS: 30, from: 1, stall: undefined })).toBeUndefined();
});
