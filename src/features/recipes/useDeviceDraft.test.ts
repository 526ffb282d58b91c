import { expect, test } from "vitest";
import { BLANK } from "#core/recipe";
import { deviceDraft } from "./useDeviceDraft.ts";

const DRAFT = { name: "Loft cone", brewerId: "b", grinderId: null, coffeeId: "c", recipe: BLANK };

test("what was written comes back as it was", () => {
  const written = { ...DRAFT, name: "Loft cone, finer", recipe: { ...BLANK, doseG: 21 } };
  expect(deviceDraft(JSON.stringify(written), DRAFT)).toEqual(written);
});

test("nothing comes back of another shape, of half a text, or of none", () => {
  const { name: _, ...nameless } = DRAFT;
  const { doseG: __, ...doseless } = BLANK;
  for (const text of [
    null,
    "",
    "{",
    "null",
    "7",
    JSON.stringify(nameless),
    JSON.stringify({ ...DRAFT, recipe: doseless }),
  ])
    expect(deviceDraft(text, DRAFT)).toBeUndefined();
});
