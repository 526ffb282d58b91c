"use client";

import { useState } from "react";
import { useBar } from "#parts/bar/barContext.ts";
import { useTelling } from "#parts/bar/useTelling.ts";
import { Button } from "#ui/button.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Panel } from "#ui/panel.tsx";
import { SheetDialog } from "#ui/sheetDialog.tsx";
import { useUnits } from "#ui/units.tsx";

const MOST_G = 5_000_000;
/** A scoop for one batch, g; what is taken is weighed. */
const USUAL_TAKEN_G = 1000;

/** Ice that is there by count: filled, and taken for batches. */
export function IcePanel({ mayServe }: { readonly mayServe: boolean }) {
  const units = useUnits();
  const say = useTelling();
  const ice = useBar()?.view.ice ?? [];
  const [taking, setTaking] = useState<string>();
  const from = ice.find(({ id }) => id === taking);
  if (ice.length === 0) return null;
  return (
    <Panel title="Ice">
      <ul className="flex flex-col gap-2">
        {ice.map(({ id, name, storeG, leftG }) => (
          <li key={id} className="flex flex-wrap items-center gap-2">
            <span className="min-w-44 flex-1">
              {name}:{" "}
              <strong className="tabular-nums">
                {leftG === null ? "not counted yet" : units.printMass(Math.round(leftG))}
              </strong>
            </span>
            {mayServe && storeG !== null && (
              <Button
                className="min-h-12"
                onClick={() => say(`${name} is full.`, [{ kind: "iceFilled", iceId: id, massG: storeG }])}
              >
                Full<span className="sr-only">: {name}</span>
              </Button>
            )}
            {mayServe && leftG !== null && (
              <Button className="min-h-12" onClick={() => setTaking(id)}>
                Take<span className="sr-only"> from {name}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      {from && <TakeDialog id={from.id} name={from.name} onDone={() => setTaking(undefined)} />}
    </Panel>
  );
}

function TakeDialog({
  id,
  name,
  onDone,
}: {
  readonly id: string;
  readonly name: string;
  readonly onDone: () => void;
}) {
  const say = useTelling();
  const [massG, setMass] = useState(USUAL_TAKEN_G);
  return (
    <SheetDialog title={`Ice from ${name}`} onDone={onDone}>
      <FigureField
        label="taken"
        kind="g"
        value={massG}
        bounds={[1, MOST_G]}
        onValue={(next) => setMass(next ?? massG)}
      />
      <p className="text-quiet text-sm">Ice is food: a clean scoop, no hands, no glass as a scoop.</p>
      <div className="flex gap-2">
        <Button
          look="main"
          onClick={() => {
            onDone();
            say(`Ice taken from ${name}.`, [{ kind: "iceTaken", iceId: id, massG }]);
          }}
        >
          It is taken
        </Button>
        <Button look="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </SheetDialog>
  );
}
