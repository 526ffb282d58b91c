import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { type PotInput, potAfter, tauAt } from "./index.ts";

const POT: PotInput = {
  liquidG: 2600,
  strengthPct: 1.35,
  tempC: 84,
  roomTempC: 21,
  minutes: 40,
  tauMin: 600,
};
const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe("a pot that stands", () => {
  test("cools to the room as Newton says: after τ a 1/e of the distance is left", () => {
    expect(must(potAfter({ ...POT, minutes: 600 })).tempC).toBeCloseTo(21 + 63 / Math.E, 9);
    expect(must(potAfter({ ...POT, minutes: 0 }))).toEqual({ liquidG: 2600, strengthPct: 1.35, tempC: 84 });
  });

  test("on a plate it stays as warm as it is held, loses water, and grows stronger", () => {
    const { tauMin: _tau, ...plate } = POT;
    const after = must(potAfter({ ...plate, heldTempC: 80, evaporationGPerH: 120, minutes: 30 }));
    expect(after).toMatchObject({ liquidG: 2540, tempC: 80 });
    expect(after.strengthPct).toBeCloseTo((1.35 * 2600) / 2540, 12);
  });

  test("keeps its solids, and lies between itself and the room", () => {
    fc.assert(
      fc.property(
        fc.record({
          liquidG: figure(50, 5000),
          strengthPct: figure(0.5, 5),
          tempC: figure(0, 100),
          roomTempC: figure(-10, 40),
          minutes: figure(0, 600),
          tauMin: figure(5, 2000),
          evaporationGPerH: figure(0, 200),
        }),
        (pot) => {
          const after = potAfter(pot);
          if (!after.ok) {
            expect(after.failure.afterMin).toBeLessThanOrEqual(pot.minutes);
            return;
          }
          const { liquidG, strengthPct, tempC } = after.value;
          expect(liquidG * strengthPct).toBeCloseTo(pot.liquidG * pot.strengthPct, 6);
          expect(tempC).toBeGreaterThanOrEqual(Math.min(pot.tempC, pot.roomTempC) - 1e-9);
          expect(tempC).toBeLessThanOrEqual(Math.max(pot.tempC, pot.roomTempC) + 1e-9);
        },
      ),
    );
  });

  test("that boils dry says when", () => {
    expect(potAfter({ ...POT, liquidG: 60, evaporationGPerH: 120, minutes: 30 })).toEqual({
      ok: false,
      failure: { code: "potBoiledDry", afterMin: 30 },
    });
  });

  test("half full it cools nearly twice as fast: less heat, the same loss", () => {
    const measured = { tauMin: 600, filledG: 2600, vesselJPerK: 800 };
    expect(tauAt(measured, 2600)).toBe(600);
    expect(tauAt(measured, 1300)).toBeCloseTo((600 * (4.19 * 1300 + 800)) / (4.19 * 2600 + 800), 9);
  });
});
