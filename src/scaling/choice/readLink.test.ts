import { describe, expect, test } from "vitest";
import { USUAL_ICED } from "#core/iced";
import { BENCH } from "#tests/pierHead.ts";
import { readIced, readQuery } from "./readLink.ts";
import { firstState } from "./start.ts";
import { vesselFor } from "./state.ts";

const FIRST = firstState(BENCH);
const read = (query: Record<string, string>) => readQuery(query, BENCH);

describe("a link to Scale", () => {
  test("with nothing in it is a fresh sheet; naming what is there it is that", () => {
    expect(read({})).toEqual({ state: FIRST, broken: false });
    const { state, broken } = read({ vessel: "pot", recipe: "slack" });
    expect(broken).toBe(false);
    expect(state).toMatchObject({ vessel: "pot", recipe: "slack", brewer: "fulmar" });
    // A recipe's own service and vessel are what a link means that names it alone.
    expect(state).toMatchObject({ serve: "iced" });
    expect(read({ recipe: "slack" }).state).toMatchObject({ serve: "iced", vessel: "steel" });
    expect(read({ ice: "" })).toMatchObject({ broken: false, state: { ice: FIRST.ice } });
  });

  test.each([
    ["a vessel that is not here", { vessel: "gone" }],
    ["a service that is none", { serve: "lukewarm" }],
    ["pins without a figure", { pins: "doseG" }],
    ["a pin that is none", { pins: "strong:4" }],
    ["a pin out of its range", { pins: "doseG:-3" }],
    ["a pin twice", { pins: "doseG:20,doseG:30" }],
    ["a setting off the dial", { grind: "25" }],
    ["a setting that is no number", { grind: "finer" }],
    ["an empty setting", { grind: " " }],
    ["a way of icing that is none", { serve: "iced", iced: "method:warm" }],
  ])("with %s starts afresh there and says so", (_, query) => {
    const { state, broken } = read(query as Record<string, string>);
    expect(broken).toBe(true);
    const vessel = vesselFor(state.serve, BENCH, FIRST.vessel);
    expect(state).toMatchObject({ recipe: FIRST.recipe, vessel, grind: "best" });
    expect(state.pins.length).toBeGreaterThan(0);
  });

  test("keeps its pins in their order, and its setting on the dial's step, up to both ends", () => {
    const { state } = read({ pins: "doseG:200,brewWaterG:3200", grind: "10.26" });
    expect(state.pins).toEqual([
      { name: "doseG", value: 200 },
      { name: "brewWaterG", value: 3200 },
    ]);
    expect(state.grind).toBe(10.5);
    expect([read({ grind: "0" }).state.grind, read({ grind: "24" }).state.grind]).toEqual([0, 24]);
    expect(read({ grind: "learned" }).state.grind).toBe("learned");
  });

  test("iced another way starts with that way's own pins", () => {
    const [onIce, steeped] = ["onIce", "steep"].map((method) =>
      read({ serve: "iced", iced: `method:${method}` }),
    );
    expect(onIce!.state.pins.map(({ name }) => name)).toContain("finalTempC");
    expect(steeped!.state.iced.method).toBe("steep");
    expect(steeped!.state.pins).not.toEqual(onIce!.state.pins);
    // Hot it has none of them, whatever the link says of ice.
    expect(read({ serve: "hot", iced: "method:steep" }).state.pins).toEqual(FIRST.pins);
    // A house that counts the whole glass does so in a link that says nothing else.
    const house = { ...BENCH, settings: { ...BENCH.settings, icedSchool: "wholeGlass" as const } };
    expect(readQuery({ serve: "iced" }, house).state.iced.inGlass).toEqual(["totalRatio"]);
    expect(readQuery({ serve: "iced", pins: "doseG:200" }, house).state.iced).toEqual(USUAL_ICED);
    // Beside pins of its own, a link that says nothing of the way means the usual one.
    expect(read({ serve: "iced", pins: "doseG:200" }).state.iced).toEqual(USUAL_ICED);
  });

  test("reads a service part by part, and none that it does not know", () => {
    expect(readIced("method:beside,,topOffG:30")).toMatchObject({ method: "beside", topOffG: 30 });
    expect(readIced("")).toEqual(USUAL_ICED);
    expect(readIced("method:beside,colour:blue")).toBeUndefined();
    expect(readIced("inGlass:strengthPct+nothing")).toMatchObject({ inGlass: ["strengthPct"] });
    expect(readIced("inGlass:nothing")).toBeUndefined();
  });
});
