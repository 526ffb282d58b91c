import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { readCare } from "#data/care.ts";
import { BARISTA, CARE_TASKS, LEAD, PIER_HEAD } from "#data/demo/bench.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";

// A tablet marks care as done without a network, and sends it when the network is back.

const NOW = new Date("2026-07-14T08:30:00Z");
let fresh: OwnDatabase;
let keepMark: typeof import("#server/care.ts").keepMark;

beforeAll(async () => {
  fresh = await demoDatabase("care_marks", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  ({ keepMark } = await import("#server/care.ts"));
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

const [task] = CARE_TASKS;
const lastDone = async () =>
  (await readCare(fresh.db, PIER_HEAD, NOW)).find(({ id }) => id === task!.id)?.lastDone ?? null;
const barista = { personId: BARISTA, at: NOW };
const mark = (over: object = {}) => ({
  id: uuidv7(),
  taskId: task!.id,
  // Twenty minutes ago, on a clock that is ten minutes ahead.
  at: "2026-07-14T08:20:00Z",
  sentAt: "2026-07-14T08:40:00Z",
  isTakenBack: false,
  ...over,
});

test("a mark counts from when it was made, whatever the device's clock says; sent twice it is one", async () => {
  const before = await lastDone();
  const done = mark();
  await keepMark(done, barista);
  await keepMark({ ...done, sentAt: "2026-07-14T08:41:00Z" }, barista);
  expect(await lastDone()).toEqual(new Date("2026-07-14T08:10:00Z"));
  // Of what was done later by a clock that runs ahead of itself, nothing lies in the future.
  const ahead = mark({ at: "2026-07-14T09:00:00Z" });
  await keepMark(ahead, barista);
  expect(await lastDone()).toEqual(NOW);
  // Clocks that are centuries off are no date that a database could not keep.
  const centuries = mark({ at: "0001-01-01T00:00:00Z", sentAt: "9999-12-31T23:59:59Z" });
  await keepMark(centuries, barista);
  expect(await lastDone()).toEqual(NOW);
  // Nobody takes back what another one did.
  await keepMark({ ...ahead, isTakenBack: true }, { personId: LEAD, at: NOW });
  expect(await lastDone()).toEqual(NOW);
  for (const own of [ahead, centuries, done]) await keepMark({ ...own, isTakenBack: true }, barista);
  expect(await lastDone()).toEqual(before);
});

test("a mark of a task that is gone, or of another task under its id, is refused with a sentence", async () => {
  await expect(keepMark(mark({ taskId: uuidv7() }), barista)).rejects.toMatchObject({
    code: "notThere",
  });
  const done = mark();
  await keepMark(done, barista);
  await expect(keepMark({ ...done, taskId: CARE_TASKS[1]!.id }, barista)).rejects.toThrow(
    /Another task was marked under that id/,
  );
});
