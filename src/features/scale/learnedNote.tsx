import type { Bench } from "#contract/bench.ts";
import type { Standard } from "#contract/standard.ts";
import type { Learned } from "#core/learn";
import { printNumber, printPct } from "#core/units";
import { Link } from "#ui/link.tsx";
import { useUnits } from "#ui/units.tsx";
import { learnedSentences, otherBurrsSentence } from "#words/brew";

interface LearnedNoteProps {
  readonly learned: Learned;
  readonly bench: Bench;
  /** Approved on another curve of the dial. */
  readonly otherBurrs: number;
}

/** As many as are told apart by their pull; the rest only widen the list. */
const MOST_LISTED = 12;

/** How surely the dial is learned, and the approved batches behind it: a tap opens one. */
export function LearnedNote({ learned, bench, otherBurrs }: LearnedNoteProps) {
  const { taught, contradict } = learned;
  return (
    <div className="mt-2 text-sm" data-testid="learned-note">
      {learnedSentences(learned).map((sentence) => (
        <p key={sentence} className="mt-1">
          {sentence}
        </p>
      ))}
      {otherBurrs > 0 && <p className="mt-1">{otherBurrsSentence(otherBurrs)}</p>}
      {taught.length > 0 && (
        <details className="mt-1">
          <summary className="min-h-8 cursor-pointer font-semibold">What it is learned from</summary>
          <ul>
            {taught.slice(0, MOST_LISTED).map(({ batchId, pull, setting }) => {
              const standard = bench.standards.find((each) => each.batchId === batchId);
              return (
                <li
                  key={batchId}
                  className="flex flex-wrap items-baseline gap-x-2 border-rim/20 border-t py-1"
                >
                  <Link href={`/log/${batchId}`} className="underline underline-offset-4">
                    {standard ? <Named standard={standard} bench={bench} /> : "a batch"}
                  </Link>
                  <span className="tabular-nums">at {printNumber(setting, 2)}</span>
                  <span className="text-quiet">
                    counts {printPct(100 * pull, { decimals: 0 })}
                    {contradict?.includes(batchId) && ", contradicts another"}
                  </span>
                </li>
              );
            })}
          </ul>
        </details>
      )}
    </div>
  );
}

function Named({ standard, bench }: { readonly standard: Standard; readonly bench: Bench }) {
  const units = useUnits();
  const { coffeeId, brewerId, serve, sizeG } = standard;
  const coffee = bench.coffees.find(({ id }) => id === coffeeId)?.name;
  const brewer = bench.brewers.find(({ id }) => id === brewerId)?.name;
  return (
    <bdi>
      {coffee}, {serve}, {units.printLiquid(Math.round(sizeG))} on {brewer}
    </bdi>
  );
}
