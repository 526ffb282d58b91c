"use client";

import type { Aspect } from "#contract/aspects.ts";
import type { CareLine } from "#contract/barDay.ts";
import { boilingC } from "#core/measure";
import { printNumber } from "#core/units";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { ASPECT_WORDS, dueSentence } from "#words/bench";
import { rightSentence } from "#words/people";
import { useSite } from "./context.tsx";
import { Guide, type GuideProps } from "./guide.tsx";
import { PARTS, type Part } from "./parts.ts";
import { type ProposalRow, Proposals } from "./proposals.tsx";
import { Sure, type SureOf } from "./sure.tsx";

interface OverviewProps {
  /** Undefined once the house can scale and its four weighings are done. */
  readonly guide: GuideProps | undefined;
  readonly proposals: readonly ProposalRow[];
  /** Guesses that cards rest on, by how much each may move one, the most first. */
  readonly worth: readonly { readonly name: string; readonly aspect: Aspect; readonly moves: number }[];
  readonly counts: readonly {
    readonly part: Part;
    readonly all: number;
    readonly measured: number;
  }[];
  readonly due: readonly CareLine[];
  /** Undefined while there is no sheet. */
  readonly sure: SureOf | undefined;
}

const PER_CENT = 100;
/** A guess that moves no printed figure by more than this need not be measured. */
const WORTH_SHARE = 0.002;

/** The bench at a glance: what is missing, what is guessed, what waits and what is due. */
export function Overview({ guide, proposals, worth, counts, due, sure }: OverviewProps) {
  const site = useSite();
  const units = useUnits();
  const { may } = useCounter();
  const guesses = worth.filter(({ moves }) => moves > WORTH_SHARE);
  return (
    <div className="flex flex-col gap-3">
      {guide ? (
        <Guide {...guide} />
      ) : (
        <p>
          {printNumber(site.altitudeM, 0)} m above the sea, so water boils at{" "}
          {units.printTemp(boilingC(site.altitudeM))}.
        </p>
      )}
      {!may("propose") && <p className="text-quiet">{rightSentence("propose")}</p>}
      <Proposals proposals={proposals} />
      <div className="grid items-start gap-3 md:grid-cols-2">
        {guesses.length > 0 && (
          <Panel title="Worth measuring next">
            <ol className="list-decimal space-y-1 pl-5">
              {guesses.map(({ name, aspect, moves }) => (
                <li key={`${name} ${aspect}`}>
                  <bdi className="font-semibold">{name}</bdi>: {ASPECT_WORDS[aspect]}. A card may be{" "}
                  {printNumber(PER_CENT * moves, 1)} % off by it.
                </li>
              ))}
            </ol>
          </Panel>
        )}
        {sure && <Sure sure={sure} />}
        {counts.length > 0 && (
          <Panel title="On this bench">
            <ul>
              {counts.map(({ part, all, measured }) => (
                <li
                  key={part}
                  className="flex items-center justify-between gap-3 border-rim/20 border-b py-2 last:border-0"
                >
                  <Link href={`/bench/${part}`} className="font-semibold underline underline-offset-4">
                    {PARTS.find((each) => each.part === part)?.title}
                  </Link>
                  <span className="text-quiet">
                    {all === 0 ? "none yet" : `${all}, ${measured === all ? "all" : measured} measured`}
                  </span>
                </li>
              ))}
            </ul>
          </Panel>
        )}
        {due.length > 0 && (
          <Panel title="Care that is due">
            <ul>
              {due.map(({ id, name, due: how }) => (
                <li key={id} className="flex justify-between gap-3 py-1">
                  <bdi>{name}</bdi>
                  <span className="text-due">{dueSentence(how)}</span>
                </li>
              ))}
            </ul>
            <Link href="/bench/care" className="underline underline-offset-4">
              To care
            </Link>
          </Panel>
        )}
      </div>
    </div>
  );
}
