"use client";

import { useState } from "react";
import type { MeasuredByOthers } from "#contract/measure.ts";
import { parseLiquid, parseMass, printLiquid, printNumber } from "#core/units";
import { Conflict } from "#parts/conflict.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { keepWeighedBeans } from "./actions.ts";
import { MeasureForm, Quantity } from "./form.tsx";
import { Line } from "./line.tsx";
import { useTyped, within } from "./typed.ts";

export interface CoffeeLine {
  readonly id: string;
  readonly name: string;
  readonly character: string;
  readonly densityGPerMl: number;
  readonly measured: string | undefined;
  readonly revision: number;
}

const DECIMALS = 3;
const printDensity = (gPerMl: number) => `${printNumber(gPerMl, DECIMALS)} g/ml`;

/** The house's coffees: how deep a bed they make follows from how dense they are. */
export function Coffees({ coffees }: { readonly coffees: readonly CoffeeLine[] }) {
  return (
    <Panel title="Coffees">
      <ul>
        {coffees.map((coffee) => (
          <Line
            key={coffee.id}
            name={coffee.name}
            measured={coffee.measured}
            figures={`${coffee.character}, ${printDensity(coffee.densityGPerMl)}`}
            ways={[{ verb: "Weigh beans", form: (onDone) => <WeighBeans coffee={coffee} onDone={onDone} /> }]}
          />
        ))}
      </ul>
    </Panel>
  );
}

/** A cup that beans are weighed in, g or ml. */
const CUP = { least: 1, most: 20_000 };

/** Beans in a cup of known volume, levelled and not pressed. */
function WeighBeans({ coffee, onDone }: { readonly coffee: CoffeeLine; readonly onDone: () => void }) {
  const units = useUnits();
  // As it was when this began: the page is drawn again with what others keep meanwhile.
  const [base] = useState(coffee);
  const mass = useTyped(
    "",
    within((text) => parseMass(text, units.mass), { ...CUP, print: units.printMass }),
  );
  const volume = useTyped(
    "",
    within((text) => parseLiquid(text, "ml"), { ...CUP, print: (ml) => printLiquid(ml, "ml") }),
  );
  const [theirs, setTheirs] = useState<MeasuredByOthers>();
  const { act, at, busy } = useAct();
  const save = async (revision: number) => {
    const [massG, volumeMl] = [mass.ask(), volume.ask()];
    if (massG === undefined || volumeMl === undefined) return;
    const sent = await act(keepWeighedBeans({ id: coffee.id, revision, massG, volumeMl }));
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs);
    else onDone();
  };
  const density = mass.value && volume.value ? mass.value / volume.value : undefined;
  const shown = (gPerMl: number | null | undefined) => ({
    density: gPerMl == null ? undefined : printDensity(gPerMl),
  });
  return (
    <MeasureForm save="Keep this weighing" busy={busy} onSave={() => save(base.revision)} onDone={onDone}>
      <div className="grid max-w-xl gap-3 sm:grid-cols-2">
        <Quantity label="the cup holds" typed={volume} help="weighed with water: 1 g is 1 ml" />
        <Quantity label="beans in it" typed={mass} help="levelled, not pressed" trouble={at("massG")} />
      </div>
      {density !== undefined && <p role="status">{printDensity(density)}</p>}
      {theirs && (
        <Conflict
          what={coffee.name}
          who={theirs.changedBy}
          versions={{
            base: shown(base.densityGPerMl),
            mine: shown(density),
            theirs: shown(theirs.figures.densityGPerMl),
          }}
          label={(field) => field}
          show={(_field, value) => value ?? ""}
          onClose={() => setTheirs(undefined)}
          onChoose={({ density: side }) => {
            setTheirs(undefined);
            if (side === "mine") void save(theirs.revision);
            else onDone();
          }}
        />
      )}
    </MeasureForm>
  );
}
