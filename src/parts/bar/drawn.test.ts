import { expect, test } from "vitest";
import type { SentEvent } from "#contract/bar.ts";
import type { BarView } from "#contract/potView.ts";
import { UNKNOWN_POT } from "#core/bar";
import { drawn, type Pending, withTaken } from "./drawn.ts";

const MIN = 60_000;
const STANDING = {
  fillId: "fill",
  coffeeId: "c",
  serve: "hot",
  cardId: null,
  batchId: null,
  brewedMs: 0,
  holdMin: null,
  cost: null,
  cups: 0,
  onPlate: false,
  asOfMs: 10 * MIN,
  liquidG: 2000,
  strengthPct: 1.4,
  tempC: 78,
  brewedG: 2000,
  servedG: 0,
  asideG: 0,
  evaporatedG: 0,
  unseenG: 0,
} as const;
const pot = (id: string, standing: BarView["pots"][number]["standing"]) =>
  ({
    id,
    name: id,
    kind: "pot",
    iced: false,
    workingG: 1900,
    kit: UNKNOWN_POT,
    retired: false,
    standing,
    coffee: standing && "Saltmarsh",
    brewing: null,
  }) as const;
const VIEW: BarView = {
  siteId: "s",
  timeZone: "Europe/London",
  n: 7,
  nowMs: 20 * MIN,
  pots: [pot("a", STANDING), pot("b", null)],
  ice: [{ id: "bin", name: "bin machine", storeG: 11_000, leftG: 4000 }],
  odd: [],
  checked: [],
  brewed: [],
  guides: [],
  rules: { hotMin: 120, icedMin: 480, leastHotC: 60 },
  roomTempC: 21,
  cups: [],
};
const AT = "2026-07-14T08:30:00.000Z";
const cup = (id: string, keptAs?: number): Pending => ({
  event: { kind: "served", id, at: AT, vesselId: "a", massG: 220, cups: 1, cupMl: 240 } as SentEvent,
  atMs: 20 * MIN,
  keptAs,
});
const undo = (eventId: string): Pending => ({
  event: { kind: "undone", id: "u", at: AT, eventId } as SentEvent,
  atMs: 21 * MIN,
  keptAs: undefined,
});
const leftIn = (view: BarView) => view.pots[0]!.standing!.liquidG;

test("a tap is drawn before the house has answered, and once when it has", () => {
  expect(leftIn(drawn(VIEW, [cup("x")]))).toBe(1780);
  // Kept as 8, and the answer at hand is of 7: not in it yet. Of 8: it is.
  expect(leftIn(drawn(VIEW, [cup("x", 8)]))).toBe(1780);
  expect(leftIn(drawn({ ...VIEW, n: 8 }, [cup("x", 8)]))).toBe(2000);
});

test("what the house took is kept with its answer, and what it has not taken is not", () => {
  const both = withTaken(VIEW, [cup("x", 8), cup("y")]);
  expect([both.n, leftIn(both)]).toEqual([8, 1780]);
  // A page that is opened with it draws what still waits, once.
  expect(leftIn(drawn(both, [cup("y")]))).toBe(1560);
  expect(withTaken(VIEW, [])).toEqual(VIEW);
});

test("ice that is taken is gone at once", () => {
  const taken = {
    event: { kind: "iceTaken", id: "i", at: AT, iceId: "bin", massG: 1500 } as SentEvent,
    atMs: 0,
    keptAs: undefined,
  };
  expect(drawn(VIEW, [taken]).ice[0]!.leftG).toBe(2500);
});

test("a tap that is undone on its way is not drawn", () => {
  expect(leftIn(drawn(VIEW, [cup("x"), undo("x")]))).toBe(2000);
});

test("a pot that is filled here says whose coffee it is when the house has answered", () => {
  const filled: Pending = {
    event: {
      kind: "potFilled",
      id: "f",
      at: AT,
      vesselId: "b",
      cardId: null,
      batchId: null,
      coffeeId: "c",
      serve: "hot",
      liquidG: 1800,
      strengthPct: null,
      tempC: null,
      brewedAt: new Date(20 * MIN).toISOString(),
    },
    atMs: 20 * MIN,
    keptAs: undefined,
  };
  expect(drawn(VIEW, [filled]).pots[1]).toMatchObject({
    coffee: null,
    standing: { liquidG: 1800, tempC: 80 },
  });
});
