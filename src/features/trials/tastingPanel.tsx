"use client";

import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { TastedWords } from "#contract/trials.ts";
import { TASTES, type TasteName } from "#core/trial";
import { printNumber } from "#core/units";
import { Button } from "#ui/button.tsx";
import { Taps } from "#ui/choice/taps.tsx";
import { useCounter } from "#ui/counter.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { toast } from "#ui/notice.ts";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { TRIAL_TASTE_WORDS, tastingWords } from "#words/trials";
import { keepTasting, takeTasting } from "./actions.ts";
import type { TrialBatchProps } from "./trialProps.ts";

/** Asked first; the rest stands one tap away. */
const FIRST: readonly TasteName[] = ["acidity", "sweetness", "bitterness", "strength"];
const REST = (Object.keys(TASTES) as TasteName[]).filter((name) => !FIRST.includes(name));
const MS_PER_MIN = 60_000;

/** The cups that were tasted of a batch, and the next one. */
export function TastingPanel({
  batch,
  isOpen,
}: {
  readonly batch: TrialBatchProps;
  readonly isOpen: boolean;
}) {
  const { person, may } = useCounter();
  const { act, busy } = useAct();
  const units = useUnits();
  const [tasting, setTasting] = useState(false);
  const takeBack = async (id: string) => {
    const sent = await act(takeTasting({ id }));
    if (sent.ok) toast.success("These words are taken back.");
  };
  return (
    <section aria-label="Tasted" className="mt-2 border-rim/20 border-t pt-2">
      {batch.tastings.length > 0 && (
        <ol className="mb-2 flex flex-col gap-1 text-sm">
          {batch.tastings.map(({ id, words, person: taster, personId }, i) => (
            <li key={id} className="flex flex-wrap items-baseline gap-x-2">
              <span className="font-semibold">Cup {i + 1}</span>
              <span>
                <bdi>{taster}</bdi>, after {printNumber(words.minutes, 0)} min
                {words.tempC !== undefined && `, ${units.printTemp(words.tempC)}`}: {tastingWords(words)}
              </span>
              {isOpen && (personId === person.id || may("approve")) && (
                <Button look="quiet" disabled={busy} onClick={() => takeBack(id)}>
                  Take it back
                </Button>
              )}
            </li>
          ))}
        </ol>
      )}
      {isOpen && !tasting && (
        <Button look={batch.tastings.length === 0 ? "main" : "plain"} onClick={() => setTasting(true)}>
          {batch.tastings.length === 0 ? "Taste it" : "Taste it again, cooler"}
        </Button>
      )}
      {tasting && <TastingForm batch={batch} onDone={() => setTasting(false)} />}
    </section>
  );
}

function TastingForm({ batch, onDone }: { readonly batch: TrialBatchProps; readonly onDone: () => void }) {
  const { act, busy, trouble } = useAct();
  const [id] = useState(() => uuidv7());
  const [words, setWords] = useState<TastedWords>(() => ({
    minutes: minutesSince(batch.tried.at),
  }));
  const taste = (name: TasteName) => {
    const { label, words: wordOf } = TRIAL_TASTE_WORDS[name];
    return (
      <Taps
        key={name}
        label={label}
        many={false}
        options={TASTES[name].map((value) => ({ value, text: wordOf[value] ?? value }))}
        text={words[name] ?? ""}
        onText={(text) => setWords((before) => ({ ...before, [name]: text === "" ? undefined : text }))}
      />
    );
  };
  const save = async () => {
    const sent = await act(keepTasting({ id, batchId: batch.tried.id, words }));
    if (sent.ok) onDone();
  };
  return (
    <div className="flex flex-col gap-1">
      <p className="text-quiet text-sm">
        Let it cool until it can be drunk; your own spoon for each cup; spit when there are many, and stop in
        time: caffeine adds up.
      </p>
      <div className="grid grid-cols-2 gap-x-3">
        <FigureField
          label="after the brew"
          kind="min"
          value={words.minutes}
          bounds={[0, MOST_MINUTES]}
          onValue={(minutes) => setWords((before) => ({ ...before, minutes: minutes ?? 0 }))}
        />
        <FigureField
          label="warm, in the cup"
          kind="°C"
          optional
          value={words.tempC ?? null}
          bounds={[0, 100]}
          onValue={(tempC) => setWords((before) => ({ ...before, tempC: tempC ?? undefined }))}
        />
      </div>
      <div className="flex flex-wrap gap-x-6">{FIRST.map(taste)}</div>
      <details>
        <summary className="min-h-10 cursor-pointer py-2 font-semibold">More of the cup</summary>
        <div className="flex flex-wrap gap-x-6">{REST.map(taste)}</div>
      </details>
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble.message}
        </p>
      )}
      <div className="flex gap-2">
        <Button look="main" disabled={busy} onClick={save}>
          Keep these words
        </Button>
        <Button look="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </div>
  );
}
const MOST_MINUTES = 10_080;
const MIN_PER_DAY = 1440;
/** Of a batch that is older than a day, nobody tastes the cup now. */
const USUAL_MINUTES = 10;

function minutesSince(brewedAt: string): number {
  const minutes = Math.max(0, Math.round((Date.now() - Date.parse(brewedAt)) / MS_PER_MIN));
  return minutes < MIN_PER_DAY ? minutes : USUAL_MINUTES;
}
