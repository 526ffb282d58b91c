"use client";

import { useState } from "react";
import type { Measure, MeasuredByOthers } from "#contract/measure.ts";
import { Conflict } from "#parts/conflict.tsx";
import { SaveForm } from "#ui/saveForm.tsx";
import { useAct } from "#ui/useAct.ts";
import { useMeasure } from "./context.tsx";
import { Quantity } from "./form.tsx";
import { type Measured, useMeasuredText } from "./measured.ts";

interface Weighing {
  readonly label: string;
  readonly help: string;
  readonly measured: Measured;
  /** The field's name at the server, for a refusal. */
  readonly field: string;
}

interface TwoWeighingsProps {
  /** The name of the measured thing, such as a coffee's. */
  readonly what: string;
  readonly revision: number;
  readonly first: Weighing;
  readonly second: Weighing;
  /** The figure that comes of it, as it is kept: its name, what it was, and how it is read. */
  readonly figure: {
    readonly name: string;
    readonly was: number;
    readonly from: (first: number, second: number) => number;
    readonly print: (value: number) => string;
  };
  readonly measured: (first: number, second: number, revision: number) => Measure;
  readonly onDone: () => void;
}

/** Two weighings that one figure follows from. */
export function TwoWeighings(props: TwoWeighingsProps) {
  const { what, first, second, figure, measured, onDone } = props;
  // As it was when this began: the page is drawn again with what others keep meanwhile.
  const [base] = useState({ revision: props.revision, was: figure.was });
  const one = useMeasuredText("", first.measured);
  const two = useMeasuredText("", second.measured);
  const [theirs, setTheirs] = useState<MeasuredByOthers>();
  const { act, at, busy } = useAct();
  const measure = useMeasure();
  const save = async (revision: number) => {
    const [a, b] = [one.ask(), two.ask()];
    if (!measure || a === undefined || b === undefined) return;
    const sent = await act(measure.send(measured(a, b, revision)));
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs);
    else onDone();
  };
  const mine = one.value && two.value !== undefined ? figure.from(one.value, two.value) : undefined;
  const shown = (value: number | null | undefined) => ({
    [figure.name]: value == null ? undefined : figure.print(value),
  });
  return (
    <SaveForm
      save={`${measure?.save ?? "Keep"} this weighing`}
      busy={busy}
      onSave={() => save(base.revision)}
      onDone={onDone}
    >
      <div className="grid max-w-xl gap-3 sm:grid-cols-2">
        <Quantity label={first.label} typed={one} help={first.help} trouble={at(first.field)} />
        <Quantity label={second.label} typed={two} help={second.help} trouble={at(second.field)} />
      </div>
      {mine !== undefined && <p role="status">{figure.print(mine)}</p>}
      {theirs && (
        <Conflict
          what={what}
          who={theirs.changedBy}
          versions={{
            base: shown(base.was),
            mine: shown(mine),
            theirs: shown(theirs.figures[figure.name]),
          }}
          label={() => "what came of it"}
          show={(_field, value) => value ?? ""}
          onClose={() => setTheirs(undefined)}
          onChoose={({ [figure.name]: side }) => {
            setTheirs(undefined);
            if (side === "mine") void save(theirs.revision);
            else onDone();
          }}
        />
      )}
    </SaveForm>
  );
}
