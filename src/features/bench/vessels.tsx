"use client";

import { useState } from "react";
import type { CoolingRow, MeasuredByOthers } from "#contract/measure.ts";
import { vesselFrom } from "#core/measure";
import { parseMass, parseParts } from "#core/units";
import { type Chosen, Conflict } from "#parts/conflict.tsx";
import { Pot } from "#parts/pot.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { keepWeighedVessel } from "./actions.ts";
import { Cooling, coolsTo } from "./cooling.tsx";
import { MeasureForm, Quantity } from "./form.tsx";
import { Line } from "./line.tsx";
import { useTyped, WEIGHED_G, within } from "./typed.ts";

export interface VesselLine {
  readonly id: string;
  readonly name: string;
  readonly iced: boolean;
  readonly emptyG: number | null;
  readonly brimG: number;
  readonly workingG: number;
  readonly coolingPerS: number | null;
  readonly coolings: readonly CoolingRow[];
  readonly measured: string | undefined;
  readonly revision: number;
}

interface VesselsProps {
  readonly vessels: readonly VesselLine[];
  /** What they cool to, °C. */
  readonly roomC: number;
}

/** What the site pours into, what each holds and how it cools. */
export function Vessels({ vessels, roomC }: VesselsProps) {
  const units = useUnits();
  return (
    <Panel title="Vessels">
      <ul>
        {vessels.map((vessel) => (
          <Line
            key={vessel.id}
            name={vessel.name}
            measured={vessel.measured}
            figures={
              <>
                {units.printLiquid(vessel.brimG)} to the brim, {units.printLiquid(vessel.workingG)} working
                fill
                {vessel.coolingPerS !== null && (
                  <>
                    <br />
                    {coolsTo(vessel.coolingPerS, roomC, units.printTemp)}
                  </>
                )}
              </>
            }
            picture={<Picture brimG={vessel.brimG} workingG={vessel.workingG} iced={vessel.iced} />}
            ways={[
              { verb: "Weigh", form: (onDone) => <WeighVessel vessel={vessel} onDone={onDone} /> },
              {
                verb: "Cooling",
                form: (onDone) => <Cooling vessel={vessel} roomC={roomC} onDone={onDone} />,
              },
            ]}
          />
        ))}
      </ul>
    </Panel>
  );
}

function Picture({ brimG, workingG, iced }: Pick<VesselLine, "brimG" | "workingG" | "iced">) {
  return (
    <svg width={38} height={56} aria-hidden="true" className="shrink-0">
      <Pot fill={workingG / brimG} iced={iced} width={38} height={56} />
    </svg>
  );
}

interface Figures {
  readonly emptyG: number;
  readonly brimG: number;
  readonly workingG: number;
}

const FIGURES = ["emptyG", "brimG", "workingG"] as const;
const LABELS: Readonly<Record<string, string>> = {
  emptyG: "empty",
  brimG: "to the brim",
  workingG: "working fill",
};

/** Three weighings, each in parts if the scale is too small; the pot is drawn as they are typed. */
function WeighVessel({ vessel, onDone }: { readonly vessel: VesselLine; readonly onDone: () => void }) {
  const units = useUnits();
  // As it was when this began: the page is drawn again with what others keep meanwhile.
  const [base] = useState(vessel);
  const parse = within((text) => parseParts(text, (part) => parseMass(part, units.mass)), {
    ...WEIGHED_G,
    print: units.printMass,
  });
  const { emptyG } = base;
  const start = (massG: number) => (emptyG === null ? "" : units.printMass(emptyG + massG));
  const empty = useTyped(start(0), parse);
  const brimful = useTyped(start(base.brimG), parse);
  const working = useTyped(start(base.workingG), parse);
  const [theirs, setTheirs] = useState<MeasuredByOthers>();
  const { act, at, busy } = useAct();
  const held =
    empty.value !== undefined && brimful.value !== undefined && working.value !== undefined
      ? vesselFrom({ emptyG: empty.value, brimfulG: brimful.value, workingG: working.value })
      : undefined;

  const keep = async (figures: Figures, revision: number) => {
    const sent = await act(
      keepWeighedVessel({
        id: vessel.id,
        revision,
        emptyG: figures.emptyG,
        brimfulG: figures.emptyG + figures.brimG,
        workingG: figures.emptyG + figures.workingG,
      }),
    );
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs);
    else onDone();
  };
  const mine: Figures | undefined =
    empty.value !== undefined && brimful.value !== undefined && working.value !== undefined
      ? {
          emptyG: empty.value,
          brimG: brimful.value - empty.value,
          workingG: working.value - empty.value,
        }
      : undefined;
  const save = () => {
    for (const typed of [empty, brimful, working]) typed.ask();
    if (mine) void keep(mine, base.revision);
  };
  const choose = (chosen: Chosen) => {
    if (!mine || !theirs) return;
    const pick = (name: keyof Figures) =>
      chosen[name] === "mine" ? mine[name] : (theirs.figures[name] ?? mine[name]);
    setTheirs(undefined);
    void keep({ emptyG: pick("emptyG"), brimG: pick("brimG"), workingG: pick("workingG") }, theirs.revision);
  };
  const shown = (figures: { readonly [name in keyof Figures]?: number | null }) =>
    Object.fromEntries(
      FIGURES.map((name) => [name, figures[name] == null ? undefined : units.printMass(figures[name])]),
    );

  return (
    <MeasureForm save="Keep this weighing" busy={busy} onSave={save} onDone={onDone}>
      <div className="grid gap-3 sm:grid-cols-3">
        <Quantity label="empty, lid off" typed={empty} help="as the scale shows it" />
        <Quantity
          label="full to the brim"
          typed={brimful}
          help="vessel and cold water; in parts: 1820 + 1790"
          trouble={at("brimfulG")}
        />
        <Quantity label="at its working fill" typed={working} trouble={at("workingG")} />
      </div>
      {held?.ok && (
        <p className="flex items-center gap-3" role="status">
          <Picture iced={vessel.iced} {...held.value} />
          {units.printLiquid(held.value.brimG)} to the brim, {units.printLiquid(held.value.workingG)} working
          fill
        </p>
      )}
      {theirs && (
        <Conflict
          what={vessel.name}
          who={theirs.changedBy}
          versions={{
            base: shown(base),
            mine: shown(mine ?? {}),
            theirs: shown(theirs.figures),
          }}
          label={(field) => LABELS[field] ?? field}
          show={(_field, value) => value ?? "not weighed"}
          onChoose={choose}
          onClose={() => setTheirs(undefined)}
        />
      )}
    </MeasureForm>
  );
}
