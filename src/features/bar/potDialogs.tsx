"use client";

import { useState } from "react";
import type { PotView } from "#contract/potView.ts";
import type { PotNow } from "#core/bar";
import { type Happening, useBar } from "#parts/bar/barContext.ts";
import { nowIn } from "#parts/bar/potLines.ts";
import { useTelling } from "#parts/bar/useTelling.ts";
import { Button } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { SheetDialog } from "#ui/sheetDialog.tsx";
import { useUnits } from "#ui/units.tsx";
import { printAge } from "#words/bar";

interface PotDialogProps {
  readonly pot: PotView;
  readonly now: PotNow;
  readonly onDone: () => void;
}

const MOST_G = 200_000;
const MOST_STRENGTH_PCT = 30;
const BOILING_C = 100;

function Done({
  label,
  disabled,
  onClick,
  onDone,
}: {
  readonly label: string;
  readonly disabled?: boolean;
  readonly onClick: () => void;
  readonly onDone: () => void;
}) {
  return (
    <div className="flex gap-2">
      <Button look="main" disabled={disabled} onClick={onClick}>
        {label}
      </Button>
      <Button look="quiet" onClick={onDone}>
        Cancel
      </Button>
    </div>
  );
}

function useSaying(onDone: () => void) {
  const say = useTelling();
  return (sentence: string, happening: Happening) => {
    onDone();
    say(sentence, [happening]);
  };
}

/** What is left is weighed: the difference went without a tap. */
export function WeighDialog({ pot, now, onDone }: PotDialogProps) {
  const units = useUnits();
  const tell = useSaying(onDone);
  const [leftG, setLeft] = useState<number | null>(null);
  const [isAsked, setAsked] = useState(false);
  const missing = leftG === null ? 0 : now.liquidG - leftG;
  return (
    <SheetDialog title={`What is left in ${pot.name}`} onDone={onDone}>
      <FigureField
        label="coffee in it, weighed"
        kind="liquidG"
        value={leftG}
        optional
        bounds={[0, MOST_G]}
        help={`by count ${units.printLiquid(Math.round(now.liquidG))}; without the vessel`}
        trouble={isAsked && leftG === null ? "Weigh it first." : undefined}
        onValue={setLeft}
      />
      {leftG !== null && Math.abs(missing) >= 1 && (
        <p className="text-sm">
          {units.printLiquid(Math.round(Math.abs(missing)))}{" "}
          {missing > 0 ? "went without a tap." : "more than by count: some taps were none."}
        </p>
      )}
      <Done
        label="So much is left"
        onClick={() =>
          leftG === null
            ? setAsked(true)
            : tell(`${pot.name} weighed.`, {
                kind: "potMeasured",
                vesselId: pot.id,
                leftG,
                tempC: null,
                strengthPct: null,
              })
        }
        onDone={onDone}
      />
    </SheetDialog>
  );
}

/** All of it into another pot: one that stands empty, or, better not, onto coffee. */
export function MoveDialog({ pot, now, onDone }: PotDialogProps) {
  const bar = useBar();
  const units = useUnits();
  const tell = useSaying(onDone);
  const others = (bar?.view.pots ?? []).filter(
    ({ id, retired, iced }) => id !== pot.id && !retired && iced === pot.iced,
  );
  const [toId, setTo] = useState(others.find(({ standing }) => standing === null)?.id ?? others[0]?.id ?? "");
  const to = others.find(({ id }) => id === toId);
  const onto = to && bar && nowIn(to, bar.view, bar.nowMs);
  return (
    <SheetDialog title={`Move ${pot.name} to`} onDone={onDone}>
      {to ? (
        <>
          <ChoiceField
            label="another pot"
            value={toId}
            options={others.map(({ id, name, kit, standing }) => ({
              value: id,
              text: name,
              aside: standing ? "not empty" : `empty, ${units.printLiquid(kit.brimG)} to the brim`,
            }))}
            onChange={setTo}
          />
          {now.liquidG > to.kit.brimG && (
            <p role="alert" className="text-sm text-stop">
              It does not fit: {units.printLiquid(Math.round(now.liquidG))} into{" "}
              {units.printLiquid(to.kit.brimG)} to the brim.
            </p>
          )}
          {onto && onto.liquidG >= 1 && (
            <p role="alert" className="rounded-panel border-2 border-due p-2 text-sm">
              Coffee of {printAge(onto.ageMin)} stands in it. Better not: all of it then counts as old as the
              older one.
            </p>
          )}
        </>
      ) : (
        <p>There is no other {pot.iced ? "iced server" : "pot"} here.</p>
      )}
      <Done
        label={onto && onto.liquidG >= 1 ? "Pour it in all the same" : "It is moved"}
        disabled={!to}
        onClick={() => tell(`${pot.name} is in ${to?.name}.`, { kind: "potMoved", vesselId: pot.id, toId })}
        onDone={onDone}
      />
    </SheetDialog>
  );
}

/** A thermometer's or a strength meter's reading. */
export function MeasureDialog({ pot, now, onDone }: PotDialogProps) {
  const units = useUnits();
  const tell = useSaying(onDone);
  const [tempC, setTemp] = useState<number | null>(null);
  const [strengthPct, setStrength] = useState<number | null>(null);
  const [isAsked, setAsked] = useState(false);
  return (
    <SheetDialog title={`Measured in ${pot.name}`} onDone={onDone}>
      <FigureField
        label="temperature"
        kind="°C"
        value={tempC}
        optional
        usual={units.printTemp(Math.round(now.tempC))}
        bounds={[0, BOILING_C]}
        trouble={isAsked && tempC === null && strengthPct === null ? "Measure one of them first." : undefined}
        onValue={setTemp}
      />
      <FigureField
        label="strength"
        kind="%"
        value={strengthPct}
        optional
        bounds={[0.1, MOST_STRENGTH_PCT]}
        onValue={setStrength}
      />
      <Done
        label="So it is"
        onClick={() =>
          tempC === null && strengthPct === null
            ? setAsked(true)
            : tell(`${pot.name} measured.`, {
                kind: "potMeasured",
                vesselId: pot.id,
                leftG: null,
                tempC,
                strengthPct,
              })
        }
        onDone={onDone}
      />
    </SheetDialog>
  );
}

const TAKEN = {
  served: {
    title: "Serve from",
    label: "served, weighed",
    done: "It is served",
    verb: "served from",
    usualG: 250,
  },
  setAside: {
    title: "Set aside from",
    label: "to taste",
    done: "It is set aside",
    verb: "set aside from",
    usualG: 50,
  },
} as const;

/** Coffee that is weighed out: served, or set aside to taste, which is served to nobody. */
export function TakeDialog({ pot, as, onDone }: PotDialogProps & { readonly as: keyof typeof TAKEN }) {
  const units = useUnits();
  const tell = useSaying(onDone);
  const { title, label, done, verb, usualG } = TAKEN[as];
  const [massG, setMass] = useState<number>(usualG);
  const taken: Happening =
    as === "served"
      ? { kind: "served", vesselId: pot.id, massG, cups: null, cupMl: null }
      : { kind: "setAside", vesselId: pot.id, massG };
  return (
    <SheetDialog title={`${title} ${pot.name}`} onDone={onDone}>
      <FigureField
        label={label}
        kind="liquidG"
        value={massG}
        bounds={[1, MOST_G]}
        onValue={(next) => setMass(next ?? massG)}
      />
      <Done
        label={done}
        onClick={() => tell(`${units.printLiquid(massG)} ${verb} ${pot.name}.`, taken)}
        onDone={onDone}
      />
    </SheetDialog>
  );
}
