import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { CALCS, jsonSchemaOf } from "#contract/calc.ts";
import { nearly } from "#tests/nearly.ts";
import bracketCases from "#tests/vectors/bracket.json" with { type: "json" };
import iceCases from "#tests/vectors/ice.json" with { type: "json" };
import judgeCases from "#tests/vectors/judge.json" with { type: "json" };
import planCases from "#tests/vectors/plan.json" with { type: "json" };
import rescueCases from "#tests/vectors/rescue.json" with { type: "json" };
import sameCupCases from "#tests/vectors/sameCup.json" with { type: "json" };
import sheetCases from "#tests/vectors/sheet.json" with { type: "json" };
import { answer, answerInTurns } from "./answer.ts";
import { openApiDocument } from "./openapi.ts";

const utf8 = new TextEncoder();
const ask = (name: string, message: unknown) => answer(name, utf8.encode(JSON.stringify(message)));
const askText = (name: string, text: string) => answer(name, utf8.encode(text));
const errorOf = ({ body }: { body: unknown }) =>
  (body as { error?: { code: string; message: string; fields: string[] } }).error;

interface Case {
  readonly name: string;
  readonly input: unknown;
  readonly output?: unknown;
  readonly error?: string;
}

/** Every figure of a worked case, to a millionth of itself (or absolutely, at zero). */
function expectFigures(actual: unknown, wanted: unknown, at: string): void {
  if (typeof wanted === "number") {
    expect(Math.abs((actual as number) - wanted), at).toBeLessThanOrEqual(
      1e-6 * Math.max(Math.abs(wanted), wanted === 0 ? 1 : 0),
    );
    return;
  }
  for (const [key, value] of Object.entries(wanted as object)) {
    expectFigures((actual as Record<string, unknown>)[key], value, `${at}.${key}`);
  }
}

describe.each([
  ["sheet", sheetCases as readonly Case[]],
  ["ice", iceCases as readonly Case[]],
])("the worked cases of %s", (what, cases) => {
  test.each(cases.map((each) => [each.name, each] as const))("%s", (_, { input, output, error }) => {
    const { status, body } = ask(what, input);
    expect(errorOf({ body })?.code).toBe(error);
    expect(status).toBe(error ? 422 : 200);
    if (output === undefined) return;
    expectFigures(body, output, what);
    expect(CALCS[what as "sheet" | "ice"].output.safeParse(body).error).toBeUndefined();
    for (const part of ["exact", "rounded"] as const) {
      const wanted = (output as Record<string, object>)[part];
      if (wanted)
        expect(Object.keys((body as Record<string, object>)[part]!).sort()).toEqual(
          Object.keys(wanted).sort(),
        );
    }
  });
});

const GOOD = { serve: "hot", retentionGPerG: 2.12, pins: { doseG: 20, brewRatio: 16 } };

describe("bad messages", () => {
  test.each(["", "{", "nonsense", "{'a':1}", "\u0000", '{"a":NaN}'])("not JSON: %j", (text) => {
    const reply = askText("sheet", text);
    expect([reply.status, errorOf(reply)?.code]).toEqual([422, "badJson"]);
  });

  test("bytes that are no text", () => {
    expect(errorOf(answer("sheet", Uint8Array.of(0x22, 0xff, 0xfe, 0x22)))?.code).toBe("badJson");
  });

  test.each(["4", "null", '"sheet"', "true"])("JSON that is no object: %s", (text) => {
    expect(errorOf(askText("sheet", text))).toMatchObject({ code: "badInput", fields: [] });
  });

  test.each([
    ["1e999", "pins.doseG"],
    ['"NaN"', "pins.doseG"],
    ["null", "pins.doseG"],
    ["[20]", "pins.doseG"],
    ["0", "pins.doseG"],
    ["-0", "pins.doseG"],
    ["20000.1", "pins.doseG"],
  ])("a dose of %s", (dose, field) => {
    const reply = askText(
      "sheet",
      `{"serve":"hot","retentionGPerG":2.12,"pins":{"doseG":${dose},"brewRatio":16}}`,
    );
    expect(errorOf(reply)).toMatchObject({ code: "badInput", fields: [field] });
  });

  test.each(["__proto__", "constructor", "toString", "hasOwnProperty"])(
    "a key named %s is unknown, wherever it stands",
    (key) => {
      const inPins = askText(
        "sheet",
        `{"serve":"hot","retentionGPerG":2.12,"pins":{"doseG":20,"brewRatio":16,"${key}":{"doseG":1}}}`,
      );
      expect(errorOf(inPins)).toMatchObject({ code: "badInput", fields: [`pins.${key}`] });
      const above = askText("ice", `{"${key}":1}`);
      expect(errorOf(above)?.fields).toContain(key);
      expect([answer(key, utf8.encode("{}")).status, errorOf(answer(key, utf8.encode("{}")))?.code]).toEqual([
        404,
        "unknownCalc",
      ]);
    },
  );

  test("every fault of a message at once, each at its field", () => {
    const reply = ask("sheet", {
      serve: "warm",
      pins: { dose: 1, iceShare: 1, strengthPct: 30 },
      window: { ratio: [17, 15] },
    });
    expect(errorOf(reply)?.fields).toEqual([
      "serve",
      "retentionGPerG",
      "pins.iceShare",
      "pins.dose",
      "window.ratio.1",
    ]);
    expect(errorOf(reply)?.message).toContain('serve must be "hot" or "iced".');
    expect(errorOf(reply)?.message).toContain("retentionGPerG is missing.");
    expect(errorOf(reply)?.message).toContain("pins.iceShare must be less than 1.");
    expect(errorOf(reply)?.message).toContain("window.ratio.1 must be at least 17.");
  });

  test("the ends of the ranges are taken", () => {
    const melted = ask("ice", {
      hotG: 200_000,
      hotTempC: 100,
      iceG: 0,
      iceTempC: 0,
      iceWetShare: 0,
      vesselJPerK: 20_000,
      vesselTempC: 100,
      strengthPct: 30,
    });
    expect(melted.status).toBe(200);
    expect(
      ask("sheet", { ...GOOD, pins: { doseG: 20_000, brewRatio: 100 }, retentionGPerG: 5, extractionPct: 35 })
        .status,
    ).toBe(200);
  });

  test("limits that stand the wrong way round", () => {
    const brewWater = { stepG: 100, minSettingG: 3600, maxSettingG: 1200 };
    const basket = { shape: "flat", topDiameterMm: 100, bottomDiameterMm: 120, heightMm: 80 };
    const reply = ask("sheet", {
      ...GOOD,
      rounding: { brewWater },
      vessel: { brimG: 2000, workingG: 2100 },
      brewer: { basket, doseMinG: 9, doseMaxG: 8 },
    });
    expect(errorOf(reply)?.fields.toSorted()).toEqual([
      "brewer.basket.topDiameterMm",
      "brewer.doseMaxG",
      "rounding.brewWater.maxSettingG",
      "vessel.workingG",
    ]);
  });
});

const FLAT = { shape: "flat", topDiameterMm: 108, bottomDiameterMm: 108, heightMm: 80 };
const BREW = {
  doseG: 70,
  grindUm: 800,
  waterTempC: 94,
  basket: FLAT,
  pours: [{ atS: 0, waterG: 1200, rateGPerS: 4.4 }],
};
const { grindUm: _grind, ...TARGET } = BREW;
const STEEP = { doseG: 30, waterG: 480, grindUm: 800, waterTempC: 94, steepS: 240 };

describe("a brew forecast", () => {
  test("answers by its schema, with curves when they are asked for", () => {
    const { status, body } = ask("brew", BREW);
    expect(status).toBe(200);
    expect(CALCS.brew.output.safeParse(body).error).toBeUndefined();
    expect(body).not.toHaveProperty("curves");
    const drawn = ask("brew", { ...BREW, curves: true }).body;
    expect(CALCS.brew.output.safeParse(drawn).error).toBeUndefined();
    expect(drawn).toMatchObject({ ...(body as object), curves: {} });
  });

  test("every way to pour begins when it should", () => {
    const pours = [
      { atS: 0, waterG: 200, rateGPerS: 6 },
      { atS: 45, waterG: 400, rateGPerS: 6 },
      { afterDropMm: 5, waterG: 300, rateGPerS: 6 },
      { whenDrained: true, waterG: 300, rateGPerS: 6 },
    ];
    const { pourStartsS } = ask("brew", { ...BREW, pours }).body as { pourStartsS: number[] };
    expect(pourStartsS.slice(0, 2)).toEqual([0, 45]);
    expect(pourStartsS[3]).toBeGreaterThan(pourStartsS[2]!);
  });

  test.each<[object, string, string[]]>([
    [{ grindUm: 0 }, "badInput", ["grindUm"]],
    [{ grindUm: 5000 }, "badInput", ["grindUm"]],
    [{ waterTempC: 39 }, "badInput", ["waterTempC"]],
    [{ waterTempC: 100.5 }, "badInput", ["waterTempC"]],
    [{ pours: [] }, "badInput", ["pours"]],
    [{ pours: Array(10_000).fill(BREW.pours[0]) }, "badInput", ["pours"]],
    [{ pours: [{ waterG: 9, rateGPerS: 4 }] }, "badInput", ["pours.0"]],
    [
      { pours: [{ atS: 0, whenDrained: true, waterG: 9, rateGPerS: 4 }] },
      "badInput",
      ["pours.0.whenDrained"],
    ],
    [{ pours: [{ whenDrained: false, waterG: 9, rateGPerS: 4 }] }, "badInput", ["pours.0.whenDrained"]],
    [{ resolution: { layers: 1000 } }, "badInput", ["resolution.layers"]],
    [{ resolution: { stepS: 0 } }, "badInput", ["resolution.stepS"]],
    [{ steepS: 240 }, "badInput", ["steepS"]],
    [{ doseG: 2 }, "bedTooThin", ["doseG", "basket"]],
    [{ doseG: 400 }, "doseOverBasket", ["doseG", "basket"]],
    [{ retentionGPerG: 5, doseG: 240 }, "bedHoldsAllWater", ["pours"]],
    [{ pours: [BREW.pours[0], { ...BREW.pours[0], atS: 60 }] }, "poursOverlap", ["pours.1.atS"]],
    [{ grindUm: 50, factors: { permeability: 0.05 } }, "neverDrains", ["grindUm", "pours"]],
  ])("refuses %j", (change, code, fields) => {
    const { status, body } = ask("brew", { ...BREW, ...change });
    expect([status, errorOf({ body })?.code, errorOf({ body })?.fields]).toEqual([422, code, fields]);
    expect(errorOf({ body })?.message).toMatch(/^[A-Z\w].*\.$/);
  });

  test("too many pours are said as such", () => {
    const { body } = ask("brew", { ...BREW, pours: Array(101).fill(BREW.pours[0]) });
    expect(errorOf({ body })?.message).toBe("pours must hold at most 100.");
  });
});

describe("a fit", () => {
  const brews = (timeS: number) => [{ brew: BREW, timeS, strengthPct: 1.3 }];

  test("answers by its schema: a longer brew is a bed that lets less through", () => {
    const { status, body } = ask("fit", { brews: brews(400) });
    expect(status).toBe(200);
    expect(CALCS.fit.output.safeParse(body).error).toBeUndefined();
    const { permeability } = body as { permeability: number };
    expect(permeability).toBeLessThan(1);
    expect((ask("fit", { brews: brews(240) }).body as { permeability: number }).permeability).toBeGreaterThan(
      permeability,
    );
  });

  test("names what was not measured, what cannot be brewed, and what is too many", () => {
    expect(errorOf(ask("fit", { brews: [{ brew: BREW }] }))).toMatchObject({
      code: "nothingMeasured",
      fields: ["brews"],
    });
    const flooded = { brew: { ...BREW, doseG: 5000 }, timeS: 300 };
    expect(errorOf(ask("fit", { brews: [flooded] }))?.code).toBe("noForecast");
    expect(errorOf(ask("fit", { brews: [] }))?.code).toBe("badInput");
    const many = Array(61).fill({ brew: BREW, timeS: 300 });
    expect(errorOf(ask("fit", { brews: many }))?.fields).toEqual(["brews"]);
  });
});

describe("steeping and grinding", () => {
  test("steep answers by its schema, and names the water where there is too little", () => {
    const { body } = ask("steep", { ...STEEP, curves: true });
    expect(CALCS.steep.output.safeParse(body).error).toBeUndefined();
    expect(ask("steep", STEEP).body).not.toHaveProperty("curves");
    expect(errorOf(ask("steep", { ...STEEP, waterG: 30 }))).toMatchObject({
      code: "bedHoldsAllWater",
      fields: ["waterG"],
    });
  });

  test("grind finds the target's grind, finer for less water", () => {
    const short = { ...TARGET, pours: [{ atS: 0, waterG: 800, rateGPerS: 4.4 }] };
    const { body } = ask("grind", { source: BREW, target: short });
    const found = CALCS.grind.output.parse(body);
    expect(found.grindUm).toBeLessThan(800);
    expect(found.targetExtractionPct).toBeCloseTo(found.sourceExtractionPct, 2);
  });

  test("what fails says in which of the two brews", () => {
    const fields = (source: object, target: object) => errorOf(ask("grind", { source, target }))?.fields;
    expect(fields({ ...BREW, doseG: 400 }, TARGET)).toEqual(["source.doseG", "source.basket"]);
    expect(fields(BREW, { ...TARGET, doseG: 400 })).toEqual(["target.doseG", "target.basket"]);
    expect(fields(BREW, BREW)).toEqual(["target.grindUm"]);
  });

  test("an extraction that no grind reaches is said with the nearest", () => {
    const scant = { ...TARGET, pours: [{ atS: 0, waterG: 170, rateGPerS: 4.4 }] };
    const error = errorOf(ask("grind", { source: BREW, target: scant }));
    expect(error).toMatchObject({ code: "outOfReach", fields: ["target"] });
    expect(error?.message).toMatch(/The nearest is \d/);
  });
});

describe("whatever the schema lets in", () => {
  const mass = (most: number) => fc.double({ min: 1, max: most, noNaN: true });
  const messages = fc.record({
    doseG: mass(20_000),
    grindUm: fc.double({ min: 50, max: 3000, noNaN: true }),
    waterTempC: fc.double({ min: 40, max: 100, noNaN: true }),
    retentionGPerG: fc.double({ min: 0, max: 5, noNaN: true }),
    basket: fc.record({
      shape: fc.constantFrom("flat", "cone"),
      topDiameterMm: fc.double({ min: 50, max: 2000, noNaN: true }),
      bottomDiameterMm: fc.double({ min: 0, max: 50, noNaN: true }),
      heightMm: mass(2000),
    }),
    pours: fc.array(
      fc.record({
        whenDrained: fc.constant(true),
        waterG: mass(20_000),
        rateGPerS: fc.double({ min: 1, max: 10_000, noNaN: true }),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    resolution: fc.constant({ layers: 4, stepS: 5 }),
  });

  test("a brew is answered with figures or with an error, never with NaN or infinity", () => {
    fc.assert(
      fc.property(messages, (message) => {
        const { status, body } = ask("brew", message);
        if (status === 422) expect(errorOf({ body })?.code).not.toBe("badInput");
        else {
          const brew = CALCS.brew.output.parse(body);
          // Between the room's and the water's, give or take a rounding.
          expect(brew.meanSlurryTempC).toBeGreaterThan(20.99);
          expect(brew.meanSlurryTempC).toBeLessThan(message.waterTempC + 0.01);
        }
      }),
      // Numbers of any size have endless smaller ones to try: the first that fails is told as it is.
      { numRuns: 200, endOnFailure: true },
    );
  });
});

describe("in turns", () => {
  test("the same answers as at once", async () => {
    const bytes = utf8.encode(JSON.stringify([GOOD, 4, GOOD]));
    expect(await answerInTurns("sheet", bytes, async () => {})).toEqual(answer("sheet", bytes));
    for (const text of ["{", JSON.stringify(GOOD)]) {
      const one = utf8.encode(text);
      expect(await answerInTurns("sheet", one, async () => {})).toEqual(answer("sheet", one));
    }
  });

  test("stops between two items when nobody waits any more", async () => {
    let turns = 0;
    const breathe = async () => {
      if (++turns === 2) throw new Error("gone");
    };
    const bytes = utf8.encode(JSON.stringify(Array(100).fill(GOOD)));
    await expect(answerInTurns("sheet", bytes, breathe)).rejects.toThrow("gone");
    expect(turns).toBe(2);
  });
});

describe("many at once", () => {
  test("answered in order, a bad one by its error in its place", () => {
    const { status, body } = ask("sheet", [GOOD, { ...GOOD, pins: { doseG: 20 } }, [GOOD], 4, GOOD]);
    expect(status).toBe(200);
    const codes = (body as { error?: { code: string } }[]).map(({ error }) => error?.code);
    expect(codes).toEqual([undefined, "tooFewPins", "badInput", "badInput", undefined]);
  });

  test("none, one, ten thousand, and one more", () => {
    expect(ask("sheet", [])).toEqual({ status: 200, body: [] });
    expect((ask("sheet", [GOOD]).body as unknown[]).length).toBe(1);
    expect((ask("ice", Array(10_000).fill(0)).body as unknown[]).length).toBe(10_000);
    const over = ask("ice", Array(10_001).fill(0));
    expect([over.status, errorOf(over)?.code]).toEqual([413, "tooLarge"]);
  });

  test("a megabyte, and a byte more", () => {
    const padded = (size: number) => utf8.encode(JSON.stringify(GOOD).padEnd(size));
    expect(answer("sheet", padded(1_000_000)).status).toBe(200);
    const over = answer("sheet", padded(1_000_001));
    expect([over.status, errorOf(over)?.code]).toEqual([413, "tooLarge"]);
  });
});

describe("what is published", () => {
  test("input and output as JSON Schema 2020-12", () => {
    const { input, output } = jsonSchemaOf("sheet") as {
      input: Record<string, never>;
      output: Record<string, never>;
    };
    expect([input.$schema, output.$schema]).toEqual(
      Array(2).fill("https://json-schema.org/draft/2020-12/schema"),
    );
    const { required, additionalProperties, properties } = input as unknown as Record<string, unknown>;
    expect([required, additionalProperties]).toEqual([["serve", "retentionGPerG", "pins"], false]);
    expect(properties).toMatchObject({
      iceHeapGPerMl: { default: 0.58 },
      coffee: { properties: { densityGPerMl: { default: 0.4 } } },
    });
  });

  test("the OpenAPI page offers each computation with the same schema", () => {
    const { paths, openapi } = openApiDocument("1") as { openapi: string; paths: Record<string, never> };
    expect(openapi).toBe("3.1.0");
    expect(Object.keys(paths)).toEqual([
      "/api/v1/calc/sheet",
      "/api/v1/calc/ice",
      "/api/v1/calc/pot",
      "/api/v1/calc/brew",
      "/api/v1/calc/steep",
      "/api/v1/calc/grind",
      "/api/v1/calc/judge",
      "/api/v1/calc/bracket",
      "/api/v1/calc/sameCup",
      "/api/v1/calc/rescue",
      "/api/v1/calc/plan",
      "/api/v1/calc/fit",
      "/api/v1/bar",
      "/api/v1/bar/day",
      "/api/v1/bar/stream",
      "/api/v1/bar/events",
      "/api/v1/batches",
      "/api/v1/batches/{id}/cards",
      "/api/v1/bench/{kind}",
      "/api/v1/cards",
      "/api/v1/cards/{id}",
      "/api/v1/events",
      "/api/v1/events/stream",
      "/api/v1/care",
      "/api/v1/guides",
      "/api/v1/guides/{id}/events",
      "/api/v1/guides/{id}/end",
      "/api/v1/kept",
      "/api/v1/plan",
      "/api/v1/recipes",
      "/api/v1/sales",
      "/api/v1/shifts/{day}",
      "/api/v1/versions/{id}/cards",
      "/api/v1/wall",
    ]);
    expect(JSON.stringify(paths)).toContain(JSON.stringify(jsonSchemaOf("sheet").input));
  });
});

describe("a pot that something went wrong with", () => {
  test.each(rescueCases.map((each) => [each.name, each] as const))("%s", (_, { input, output }) => {
    const { status, body } = ask("rescue", input);
    expect(status).toBe(200);
    expect(nearly(body)).toEqual(nearly(output));
    expect(CALCS.rescue.output.safeParse(body).error).toBeUndefined();
  });

  const [{ input: POT }] = rescueCases as [(typeof rescueCases)[number]];
  const codeOf = (went: object) => errorOf(ask("rescue", { ...POT, went }));

  test("needs what its kind needs, and nothing else", () => {
    expect(codeOf({ kind: "spilt" })).toMatchObject({ code: "badInput", fields: ["went.g"] });
    expect(codeOf({ kind: "mixed", g: 200 })).toMatchObject({ fields: ["went.strengthPct"] });
    expect(codeOf({ kind: "extractionOff", extractionPct: 17, g: 4 })).toMatchObject({ fields: ["went.g"] });
    expect(codeOf({ kind: "spilt", g: -5 })).toMatchObject({ fields: ["went.g"] });
    expect(codeOf({ kind: "doseOff", g: -5 })).toBeUndefined();
    expect(codeOf({ kind: "burnt", g: 5 })).toMatchObject({ fields: ["went.kind"] });
  });

  test("says when more went missing than there was", () => {
    expect(codeOf({ kind: "spilt", g: 9000 })).toMatchObject({ code: "moreThanThere", fields: ["went"] });
  });
});

describe("a day's plan", () => {
  const [{ input: DAY, boundPerProduct }] = planCases as [(typeof planCases)[number]];
  const fieldsOf = (change: object) => errorOf(ask("plan", { ...DAY, ...change }))?.fields;

  test("has levels by product and slot, what they bring, and the worked bound", () => {
    const { status, body } = ask("plan", { ...DAY, days: 20 });
    expect(status).toBe(200);
    const plan = CALCS.plan.output.parse(body);
    expect(plan.levels.map(({ length }) => length)).toEqual([DAY.slots, DAY.slots]);
    for (const [i, bound] of boundPerProduct.entries()) expect(plan.boundPerProduct[i]).toBeCloseTo(bound, 4);
  });

  test("in turns is the same, and ends when nobody waits for it", async () => {
    const bytes = utf8.encode(JSON.stringify({ ...DAY, days: 5 }));
    expect(await answerInTurns("plan", bytes, async () => {})).toEqual(answer("plan", bytes));
    let turns = 0;
    const breathe = async () => {
      if (++turns === 3) throw new Error("gone");
    };
    await expect(answerInTurns("plan", bytes, breathe)).rejects.toThrow("gone");
    expect(turns).toBe(3);
  });

  test("says which figure cannot be", () => {
    expect(fieldsOf({ handsMin: [1, 2] })).toEqual(["handsMin"]);
    expect(fieldsOf({ nowSlot: 10 })).toEqual(["nowSlot"]);
    expect(fieldsOf({ slots: 11 })).toEqual(["handsMin", "products.0.meanCups", "products.1.meanCups"]);
    expect(fieldsOf({ pins: [{ product: "tea", card: "large", readySlot: 4 }] })).toEqual(["pins.0.product"]);
    const [first, ...others] = DAY.products;
    const change = (to: object) => fieldsOf({ products: [{ ...first, ...to }, ...others] });
    expect(change({ varianceToMean: 0.5 })).toEqual(["products.0.varianceToMean"]);
    expect(change({ options: first!.options.toReversed() })).toEqual(["products.0.options.0.cups"]);
    expect(change({ options: [{ ...first!.options[0], holdSlots: 0 }] })).toEqual([
      "products.0.options.0.holdSlots",
    ]);
  });
});

describe("a pot", () => {
  const POT = { liquidG: 2600, strengthPct: 1.35, tempC: 84, roomTempC: 21, minutes: 40 };

  test("cools by its own time, or is held on a plate and grows stronger", () => {
    expect(ask("pot", { ...POT, tauMin: 600 })).toMatchObject({ body: { liquidG: 2600, strengthPct: 1.35 } });
    expect(ask("pot", { ...POT, heldTempC: 80, evaporationGPerH: 90 })).toMatchObject({
      body: { liquidG: 2540, tempC: 80 },
    });
  });

  test("says one of two ways, stays within its ranges, and tells when it is dry", () => {
    const codeOf = (change: object) =>
      (ask("pot", { ...POT, ...change }).body as { error: { code: string; fields: string[] } }).error;
    expect(codeOf({})).toMatchObject({ code: "badInput" });
    expect(codeOf({ tauMin: 600, heldTempC: 80 })).toMatchObject({ code: "badInput", fields: ["heldTempC"] });
    expect(codeOf({ tauMin: 0 })).toMatchObject({ code: "badInput", fields: ["tauMin"] });
    expect(codeOf({ tauMin: 600, minutes: 1e9 })).toMatchObject({ code: "badInput", fields: ["minutes"] });
    expect(codeOf({ heldTempC: 80, evaporationGPerH: 20_000, minutes: 30 })).toMatchObject({
      code: "potBoiledDry",
      fields: ["minutes", "evaporationGPerH"],
    });
  });
});

test("curves are as many points as a drawing shows, however fine the steps; finer ones than allowed are refused", () => {
  const brew = {
    doseG: 60,
    grindUm: 800,
    waterTempC: 93,
    basket: { shape: "flat", topDiameterMm: 118, bottomDiameterMm: 104, heightMm: 74 },
    pours: [{ atS: 0, waterG: 960, rateGPerS: 4 }],
    curves: true,
  };
  const fine = ask("brew", { ...brew, resolution: { stepS: 0.1 } });
  expect((fine.body as { curves: { timeS: number[] } }).curves.timeS.length).toBeLessThanOrEqual(241);
  const tooFine = ask("brew", { ...brew, resolution: { stepS: 300 / 10_000 } });
  expect(tooFine.body).toMatchObject({ error: { code: "badInput", fields: ["resolution.stepS"] } });
});

const BRACKET = {
  dial: { min: 0, max: 24, step: 0.5, higherIs: "coarser" },
  prior: { setting: 10, sd: 2 },
  batches: [],
  likedHalfWidth: 1,
  tasteSd: 0.75,
};

describe("trials", () => {
  test("the worked cases come through their schemas, and their answers are what is published", () => {
    for (const [name, cases] of [
      ["bracket", bracketCases as readonly Case[]],
      ["sameCup", sameCupCases as readonly Case[]],
      ["judge", judgeCases as readonly Case[]],
    ] as const) {
      const bodies = ask(
        name,
        cases.map(({ input }) => input),
      ).body as object[];
      bodies.forEach((body, i) => {
        expect(CALCS[name].output.safeParse(body).error, cases[i]!.name).toBeUndefined();
        for (const [key, value] of Object.entries(cases[i]!.output ?? {})) {
          if (typeof value === "string") expect((body as Record<string, unknown>)[key]).toBe(value);
          else expectFigures((body as Record<string, unknown>)[key], value, `${cases[i]!.name}.${key}`);
        }
      });
    }
  });

  test.each([
    ["bracket", { ...BRACKET, dial: { ...BRACKET.dial, max: -1 } }, "dial.max"],
    ["bracket", { ...BRACKET, dial: { ...BRACKET.dial, step: 0.0001 } }, "dial.step"],
    ["bracket", { ...BRACKET, prior: { setting: 3, sd: 0 } }, "prior.sd"],
    [
      "bracket",
      { ...BRACKET, batches: [{ setting: 3, tooFine: 1.2, tooCoarse: 0, right: 0 }] },
      "batches.0.tooFine",
    ],
    ["sameCup", { kind: "triangle", cups: 6, right: 7 }, "cups"],
    ["sameCup", { kind: "triangle", cups: 0, right: 0 }, "cups"],
    ["judge", { serve: "hot", method: "batch", signs: { bed: "golden" }, tasted: [] }, "signs.bed"],
    ["judge", { serve: "hot", method: "batch", signs: { foam: true }, tasted: [] }, "signs.foam"],
    [
      "judge",
      { serve: "hot", method: "batch", signs: {}, tasted: [{ acidity: "sharp" }] },
      "tasted.0.minutes",
    ],
    [
      "judge",
      { serve: "hot", method: "batch", signs: {}, tasted: [], metered: { strengthPct: 140 } },
      "metered.strengthPct",
    ],
  ])("%s refuses what cannot be, at its field", (name, message, field) => {
    expect(errorOf(ask(name, message))).toMatchObject({ code: "badInput", fields: [field] });
  });
});
