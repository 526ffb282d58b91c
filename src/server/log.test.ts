import { expect, test } from "vitest";
import { readLog } from "#tests/serverLog.ts";
import { logFailure } from "./log.ts";

/** What is written to the server's log for an error. */
function logged(error: unknown) {
  const log = readLog();
  logFailure(error);
  const line = log.said();
  log.end();
  return { line, said: JSON.parse(line) as Record<string, unknown> };
}

test("a failure is one line with its time, its kind and where it came from, through every cause", () => {
  const { line, said } = logged(new Error("the page broke", { cause: new TypeError("no such thing") }));
  expect(line.trim().split("\n")).toHaveLength(1);
  expect(said).toMatchObject({ level: "error", msg: "TypeError: no such thing" });
  expect(said.time).toMatch(/^\d{4}-\d\d-\d\dT/);
  const where = said.where as string[][];
  expect(where).toHaveLength(2);
  for (const frames of where) expect(frames[0]).toMatch(/^at /);
});

test("nothing of what a query was given is in it", () => {
  const driver = Object.assign(new Error("Duplicate entry 'Ida Quill' for key 'people_name'"), {
    errno: 1062,
    sql: "INSERT INTO people VALUES ('Ida Quill')",
  });
  const query = new Error("Failed query: insert into people\nparams: Ida Quill,5a17:ha54", { cause: driver });
  const { line, said } = logged(query);
  expect(line).not.toMatch(/Ida Quill|ha54/);
  expect(said.msg).toBe("Error: Duplicate entry '…' for key '…'");
});

test("what is no error is said as it is", () => {
  expect(logged("only words").said).toMatchObject({ msg: "only words", where: [[]] });
});
