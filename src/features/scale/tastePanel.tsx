import { useEffect, useState } from "react";
import {
  type CorrectFailure,
  type CorrectInput,
  type Correction,
  ICED_FAULTS,
  type IcedFault,
  type IcedInput,
} from "#core/iced";
import type { Asking } from "#core/outlook";
import type { Result } from "#core/result";
import { parsePct, parseTemp } from "#core/units";
import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { quantitySentence } from "#words/figures";
import { correctionSentence, coupledSentence, FAULT_WORDS } from "#words/iced";

export interface TastePanelProps {
  readonly iced: IcedInput;
  readonly asking: Asking;
  readonly setting: number;
  readonly grinder: string;
  readonly correct: (input: CorrectInput) => Promise<Result<Correction, CorrectFailure>>;
  readonly onTake: (correction: Correction) => void;
}

/** The measurement that tells each fault. */
const MEASURED: { readonly [fault in IcedFault]?: "temperature" | "strength" } = {
  tooWarm: "temperature",
  tooWatery: "strength",
  tooStrong: "strength",
};

/** After tasting: what was wrong, and the one thing to change for it, by how much. */
export function TastePanel({ iced, asking, setting, grinder, correct, onTake }: TastePanelProps) {
  const units = useUnits();
  const [fault, setFault] = useState<IcedFault>();
  const [typed, setTyped] = useState("");
  const [answer, setAnswer] = useState<Result<Correction, CorrectFailure>>();
  const by = fault && MEASURED[fault];
  const read =
    typed.trim() === "" || !by
      ? undefined
      : by === "strength"
        ? parsePct(typed)
        : parseTemp(typed, units.temp);
  const measured = read?.ok ? read.value : undefined;
  // Figures, not objects, say whether anything has changed.
  const key = JSON.stringify({ iced, asking, setting });
  // biome-ignore lint/correctness/useExhaustiveDependencies: see above
  useEffect(() => {
    setAnswer(undefined);
    if (!fault) return;
    let isMounted = true;
    correct({
      fault,
      iced,
      asking,
      setting,
      ...(by === "temperature" && { measuredTempC: measured }),
      ...(by === "strength" && { measuredStrengthPct: measured }),
    }).then(
      (next) => isMounted && setAnswer(next),
      () => isMounted && setAnswer(undefined),
    );
    return () => {
      isMounted = false;
    };
  }, [key, fault, measured]);
  const print = units.words;
  return (
    <Panel title="Tasted it?">
      <fieldset className="flex flex-wrap gap-2">
        <legend className="sr-only">what was wrong</legend>
        {ICED_FAULTS.map((each) => (
          <Button
            key={each}
            look={each === fault ? "main" : undefined}
            aria-pressed={each === fault}
            onClick={() => {
              setFault(each === fault ? undefined : each);
              setTyped("");
            }}
          >
            {FAULT_WORDS[each]}
          </Button>
        ))}
        {by && (
          <label className="flex items-center gap-1.5 text-sm">
            <span className="text-quiet">
              {by === "strength" ? "metered in the server" : "measured in the server"}, if you did
            </span>
            <input
              inputMode="decimal"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              aria-invalid={read !== undefined && !read.ok}
              className="min-h-10 w-24 rounded-md border-2 border-rim/50 bg-enamel px-2 text-right aria-invalid:border-stop"
            />
          </label>
        )}
      </fieldset>
      {read && !read.ok && (
        <p role="alert" className="mt-1 text-sm text-stop">
          {quantitySentence(read.failure)}
        </p>
      )}
      {answer && (
        <p className="mt-2 flex flex-wrap items-center gap-3" role="status" data-testid="correction">
          <span className="min-w-60 flex-1">
            {answer.ok
              ? `Change one thing: ${correctionSentence(answer.value, print, grinder)}`
              : coupledSentence(answer.failure, print)}
          </span>
          {answer.ok && (
            <Button onClick={() => onTake(answer.value)}>
              Take it<span className="sr-only">: what the taste asks for</span>
            </Button>
          )}
        </p>
      )}
      {!fault && (
        <p className="mt-1 text-quiet text-sm">
          One tap says what to change, by how much, and only that one thing. Caffeine adds up: spit, and stop.
        </p>
      )}
    </Panel>
  );
}
