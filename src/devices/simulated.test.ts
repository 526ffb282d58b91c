import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { simulatedDevice } from "./simulated.ts";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const thermometer = () =>
  simulatedDevice({ name: "thermometer", unit: "°C", start: 20, least: -10, most: 100, step: 0.1 });

test("it shows what it is put at, in its step and range, and tells whoever watches", () => {
  const device = thermometer();
  const seen: number[] = [];
  const end = device.watch(() => seen.push(device.read()));
  for (const value of [0.3, 84.96, 400, -90]) device.set(value);
  end();
  device.set(50);
  expect(seen).toEqual([0.3, 85, 100, -10]);
  expect(device.read()).toBe(50);
});

test("what is played arrives, evenly; a hand on it stops it, and so does another play", () => {
  const device = thermometer();
  device.play(80, 1000);
  vi.advanceTimersByTime(500);
  expect(device.read()).toBe(50);
  device.play(0, 500);
  vi.advanceTimersByTime(500);
  expect(device.read()).toBe(0);
  device.play(80, 1000);
  vi.advanceTimersByTime(100);
  device.set(30);
  vi.advanceTimersByTime(5000);
  expect(device.read()).toBe(30);
  expect(vi.getTimerCount()).toBe(0);
});
