"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { PairSwitch } from "#contract/pairKinds.ts";
import type { PairScores } from "#contract/pairs.ts";
import type { TrialState } from "#contract/trialKinds.ts";
import { printNumber } from "#core/units";
import { Button, buttonClass } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { counted } from "#words/figures";
import { pairWords, SWITCH_WORDS } from "#words/trials";
import { beginTrial } from "./actions.ts";

interface TrialLine {
  readonly id: string;
  readonly title: string;
  readonly state: TrialState;
  readonly reason: string;
  readonly batches: number;
  readonly spentG: number;
  readonly person: string;
  readonly when: string;
}

interface TrialListProps {
  readonly running: readonly TrialLine[];
  readonly ended: readonly TrialLine[];
  /** The page of the older ones. */
  readonly older: string | undefined;
  /** What approved trials took together. */
  readonly sums: {
    readonly trials: number;
    readonly batches: number;
    readonly spentG: number;
    readonly brewedS: number;
    readonly costMinor: number;
  };
  /** Pairs of batches that differ in one switch, the newest first. */
  readonly pairs: readonly {
    readonly id: string;
    readonly about: PairSwitch;
    readonly title: string;
    readonly when: string;
    readonly href: string;
    readonly scores: readonly PairScores[];
  }[];
  /** The card that is offered first: what the link asks for. */
  readonly begin: string | undefined;
  /** Where the recipe is scaled that a trial was wanted of, and that has no card yet. */
  readonly toScale: string | undefined;
  /** Cards that a trial can begin from. */
  readonly cards: readonly { readonly id: string; readonly title: string }[];
}

/** Half of all trials by hand take so many batches or fewer: docs/trials.md. */
const BATCHES_BY_HAND = 3;

const STATE_WORDS: { readonly [state in TrialState]: string } = {
  running: "running",
  approved: "approved",
  givenUp: "given up",
};

/** Trials of a site: those that run, and those that have ended. */
export function TrialList(props: TrialListProps) {
  const { running, ended, older, sums, pairs, begin } = props;
  const { may } = useCounter();
  const units = useUnits();
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <h1 className="text-2xl">Trials</h1>
      <Panel title="Running">
        {running.length === 0 ? (
          <p className="text-quiet">
            No trial runs. One begins from a card: what Scale makes of a recipe, a new bag's first pot.
          </p>
        ) : (
          <ul className="flex flex-col gap-2">
            {running.map(({ id, title, batches, spentG, person, when }) => (
              <li key={id}>
                <Link
                  href={`/trials/${id}`}
                  className="flex min-h-14 flex-wrap items-center gap-x-4 rounded-panel border-2 border-rim/40 px-3 py-1 hover:border-rim"
                >
                  <span className="font-bold font-display text-lg">
                    <bdi>{title}</bdi>
                  </span>
                  <span className="text-quiet">
                    {batches === 0
                      ? "nothing brewed yet"
                      : `${counted(batches, "batch", { many: "batches" })}, ${units.printMass(spentG)}`}
                    ; begun {when} by <bdi>{person}</bdi>
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
        {may("runTrials") && <Begin key={begin} {...props} />}
      </Panel>
      <Pairs pairs={pairs} />
      <Panel title="Ended">
        {sums.trials > 0 && <Cost sums={sums} />}
        {ended.length === 0 ? (
          <p className="text-quiet">None has ended yet.</p>
        ) : (
          <table className="w-full text-left">
            <thead className="text-quiet text-sm">
              <tr>
                <th className="font-normal">trial</th>
                <th className="font-normal">ended</th>
                <th className="font-normal max-sm:hidden">batches</th>
                <th className="font-normal max-sm:hidden">coffee</th>
                <th className="font-normal">came to</th>
              </tr>
            </thead>
            <tbody className="tabular-nums">
              {ended.map(({ id, title, state, reason, batches, spentG, when }) => (
                <tr key={id} className="border-rim/20 border-t">
                  <td className="py-1.5 pr-3">
                    <Link
                      href={`/trials/${id}`}
                      className="inline-flex min-h-10 items-center underline underline-offset-4"
                    >
                      <bdi>{title}</bdi>
                    </Link>
                  </td>
                  <td className="pr-3">{when}</td>
                  <td className="pr-3 max-sm:hidden">{batches}</td>
                  <td className="pr-3 max-sm:hidden">{units.printMass(spentG)}</td>
                  <td>
                    {STATE_WORDS[state]}
                    {reason && (
                      <>
                        : <bdi>{reason}</bdi>
                      </>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {older && (
          <Link href={older} className={`mt-2 ${buttonClass()}`}>
            Older ones
          </Link>
        )}
      </Panel>
    </div>
  );
}

/** What the house's trials took, beside what as many would have taken by hand at the same coffee and time a batch. */
function Cost({ sums: { trials, batches, spentG, brewedS, costMinor } }: Pick<TrialListProps, "sums">) {
  const units = useUnits();
  const byHand = (trials * BATCHES_BY_HAND) / batches;
  const money = (minor: number) => (minor > 0 ? ` for ${(minor / MINOR).toFixed(2)}` : "");
  const took = (times: number) =>
    `${counted(Math.round(times * batches), "batch", { many: "batches" })}, ${printNumber((times * brewedS) / S_PER_MIN, 0)} min at the brewer and ${units.printMass(Math.round(times * spentG))} of coffee${money(times * costMinor)}`;
  return (
    <p className="mb-2">
      {counted(trials, "trial")} ended in a standard after {took(1)}. Bracketing by hand mostly takes{" "}
      {took(byHand)}, and as often ends beside what is liked.
    </p>
  );
}
const MINOR = 100;
const S_PER_MIN = 60;

/** Switches that were tried on two batches beside each other. */
function Pairs({ pairs }: Pick<TrialListProps, "pairs">) {
  return (
    <Panel title="One switch, two batches">
      {pairs.length === 0 ? (
        <p className="text-quiet">
          Does it matter whether the bloom is kept apart, which paper it is, whether somebody stirs? Choose
          two batches in the{" "}
          <Link href="/log" className="underline underline-offset-4">
            log
          </Link>
          , compare them, and score the pair.
        </p>
      ) : (
        <ul className="flex flex-col">
          {pairs.map(({ id, about, title, when, href, scores }) => (
            <li key={id} className="border-rim/20 border-t first:border-t-0">
              <Link href={href} className="flex min-h-12 flex-wrap items-center gap-x-3 py-1.5">
                <span className="font-semibold underline underline-offset-4">{SWITCH_WORDS[about]}</span>
                <span className="text-quiet">
                  <bdi>{title}</bdi>, {when}
                </span>
                <span>{pairWords(scores)}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}

/** A trial begins from a card, or from Scale where there is none yet. */
function Begin({ begin: first, cards, toScale }: Pick<TrialListProps, "begin" | "cards" | "toScale">) {
  const router = useRouter();
  const { act, busy, trouble } = useAct();
  const [id] = useState(() => uuidv7());
  const [cardId, setCardId] = useState(first ?? cards[0]?.id ?? "");
  const begin = async () => {
    const sent = await act(beginTrial({ id, cardId }));
    if (sent.ok) router.push(`/trials/${sent.data.id}`);
  };
  return (
    <div className="mt-3 flex flex-wrap items-end gap-2">
      {toScale && (
        <p role="status" className="w-full">
          That recipe has no card here yet: scale it, save its sheet as a card, and try that.
        </p>
      )}
      {cards.length > 0 && (
        <>
          <div className="w-full max-w-md">
            <ChoiceField
              label="begin one from a card"
              value={cardId}
              options={cards.map(({ id: value, title }) => ({ value, text: title }))}
              onChange={setCardId}
              trouble={trouble?.message}
            />
          </div>
          <Button look="main" disabled={busy || cardId === ""} onClick={begin} className="mb-5">
            Begin a trial
          </Button>
        </>
      )}
      <Link href={toScale ?? "/scale"} className={`mb-5 ${buttonClass()}`}>
        {toScale ? "Scale it to try" : "Scale something new to try"}
      </Link>
    </div>
  );
}
