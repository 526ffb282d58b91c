import { describe, expect, test } from "vitest";
import { forecastBrew } from "#core/brew";
import { umAt } from "#core/grind";
import { must } from "#core/result";
import { CHOUGH } from "#tests/grinders.ts";
import { FULMAR, LOFT, NOTHING_YET, SPREAD } from "#tests/planned.ts";
import {
  type Asking,
  brewInputOf,
  type DialPick,
  firstOf,
  mendsOf,
  outlookAt,
  outlookOf,
  type Plan,
  pickedAlone,
  type Study,
  type Sweep,
  stretchedPlan,
  studySweep,
  sweepDial,
  sweepRatio,
} from "./index.ts";

const ASKING: Asking = {
  source: brewInputOf(LOFT, 800),
  plan: FULMAR,
  byHand: false,
  dial: CHOUGH,
  settings: { source: 9.5, standard: 10 },
  teaching: NOTHING_YET,
  pick: "best",
  spread: SPREAD,
  mending: { others: [] },
};
/** Twice the hand recipe, in its own cone. */
const TWICE: Asking = {
  ...ASKING,
  plan: { ...LOFT, doseG: 2 * LOFT.doseG, waterG: 2 * LOFT.waterG },
  byHand: true,
};
const WITHOUT_STANDARD = { ...ASKING, settings: { source: 9.5 } };
const HOPELESS = { ...ASKING, source: { ...ASKING.source, doseG: 900 } };

function done<T>(sweep: Sweep<T>): T {
  for (;;) {
    const step = sweep.next();
    if (step.done) return step.value;
    expect(step.value.done).toBeLessThanOrEqual(step.value.of);
  }
}

describe("what is picked", () => {
  const pickedBy = (pick: DialPick, asking = ASKING) => must(firstOf({ ...asking, pick })).picked;

  test("is the answer that is asked for, at its step of the dial, with its curves", () => {
    const { ladder } = must(firstOf(ASKING));
    for (const { by, at } of ladder.rungs) {
      const picked = pickedBy(by);
      expect(picked).toMatchObject({ by, setting: at.setting });
      const { curves, ...outlook } = must(picked.outlook);
      expect(outlook).toEqual(must(outlookOf(FULMAR, umAt(CHOUGH.curve, at.setting))));
      expect(curves.timeS.length).toBeGreaterThan(10);
    }
    expect(pickedBy("best")).toMatchObject({ by: "standard", setting: 10 });
  });

  test("a setting by hand is no answer's", () => {
    expect(pickedBy(12.5)).toMatchObject({ by: undefined, setting: 12.5 });
  });

  test("where an answer has no rung the one that is taken first stands in for it", () => {
    expect(pickedBy("rule").by).toBe("standard");
    expect(pickedBy("standard", WITHOUT_STANDARD).by).toBe("extraction");
  });

  test("where nothing can be brewed it is the source's own setting, and says why", () => {
    const deep: Plan = { ...FULMAR, doseG: 900 };
    const { by, setting, outlook } = pickedBy("best", { ...WITHOUT_STANDARD, plan: deep });
    expect({ by, setting }).toEqual({ by: "source", setting: 9.5 });
    expect(outlook.ok ? undefined : outlook.failure.code).toBe("doseOverBasket");
    const bare = pickedBy("best", { ...ASKING, plan: deep, settings: {} });
    expect(bare).toMatchObject({ by: undefined, setting: CHOUGH.min });
  });

  test("a source that cannot be brewed is said", () => {
    const answer = firstOf(HOPELESS);
    expect(answer.ok ? undefined : answer.failure.code).toBe("doseOverBasket");
  });

  test("alone it is what it is beside the others, where it has a rung of its own", () => {
    for (const asking of [ASKING, WITHOUT_STANDARD, TWICE])
      for (const pick of ["best", "source", "contact", "extraction", "learned", 11] as const) {
        const { ladder: _, ...rest } = must(firstOf({ ...asking, pick }));
        expect(pickedAlone({ ...asking, pick })).toEqual(rest);
      }
    expect(pickedAlone({ ...WITHOUT_STANDARD, pick: "standard" })).toBeUndefined();
    expect(pickedAlone({ ...HOPELESS, pick: "source" })).toBeUndefined();
  });
});

describe("a hand", () => {
  const stretchOf = (asking: Asking) => {
    const { programme } = stretchedPlan(asking);
    return programme.by === "hand" ? programme.stretch : undefined;
  };

  test("pours a larger bed more slowly, and itself as it does", () => {
    expect(stretchOf(TWICE)).toBeGreaterThan(1.1);
    expect(must(firstOf(TWICE)).stretch).toBe(stretchOf(TWICE));
    expect(stretchOf({ ...TWICE, plan: LOFT })).toBeCloseTo(1, 2);
  });

  test("that pours neither source nor plan stretches nothing", () => {
    expect(stretchedPlan(ASKING)).toBe(FULMAR);
    expect(stretchedPlan({ ...ASKING, byHand: true })).toBe(FULMAR);
    expect(stretchedPlan({ ...TWICE, byHand: false })).toBe(TWICE.plan);
    expect(must(firstOf(ASKING)).stretch).toBeUndefined();
  });
});

describe("the study", () => {
  const study = (setting: number, asking = ASKING): Study => done(studySweep(asking, setting));

  test("is the sweeps and the mends of the plan itself", () => {
    const { alongDial, alongRatio, sureness, mends } = study(7);
    expect(alongDial).toEqual(done(sweepDial(FULMAR, CHOUGH)));
    expect(alongRatio).toEqual(done(sweepRatio(FULMAR, CHOUGH, 7)));
    const [low, high] = sureness!.strengthPct;
    const { strengthPct } = must(outlookAt(FULMAR, CHOUGH, 7));
    expect(low).toBeLessThan(strengthPct);
    expect(high).toBeGreaterThan(strengthPct);
    const source = must(forecastBrew(ASKING.source));
    expect(mends).toEqual(done(mendsOf({ plan: FULMAR, dial: CHOUGH, setting: 7, source, others: [] })));
    expect(mends.length).toBeGreaterThan(0);
  });

  test("says the same each time, and mends nothing that nothing is said against", () => {
    const { mends, ...rest } = study(11.5);
    expect(must(outlookAt(FULMAR, CHOUGH, 11.5)).checks).toEqual([]);
    expect(mends).toEqual([]);
    // Of a source that cannot be brewed nothing is known to mend by.
    expect(study(11.5, HOPELESS)).toEqual({ ...rest, mends: [] });
    expect(study(7, HOPELESS).mends).toEqual([]);
  });

  test("is of the plan as the hand pours it", () => {
    const plan = stretchedPlan(TWICE);
    expect(study(9.5, TWICE).alongRatio).toEqual(done(sweepRatio(plan, CHOUGH, 9.5)));
  });

  test("looks for a mend also where the setting cannot be brewed at all", () => {
    const wide: Plan = { ...FULMAR, basket: { ...FULMAR.basket, topDiameterMm: 190, bottomDiameterMm: 165 } };
    const deep: Plan = { ...FULMAR, basket: { ...FULMAR.basket, heightMm: 20 } };
    const asking = { ...ASKING, plan: deep, mending: { others: [{ name: "wide one", plan: wide }] } };
    expect(study(9, asking).mends).toMatchObject([{ by: "basket", name: "wide one" }]);
  });
});
