"use client";

import { Plus, X } from "lucide-react";
import { memo } from "react";
import { HAND_ACTS, type HandStep, MOMENTS } from "#core/recipe";
import { Button } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { WordsField } from "#ui/wordsField.tsx";
import { HAND_ACT_WORDS, MOMENT_WORDS } from "#words/recipes";

interface HandStepsProps {
  readonly steps: readonly HandStep[];
  readonly onSteps: (steps: readonly HandStep[]) => void;
  readonly at: (field: string) => string | undefined;
}

const FIRST: HandStep = { when: "first drops", atS: null, act: "stir", note: "", staysG: null };
const MOST_STEPS = 40;

/** Acts of the hand beside the water: a stir at the first drops, a lid, the plate off, into a second pot. */
export const HandSteps = memo(function HandSteps({ steps, onSteps, at }: HandStepsProps) {
  const change = (i: number, to: Partial<HandStep>) =>
    onSteps(steps.map((step, place) => (place === i ? { ...step, ...to } : step)));
  return (
    <div>
      <ul>
        {steps.map((step, i) => (
          // Steps have no name but their place.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <li key={i} className="flex flex-wrap items-start gap-2 border-rim/20 border-t py-1">
            <ChoiceField
              label={`step ${i + 1}, when`}
              value={step.when}
              options={MOMENTS.map((value) => ({ value, text: MOMENT_WORDS[value] }))}
              onChange={(when) => change(i, { when, atS: when === "at" ? (step.atS ?? 60) : null })}
            />
            {step.when === "at" && (
              <div className="w-24">
                <FigureField
                  label={`step ${i + 1}, at`}
                  field={`steps.${i}.atS`}
                  kind="time"
                  value={step.atS}
                  bounds={[0, 86_400]}
                  trouble={at(`steps.${i}.atS`)}
                  onValue={(atS) => change(i, { atS })}
                />
              </div>
            )}
            <ChoiceField
              label={`step ${i + 1}, what`}
              value={step.act}
              options={HAND_ACTS.map((value) => ({ value, text: HAND_ACT_WORDS[value] }))}
              onChange={(act) => change(i, { act, staysG: act === "transfer" ? (step.staysG ?? 0) : null })}
            />
            {step.act === "transfer" && (
              <div className="w-28">
                <FigureField
                  label={`step ${i + 1}, stays behind`}
                  field={`steps.${i}.staysG`}
                  kind="g"
                  value={step.staysG}
                  bounds={[0, 200_000]}
                  onValue={(staysG) => change(i, { staysG })}
                />
              </div>
            )}
            <div className="min-w-48 flex-1">
              <WordsField
                label={`step ${i + 1}, how`}
                value={step.note}
                onValue={(note) => change(i, { note })}
              />
            </div>
            <Button
              look="icon"
              className="mt-5"
              aria-label={`take step ${i + 1} away`}
              onClick={() => onSteps(steps.filter((_, place) => place !== i))}
            >
              <X size={16} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      <Button disabled={steps.length >= MOST_STEPS} onClick={() => onSteps([...steps, FIRST])}>
        <Plus size={16} aria-hidden /> Add a step by hand
      </Button>
    </div>
  );
});
