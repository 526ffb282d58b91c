"use client";

import type { LoggedBatch } from "#contract/batch.ts";
import type { HouseSettings } from "#contract/house.ts";
import { LEAST_COMPARED, MOST_COMPARED } from "#contract/pairKinds.ts";
import type { TastedWords } from "#contract/trials.ts";
import { Back } from "#ui/back.tsx";
import { buttonClass } from "#ui/button.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { listed } from "#words/figures";
import { TASTE_WORDS } from "#words/log";
import { tastingWords } from "#words/trials";
import { type ComparedBatch, type ComparedRow, ComparedTable } from "./comparedTable.tsx";
import { PairPanel, type PairProps } from "./pairPanel.tsx";
import { StrengthPanel } from "./strengthPanel.tsx";

interface LoggedCompared extends ComparedBatch {
  readonly coffee: string;
  readonly brewer: string;
  readonly recipe: string | null;
  readonly grinder: string | null;
  readonly isIced: boolean;
  readonly taste: LoggedBatch["taste"];
  readonly cups: readonly { readonly words: TastedWords; readonly person: string }[];
}

interface CompareProps {
  readonly window: HouseSettings["window"];
  readonly batches: readonly LoggedCompared[];
  /** Batches of the link that are not in the log. */
  readonly missing: number;
  readonly pair: PairProps | undefined;
}

const LETTERS = "ABCDEF";

/** Batches of the log beside each other: a flight of coffees, two that differ in one switch, or whatever was chosen. */
export function Compare({ window, batches, missing, pair }: CompareProps) {
  const nameOf = (place: number) => LETTERS[place]!;
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h1 className="text-2xl">{titleOf(batches)}</h1>
        <span className="ml-auto">
          <Back otherwise="/log" />
        </span>
      </header>
      {missing > 0 && (
        <p role="status" className="rounded-panel border-2 border-due bg-enamel p-3">
          {missing === 1 ? "One of them is" : `${missing} of them are`} not in the log any more.
        </p>
      )}
      {batches.length < LEAST_COMPARED ? (
        <Panel title="Choose two batches or more">
          <p className="mb-2">
            In the log, choose {LEAST_COMPARED} to {MOST_COMPARED} batches and compare them: what they were
            brewed with, how they tasted, and where they lie in strength and extraction.
          </p>
          <Link href="/log" className={buttonClass("main")}>
            To the log
          </Link>
        </Panel>
      ) : (
        <>
          <Panel title="Beside each other" className="min-w-0">
            <ComparedTable
              batches={batches}
              nameOf={nameOf}
              first={firstRows(batches)}
              last={tasteRows(batches)}
            />
          </Panel>
          {pair && <PairPanel {...pair} batches={[batches[0]!.id, batches[1]!.id]} />}
          <StrengthPanel points={meteredOf(batches, nameOf)} window={window} />
        </>
      )}
    </div>
  );
}

/** A flight is one recipe with several coffees. */
function titleOf(batches: readonly LoggedCompared[]): string {
  const [first] = batches;
  const coffees = new Set(batches.map(({ coffee }) => coffee));
  const isFlight =
    first?.recipe != null &&
    batches.every(({ recipe }) => recipe === first.recipe) &&
    coffees.size === batches.length;
  if (isFlight) return `A flight of ${coffees.size} coffees by ${first.recipe}`;
  return "Batches beside each other";
}

function firstRows(batches: readonly LoggedCompared[]): readonly ComparedRow[] {
  return [
    ["coffee", (i) => <bdi className="font-semibold">{batches[i]!.coffee}</bdi>],
    ["brewed on", (i) => <bdi>{batches[i]!.brewer}</bdi>],
    ["recipe", (i) => <bdi>{batches[i]!.recipe ?? "—"}</bdi>],
  ];
}

function tasteRows(batches: readonly LoggedCompared[]): readonly ComparedRow[] {
  return [
    [
      "tasted",
      (i) => {
        const { taste, cups } = batches[i]!;
        const lines = [
          ...(taste.length > 0 ? [listed(taste.map((each) => TASTE_WORDS[each]))] : []),
          ...cups.map(({ words, person }) => `${person}: ${tastingWords(words)}`),
        ];
        return lines.length === 0
          ? "—"
          : lines.map((line) => (
              <span key={line} className="block">
                <bdi>{line}</bdi>
              </span>
            ));
      },
    ],
  ];
}

function meteredOf(batches: readonly LoggedCompared[], nameOf: (place: number) => string) {
  return batches.flatMap(({ strengthPct, extractionPct, coffee }, i) =>
    strengthPct === undefined || extractionPct === undefined
      ? []
      : [{ name: `${nameOf(i)}, ${coffee}`, strengthPct, extractionPct }],
  );
}
