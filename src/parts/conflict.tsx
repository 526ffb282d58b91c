"use client";

import { Dialog } from "radix-ui";
import { useState } from "react";
import { type Difference, differences, type Versions } from "#core/versions";
import { Button } from "#ui/button.tsx";

export type Chosen = Readonly<Record<string, "mine" | "theirs">>;

interface ConflictProps {
  /** The changed thing, such as "tomorrow's list". */
  readonly what: string;
  /** Who else changed it. */
  readonly who: string;
  readonly versions: Versions;
  readonly label: (field: string) => string;
  readonly show: (field: string, value: string | undefined) => string;
  readonly onChoose: (chosen: Chosen) => void;
  readonly onClose: () => void;
}

/** Two versions of one row side by side: somebody else was faster, and each field is chosen. */
export function Conflict({ what, who, versions, label, show, onChoose, onClose }: ConflictProps) {
  const rows = differences(versions);
  const [chosen, setChosen] = useState<Chosen>(() =>
    Object.fromEntries(rows.flatMap(({ field, plainly }) => (plainly ? [[field, plainly]] : []))),
  );
  const open = rows.filter(({ field }) => !chosen[field]).length;
  return (
    <Dialog.Root open onOpenChange={(stays) => stays || onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/40" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-40 flex max-h-[94dvh] w-[min(46rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col gap-3 overflow-y-auto rounded-panel border-2 border-rim bg-enamel p-4">
          <Dialog.Title className="text-xl">Two of you changed {what}</Dialog.Title>
          <Dialog.Description>
            <bdi>{who}</bdi> was faster, so yours is not saved yet. Choose for each line.
          </Dialog.Description>
          {rows.map((row) => (
            <Line
              key={row.field}
              row={row}
              who={who}
              label={label}
              show={show}
              chosen={chosen[row.field]}
              onChoose={(side) => setChosen({ ...chosen, [row.field]: side })}
            />
          ))}
          <footer className="flex items-center justify-end gap-2">
            {open > 0 && <span className="mr-auto text-quiet text-sm">{open} to choose</span>}
            <Button onClick={onClose}>Not now</Button>
            <Button look="main" disabled={open > 0} onClick={() => onChoose(chosen)}>
              Save what is chosen
            </Button>
          </footer>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface LineProps extends Pick<ConflictProps, "who" | "label" | "show"> {
  readonly row: Difference;
  readonly chosen: "mine" | "theirs" | undefined;
  readonly onChoose: (side: "mine" | "theirs") => void;
}

function Line({ row, who, label, show, chosen, onChoose }: LineProps) {
  const side = (name: "mine" | "theirs") => (
    <label className="flex min-h-11 flex-1 cursor-pointer items-center gap-2 rounded-md border-2 border-rim/30 px-3 has-checked:border-rim has-checked:bg-rim/10">
      <input
        type="radio"
        name={row.field}
        checked={chosen === name}
        onChange={() => onChoose(name)}
        className="accent-rim"
      />
      <span>
        <span className="block text-quiet text-xs">{name === "mine" ? "yours" : <bdi>{who}</bdi>}</span>
        <bdi>{show(row.field, row[name])}</bdi>
      </span>
    </label>
  );
  return (
    <fieldset>
      <legend className="text-sm">{label(row.field)}</legend>
      <div className="flex gap-2 max-sm:flex-col">
        {side("theirs")}
        {side("mine")}
      </div>
    </fieldset>
  );
}
