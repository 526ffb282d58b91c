import { Check } from "lucide-react";
import type { PlannedStep } from "#contract/guideKinds.ts";
import { useBar } from "#parts/bar/barContext.ts";
import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { cautionsOf, closeEnough } from "#words/cards";
import { firstWaterWords, stepWords } from "#words/guide";
import type { GuideHappening, GuideNow } from "./useGuides.ts";

interface PreparePanelProps {
  readonly now: GuideNow;
  readonly mayBrew: boolean;
  readonly onHappening: (happening: GuideHappening) => void;
}

/** What is got ready before the water, each thing ticked off as it is done; then the first water. */
export function PreparePanel({ now: { guide, state }, mayBrew, onHappening }: PreparePanelProps) {
  const units = useUnits();
  const steps = guide.steps.filter(({ phase }) => phase === "prepare");
  const first = guide.steps.find(({ phase }) => phase === "brew") as PlannedStep;
  const open = steps.filter(({ id }) => !state.ticked.includes(id));
  const pot = useBar()?.view.pots.find(({ id }) => id === guide.batch.vesselId);
  return (
    <Panel label="Get ready">
      {pot?.standing && (
        <p role="status" className="mb-2 rounded-panel border-2 border-due px-3 py-2">
          <bdi>{pot.name}</bdi> still holds {units.printLiquid(Math.round(pot.standing.liquidG))}
          {pot.coffee && ` of ${pot.coffee}`}: empty it first, and say so on its page.
        </p>
      )}
      <ol className="grid gap-2 sm:grid-cols-2" aria-label="get ready">
        {steps.map((step) => {
          const { title, detail } = stepWords(step, guide.sheet, units.words);
          const isDone = state.ticked.includes(step.id);
          return (
            <li key={step.id}>
              <button
                type="button"
                aria-pressed={isDone}
                disabled={!mayBrew || isDone}
                onClick={() => onHappening({ kind: "ticked", stepId: step.id })}
                className={`flex min-h-16 w-full items-center gap-3 rounded-panel border-2 px-3 py-2 text-left ${isDone ? "border-good/60 text-quiet" : "border-rim bg-enamel"}`}
              >
                <span
                  className={`grid size-9 shrink-0 place-items-center rounded-full border-2 ${isDone ? "border-good bg-good text-enamel" : "border-rim/60"}`}
                >
                  {isDone && <Check size={22} aria-hidden />}
                </span>
                <span>
                  <span className="block font-bold font-display text-xl">{title}</span>
                  <span className="block text-sm">{detail}</span>
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      <p className="mt-2 text-quiet text-sm">
        {closeEnough(guide.sheet, units.words)} {cautionsOf(guide.sheet)[0]}
      </p>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button
          look="main"
          className="min-h-16 px-6 text-xl"
          disabled={!mayBrew}
          onClick={() => onHappening({ kind: "begun" })}
        >
          {firstWaterWords(first, guide.sheet, units.words)}
        </Button>
        <span className="text-quiet">
          {open.length > 0 ? `${open.length} of ${steps.length} are left` : "all is ready"}; space starts the
          clock
        </span>
      </div>
    </Panel>
  );
}
