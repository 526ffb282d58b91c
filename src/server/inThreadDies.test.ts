import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeEach, expect, test, vi } from "vitest";
import { answerInThread } from "./inThread.ts";

const folder = mkdtempSync(join(tmpdir(), "tumbek-threads-"));
const log = join(folder, "log");
const SHEET = new TextEncoder().encode("{}");
const forEver = () => new AbortController().signal;
const begun = () => readFileSync(log, "utf8").trim().split("\n").length;

/** A thread that writes down that it was begun, and does so with a question, given how many were begun. */
function threadThat(does: string) {
  const file = join(folder, "thread.mjs");
  writeFileSync(
    file,
    `import { appendFileSync, readFileSync } from "node:fs";
    import { parentPort } from "node:worker_threads";
    appendFileSync(${JSON.stringify(log)}, "begun\\n");
    const begun = readFileSync(${JSON.stringify(log)}, "utf8").trim().split("\\n").length;
    parentPort.on("message", ({ id }) => { ${does} });`,
  );
  vi.stubEnv("TUMBEK_CALC_THREAD", file);
}

beforeEach(() => rmSync(log, { force: true }));
afterAll(() => {
  vi.unstubAllEnvs();
  rmSync(folder, { recursive: true });
});

test("a question over which two threads died is answered as failed, with what they died of", async () => {
  threadThat(`throw new Error("no memory is left");`);
  await expect(answerInThread("sheet", SHEET, forEver())).rejects.toThrow("no memory is left");
  expect(begun()).toBe(2);
});

test("one over which a thread died once is asked again, and answered", async () => {
  threadThat(`if (begun === 1) throw new Error("no memory is left");
    parentPort.postMessage({ id, answer: { status: 200, body: String(begun) } });`);
  expect(await answerInThread("sheet", SHEET, forEver())).toEqual({ status: 200, body: "2" });
});
