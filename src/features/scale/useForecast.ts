"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { BrewFailure } from "#core/brew";
import type { CorrectInput, CoupleAsked } from "#core/iced";
import type { Asking, First, Progress, Study, WayAsked, WindowRow } from "#core/outlook";
import { cardForecastOf } from "#scaling/cards";
import type { ScaleState } from "#scaling/choice";
import type { Forecasts } from "#workers/index.ts";
import type { SheetForecast } from "./sheetForecast.ts";

/** A sheet's forecast as far as it is known; of an older sheet while the new one is worked out. */
export interface Forecast {
  readonly first: First | undefined;
  readonly study: Studied | undefined;
  /** The request that was answered; undefined before the first answer. */
  readonly key: string | undefined;
  readonly failure: BrewFailure | undefined;
  /** The forecast's worker died twice. */
  readonly lost: boolean;
}

/** A study with the first answer that it belongs to: while a new one is under way, the old pair is shown. */
export interface Studied extends Study {
  readonly of: First;
}

const NOTHING: Forecast = {
  first: undefined,
  study: undefined,
  key: undefined,
  failure: undefined,
  lost: false,
};

/** A sheet that has rested so long is studied: who nudges on is not kept waiting by the last step's curves. */
const STUDY_AFTER_MS = 150;

/** Which ratios land in the windows: asked for, under way, stopped, or answered. */
export interface WindowSearch {
  readonly rows: readonly WindowRow[] | undefined;
  readonly progress: Progress | undefined;
  readonly stopped: boolean;
}
const NO_SEARCH: WindowSearch = { rows: undefined, progress: undefined, stopped: false };

/** The forecast that follows a sheet: the first figures at once, the rest a moment later. */
export function useForecast(asking: Asking | undefined) {
  const worker = useRef<Promise<Forecasts>>(undefined);
  const [forecast, setForecast] = useState<Forecast>(NOTHING);
  const [search, setSearch] = useState<WindowSearch>(NO_SEARCH);
  const [round, setRound] = useState(0);
  const newest = useRef(0);

  // The worker and its link are loaded when the page stands: nothing that is first seen needs them.
  const forecasts = useCallback(() => {
    worker.current ??= import("#workers/index.ts").then(({ forecasts }) => forecasts());
    return worker.current;
  }, []);
  useEffect(
    () => () => {
      worker.current?.then((there) => there.end());
      worker.current = undefined;
    },
    [],
  );

  // Figures, not objects, say whether anything has changed.
  const key = useMemo(() => asking && JSON.stringify(asking), [asking]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `key` is the question, and `round` asks the same again
  useEffect(() => {
    const mine = ++newest.current;
    setSearch((old) => (old === NO_SEARCH ? old : NO_SEARCH));
    const question = asking;
    if (!question) {
      setForecast(NOTHING);
      return;
    }
    const isNewest = () => mine === newest.current;
    const work = async () => {
      const forecaster = await forecasts();
      if (!isNewest()) return;
      const first = await forecaster.first(question);
      if (!isNewest()) return;
      if (!first.ok) {
        setForecast({ ...NOTHING, key, failure: first.failure });
        return;
      }
      setForecast((old) => ({ ...NOTHING, key, first: first.value, study: old.study }));
      await new Promise((resolve) => setTimeout(resolve, STUDY_AFTER_MS));
      if (!isNewest()) return;
      const study = await forecaster.study(question, first.value.picked.setting, () => {});
      if (isNewest() && study !== "stopped") {
        setForecast({
          ...NOTHING,
          key,
          first: first.value,
          study: { ...study, of: first.value },
        });
      }
    };
    work().catch(() => isNewest() && setForecast({ ...NOTHING, key, lost: true }));
  }, [key, round, forecasts]);

  const searchWindow = async (ratios: readonly number[]) => {
    if (!asking) return;
    const mine = newest.current;
    const show = (next: WindowSearch) => mine === newest.current && setSearch(next);
    show({ ...NO_SEARCH, progress: { done: 0, of: 1 } });
    try {
      const rows = await (await forecasts()).window(asking, ratios, (progress) =>
        setSearch((old) => (old.progress ? { ...old, progress } : old)),
      );
      show(rows === "stopped" ? { ...NO_SEARCH, stopped: true } : { ...NO_SEARCH, rows });
    } catch {
      show({ ...NO_SEARCH, stopped: true });
    }
  };
  const compare = useCallback(
    async (asked: readonly WayAsked[], wantedG: number) => (await forecasts()).ways(asked, wantedG),
    [forecasts],
  );
  const extraction = useCallback(
    async (asked: CoupleAsked) => (await forecasts()).extraction(asked),
    [forecasts],
  );
  const correct = useCallback(async (input: CorrectInput) => (await forecasts()).correct(input), [forecasts]);
  const stopSearch = () => worker.current?.then((there) => there.stop());
  return {
    forecast,
    /** Whether the forecast is of the sheet as it stands, not of the one before. */
    current: forecast.key === key,
    search,
    searchWindow,
    stopSearch,
    compare,
    extraction,
    correct,
    again: () => setRound((each) => each + 1),
  };
}

/** A forecast as the ribbon and the card show it. */
export function sheetForecastOf(
  { first, study }: Forecast,
  of: ScaleState | undefined,
): SheetForecast | undefined {
  if (!first) return undefined;
  const sure = study?.sureness;
  return {
    ...cardForecastOf(first),
    ranges: sure && {
      brewTimeS: sure.range.brewTimeS,
      strengthPct: sure.strengthPct,
      extractionPct: sure.range.extractionPct,
    },
    of,
  };
}
