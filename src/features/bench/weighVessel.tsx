"use client";

import { useState } from "react";
import type { MeasuredByOthers } from "#contract/measure.ts";
import { usualWorkingG, type VesselWeighing, vesselFrom } from "#core/measure";
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
  readonly emptyG: number | null;
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
  /** Its water is poured into a jug and weighed there: nobody has to know what the vessel weighs empty. */
  const [isPoured, setPoured] = useState(false);
  const { act, at, busy } = useAct();
  const emptyG = isPoured ? null : empty.value;
  const brimG =
    emptyG === undefined || brimful.value === undefined ? undefined : brimful.value - (emptyG ?? 0);
  // Left empty, the working fill is what is usual for the brim.
  const usualG = brimG !== undefined && brimG > 0 ? usualWorkingG(brimG) : undefined;
  const isUsual = working.text.trim() === "" && usualG !== undefined;
  const workingG = isUsual ? usualG + (emptyG ?? 0) : working.value;
  const weighing: VesselWeighing | undefined =
    emptyG !== undefined && brimful.value !== undefined && workingG !== undefined
      ? { emptyG, brimfulG: brimful.value, workingG }
      : undefined;
  const held = weighing && vesselFrom(weighing);
  const mine: Held | undefined = weighing && {
    emptyG: weighing.emptyG,
    brimG: weighing.brimfulG - (weighing.emptyG ?? 0),
    workingG: weighing.workingG - (weighing.emptyG ?? 0),
  };

  const keep = async ({ emptyG, brimG, workingG }: Held, revision: number) => {
    if (!measure) return;
    const withVessel = (massG: number) => (emptyG ?? 0) + massG;
    const of = {
      id: vessel.id,
      revision,
      emptyG,
      brimfulG: withVessel(brimG),
      workingG: withVessel(workingG),
    };
    const sent = await act(measure.send({ what: "vessel", of }));
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs);
    else onDone();
  };
  const save = () => {
    for (const each of [...(isPoured ? [] : [empty]), brimful, ...(isUsual ? [] : [working])]) each.ask();
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
  const { figures } = base;
  const now = held?.ok ? held.value : figures;

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
      <label className="flex min-h-10 items-center gap-2">
        <input
          type="checkbox"
          checked={isPoured}
          onChange={(event) => {
            setPoured(event.target.checked);
            brimful.setText("");
            working.setText("");
          }}
        />
        its water was poured into a jug and weighed there
      </label>
      <div className="flex flex-wrap items-start gap-4">
        <svg width={64} height={94} aria-hidden="true" className="shrink-0">
          <Pot
            fill={now.workingG / now.brimG}
            working={now.workingG / now.brimG}
            iced={figures.iced}
            width={64}
            height={94}
          />
        </svg>
        <div className="grid flex-1 gap-x-3 sm:grid-cols-3">
          {!isPoured && <Quantity label="empty, lid off" typed={empty} help="in parts: 980 + 20" />}
          <Quantity
            label={isPoured ? "water to the brim" : "full to the brim"}
            typed={brimful}
            help={isPoured ? "cold, all that was poured out" : "cold water; the whole reading"}
            trouble={at("brimfulG")}
          />
          <Quantity
            label={isPoured ? "water at its working fill" : "at its working fill"}
            typed={working}
            help={
              isUsual ? `left empty: ${units.printMass(workingG ?? 0)}, as is usual` : "as full as you use it"
            }
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
            base: shown({ emptyG: base.emptyG, brimG: figures.brimG, workingG: figures.workingG }),
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
