import { expect, test } from "vitest";
import { simulatedWeather } from "./weather.ts";

test("July is warmer than January, and a day's forecast stays what it is", async () => {
  const weather = simulatedWeather();
  const mean = async (month: string) => {
    const days = Array.from({ length: 28 }, (_, i) => `2026-${month}-${String(i + 1).padStart(2, "0")}`);
    const all = await Promise.all(days.map((day) => weather.afternoonC(day)));
    return all.reduce((sum, each) => sum + each, 0) / all.length;
  };
  expect((await mean("07")) - (await mean("01"))).toBeGreaterThan(10);
  expect(await weather.afternoonC("2026-07-15")).toBe(await simulatedWeather().afternoonC("2026-07-15"));
});
