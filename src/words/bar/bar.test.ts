import { expect, test } from "vitest";
import {
  afterSentence,
  lineWords,
  pouredSentence,
  printAge,
  stockSentence,
  waitedSentence,
} from "./index.ts";

test("a line to the house is live, so old, or not there", () => {
  const at = (oldMs: number, isOnline = true) => lineWords({ isOnline, oldMs });
  expect(at(3000)).toBe("live");
  expect(at(8000)).toBe("live");
  expect(at(8500)).toBe("8 s old");
  expect(at(59_999)).toBe("59 s old");
  expect(at(600_000)).toBe("10 min old");
  expect(at(0, false)).toBe("no network");
});

test("an age is in minutes, then in hours, and never below nothing", () => {
  expect([-0.001, 0, 59.9, 60, 150].map(printAge)).toEqual(["0 min", "0 min", "59 min", "1 h", "2 h 30"]);
});

test("a day is told in one sentence", () => {
  const day = { isToday: false, cups: 212, pouredShare: 0.054, lostCups: 6.4, meanAgeMin: 31.2 };
  expect(afterSentence(day)).toBe(
    "212 cups sold, served at 31 min on average, 5 % poured away, about 6 cups lost for want of coffee.",
  );
  expect(afterSentence({ ...day, isToday: true, cups: 1, lostCups: 0.2, meanAgeMin: null })).toBe(
    "So far 1 cup sold, 5 % poured away, no cup lost for want of coffee.",
  );
  const nothing = { cups: 0, pouredShare: 0, lostCups: 0, meanAgeMin: null };
  expect(afterSentence({ ...nothing, isToday: false })).toBe("Nothing is known of this day.");
  expect(afterSentence({ ...nothing, isToday: true })).toBe("Nothing was sold yet today.");
});

test("a shift closes with what was poured away and what is left, as figures", () => {
  const g = (massG: number) => `${massG} g`;
  expect(pouredSentence([], g)).toBe("Nothing was poured away today.");
  expect(pouredSentence([{ reason: "taste", restG: 439.6 }], g)).toBe(
    "440 g poured away today, does not taste right.",
  );
  const two = [
    { reason: "tooOld", restG: 800 },
    { reason: "filledOver", restG: 440 },
  ] as const;
  expect(pouredSentence(two, g)).toBe("1240 g poured away today: 800 g too old, 440 g filled over a rest.");
  expect(stockSentence([], g)).toBeUndefined();
  expect(stockSentence([{ name: "Saltmarsh", stockG: 3200 }], g)).toBe("By count: Saltmarsh 3200 g.");
});

test("batches that waited are counted; a minute or two is no waiting", () => {
  const waited = (...minutes: number[]) => waitedSentence(minutes.map((waitedMin) => ({ waitedMin })));
  expect(waited(1, 2)).toBeUndefined();
  expect(waited(2, 9)).toBe("1 batch of what was to do waited: 9 min.");
  expect(waited(5, 9, 22)).toBe("3 batches of what was to do waited: 12 min on average, 22 min at most.");
});
