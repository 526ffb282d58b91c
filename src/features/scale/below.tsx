"use client";

import { memo, useCallback, useEffect, useMemo } from "react";
import type { Bench } from "#contract/bench.ts";
import type { Standard } from "#contract/standard.ts";
import type { IcedService, IcedSheet } from "#core/iced";
import type { Mend, WayAnswer } from "#core/outlook";
import {
  chosenOf,
  type GrindPick,
  isSteeped,
  judgedInGlass,
  type ScaleState,
  standardAt,
  withoutIce,
} from "#scaling/choice";
import { approvedSetting, askingOf, callsForMore, extractionOf, grindAnswer } from "#scaling/sheet";
import { asStandard } from "#scaling/standards";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { useUnits } from "#ui/units.tsx";
import { brewFailureSentence, mendedSentence, missingSentence, tookSentence } from "#words/brew";
import { coupledSentence } from "#words/iced";
import { BasketPanel } from "./basketPanel.tsx";
import { BiggerPanel } from "./biggerPanel.tsx";
import { Checks } from "./checks.tsx";
import { type Coupled, useCoupled } from "./coupled.ts";
import { CupPanel } from "./cupPanel.tsx";
import { DialLadder } from "./dialLadder.tsx";
import { IcedPanels } from "./icedPanels.tsx";
import { mendedBy } from "./mended.ts";
import { PressPanel } from "./pressPanel.tsx";
import { ServerMends } from "./serverMends.tsx";
import type { SheetForecast } from "./sheetForecast.ts";
import { sheetForecastOf, useForecast } from "./useForecast.ts";
import type { Extraction } from "./why.ts";
import { WindowSearch } from "./windowSearch.tsx";

interface BelowProps {
  readonly bench: Bench;
  readonly state: ScaleState;
  readonly sheet: IcedSheet;
  /** As it was picked just now: a tap is answered at once, whatever is still worked out. */
  readonly grind: GrindPick;
  readonly onGrind: (grind: GrindPick) => void;
  readonly iced: IcedService;
  readonly onIce: (id: string) => void;
  /** Takes over what is proposed here, as one step that is undone as one. */
  readonly onTake: (to: (state: ScaleState) => ScaleState, said: string) => void;
  /** Called with the sheet's forecast, for the ribbon and the card. */
  readonly onForecast: (forecast: SheetForecast | undefined) => void;
  /** The forecast that the sheet opened with, until there is another. */
  readonly openingForecast: SheetForecast | undefined;
  /** Takes a change to the state as it then is. */
  readonly onChange: (to: (state: ScaleState) => ScaleState) => void;
  readonly extraction: Extraction;
  readonly coupled: Coupled | undefined;
  readonly onCoupled: (coupled: Coupled) => void;
}

/** Ratios that are searched, water to coffee, in quarters. */
const SEARCHED = { from: 13, to: 19, step: 0.25 };
const RATIOS = Array.from(
  { length: (SEARCHED.to - SEARCHED.from) / SEARCHED.step + 1 },
  (_, i) => SEARCHED.from + i * SEARCHED.step,
);

/** Below the ribbon: what the forecast makes of the sheet. */
export const Below = memo(function Below(props: BelowProps) {
  const { bench, state, sheet, grind, iced, onGrind, onIce, onTake, onForecast, onChange, extraction } =
    props;
  const units = useUnits();
  const chosen = chosenOf(state, bench);
  const { grinder, brewer, recipe, ice } = chosen;
  const { rounded } = sheet;
  const bypassShare = rounded.bypassG / (rounded.bypassG + rounded.brewWaterG);
  const request = useMemo(() => askingOf(state, bench, rounded), [state, bench, rounded]);
  const { forecast, current, search, searchWindow, stopSearch, compare, correct, again, ...worker } =
    useForecast("asking" in request ? request.asking : undefined);
  const { coupled, onCoupled } = props;
  useCoupled({ state, bench, sheet, coupled, extraction: worker.extraction, onCoupled });
  const { first, study, failure, lost } = forecast;
  const { openingForecast } = props;
  const ofSheet = useMemo(() => {
    // Not answered yet, the worker leaves what the sheet opened with.
    const known = forecast.key === undefined && "asking" in request ? openingForecast : undefined;
    return known
      ? { ...known, of: known.of === state ? state : undefined }
      : sheetForecastOf(forecast, current ? state : undefined);
  }, [forecast, current, state, request, openingForecast]);
  useEffect(() => onForecast(ofSheet), [ofSheet, onForecast]);

  const takeMend = useCallback(
    (mend: Mend) => onTake((now) => mendedBy(mend, now, bench), mendedSentence(mend)),
    [onTake, bench],
  );
  const takeStandard = useCallback(
    (approved: Standard) =>
      onTake((now) => asStandard(now, approved, bench, bypassShare), "As the approved batch was brewed."),
    [onTake, bench, bypassShare],
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
  const method = serve === "iced" ? state.iced.method : null;
  const place = { coffeeId: state.coffee, brewerId: brewer.id, serve, method, sizeG: rounded.yieldG };
  const standard = standardAt(bench.standards, place);
  const steeped = isSteeped(state);
  const { strengthPct } = recipe;
  const cup = extractionOf(recipe, bench.settings.extractionGuessPct);
  const metered = useMemo(
    () => (strengthPct === null || cup.guess ? undefined : { strengthPct, extractionPct: cup.pct }),
    [strengthPct, cup.guess, cup.pct],
  );
  const picked = first?.picked.outlook;
  // A setting that was picked too fine is mended on the dial; what even the suggested one cannot, is too much at once.
  const best = first?.ladder.best;
  const bestOutlook = first?.ladder.rungs.find(({ by }) => by === best)?.outlook;
  const suggested = bestOutlook?.ok ? bestOutlook.value.checks : undefined;
  const trouble =
    "missing" in request
      ? missingSentence(request.missing, { brewer: brewer.name, grinder: grinder.name })
      : coupled?.of === state && coupled.failure
        ? coupledSentence(coupled.failure, units.words)
        : failure
          ? `No forecast: ${brewFailureSentence(failure, units.words)}`
          : picked && !picked.ok
            ? brewFailureSentence(picked.failure, units.words)
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
          steeped={steeped}
          glassPct={judgedInGlass(state) ? sheet.inGlass?.strengthPct : undefined}
          coldBypass={serve === "iced" && state.iced.method === "withWater"}
          {...(serve === "iced" && {
            server: <ServerMends state={state} bench={bench} sheet={sheet} onTake={onTake} />,
          })}
        />
        {picked?.ok && brewer.basket && <BasketPanel basket={brewer.basket} outlook={picked.value} />}
      </div>
      <div className="flex min-w-0 flex-col gap-3 lg:col-span-8">
        {trouble && !steeped && (
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
        {!steeped && (
          <DialLadder
            grinder={grinder}
            answer={answer}
            approved={approvedSetting(state, bench, rounded)}
            picked={first?.picked ?? ofSheet}
            first={first}
            pick={grind}
            iced={serve === "iced" && !withoutIce(state)}
            onPick={onGrind}
            bench={bench}
            coffeeId={chosen.coffee.id}
            standard={standard}
            onStandard={takeStandard}
          />
        )}
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
        {serve === "hot" && brewer.kind === "press" && (
          <PressPanel state={state} bench={bench} sheet={sheet} onTake={onTake} />
        )}
        {serve === "iced" && (
          <IcedPanels
            bench={bench}
            state={state}
            sheet={sheet}
            iced={iced}
            first={first}
            asking={"asking" in request ? request.asking : undefined}
            correct={correct}
            onChange={onChange}
            onTake={onTake}
          />
        )}
        <CupPanel
          sheet={sheet}
          input={sheet.asked}
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
