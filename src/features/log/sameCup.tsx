"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { WordsField } from "#ui/wordsField.tsx";
import { startCups } from "./actions.ts";

/** A three-cup test of a batch; what it came to once it has closed. */
export interface CupTestLine {
  readonly id: string;
  readonly when: string;
  readonly says: string | undefined;
}

interface SameCupProps {
  readonly cupTests: readonly CupTestLine[];
  readonly batchId: string;
  /** The recipe that it was brewed by: the cup that it is held against, if nobody says another. */
  readonly hasRecipe: string | null;
}

const USUAL_BALLOTS = 12;
const USUAL_MINUTES = 60;

/** Whether the pot tastes like the cup that it came from: what was asked of tasters, and asking more of them. */
export function SameCup({ batchId, hasRecipe, cupTests }: SameCupProps) {
  const { may } = useCounter();
  const [asking, setAsking] = useState(false);
  if (cupTests.length === 0 && !may("runTrials")) return undefined;
  return (
    <Panel title="Does it taste like the cup it came from?">
      {cupTests.length > 0 && (
        <ul className="mb-2 flex flex-col gap-1">
          {cupTests.map(({ id, when, says }) => (
            <li key={id}>
              <Link
                href={`/cups/${id}`}
                className="inline-flex min-h-10 items-center underline underline-offset-4"
              >
                {says ?? `Tasters are asked until ${when}: to its labels`}
              </Link>
            </li>
          ))}
        </ul>
      )}
      {may("runTrials") && !asking && (
        <Button onClick={() => setAsking(true)}>Ask tasters: three cups, one is the other</Button>
      )}
      {asking && (
        <Ask batchId={batchId} beside={hasRecipe ?? "the hand cup"} onDone={() => setAsking(false)} />
      )}
    </Panel>
  );
}

interface AskProps {
  readonly batchId: string;
  readonly beside: string;
  readonly onDone: () => void;
}

function Ask({ batchId, beside: usual, onDone }: AskProps) {
  const router = useRouter();
  const { act, at, busy, trouble } = useAct();
  const [id] = useState(() => uuidv7());
  const [beside, setBeside] = useState(usual);
  const [ballots, setBallots] = useState(USUAL_BALLOTS);
  const [minutes, setMinutes] = useState(USUAL_MINUTES);
  const start = async () => {
    const sent = await act(startCups({ id, batchId, beside, ballots, minutes }));
    if (sent.ok) router.push(`/cups/${sent.data.id}`);
  };
  return (
    <div className="flex flex-col gap-2">
      <div className="grid grid-cols-1 gap-x-3 sm:grid-cols-3">
        <WordsField
          label="held against"
          value={beside}
          most={80}
          trouble={at("beside")}
          onValue={setBeside}
        />
        <FigureField
          label="tasters"
          kind="count"
          value={ballots}
          bounds={[3, 300]}
          help="each gets three cups and a label"
          onValue={(value) => value !== null && setBallots(Math.round(value))}
        />
        <FigureField
          label="open for"
          kind="min"
          value={minutes}
          bounds={[1, 1440]}
          onValue={(value) => value !== null && setMinutes(Math.round(value))}
        />
      </div>
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble.message}
        </p>
      )}
      <div className="flex gap-2">
        <Button look="main" disabled={busy} onClick={start}>
          Make the labels
        </Button>
        <Button look="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </div>
  );
}
