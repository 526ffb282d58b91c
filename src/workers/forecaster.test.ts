import { expect, test } from "vitest";
import { must } from "#core/result";
import { firstState } from "#scaling/choice";
import { askingOf, solveState } from "#scaling/sheet";
import { BENCH } from "#tests/pierHead.ts";
import { createForecaster } from "./forecaster.ts";

const STATE = firstState(BENCH);
const asked = askingOf(STATE, BENCH, must(solveState(STATE, BENCH)).rounded);
if (!("asking" in asked)) throw new Error(`missing: ${asked.missing}`);
const ASKING = asked.asking;
const unheard = () => {};

test("first: the ladder, and the picked setting with its curves", () => {
  const { ladder, picked } = must(createForecaster(async () => false).first(ASKING));
  const best = ladder.rungs.find(({ by }) => by === ladder.best);
  expect(picked.setting).toBe(best?.at.setting);
  const outlook = must(picked.outlook);
  expect(outlook.curves.timeS.at(-1)).toBe(outlook.brew.brewTimeS);
  expect(must(best!.outlook)).toEqual({ ...outlook, curves: undefined });
});

test("a setting by hand is taken as it is; an answer without a rung gives way to the next best", () => {
  const forecaster = createForecaster(async () => false);
  expect(must(forecaster.first({ ...ASKING, pick: 12 })).picked.setting).toBe(12);
  const unmatched = must(forecaster.first({ ...ASKING, settings: {}, pick: "rule" }));
  const extraction = unmatched.ladder.rungs.find(({ by }) => by === "extraction");
  expect(unmatched.picked.setting).toBe(extraction?.at.setting);
});

test("a study has its curves, its range, and mends only where something is warned of", async () => {
  const forecaster = createForecaster(async () => false);
  const fine = await forecaster.study(ASKING, 6, unheard);
  if (fine === "stopped") throw new Error("stopped");
  expect(fine.alongDial.length).toBeGreaterThan(20);
  expect(fine.alongRatio.length).toBeGreaterThan(10);
  expect(fine.sureness?.because).not.toEqual([]);
  expect(fine.mends[0]).toMatchObject({ by: "dial" });
  const good = await forecaster.study(ASKING, 10.5, unheard);
  expect(good === "stopped" ? undefined : good.mends).toEqual([]);
});

test("says how far it is whenever it lets messages in, and stops when it is told to or asked something newer", async () => {
  const heard: number[] = [];
  let turns = 0;
  const forecaster = createForecaster(async () => {
    turns++;
    if (turns === 30) forecaster.stop();
    return turns % 10 === 0;
  });
  const window = await forecaster.window(ASKING, [15, 16], ({ done }) => heard.push(done));
  expect(window).toBe("stopped");
  expect(heard).toEqual([10, 20, 30]);

  let asks = 0;
  const busy = createForecaster(async () => {
    if (++asks === 5) busy.first(ASKING);
    return false;
  });
  expect(await busy.study(ASKING, 9, unheard)).toBe("stopped");
});
