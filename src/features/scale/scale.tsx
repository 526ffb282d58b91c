"use client";

import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { ToggleGroup } from "radix-ui";
import { useCallback, useDeferredValue, useEffect, useMemo, useReducer, useRef, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { Bench } from "#contract/bench.ts";
import { PIN_RANGES, placeInRange } from "#contract/pinRanges.ts";
import type { IcedSheet } from "#core/iced";
import { step } from "#parts/undoable.ts";
import { UndoButtons } from "#parts/undoButtons.tsx";
import type { CardForecast } from "#scaling/cards";
import {
  chosenOf,
  cupOverIce,
  firstPins,
  type GrindPick,
  icedCupOf,
  isCoupled,
  queryOf,
  type ScaleState,
  serveAs,
  withoutBypass,
  withoutIce,
} from "#scaling/choice";
import { turned } from "#scaling/iced";
import { extractionOf, pinOn, solveState } from "#scaling/sheet";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { FIGURE_KINDS, type FigureKind } from "#ui/figure/kinds.ts";
import { toast } from "#ui/notice.ts";
import { useUnits } from "#ui/units.tsx";
import { nearestSettingSentence, PIN_WORDS } from "#words/figures";
import { icedFailureSentence } from "#words/iced";
import { rightSentence } from "#words/people";
import { saveCard } from "./actions.ts";
import { Choices } from "./choices.tsx";
import type { Coupled } from "./coupled.ts";
import { FIGURES, type FigureName } from "./figures.ts";
import { Ribbon } from "./ribbon.tsx";
import type { SheetForecast } from "./sheetForecast.ts";

/** As fast as a key repeats, and shorter than a hand takes to the address. */
const LINK_AFTER_MS = 150;

/** Loaded beside the page: the ribbon stands and works before it is there. */
const Below = dynamic(() => import("./below.tsx").then(({ Below }) => Below));
const IcedBar = dynamic(() => import("./icedBar.tsx").then(({ IcedBar }) => IcedBar));

type Band = readonly [least: number, most: number];

interface ScaleProps {
  readonly bench: Bench;
  readonly start: ScaleState;
  /** The sheet's forecast, as the server had it; undefined where there is none. */
  readonly forecast: Omit<CardForecast, "drip"> | undefined;
  /** The link that led here named what is not here. */
  readonly broken: boolean;
}

/** From one good cup to a pot: the sheet, live. */
export function Scale({ bench, start, forecast: ofServer, broken }: ScaleProps) {
  const units = useUnits();
  const [history, dispatch] = useReducer(step<ScaleState>, { past: [], now: start, future: [] });
  const [said, setSaid] = useState(
    broken ? "The link named something that is not here: those parts start afresh." : "",
  );
  const [shown, setShown] = useState<"rounded" | "exact">("rounded");
  const [openingForecast] = useState<SheetForecast | undefined>(
    () => ofServer && { ...ofServer, drip: undefined, ranges: undefined, of: start },
  );
  const [forecast, setForecast] = useState(openingForecast);
  const state = history.now;
  const set = (next: ScaleState, sentence = "") => {
    dispatch({ type: "set", state: next });
    setSaid(sentence);
  };
  const change = useCallback((to: (state: ScaleState) => ScaleState) => {
    dispatch({ type: "change", to });
    setSaid("");
  }, []);

  const pickGrind = useCallback((grind: GrindPick) => change((now) => ({ ...now, grind })), [change]);

  const chosen = chosenOf(state, bench);
  const [coupled, setCoupled] = useState<Coupled>();
  const isWithForecast = isCoupled(state);
  const forecastPct = isWithForecast ? coupled?.pct : undefined;
  const solved = useMemo(() => solveState(state, bench, forecastPct), [state, bench, forecastPct]);
  const good = useRef<IcedSheet>(undefined);
  if (solved.ok) good.current = solved.value;
  const sheet = solved.ok ? solved.value : good.current;
  const { recipe } = chosen;
  const { extractionGuessPct } = bench.settings;
  // One object while it says the same: what lies below the ribbon is drawn anew only for another one.
  const extraction = useMemo(
    () =>
      forecastPct === undefined
        ? extractionOf(recipe, extractionGuessPct)
        : { pct: forecastPct, guess: false, forecast: true },
    [recipe, extractionGuessPct, forecastPct],
  );

  // The ribbon moves at once; what lies below it follows when there is time, and leaves out what was overtaken.
  const stands = useMemo(() => sheet && { state, sheet }, [state, sheet]);
  const below = useDeferredValue(stands);
  const take = useCallback(
    (to: (state: ScaleState) => ScaleState, sentence: string) => {
      change(to);
      setSaid(sentence);
    },
    [change],
  );
  const pickIce = useCallback((ice: string) => change((now) => ({ ...now, ice })), [change]);

  // The link follows a sheet that rests, so that it can be sent as it stands: writing it takes the browser a tenth of an
  // edit. The browser's own function is called, past the framework's: that one redraws the page, and drops a navigation
  // that is under way.
  useEffect(() => {
    const write = () =>
      History.prototype.replaceState.call(window.history, window.history.state, "", `?${queryOf(state)}`);
    const resting = setTimeout(write, LINK_AFTER_MS);
    return () => clearTimeout(resting);
  }, [state]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest("input");
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      dispatch({ type: event.shiftKey ? "redo" : "undo" });
      setSaid("");
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, []);

  const pin = (name: FigureName, value: number, band?: Band): string | undefined => {
    for (const end of band ?? []) {
      const outside = outsideOf(name, end);
      if (outside) return outside;
    }
    return outsideOf(name, value) ?? pinWithin(name, value, band);
  };
  /** What is wrong with a figure that no sheet can have. */
  const outsideOf = (name: FigureName, value: number): string | undefined => {
    const { kind, label } = FIGURES[name];
    const { print }: FigureKind = FIGURE_KINDS[kind];
    const place = placeInRange(name, value);
    if (place !== "within") {
      const range = PIN_RANGES[name];
      const most =
        "most" in range ? `at most ${print(range.most, units)}` : `below ${print(range.below, units)}`;
      if (place === "above") return `That is too much: ${most}.`;
      return value < 0 ? `${label} cannot be below nothing.` : "That is too little.";
    }
    return undefined;
  };
  const pinWithin = (name: FigureName, value: number, band: Band | undefined): string | undefined => {
    const pinned = pinOn(state, { name, value, ...(band && { band }) }, bench, forecastPct);
    if (!pinned.ok) return icedFailureSentence(pinned.failure, units.words);
    const { pins, freed, settingG } = pinned.value;
    const { brewer } = chosen;
    set(
      { ...state, pins },
      [
        settingG !== undefined && nearestSettingSentence(brewer, settingG),
        freed && `${PIN_WORDS[name]} is pinned, and ${PIN_WORDS[freed]} now follows.`,
      ]
        .filter(Boolean)
        .join(" "),
    );
    return undefined;
  };
  const free = (name: FigureName): string | undefined => {
    if (name !== "bypassG") return "This gives way when you pin another figure.";
    set(withoutBypass(state), "No bypass again.");
    return undefined;
  };
  const nudgeOf = (name: FigureName): number => {
    const { rounding } = bench.settings;
    const { stepG, slope } = chosen.brewer.lattice;
    if (name === "brewWaterG") return stepG * slope;
    if (name === "doseG" || name === "bypassG" || name === "iceG") return rounding[name];
    return FIGURES[name].nudge;
  };

  const iced = state.serve === "iced";
  const cup = icedCupOf(state.iced, bench);

  return (
    <div className="mx-auto flex max-w-[1440px] flex-col gap-3">
      <h1 className="sr-only">Scale</h1>
      <div className="flex flex-wrap items-center gap-1.5">
        <Choices state={state} bench={bench} set={change} take={take} />
        <ToggleGroup.Root
          type="single"
          aria-label="served"
          value={state.serve}
          onValueChange={(serve) =>
            (serve === "hot" || serve === "iced") && set(serveAs(serve, state, bench))
          }
          className="flex overflow-hidden rounded-panel border-2 border-rim"
        >
          <ToggleGroup.Item
            value="hot"
            className="min-h-9 px-3 font-semibold data-[state=on]:bg-hot data-[state=on]:text-enamel"
          >
            Hot
          </ToggleGroup.Item>
          <ToggleGroup.Item
            value="iced"
            className="min-h-9 px-3 font-semibold data-[state=on]:bg-ice data-[state=on]:text-enamel"
          >
            Iced
          </ToggleGroup.Item>
        </ToggleGroup.Root>
        <UndoButtons history={history} dispatch={dispatch} />
        {solved.ok && (
          <Save
            key={bench.site.id}
            state={state}
            bench={bench}
            sheet={solved.value}
            forecast={forecast}
            ready={!isWithForecast || coupled?.of === state}
          />
        )}
      </div>
      <p role="status" className="min-h-0 text-sm empty:hidden">
        {said}
        {said && history.past.length > 0 && (
          <button type="button" className="ml-2 underline" onClick={() => dispatch({ type: "undo" })}>
            Undo
          </button>
        )}
      </p>
      {!solved.ok && (
        <p role="alert" className="rounded-panel border-2 border-stop bg-enamel p-3">
          {icedFailureSentence(solved.failure, units.words)}
        </p>
      )}
      {iced && (
        <IcedBar
          state={state}
          bench={bench}
          apart={sheet?.apart}
          yieldG={sheet?.exact.yieldG ?? 0}
          onState={set}
        />
      )}
      {sheet && below && (
        <div className={`flex flex-col gap-3 ${solved.ok ? "" : "opacity-50"}`}>
          <Ribbon
            sheet={sheet}
            chosen={chosen}
            serve={state.serve}
            shown={shown}
            onShow={setShown}
            pinned={(name) => state.pins.find((each) => each.name === name)}
            nudgeOf={nudgeOf}
            onPin={pin}
            onFree={free}
            extraction={extraction}
            glass={
              iced && cup && chosen.ice
                ? { volumeMl: cup.volumeMl, coffeeG: cupOverIce(cup, chosen.ice).coffeeG }
                : undefined
            }
            inGlass={iced && sheet.inGlass ? state.iced.inGlass : undefined}
            withoutIce={withoutIce(state)}
            method={iced ? state.iced.method : undefined}
            onTurn={(name) => set(turned(name, state, sheet))}
            cups={bench.cups.filter(({ serve }) => serve === state.serve)}
            forecast={forecast}
          />
          <Below
            bench={bench}
            {...below}
            grind={state.grind}
            iced={state.iced}
            onGrind={pickGrind}
            onIce={pickIce}
            onTake={take}
            openingForecast={openingForecast}
            onForecast={setForecast}
            onChange={change}
            extraction={extraction}
            coupled={coupled}
            onCoupled={setCoupled}
          />
        </div>
      )}
      {sheet === undefined && (
        <Button
          className="self-start"
          onClick={() =>
            set({
              ...state,
              iced: { ...state.iced, method: "onIce" },
              pins: firstPins(state.serve, chosen, bench.settings),
            })
          }
        >
          Start afresh with the recipe's own pins
        </Button>
      )}
    </div>
  );
}

interface SaveProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
  readonly forecast: SheetForecast | undefined;
  /** Whether the forecast that the sheet itself needs is there. */
  readonly ready: boolean;
}

/**
 * Asks the server for the card of what is chosen. A second tap on the same sheet is the same card. Where the bench was
 * changed meanwhile the page takes it up, and what was chosen stays.
 */
function Save({ state, bench, sheet, forecast, ready }: SaveProps) {
  const router = useRouter();
  const { may, send } = useCounter();
  const [saving, setSaving] = useState(false);
  const savedCard = useRef<{ readonly state: ScaleState; readonly id: string }>(undefined);
  const draft = sheet.checks.some(({ severity }) => severity === "stop");
  const save = async () => {
    if (savedCard.current?.state !== state) savedCard.current = { state, id: uuidv7() };
    const { id } = savedCard.current;
    setSaving(true);
    const setting = forecast?.setting ?? null;
    const sent = await send(
      saveCard({ id, siteId: bench.site.id, chosen: state, benchRevision: bench.revision, setting }),
    );
    setSaving(false);
    if (!sent.ok) {
      if (sent.trouble.code === "stale") router.refresh();
      return;
    }
    const { already, draft: isDraft } = sent.data;
    const as = isDraft ? "a draft" : "a card";
    toast.success(already ? `This is kept as ${as} already.` : `Kept as ${as}.`, {
      action: { label: "Open it", onClick: () => window.location.assign(`/cards/${sent.data.id}`) },
    });
  };
  if (!may("keepCards")) {
    return <p className="ml-auto max-w-56 text-quiet text-sm">{rightSentence("keepCards")}</p>;
  }
  return (
    <Button
      look="main"
      className="ml-auto"
      disabled={saving || !ready || (forecast && forecast.of !== state)}
      onClick={save}
    >
      {draft ? "Save as draft" : "Save as card"}
    </Button>
  );
}
