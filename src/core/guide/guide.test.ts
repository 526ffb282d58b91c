import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { atTime, clockOf, foldGuide, type GuideEvent, type GuideStep, inForce, MEASURED } from "./index.ts";

const STEPS: readonly GuideStep[] = [
  { id: "rinse", phase: "prepare", starts: { by: "tap" } },
  { id: "dose", phase: "prepare", starts: { by: "tap" } },
  { id: "bloom", phase: "brew", starts: { by: "clock", atS: 0 } },
  { id: "pour", phase: "brew", starts: { by: "clock", atS: 45 } },
  { id: "rest", phase: "brew", starts: { by: "bed" } },
  { id: "drain", phase: "brew", starts: { by: "tap" } },
  { id: "taste", phase: "finish", starts: { by: "tap" } },
];
const T0 = Date.parse("2026-07-14T08:30:00Z");
type Without = GuideEvent extends infer Event
  ? Event extends unknown
    ? Omit<Event, "id" | "atMs">
    : never
  : never;
/** Events at seconds after the first, with ids in their order. */
const eventsAt = (list: readonly (readonly [s: number, event: Without])[]): GuideEvent[] =>
  list.map(
    ([s, event], i) => ({ ...event, id: String(i).padStart(4, "0"), atMs: T0 + s * 1000 }) as GuideEvent,
  );
const fold = (list: readonly (readonly [s: number, event: Without])[]) => foldGuide(eventsAt(list), STEPS);

describe("a guide", () => {
  test("begins with the first water; what has its time begins by itself, what waits for the bed does not", () => {
    const begun = fold([[0, { kind: "begun" }]]);
    expect(begun).toMatchObject({ begunMs: T0, place: 0, startedS: [0] });
    expect(atTime(begun, 44, STEPS).place).toBe(0);
    expect(atTime(begun, 45, STEPS)).toMatchObject({ place: 1, startedS: [0, 45] });
    expect(atTime(begun, 900, STEPS).place).toBe(1);
  });

  test("a step that is begun early begins then, and the next waits for its own", () => {
    expect(
      fold([
        [0, { kind: "begun" }],
        [30, { kind: "stepped" }],
        [80, { kind: "stepped" }],
      ]),
    ).toMatchObject({
      place: 2,
      startedS: [0, 30, 80],
    });
  });

  test("is prepared in any order, each thing once, and nothing that is not on it", () => {
    expect(
      fold([
        [0, { kind: "ticked", stepId: "dose" }],
        [1, { kind: "ticked", stepId: "rinse" }],
        [2, { kind: "ticked", stepId: "dose" }],
        [3, { kind: "ticked", stepId: "bloom" }],
      ]).ticked,
    ).toEqual(["dose", "rinse"]);
  });

  test("nothing begins twice, and nothing goes on past its last step", () => {
    const many = Array.from({ length: 9 }, (_, i) => [10 * (i + 1), { kind: "stepped" }] as const);
    const { place, begunMs } = fold([[0, { kind: "begun" }], [5, { kind: "begun" }], ...many]);
    expect({ place, begunMs }).toEqual({ place: 4, begunMs: T0 });
    expect(fold([[0, { kind: "stepped" }]]).place).toBe(-1);
  });

  test("a clock that is shifted goes on from there, but never before what has begun", () => {
    const forward = fold([
      [0, { kind: "begun" }],
      [10, { kind: "shifted", byS: 5 }],
    ]);
    expect(clockOf(forward, T0 + 20_000)).toBe(25);
    const back = fold([
      [0, { kind: "begun" }],
      [50, { kind: "stepped" }],
      [52, { kind: "shifted", byS: -30 }],
    ]);
    expect(clockOf(back, T0 + 52_000)).toBe(50);
    expect(clockOf(back, T0 + 72_000)).toBe(70);
  });

  test("a device that is behind shows no time before what was told", () => {
    const state = fold([
      [0, { kind: "begun" }],
      [50, { kind: "measured", what: "yieldG", value: 100 }],
    ]);
    expect(clockOf(state, T0 + 40_000)).toBe(50);
  });

  test("undo takes the newest back, and not what is in the log", () => {
    const before: [number, Without][] = [
      [0, { kind: "begun" }],
      [30, { kind: "stepped" }],
    ];
    expect(fold([...before, [31, { kind: "undone" }]])).toEqual(fold(before.slice(0, 1)));
    const kept: [number, Without][] = [...before, [400, { kind: "logged", batchId: "b" }]];
    expect(fold([...kept, [401, { kind: "undone" }]])).toEqual(fold(kept));
  });

  test("once in the log, or left, it stays as it is", () => {
    const over: [number, Without][] = [
      [0, { kind: "begun" }],
      [9, { kind: "left" }],
    ];
    expect(fold([...over, [20, { kind: "stepped" }]])).toEqual(fold(over));
  });

  test("a figure is the last that was said, and none where it was taken back", () => {
    expect(
      fold([
        [0, { kind: "measured", what: "yieldG", value: 300 }],
        [1, { kind: "measured", what: "yieldG", value: 310 }],
        [2, { kind: "measured", what: "tempC", value: 80 }],
        [3, { kind: "measured", what: "tempC", value: null }],
      ]).measured,
    ).toEqual({ yieldG: 310 });
  });
});

const happening: fc.Arbitrary<Without> = fc.oneof(
  { weight: 3, arbitrary: fc.constant<Without>({ kind: "stepped" }) },
  { weight: 2, arbitrary: fc.constant<Without>({ kind: "begun" }) },
  { weight: 2, arbitrary: fc.constant<Without>({ kind: "undone" }) },
  fc.record({
    kind: fc.constant("ticked" as const),
    stepId: fc.constantFrom(...STEPS.map(({ id }) => id), "none"),
  }),
  fc.record({ kind: fc.constant("shifted" as const), byS: fc.integer({ min: -120, max: 120 }) }),
  fc.record({
    kind: fc.constant("measured" as const),
    what: fc.constantFrom(...MEASURED),
    value: fc.option(fc.double({ min: 0, max: 4000, noNaN: true })),
  }),
  fc.constant<Without>({ kind: "logged", batchId: "b" }),
  fc.constant<Without>({ kind: "left" }),
);
const stream = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 40 }), happening), { maxLength: 30 })
  .map((list) =>
    eventsAt(
      list.map(
        ([, event], i) => [list.slice(0, i + 1).reduce((sum, [wait]) => sum + wait, 0), event] as const,
      ),
    ),
  );

describe("any sequence of events, whether it makes sense or not", () => {
  test("comes to the same whatever order it arrives in, and however often", () => {
    fc.assert(
      fc.property(stream, fc.infiniteStream(fc.nat()), (events, keys) => {
        const mixed = [...events, ...events.slice(0, 3)]
          .map((event) => ({ event, key: keys.next().value as number }))
          .toSorted((a, b) => a.key - b.key)
          .map(({ event }) => event);
        expect(foldGuide(mixed, STEPS)).toEqual(foldGuide(events, STEPS));
      }),
    );
  });

  test("a guide that is loaded anew after any event is the one that went on", () => {
    fc.assert(
      fc.property(stream, (events) => {
        const kept = JSON.parse(JSON.stringify(events)) as GuideEvent[];
        expect(foldGuide(kept, STEPS)).toEqual(foldGuide(events, STEPS));
      }),
    );
  });

  test("undoing the last is the state before it", () => {
    fc.assert(
      fc.property(stream, (events) => {
        const counted = inForce(events);
        const last = counted.at(-1);
        if (!last || last.kind === "logged") return;
        const undone: GuideEvent = { kind: "undone", id: "9999", atMs: (events.at(-1)?.atMs ?? T0) + 1 };
        expect(foldGuide([...events, undone], STEPS)).toEqual(foldGuide(counted.slice(0, -1), STEPS));
      }),
    );
  });

  test("time never runs backwards in it", () => {
    fc.assert(
      fc.property(stream, fc.nat({ max: 100_000 }), (events, laterMs) => {
        const state = foldGuide(events, STEPS);
        const { startedS } = state;
        expect(startedS).toEqual(startedS.toSorted((a, b) => a - b));
        const endMs = events.at(-1)?.atMs ?? T0;
        expect(clockOf(state, endMs + laterMs)).toBeGreaterThanOrEqual(startedS.at(-1) ?? 0);
        const on = atTime(state, clockOf(state, endMs + laterMs), STEPS);
        expect(on.startedS.slice(0, startedS.length)).toEqual(startedS);
      }),
    );
  });
});
