"use client";

import type { DripRow } from "#contract/measure.ts";
import { dripDrop } from "#core/measure";
import { printNumber } from "#core/units";
import { FIGURE_KINDS } from "#ui/figure/kinds.ts";
import { useUnits } from "#ui/units.tsx";
import { dripSentence } from "#words/bench";
import { Readings } from "./readings.tsx";
import type { BrewerRow } from "./rows.ts";

interface DripProps {
  readonly brewer: BrewerRow;
  readonly onDone: () => void;
}

/** A thermometer in the brew water and in what drips: by how much it cools before it meets the ice. */
export function Drip({ brewer, onDone }: DripProps) {
  const units = useUnits();
  const summary = (rows: readonly DripRow[]) => {
    const drop = dripDrop(rows);
    if (!drop.ok) return dripSentence(drop.failure);
    const { dripDropC, besideDropC } = drop.value;
    return [
      dripDropC !== undefined &&
        `Onto the ice it drips ${printNumber(dripDropC, 1)} K cooler than its water.`,
      besideDropC !== undefined &&
        `Brewed beside and poured over at once it is ${printNumber(besideDropC, 1)} K cooler.`,
    ]
      .filter(Boolean)
      .join(" ");
  };
  return (
    <>
      <ol className="mb-3 list-decimal space-y-1 pl-6 text-sm">
        <li>Hold the thermometer in the brew water where it meets the coffee, and read it.</li>
        <li>
          Brew. About a third of the way, catch the stream below the basket on the thermometer's tip, well off
          the steam, and read it: that is what meets the ice.
        </li>
        <li>
          For coffee brewed beside: stir it in its server when the last drop has fallen, read it there, and
          tick the box.
        </li>
        <li>Do it twice or three times; the middle of the readings counts.</li>
      </ol>
      <Readings
        what={`how ${brewer.figures.name} cools on the way`}
        start={brewer.drips}
        revision={brewer.revision}
        columns={[
          {
            name: "waterTempC",
            label: "brew water",
            instrument: "thermometer",
            measured: { kind: FIGURE_KINDS["°C"], bounds: [20, 100] },
            print: units.printTemp,
          },
          {
            name: "dripTempC",
            label: "what drips",
            instrument: "thermometer",
            measured: { kind: FIGURE_KINDS["°C"], bounds: [0, 100] },
            print: units.printTemp,
          },
          {
            name: "beside",
            label: "brewed beside, read in its server",
            print: (value) => (value === 1 ? "beside" : "onto the ice"),
          },
        ]}
        verdict={{
          label: "cooler by",
          say: (rows, place) => `${printNumber(rows[place]!.waterTempC - rows[place]!.dripTempC, 1)} K`,
        }}
        summary={summary}
        measured={(rows, revision) => ({ what: "drip", of: { id: brewer.id, revision, rows } })}
        onDone={onDone}
      />
    </>
  );
}
