"use client";

import { memo, useCallback, useEffect, useMemo } from "react";
import type { Bench } from "#contract/bench.ts";
import type { Standard } from "#contract/standard.ts";
import { type Mend, recommended, type WayAnswer } from "#core/outlook";
import type { SheetInput, SheetResult } from "#core/sheet";
import { asStandard, standardAt } from "#scaling/approved.ts";
import { askingOf } from "#scaling/asking.ts";
import { callsForMore } from "#scaling/bigger.ts";
import { grindAnswer } from "#scaling/grindAnswer.ts";
import { extractionOf } from "#scaling/solved.ts";
import { chosenOf, type GrindPick, type ScaleState } from "#scaling/state.ts";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice.tsx";
import { brewFailureSentence, mendedSentence, missingSentence, tookSentence } from "#words/index.ts";
import { BasketPanel } from "./basketPanel.tsx";
import { BiggerPanel } from "./biggerPanel.tsx";
import { Checks } from "./checks.tsx";
import { CupPanel } from "./cupPanel.tsx";
import { DialLadder } from "./dialLadder.tsx";
import { GlassPanel } from "./glassPanel.tsx";
import { MeltPanel } from "./meltPanel.tsx";
import { mendedBy } from "./mended.ts";
import type { Told } from "./told.ts";
import { toldOf, useForecast } from "./useForecast.ts";
import { WindowSearch } from "./windowSearch.tsx";

interface BelowProps {
  readonly bench: Bench;
  readonly state: ScaleState;
  readonly sheet: SheetResult;
  readonly input: SheetInput;
  /** As it was picked just now: a tap is answered at once, whatever is still worked out. */
  readonly grind: GrindPick;
  readonly onGrind: (grind: GrindPick) => void;
  readonly onIce: (id: string) => void;
  /** Takes over what is proposed here, as one step that is undone as one. */
  readonly onTake: (to: (state: ScaleState) => ScaleState, said: string) => void;
  /** What the forecast says, for the ribbon and the card. */
  readonly onTold: (told: Told | undefined) => void;
}

/** Ratios that are searched, water to coffee, in quarters. */
const SEARCHED = { from: 13, to: 19, step: 0.25 };
const RATIOS = Array.from(
  { length: (SEARCHED.to - SEARCHED.from) / SEARCHED.step + 1 },
  (_, i) => SEARCHED.from + i * SEARCHED.step,
);

/** Below the ribbon: what the forecast makes of the sheet. */
export const Below = memo(function Below(props: BelowProps) {
  const { bench, state, sheet, input, grind, onGrind, onIce, onTake, onTold } = props;
  const chosen = chosenOf(state, bench);
  const { grinder, brewer, recipe, ice } = chosen;
  const { rounded } = sheet;
  const asked = useMemo(() => askingOf(state, bench, rounded), [state, bench, rounded]);
  const { forecast, current, search, searchWindow, stopSearch, compare, again } = useForecast(
    "asking" in asked ? asked.asking : undefined,
  );
  const { first, study, failure, lost } = forecast;
  const told = useMemo(() => toldOf(forecast, current ? state : undefined), [forecast, current, state]);
  useEffect(() => onTold(told), [told, onTold]);

  const takeMend = useCallback(
    (mend: Mend) => onTake((now) => mendedBy(mend, now, bench), mendedSentence(mend)),
    [onTake, bench],
  );
  const takeStandard = useCallback(
    (approved: Standard) =>
      onTake((now) => asStandard(now, approved, bench), "As the approved batch was brewed."),
    [onTake, bench],
  );
  const takeWay = useCallback(
    (way: ScaleState, { by, brewed }: WayAnswer) =>
      onTake((now) => ({ ...way, grind: brewed?.by ?? now.grind }), tookSentence(by)),
    [onTake],
  );

  const { doseG } = rounded;
  const { serve } = state;
  const { rule } = bench.settings;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is chosen is told apart by its rows
  const answer = useMemo(
    () => grindAnswer(chosen, doseG, serve, rule),
    [recipe, grinder, brewer, chosen.coffee, doseG, serve, rule],
  );
  const place = { coffeeId: state.coffee, brewerId: brewer.id, serve, sizeG: rounded.yieldG };
  const standard = standardAt(bench.standards, place);
  const extraction = extractionOf(recipe, bench.settings.extractionGuessPct);
  const { strengthPct } = recipe;
  const metered = useMemo(
    () =>
      strengthPct === null || extraction.guess ? undefined : { strengthPct, extractionPct: extraction.pct },
    [strengthPct, extraction.guess, extraction.pct],
  );
  const picked = first?.picked.outlook;
  // A setting that was picked too fine is mended on the dial; what even the suggested one cannot, is too much at once.
  const best = first && recommended(first.ladder.rungs);
  const bestOutlook = first?.ladder.rungs.find(({ by }) => by === best)?.outlook;
  const suggested = bestOutlook?.ok ? bestOutlook.value.checks : undefined;
  const trouble =
    "missing" in asked
      ? missingSentence(asked.missing, { brewer: brewer.name, grinder: grinder.name })
      : failure
        ? `No forecast: ${brewFailureSentence(failure)}`
        : picked && !picked.ok
          ? brewFailureSentence(picked.failure)
          : undefined;
  return (
    <div
      className={`grid grid-cols-1 items-start gap-3 lg:grid-cols-12 ${current || !first ? "" : "opacity-70"}`}
    >
      <div className="flex min-w-0 flex-col gap-3 lg:col-span-4">
        <Checks
          bench={bench}
          checks={sheet.checks}
          chosen={chosen}
          figures={rounded}
          outlook={picked?.ok ? picked.value.checks : undefined}
          mends={study && study.of === first ? study.mends : undefined}
          onMend={takeMend}
        />
        {picked?.ok && brewer.basket && <BasketPanel basket={brewer.basket} outlook={picked.value} />}
      </div>
      <div className="flex min-w-0 flex-col gap-3 lg:col-span-8">
        {trouble && (
          <p aria-live="polite" className="rounded-panel border-2 border-due bg-enamel p-3 text-sm">
            {trouble}
          </p>
        )}
        {lost && (
          <p role="alert" className="rounded-panel border-2 border-stop bg-enamel p-3 text-sm">
            The forecast stopped working. The sheet is all right.{" "}
            <Button className="ml-2" onClick={again}>
              Start it again
            </Button>
          </p>
        )}
        <DialLadder
          grinder={grinder}
          answer={answer}
          first={first}
          pick={grind}
          onPick={onGrind}
          bench={bench}
          coffeeId={chosen.coffee.id}
          standard={standard}
          onStandard={takeStandard}
        />
        {callsForMore(sheet.checks, suggested, failure !== undefined) && (
          <BiggerPanel
            state={state}
            bench={bench}
            sheet={sheet}
            grinder={grinder.name}
            compare={compare}
            onWay={takeWay}
          />
        )}
        {serve === "iced" && (
          <>
            <MeltPanel
              state={state}
              bench={bench}
              figures={rounded}
              brewTimeS={picked?.ok ? picked.value.brew.brewTimeS : undefined}
            />
            <GlassPanel state={state} bench={bench} figures={rounded} />
          </>
        )}
        <CupPanel
          sheet={sheet}
          input={input}
          extraction={extraction}
          window={bench.settings.window}
          first={first}
          study={study}
          grinder={grinder.name}
          metered={metered}
          source={recipe}
          aside={
            state.serve === "iced" &&
            ice && (
              <Choice
                label="ice from"
                value={ice.id}
                options={bench.iceSources.map(({ id, name }) => ({ value: id, text: name }))}
                onChange={onIce}
              />
            )
          }
        >
          {first && (
            <WindowSearch
              search={search}
              grinder={grinder.name}
              ready={current && study !== undefined}
              onSearch={() => searchWindow(RATIOS)}
              onStop={stopSearch}
            />
          )}
        </CupPanel>
      </div>
    </div>
  );
});
