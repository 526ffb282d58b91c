"use client";

import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import { PAIR_SWITCHES, type PairSwitch } from "#contract/pairKinds.ts";
import type { PairScores } from "#contract/pairs.ts";
import { type Changeable, MOST_SCORE, SCORED, type ScoreInterval, scoreInterval } from "#core/trial";
import { Button } from "#ui/button.tsx";
import { Taps } from "#ui/choice/taps.tsx";
import { useCounter } from "#ui/counter.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { counted, listed } from "#words/figures";
import { CHANGE_WORDS, intervalScores, SCORED_WORDS, SWITCH_WORDS, scoreSentence } from "#words/trials";
import { beginPair, scorePair } from "./actions.ts";

export interface PairProps {
  /** What the two batches' own figures tell of how they differ. */
  readonly differences: readonly Changeable[];
  readonly isOneCoffee: boolean;
  readonly isOneBrewer: boolean;
  readonly pairs: readonly {
    readonly id: string;
    readonly about: PairSwitch;
    /** Whether it was begun with the two the other way round. */
    readonly isTurned: boolean;
    readonly scored: readonly { readonly personId: string; readonly scores: PairScores }[];
  }[];
}

/** A switch that batches' figures show by themselves. */
const SHOWN_BY: { readonly [about in PairSwitch]?: Changeable } = {
  filter: "filter",
  ratio: "ratio",
  dial: "dial",
  roastAge: "bag",
};

const NO_SCORES = Object.fromEntries(SCORED.map((scored) => [scored, null])) as PairScores;

/** Two batches that differ in one switch: which one, and what tasters score of it. */
export function PairPanel({
  differences,
  isOneCoffee,
  isOneBrewer,
  pairs,
  batches,
}: PairProps & { readonly batches: readonly [string, string] }) {
  const { may } = useCounter();
  return (
    <>
      {pairs.map((pair) => (
        <Pair
          key={pair.id}
          pair={pair}
          besides={[
            ...(isOneCoffee ? [] : ["the coffee"]),
            ...(isOneBrewer ? [] : ["the brewer"]),
            ...differences.filter((each) => each !== SHOWN_BY[pair.about]).map((each) => CHANGE_WORDS[each]),
          ]}
        />
      ))}
      {may("runTrials") && <Begin batches={batches} isFirst={pairs.length === 0} />}
    </>
  );
}

function Begin({
  batches: [firstId, secondId],
  isFirst,
}: {
  readonly batches: readonly [string, string];
  readonly isFirst: boolean;
}) {
  const { act, busy, trouble } = useAct();
  const [id, setId] = useState(() => uuidv7());
  const [about, setAbout] = useState<PairSwitch>();
  const begin = async () => {
    if (!about) return;
    const sent = await act(beginPair({ id, firstId, secondId, about }));
    if (!sent.ok) return;
    setAbout(undefined);
    setId(uuidv7());
  };
  return (
    <Panel title={isFirst ? "Does one switch matter? Score the two" : "Another switch"}>
      <Taps
        label="A and B differ in"
        many={false}
        options={PAIR_SWITCHES.map((value) => ({ value, text: SWITCH_WORDS[value] }))}
        text={about ?? ""}
        onText={(text) => setAbout(text === "" ? undefined : (text as PairSwitch))}
        trouble={trouble?.message}
      />
      <Button look={isFirst ? "main" : "plain"} disabled={busy || !about} onClick={begin}>
        Score this pair
      </Button>
    </Panel>
  );
}

function Pair({
  pair: { id, about, isTurned, scored },
  besides,
}: {
  readonly pair: PairProps["pairs"][number];
  /** How they differ besides, in words. */
  readonly besides: readonly string[];
}) {
  const { may, person } = useCounter();
  const mine = scored.find(({ personId }) => personId === person.id);
  const [again, setAgain] = useState(false);
  const isSaying = may("taste") && (!mine || again);
  return (
    <Panel title={`A beside B: ${SWITCH_WORDS[about]}`}>
      {besides.length > 0 && (
        <p className="mb-2 rounded-panel border-2 border-due p-2">
          They differ in more: {listed(besides)}. What is scored may come of either.
        </p>
      )}
      {isSaying ? (
        <ScoreForm
          key={id}
          pairId={id}
          isTurned={isTurned}
          before={mine?.scores ?? NO_SCORES}
          tasters={scored.length}
          onDone={() => setAgain(false)}
        />
      ) : (
        <Tally
          scored={scored.map(({ scores }) => scores)}
          isTurned={isTurned}
          onAgain={mine && (() => setAgain(true))}
        />
      )}
    </Panel>
  );
}

const ANSWERS = [
  { value: "-2", text: "much more in A" },
  { value: "-1", text: "more in A" },
  { value: "0", text: "alike" },
  { value: "1", text: "more in B" },
  { value: "2", text: "much more in B" },
] as const;

interface ScoreFormProps {
  readonly pairId: string;
  readonly isTurned: boolean;
  readonly before: PairScores;
  readonly tasters: number;
  readonly onDone: () => void;
}

function ScoreForm({ pairId, isTurned, before, tasters, onDone }: ScoreFormProps) {
  const { act, busy, trouble } = useAct();
  // What is kept is of the order in which the pair was begun.
  const turned = (value: number | null) => (value === null || !isTurned ? value : 0 - value);
  const [scores, setScores] = useState(before);
  const keep = async () => {
    const sent = await act(scorePair({ pairId, scores }));
    if (!sent.ok) return;
    toast.success("Your scores are kept.");
    onDone();
  };
  return (
    <div className="flex flex-col gap-1">
      <p className="text-quiet text-sm">
        Taste A and B at the same warmth, your own spoon for each, and say only what you found.{" "}
        {tasters > 0 && "What others found is shown once yours is kept."}
      </p>
      {SCORED.map((name) => (
        <Taps
          key={name}
          label={SCORED_WORDS[name]}
          many={false}
          options={ANSWERS}
          text={scores[name] === null ? "" : String(turned(scores[name]))}
          onText={(text) =>
            setScores((now) => ({ ...now, [name]: text === "" ? null : turned(Number(text)) }))
          }
        />
      ))}
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble.message}
        </p>
      )}
      <div>
        <Button look="main" disabled={busy} onClick={keep}>
          Keep my scores
        </Button>
      </div>
    </div>
  );
}

interface TallyProps {
  readonly scored: readonly PairScores[];
  readonly isTurned: boolean;
  readonly onAgain: (() => void) | undefined;
}

function Tally({ scored, isTurned, onAgain }: TallyProps) {
  if (scored.length === 0) return <p className="text-quiet">Nobody has scored it yet.</p>;
  const sign = isTurned ? -1 : 1;
  const intervals = SCORED.flatMap((name) => {
    const interval = scoreInterval(intervalScores(scored, name).map((score) => sign * score));
    return interval ? [{ name, interval }] : [];
  });
  return (
    <>
      <p className="mb-2 text-quiet text-sm">
        {counted(scored.length, "taster")}; each bar is where many tasters would be, nine times in ten.
      </p>
      <ul className="flex flex-col gap-2" aria-label="what was scored">
        {intervals.map(({ name, interval }) => (
          <li key={name} className="grid items-center gap-x-4 gap-y-1 sm:grid-cols-[minmax(0,1fr)_20rem]">
            <span className={interval.tells === "open" ? "text-quiet" : "font-semibold"}>
              {scoreSentence(name, interval, ["A", "B"])}
            </span>
            <ScoreBar interval={interval} />
          </li>
        ))}
      </ul>
      {onAgain && (
        <Button className="mt-3" onClick={onAgain}>
          Say mine again
        </Button>
      )}
    </>
  );
}

const BAR_WIDTH = 320;
const BAR_HEIGHT = 34;
const MIDDLE_Y = 14;

/** From much more in A to much more in B, with the interval as a bar; its words stand beside it. */
function ScoreBar({ interval: { mean, low, high, tells } }: { readonly interval: ScoreInterval }) {
  const x = (score: number) =>
    BAR_WIDTH / 2 + (Math.max(-MOST_SCORE, Math.min(MOST_SCORE, score)) / MOST_SCORE) * (BAR_WIDTH / 2 - 12);
  return (
    <svg viewBox={`0 0 ${BAR_WIDTH} ${BAR_HEIGHT}`} className="w-full max-w-xs" aria-hidden="true">
      <line
        x1={x(-MOST_SCORE)}
        x2={x(MOST_SCORE)}
        y1={MIDDLE_Y}
        y2={MIDDLE_Y}
        className="stroke-rim/30"
        strokeWidth={2}
      />
      <line x1={x(0)} x2={x(0)} y1={2} y2={26} className="stroke-ink" strokeWidth={1.5} />
      <rect
        x={x(low)}
        y={MIDDLE_Y - 6}
        width={Math.max(2, x(high) - x(low))}
        height={12}
        rx={6}
        className={tells === "open" ? "fill-rim/25" : "fill-good/70"}
      />
      <circle cx={x(mean)} cy={MIDDLE_Y} r={5} className="fill-ink" />
      <text x={x(-MOST_SCORE)} y={BAR_HEIGHT - 1} className="fill-quiet text-[11px]">
        A
      </text>
      <text x={x(MOST_SCORE)} y={BAR_HEIGHT - 1} textAnchor="end" className="fill-quiet text-[11px]">
        B
      </text>
    </svg>
  );
}
