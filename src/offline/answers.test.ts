import "fake-indexeddb/auto";
import { expect, test } from "vitest";
import { forgetAnswersOfOthers, keepAnswer, keptAnswer } from "./answers.ts";

test("an answer is kept for one person under its name, and goes when another one comes", async () => {
  const ofIda = { personId: "ida", name: "bar pier" };
  const ofMirren = { personId: "mirren", name: "bar pier" };
  await keepAnswer(ofIda, { n: 1 });
  await keepAnswer(ofIda, { n: 2 });
  await keepAnswer(ofMirren, { n: 7 });
  expect(await keptAnswer(ofIda)).toEqual({ n: 2 });
  expect(await keptAnswer({ ...ofIda, name: "plan pier" })).toBeUndefined();
  await forgetAnswersOfOthers("mirren");
  expect(await keptAnswer(ofIda)).toBeUndefined();
  expect(await keptAnswer(ofMirren)).toEqual({ n: 7 });
});
