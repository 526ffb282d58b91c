"use client";

import { Plus, X } from "lucide-react";
import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { BlankRunLine } from "#contract/measure.ts";
import { type Delivery, fitDelivery } from "#core/measure";
import { parseLiquid, parseMass, parseParts, printNumber } from "#core/units";
import { type Chosen, Conflict } from "#parts/conflict.tsx";
import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { printSetting } from "#words/index.ts";
import { keepBlankRuns } from "./actions.ts";
import { Line, MeasureForm, Quantity } from "./parts.tsx";
import { useTyped } from "./typed.ts";

export interface BrewerLine {
  readonly id: string;
  readonly name: string;
  readonly slope: number;
  readonly interceptG: number;
  readonly runs: readonly BlankRunLine[];
  readonly measured: string | undefined;
  readonly revision: number;
}

/** What brews by itself, and what each really delivers. */
export function Brewers({ brewers }: { readonly brewers: readonly BrewerLine[] }) {
  const units = useUnits();
  return (
    <Panel title="Brewers">
      {brewers.length === 0 && <p className="text-quiet">No batch brewer stands at this site.</p>}
      <ul>
        {brewers.map((brewer) => (
          <Line
            key={brewer.id}
            name={brewer.name}
            measured={brewer.measured}
            figures={`delivers ${printLine(brewer, units.printLiquid)}, from ${brewer.runs.length} blank runs`}
            verb="Blank runs"
          >
            {(onDone) => <BlankRuns brewer={brewer} onDone={onDone} />}
          </Line>
        ))}
      </ul>
    </Panel>
  );
}

const SLOPE_DECIMALS = 3;

function printLine(
  { slope, interceptG }: Pick<Delivery, "slope" | "interceptG">,
  printG: (massG: number) => string,
): string {
  const off = interceptG < 0 ? `− ${printG(-interceptG)}` : `+ ${printG(interceptG)}`;
  return `${printNumber(slope, SLOPE_DECIMALS)} × what is set ${off}`;
}

interface Theirs {
  readonly changedBy: string;
  readonly revision: number;
  readonly runs?: readonly BlankRunLine[];
}

/** Water set and weighed, without coffee, and the line through it. */
function BlankRuns({ brewer, onDone }: { readonly brewer: BrewerLine; readonly onDone: () => void }) {
  const units = useUnits();
  const [runs, setRuns] = useState(brewer.runs);
  const [theirs, setTheirs] = useState<Theirs>();
  const { act, at, busy } = useAct();
  const line = fitDelivery(runs);
  const keep = async (list: readonly BlankRunLine[], revision: number) => {
    setRuns(list);
    const sent = await act(keepBlankRuns({ id: brewer.id, revision, runs: [...list] }));
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs);
    else onDone();
  };
  const others = theirs?.runs ?? [];
  const choose = (chosen: Chosen) => {
    const all = [...runs, ...others.filter(({ id }) => !runs.some((run) => run.id === id))];
    const list = all.filter(({ id }) => (chosen[id] === "mine" ? runs : others).some((run) => run.id === id));
    setTheirs(undefined);
    if (theirs) void keep(list, theirs.revision);
  };
  const shown = (list: readonly BlankRunLine[]) =>
    Object.fromEntries(
      list.map(({ id, setG, weighedG }) => [id, `${printSetting(setG)}, ${units.printLiquid(weighedG)}`]),
    );

  return (
    <MeasureForm
      save="Keep these runs"
      busy={busy || runs.length === 0}
      onSave={() => keep(runs, brewer.revision)}
      onDone={onDone}
    >
      <table className="w-full max-w-xl text-left tabular-nums">
        <thead className="text-quiet text-sm">
          <tr>
            <th className="font-normal">set</th>
            <th className="font-normal">weighed</th>
            <th className="font-normal">off the line</th>
            <th>
              <span className="sr-only">take off</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {runs.map(({ id, setG, weighedG }, i) => (
            <tr key={id} className="border-rim/20 border-t">
              <td>{printSetting(setG)}</td>
              <td>{units.printLiquid(weighedG)}</td>
              <td>{line.ok && <Off line={line.value} run={{ setG, weighedG }} place={i} />}</td>
              <td className="text-right">
                <Button
                  look="icon"
                  aria-label={`take off the run at ${printSetting(setG)}`}
                  onClick={() => setRuns(runs.filter((run) => run.id !== id))}
                >
                  <X size={16} aria-hidden />
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <AddRun onAdd={(run) => setRuns([...runs, run])} />
      {line.ok && (
        <p role="status">
          {printLine(line.value, units.printLiquid)}
          {line.value.scatterG !== undefined && `, give or take ${units.printMass(line.value.scatterG)}`}
          {runs.length === 1 && ". One run says nothing of other settings: make a second, far from it."}
        </p>
      )}
      {at("runs") && (
        <p role="alert" className="text-stop">
          {at("runs")}
        </p>
      )}
      {theirs && (
        <Conflict
          what={`${brewer.name}'s blank runs`}
          who={theirs.changedBy}
          versions={{ base: shown(brewer.runs), mine: shown(runs), theirs: shown(others) }}
          label={() => "a run"}
          show={(_field, value) => value ?? "not made, or taken off"}
          onChoose={choose}
          onClose={() => setTheirs(undefined)}
        />
      )}
    </MeasureForm>
  );
}

interface OffProps {
  readonly line: Delivery;
  readonly run: { readonly setG: number; readonly weighedG: number };
  readonly place: number;
}

function Off({ line, run, place }: OffProps) {
  const units = useUnits();
  const offG = run.weighedG - line.interceptG - line.slope * run.setG;
  if (line.outliers.includes(place)) {
    return <span className="font-semibold text-due">{units.printLiquid(offG)}, left out</span>;
  }
  return units.printLiquid(offG);
}

function AddRun({ onAdd }: { readonly onAdd: (run: BlankRunLine) => void }) {
  const units = useUnits();
  const set = useTyped("", (text) => parseLiquid(text, "l"));
  const weighed = useTyped("", (text) => parseParts(text, (part) => parseMass(part, units.mass)));
  const add = () => {
    const [setG, weighedG] = [set.ask(), weighed.ask()];
    if (setG === undefined || weighedG === undefined || setG <= 0 || weighedG <= 0) return;
    onAdd({ id: uuidv7(), setG, weighedG });
    set.clear();
    weighed.clear();
  };
  return (
    <div className="grid max-w-xl items-start gap-3 sm:grid-cols-3">
      <Quantity label="set" typed={set} help="such as 2.4 l" />
      <Quantity label="weighed" typed={weighed} help="water only, no coffee" />
      <Button className="sm:mt-5" onClick={add}>
        <Plus size={16} aria-hidden /> Add the run
      </Button>
    </div>
  );
}
