import { useEffect, useState } from "react";
import type { BracketInput, Needed } from "#core/trial";
import type { Forecasts } from "#workers/index.ts";

/** How many batches more a trial will likely take, played in the worker when the bracket has moved; undefined until it is known. */
export function useNeeded(input: BracketInput, most: number, isAsked: boolean): Needed | undefined {
  const [needed, setNeeded] = useState<{ readonly key: string; readonly needed: Needed }>();
  const [worker, setWorker] = useState<Forecasts>();
  const key = JSON.stringify([input, most]);
  useEffect(() => {
    if (!isAsked) return;
    let isMounted = true;
    let own: Forecasts | undefined;
    void import("#workers/index.ts").then(({ forecasts }) => {
      own = forecasts();
      if (isMounted) setWorker(own);
      else own.end();
    });
    return () => {
      isMounted = false;
      own?.end();
    };
  }, [isAsked]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `key` is the question
  useEffect(() => {
    if (!worker) return;
    let isNewest = true;
    // Without an answer the page says nothing of it.
    worker.needed(input, most).then(
      (answer) => isNewest && setNeeded({ key, needed: answer }),
      () => {},
    );
    return () => {
      isNewest = false;
    };
  }, [worker, key]);
  return needed?.key === key ? needed.needed : undefined;
}
