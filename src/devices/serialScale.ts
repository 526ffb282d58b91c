import { G_PER_OZ } from "#core/units";
import type { Device } from "./port.ts";

/** How a scale says its weight: the first number of a line that fits, in a unit. */
export interface LineFormat {
  /** A regular expression whose first group is the number; empty for the first number of the line. */
  readonly pattern: string;
  readonly unit: "g" | "kg" | "oz";
}

const FIRST_NUMBER = /([+-]?\s*\d+(?:[.,]\d+)?)/;
/** A scale that was switched to another unit mostly says so behind its figure. */
const UNIT_SAID = /\d\s*(kg|g|oz)\b/i;
const G_PER: { readonly [unit in LineFormat["unit"]]: number } = { g: 1, kg: 1000, oz: G_PER_OZ };
/** No line of a scale is longer; what is longer is noise of the cable. */
const MOST_LINE = 200;

/** Grams in a line of text, in the unit that it says, else in the one that was set; undefined where it says none. */
export function gramsIn(line: string, { pattern, unit }: LineFormat): number | undefined {
  const found = (pattern === "" ? FIRST_NUMBER : expressionOf(pattern))?.exec(line)?.[1];
  if (found === undefined) return undefined;
  const value = Number(found.replaceAll(/\s/g, "").replace(",", "."));
  if (!Number.isFinite(value)) return undefined;
  return G_PER[(UNIT_SAID.exec(line)?.[1]?.toLowerCase() as LineFormat["unit"] | undefined) ?? unit] * value;
}

/** A pattern as an expression; undefined where it is none, or has no group. */
export function expressionOf(pattern: string): RegExp | undefined {
  try {
    return /\((?!\?)/.test(pattern) ? new RegExp(pattern) : undefined;
  } catch {
    return undefined;
  }
}

/** The part of the browser's serial port that a scale needs. */
export interface TextPort {
  readonly readable: ReadableStream<Uint8Array> | null;
}

/** A scale that sends a line of text for each reading. */
export function serialScale(name: string, port: TextPort, format: LineFormat): Device {
  const listeners = new Set<() => void>();
  let shown = 0;
  void (async () => {
    if (!port.readable) return;
    const decoder = new TextDecoder();
    let rest = "";
    for await (const chunk of chunksOf(port.readable)) {
      const lines = (rest + decoder.decode(chunk, { stream: true })).split(/[\r\n]+/);
      rest = (lines.pop() ?? "").slice(-MOST_LINE);
      for (const line of lines) {
        const massG = gramsIn(line, format);
        if (massG === undefined) continue;
        shown = massG;
        for (const listener of listeners) listener();
      }
    }
  })();
  return {
    name,
    unit: "g",
    read: () => shown,
    watch: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

/** A stream's chunks until it ends, or its cable is pulled. */
async function* chunksOf(stream: ReadableStream<Uint8Array>): AsyncGenerator<Uint8Array, void> {
  const reader = stream.getReader();
  try {
    for (let part = await reader.read(); !part.done; part = await reader.read()) yield part.value;
  } catch {
    // A pulled cable ends the readings: what was typed counts from then on.
  } finally {
    reader.releaseLock();
  }
}
