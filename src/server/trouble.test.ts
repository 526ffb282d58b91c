import { expect, test, vi } from "vitest";
import { OutcomeUnknown } from "#data/failures.ts";
import { readLog } from "#tests/serverLog.ts";
import { Refusal, troubleOf } from "./action.ts";
import { ThreadBusy } from "./inThread.ts";
import { refuse } from "./route.ts";

vi.mock("next/headers", () => ({ headers: async () => new Headers(), cookies: async () => ({}) }));

const driver = (fields: object) => new Error("query", { cause: Object.assign(new Error("driver"), fields) });

test.each([
  [
    "an outcome that is unknown",
    new OutcomeUnknown(driver({ code: "ECONNRESET" })),
    "unknown",
    503,
    /may have been kept/,
  ],
  [
    "a connection that was closed",
    driver({ code: "PROTOCOL_CONNECTION_LOST" }),
    "gone",
    503,
    /does not answer/,
  ],
  ["a node that lost its cluster", driver({ errno: 1047 }), "gone", 503, /does not answer/],
  ["a lock that never came", driver({ errno: 1205 }), "wait", 429, /Others are changing the same/],
  ["a pool that has no turn left", new ThreadBusy(), "wait", 429, /did not get to it/],
  ["something that is not there any more", driver({ errno: 1452 }), "notThere", 404, /not there any more/],
  ["a figure that no column keeps", driver({ errno: 1264 }), "badInput", 422, /more than the house can keep/],
  ["a disk that is full", driver({ errno: 1021 }), "full", 507, /disk of the machine/],
  ["a refusal", new Refusal("No.", { code: "stale", field: "name" }), "stale", 409, /^No\.$/],
] as const)("%s is told as what it is", async (_what, error, code, status, sentence) => {
  const trouble = troubleOf(error);
  expect(trouble.code).toBe(code);
  expect(trouble.message).toMatch(sentence);
  // Whether it was kept is never denied where nobody knows.
  if (code === "unknown") expect(trouble.message).not.toMatch(/not (saved|kept)/);
  const answer = refuse(trouble);
  expect(answer.status).toBe(status);
  expect((await answer.json()).error).toMatchObject({ code, fields: trouble.field ? [trouble.field] : [] });
});

test("what nobody expected is written down and said", () => {
  const log = readLog();
  expect(troubleOf(new Error("a bug")).code).toBe("failed");
  expect(log.said()).toContain("a bug");
  log.end();
});
