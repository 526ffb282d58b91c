import { describe, expect, test } from "vitest";
import { seeded } from "#core/random";
import { type Signal, verdictsOf, type WatchedGroup, watch } from "./index.ts";

const HOUR_MS = 3_600_000;
const BATCHES = 80;
/** Batches four hours apart; a signal's level steps by a share at some place. */
function group(
  id: string,
  brewerId: string,
  steps: Partial<Record<Signal, { readonly at: number; readonly by: number }>>,
  grinderId = "chough",
): WatchedGroup {
  const random = seeded(id.length + brewerId.length);
  const series = (signal: Signal, level: number) => {
    const { at = BATCHES, by = 0 } = steps[signal] ?? {};
    const values = Array.from(
      { length: BATCHES },
      (_, i) => level * (i < at ? 1 : 1 + by) * (1 + 0.015 * random.normal()),
    );
    return { watched: watch(values, signal), atMs: values.map((_, i) => 4 * HOUR_MS * i) };
  };
  return {
    id,
    brewerId,
    grinderId,
    signals: { time: series("time", 350), yield: series("yield", 2800), strength: series("strength", 1.35) },
  };
}

describe("what has moved", () => {
  const slower = { time: { at: 50, by: 0.07 } };

  test("what creeps the same way is one, since it began and by all of it; what came back is its newest way alone", () => {
    const levels = (...shares: readonly number[]) => {
      const random = seeded(7);
      const values = shares.flatMap((share) =>
        Array.from({ length: 40 }, () => 2800 * (1 + share) * (1 + 0.003 * random.normal())),
      );
      const watched = watch(values, "yield");
      const atMs = values.map((_, i) => 4 * HOUR_MS * i);
      return { id: "hot", brewerId: "fulmar", grinderId: "chough", signals: { yield: { watched, atMs } } };
    };
    const batch = (ms: number) => ms / (4 * HOUR_MS);
    const [creeps] = verdictsOf([levels(0, -0.01, -0.02)]);
    expect(creeps).toMatchObject({ cause: "delivery", thingId: "fulmar" });
    expect(Math.abs(batch(creeps!.sinceMs) - 40)).toBeLessThan(6);
    expect(creeps!.moved[0]!.share).toBeCloseTo(-0.02, 2);
    const [back] = verdictsOf([levels(0, -0.02, 0)]);
    expect(Math.abs(batch(back!.sinceMs) - 80)).toBeLessThan(6);
    expect(back!.moved[0]!.share).toBeGreaterThan(0.015);
  });

  test("quiet groups say nothing", () => {
    expect(verdictsOf([group("hot", "fulmar", {}), group("small", "turnstone", {})])).toEqual([]);
    expect(verdictsOf([])).toEqual([]);
  });

  test("slower on both brewers of a grinder is a finer grind, since then, with what came along", () => {
    const [verdict, ...others] = verdictsOf([
      group("hot", "fulmar", { ...slower, strength: { at: 50, by: 0.06 } }),
      group("small", "turnstone", { time: { at: 52, by: 0.08 } }),
    ]);
    expect(others).toEqual([]);
    expect(verdict).toMatchObject({ cause: "finer", thingId: "chough" });
    expect(Math.abs(verdict!.sinceMs / (4 * HOUR_MS) - 50)).toBeLessThan(5);
    expect(verdict!.moved.map(({ signal }) => signal).toSorted()).toEqual(["strength", "time", "time"]);
    const faster = { time: { at: 50, by: -0.08 } };
    expect(verdictsOf([group("hot", "fulmar", faster), group("small", "turnstone", faster)])[0]?.cause).toBe(
      "coarser",
    );
  });

  test("slower on one brewer and faster on the other is each brewer's own", () => {
    const verdicts = verdictsOf([
      group("hot", "fulmar", slower),
      group("small", "turnstone", { time: { at: 50, by: -0.08 } }),
    ]);
    expect(verdicts.map(({ cause, thingId }) => [cause, thingId]).toSorted()).toEqual([
      ["flow", "fulmar"],
      ["flow", "turnstone"],
    ]);
  });

  test("slower on one brewer while another on that grinder keeps its time is the brewer", () => {
    const [verdict] = verdictsOf([group("hot", "fulmar", slower), group("small", "turnstone", {})]);
    expect(verdict).toMatchObject({ cause: "flow", thingId: "fulmar", besideId: "chough" });
  });

  test("with no other brewer on that grinder, it cannot be told", () => {
    const elsewhere = group("cone", "cone", {}, "dunlin");
    expect(verdictsOf([group("hot", "fulmar", slower), elsewhere])[0]?.cause).toBe("either");
  });

  test("beverage alone is what the brewer delivers; strength alone is the coffee, the water or the meter", () => {
    expect(verdictsOf([group("hot", "fulmar", { yield: { at: 40, by: -0.04 } })])[0]).toMatchObject({
      cause: "delivery",
      thingId: "fulmar",
    });
    expect(verdictsOf([group("hot", "fulmar", { strength: { at: 40, by: 0.06 } })])[0]?.cause).toBe("coffee");
  });

  test("changes weeks apart are two", () => {
    const causes = verdictsOf([
      group("hot", "fulmar", { time: { at: 12, by: 0.08 } }),
      group("small", "turnstone", { time: { at: 75, by: 0.15 } }),
    ]).map(({ cause }) => cause);
    expect(causes).toEqual(["flow", "flow"]);
  });
});
