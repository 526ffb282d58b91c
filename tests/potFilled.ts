import { v7 as uuidv7 } from "uuid";
import type { SentEvent } from "#contract/bar.ts";
import { DEMO_IDS } from "#data/demo/bench.ts";

type Filled = Extract<SentEvent, { kind: "potFilled" }>;

/** A pot that is filled at a moment with coffee that nobody says anything of: hot, in the left dispenser. */
export function potFilled(at: Date, change: Partial<Filled> = {}): Filled {
  return {
    kind: "potFilled",
    id: uuidv7(),
    at: at.toISOString(),
    brewedAt: at.toISOString(),
    vesselId: DEMO_IDS.vessels.left,
    cardId: null,
    batchId: null,
    coffeeId: null,
    serve: "hot",
    liquidG: 2800,
    strengthPct: null,
    tempC: null,
    ...change,
  };
}
