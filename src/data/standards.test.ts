import { expect, test } from "vitest";
import { STEEP_RETENTION } from "#core/brew";
import { placeOf } from "./standards.ts";

const BATCH = {
  coffeeId: "saltmarsh",
  brewerId: "fulmar",
  grinderId: "chough",
  dialSetting: 11,
  doseG: 200,
  waterG: 3200,
  iceG: 0,
  method: null,
} as unknown as Parameters<typeof placeOf>[0];
const BED = { retentionGPerG: 2.12 };

test("a batch's place is its coffee, brewer, service and way, and the beverage that its bed let through", () => {
  expect(placeOf(BATCH, BED)).toEqual({
    coffeeId: "saltmarsh",
    brewerId: "fulmar",
    serve: "hot",
    method: null,
    sizeG: 3200 - 2.12 * 200,
  });
  expect(placeOf({ ...BATCH, iceG: 900, method: "onIce" }, BED)).toMatchObject({
    serve: "iced",
    method: "onIce",
    sizeG: 3200 + 900 - 2.12 * 200,
  });
});

test("chilled without ice it is iced all the same; a concentrate keeps what its own steep keeps", () => {
  expect(placeOf({ ...BATCH, method: "bath" }, BED)).toMatchObject({ serve: "iced", method: "bath" });
  expect(placeOf({ ...BATCH, method: "steep" }, BED)?.sizeG).toBe(3200 - STEEP_RETENTION.drained * 200);
  expect(STEEP_RETENTION.drained).not.toBe(BED.retentionGPerG);
});

test("one that does not say its coffee, its grinder or its setting has no place", () => {
  for (const unsaid of [{ coffeeId: null }, { grinderId: null }, { dialSetting: null }]) {
    expect(placeOf({ ...BATCH, ...unsaid }, BED)).toBeUndefined();
  }
});
