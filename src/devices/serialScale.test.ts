import { expect, test } from "vitest";
import { expressionOf, gramsIn, type LineFormat, serialScale, type TextPort } from "./serialScale.ts";

const PLAIN: LineFormat = { pattern: "", unit: "g" };

test.each<readonly [string, Partial<LineFormat>, number | undefined]>([
  ["S S      182.4 g", {}, 182.4],
  ["ST,GS,+  0.1822kg", {}, 182.2],
  ["-  3,5", {}, -3.5],
  ["6.43 oz", {}, 182.29],
  ["6.43", { unit: "oz" }, 182.29],
  ["0.182", { unit: "kg" }, 182],
  // Switched to another unit, the line is right and the setting is old.
  ["182.4 g", { unit: "oz" }, 182.4],
  ["N 12 W 182.4", { pattern: "W ([0-9.]+)" }, 182.4],
  ["N 12", { pattern: "W ([0-9.]+)" }, undefined],
  ["182.4", { pattern: "([" }, undefined],
  ["overload", {}, undefined],
  ["", {}, undefined],
])("the line “%s” with %j says %s g", (line, format, massG) => {
  const said = gramsIn(line, { ...PLAIN, ...format });
  if (massG === undefined) expect(said).toBeUndefined();
  else expect(said).toBeCloseTo(massG, 1);
});

test("a pattern needs one group, and to be one", () => {
  expect(expressionOf("W ([0-9.]+)")).toBeDefined();
  for (const pattern of ["W [0-9.]+", "([", "(?:[0-9]+)"]) expect(expressionOf(pattern)).toBeUndefined();
});

/** A serial port that a test types on. */
function simulatedPort() {
  let types: ReadableStreamDefaultController<Uint8Array> | undefined;
  const readable = new ReadableStream<Uint8Array>({
    start: (controller) => {
      types = controller;
    },
  });
  const bytes = new TextEncoder();
  return {
    port: { readable } satisfies TextPort,
    type: (text: string) => types?.enqueue(bytes.encode(text)),
    typeBytes: (part: Uint8Array) => types?.enqueue(part),
    pull: () => types?.error(new Error("pulled")),
  };
}

const heard = () => new Promise((done) => setTimeout(done));

test("a scale on a port is read line by line, however its lines arrive", async () => {
  const { port, type } = simulatedPort();
  const scale = serialScale("scale", port, PLAIN);
  const seen: number[] = [];
  const end = scale.watch(() => seen.push(scale.read()));
  for (const part of ["1", "2.5 g\r\n13", ".0 g\r\n\r\nover", "load\r\n14 g\n15 g\n16"]) type(part);
  await heard();
  // The last line is not at its end yet.
  expect(seen).toEqual([12.5, 13, 14, 15]);
  end();
  type(" g\n");
  await heard();
  expect(seen).toHaveLength(4);
  expect(scale.read()).toBe(16);
});

test("noise on the cable, a long line and a pulled plug end nothing", async () => {
  const { port, type, typeBytes, pull } = simulatedPort();
  const scale = serialScale("scale", port, PLAIN);
  typeBytes(Uint8Array.from({ length: 64 }, (_, i) => 128 + i));
  type(`${"x".repeat(5000)}\n42 g\n`);
  await heard();
  expect(scale.read()).toBe(42);
  pull();
  await heard();
  expect(scale.read()).toBe(42);
});

test("a port without a stream shows nothing", () => {
  expect(serialScale("scale", { readable: null }, PLAIN).read()).toBe(0);
});
