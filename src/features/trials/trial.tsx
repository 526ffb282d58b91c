"use client";

import { useMemo, useState } from "react";
import type { ReadSigns } from "#contract/trials.ts";
import { seenTrial, type TriedBatch } from "#scaling/trial";
import { Back } from "#ui/back.tsx";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Panel } from "#ui/panel.tsx";
import { PRIOR_WORDS } from "#words/trials";
import { ComparePanel } from "./comparePanel.tsx";
import { DialBracket } from "./dialBracket.tsx";
import { Evidence } from "./evidence.tsx";
import { NextPanel, nextSetting } from "./nextPanel.tsx";
import { ReadingPanel } from "./readingPanel.tsx";
import { StrengthPanel } from "./strengthPanel.tsx";
import { TastingPanel } from "./tastingPanel.tsx";
import type { TrialProps } from "./trialProps.ts";
import { useReadings } from "./useReadings.ts";

/** One trial: the dial with what is proved on it, what to brew next, and what each batch said. */
export function Trial(props: TrialProps) {
  const { title, state, reason, grinder, person, started, ended, question, batches, doseG, priorFrom } =
    props;
  const { may } = useCounter();
  const known = useMemo(
    () =>
      new Map(
        batches.map(({ tried, readRevision }) => [tried.id, { read: tried.read, revision: readRevision }]),
      ),
    [batches],
  );
  const { readOf, say } = useReadings(known);
  const tried = batches.map(
    (each): TriedBatch => ({ ...each.tried, read: readOf(each.tried.id) ?? each.tried.read }),
  );
  const seen = seenTrial(question, tried, doseG);
  const [picked, setPicked] = useState<string>();
  const selected = seen.batches.find(({ batch }) => batch.id === picked) ?? seen.batches.at(-1);
  const place = selected ? seen.batches.indexOf(selected) : -1;
  const isRunning = state === "running";
  const metered = seen.batches.flatMap(({ reading }, i) => {
    const { strengthPct, extractionPct } = reading.metered ?? {};
    return strengthPct === undefined || extractionPct === undefined
      ? []
      : [{ name: `batch ${i + 1}`, strengthPct, extractionPct }];
  });
  return (
    <div className="mx-auto flex max-w-[1240px] flex-col gap-3">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h1 className="text-2xl">
          Trial of <bdi>{title}</bdi>
        </h1>
        <p className="text-quiet text-sm">
          begun {started} by <bdi>{person}</bdi>
          {state === "approved" && `; approved ${ended}`}
          {state === "givenUp" && `; given up ${ended}: ${reason}`}
        </p>
        <span className="ml-auto">
          <Back otherwise="/trials" />
        </span>
      </header>
      <Panel label="The dial" className="overflow-hidden">
        <DialBracket
          seen={seen}
          grinder={grinder}
          selected={selected?.batch.id}
          onSelect={setPicked}
          next={isRunning && seen.done === undefined ? nextSetting(seen) : undefined}
        />
        {seen.batches.length === 0 && <p className="text-quiet text-sm">{PRIOR_WORDS[priorFrom]}</p>}
      </Panel>
      <div className="grid grid-cols-1 items-start gap-3 lg:grid-cols-12 lg:grid-rows-[auto_1fr]">
        <div className="min-w-0 lg:col-span-5">
          <NextPanel {...props} seen={seen} />
        </div>
        {selected && batches[place] && (
          <Panel
            title={`What batch ${place + 1} said`}
            className="min-w-0 lg:col-span-7 lg:row-span-2"
            aside={
              batches.length > 1 && (
                <span className="flex gap-1">
                  {seen.batches.map(({ batch }, i) => (
                    <Button
                      key={batch.id}
                      look={batch.id === selected.batch.id ? "main" : "icon"}
                      aria-label={`Batch ${i + 1}`}
                      aria-pressed={batch.id === selected.batch.id}
                      onClick={() => setPicked(batch.id)}
                    >
                      {i + 1}
                    </Button>
                  ))}
                </span>
              )
            }
          >
            <Evidence judgement={selected.judgement} lastPlace={place > 0 ? place : undefined} />
            <div className="mt-3 border-rim/20 border-t pt-2">
              <ReadingPanel
                key={selected.batch.id}
                seen={selected}
                wanted={question.wanted}
                read={selected.batch.read}
                isFirst={place === 0}
                promises={props.promises}
                mayRead={isRunning && may("runTrials")}
                onRead={(change: (read: ReadSigns) => ReadSigns) => say(selected.batch.id, change)}
              />
              <TastingPanel
                key={`${selected.batch.id} cups`}
                batch={batches[place]}
                isOpen={isRunning && may("taste")}
              />
            </div>
          </Panel>
        )}
        <div className="min-w-0 lg:col-span-5">
          <StrengthPanel points={metered} window={question.wanted.window} sheet={props.sheet} />
        </div>
      </div>
      {seen.batches.length > 0 && <ComparePanel seen={seen} batches={batches} />}
    </div>
  );
}
