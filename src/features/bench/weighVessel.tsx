"use client";

import { useState } from "react";
import type { MeasuredByOthers } from "#contract/measure.ts";
import { type VesselWeighing, vesselFrom } from "#core/measure";
import { parseMass } from "#core/units";
import { type Chosen, Conflict } from "#parts/conflict.tsx";
import { Pot } from "#parts/pot.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { SaveForm } from "#ui/saveForm.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { useMeasure, useSite } from "./context.tsx";
import { Quantity } from "./form.tsx";
import { useMeasuredText, WEIGHED } from "./measured.ts";
import type { VesselRow } from "./rows.ts";

interface Held {
  readonly emptyG: number;
  readonly brimG: number;
  readonly workingG: number;
}

/** Whichever scale is at hand, as if it took everything. */
const ANY = "any";

const FIGURES = ["emptyG", "brimG", "workingG"] as const;
const LABELS: Readonly<Record<string, string>> = {
  emptyG: "empty",
  brimG: "to the brim",
  workingG: "working fill",
};

interface WeighProps {
  readonly vessel: VesselRow;
  readonly onDone: () => void;
}

/** Three weighings, each in parts if the scale is too small; the pot is drawn as they are typed. */
export function WeighVessel({ vessel, onDone }: WeighProps) {
  const units = useUnits();
  const { scales } = useSite();
  const measure = useMeasure();
  // As it was when this began: the page is drawn again with what others keep meanwhile.
  const [base] = useState(vessel);
  const [scaleId, setScaleId] = useState(ANY);
  const scale = scales.find(({ id }) => id === scaleId);
  const tooHeavy = (text: string) => {
    const most = scale?.capacityG ?? Number.POSITIVE_INFINITY;
    const heavy = text.split("+").some((part) => {
      const each = parseMass(part, units.mass);
      return each.ok && each.value > most;
    });
    return heavy
      ? `${scale?.name} weighs up to ${units.printMass(most)}: weigh in parts, such as 2500 + 1300.`
      : undefined;
  };
  const start = (massG: number) => (base.emptyG === null ? "" : units.printMass(base.emptyG + massG));
  const empty = useMeasuredText(start(0), WEIGHED, tooHeavy);
  const brimful = useMeasuredText(start(base.figures.brimG), WEIGHED, tooHeavy);
  const working = useMeasuredText(start(base.figures.workingG), WEIGHED, tooHeavy);
  const [theirs, setTheirs] = useState<MeasuredByOthers>();
  const { act, at, busy } = useAct();
  const weighing: VesselWeighing | undefined =
    empty.value !== undefined && brimful.value !== undefined && working.value !== undefined
      ? { emptyG: empty.value, brimfulG: brimful.value, workingG: working.value }
      : undefined;
  const held = weighing && vesselFrom(weighing);
  const mine: Held | undefined = weighing && {
    emptyG: weighing.emptyG,
    brimG: weighing.brimfulG - weighing.emptyG,
    workingG: weighing.workingG - weighing.emptyG,
  };

  const keep = async ({ emptyG, brimG, workingG }: Held, revision: number) => {
    if (!measure) return;
    const of = { id: vessel.id, revision, emptyG, brimfulG: emptyG + brimG, workingG: emptyG + workingG };
    const sent = await act(measure.send({ what: "vessel", of }));
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs);
    else onDone();
  };
  const save = () => {
    for (const each of [empty, brimful, working]) each.ask();
    if (mine) void keep(mine, base.revision);
  };
  const choose = (chosen: Chosen) => {
    setTheirs(undefined);
    if (!mine || !theirs) return;
    const { figures, revision } = theirs;
    const picked = Object.fromEntries(
      FIGURES.map((name) => [name, chosen[name] === "theirs" ? (figures[name] ?? mine[name]) : mine[name]]),
    );
    void keep(picked as unknown as Held, revision);
  };
  const shown = (figures: Readonly<Record<string, number | null>>) =>
    Object.fromEntries(
      FIGURES.flatMap((name) =>
        figures[name] === null || figures[name] === undefined
          ? []
          : [[name, units.printMass(figures[name])] as const],
      ),
    );
  const { brimG, workingG, iced } = base.figures;
  const now = held?.ok ? held.value : { brimG, workingG };

  return (
    <SaveForm save={`${measure?.save ?? "Keep"} this weighing`} busy={busy} onSave={save} onDone={onDone}>
      {scales.length > 0 && (
        <div>
          <Choice
            label="on"
            value={scaleId}
            options={[
              { value: ANY, text: "any scale" },
              ...scales.map(({ id, name }) => ({ value: id, text: name })),
            ]}
            onChange={setScaleId}
          />
        </div>
      )}
      <div className="flex flex-wrap items-start gap-4">
        <svg width={64} height={94} aria-hidden="true" className="shrink-0">
          <Pot
            fill={now.workingG / now.brimG}
            working={now.workingG / now.brimG}
            iced={iced}
            width={64}
            height={94}
          />
        </svg>
        <div className="grid flex-1 gap-x-3 sm:grid-cols-3">
          <Quantity label="empty, lid off" typed={empty} help="in parts: 980 + 20" />
          <Quantity
            label="full to the brim"
            typed={brimful}
            help="cold water; the whole reading"
            trouble={at("brimfulG")}
          />
          <Quantity
            label="at its working fill"
            typed={working}
            help="as full as you use it"
            trouble={at("workingG")}
          />
        </div>
      </div>
      {held?.ok && (
        <p role="status">
          {units.printLiquid(held.value.brimG)} to the brim, {units.printLiquid(held.value.workingG)} working
          fill
        </p>
      )}
      {theirs && mine && (
        <Conflict
          what={String(base.figures.name)}
          who={theirs.changedBy}
          versions={{
            base: shown({ emptyG: base.emptyG, brimG, workingG }),
            mine: shown({ ...mine }),
            theirs: shown(theirs.figures),
          }}
          label={(field) => LABELS[field] ?? field}
          show={(_field, value) => value ?? "not weighed"}
          onChoose={choose}
          onClose={() => setTheirs(undefined)}
        />
      )}
    </SaveForm>
  );
}
