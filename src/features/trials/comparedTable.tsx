"use client";

import type { ReactNode } from "react";
import type { Signs } from "#core/trial";
import { printNumber, printPct, printTime } from "#core/units";
import { Link } from "#ui/link.tsx";
import { useUnits } from "#ui/units.tsx";
import { BedSide } from "./signDrawings.tsx";

/** What is measured of a batch that stands beside others; null where nobody measured it. */
export interface ComparedBatch {
  readonly id: string;
  readonly dial: number | null;
  readonly doseG: number;
  readonly waterG: number;
  readonly iceG: number;
  readonly brewTimeS: number | null;
  readonly yieldG: number | null;
  readonly strengthPct?: number | undefined;
  readonly extractionPct?: number | undefined;
  readonly bed?: Signs["bed"];
  readonly wall?: Signs["wall"];
  readonly liked: boolean | null;
  readonly when: string;
  readonly person: string | null;
}

/** A row of the table: its name, and a cell of each batch. */
export type ComparedRow = readonly [name: string, cell: (place: number) => ReactNode];

interface ComparedTableProps {
  readonly batches: readonly ComparedBatch[];
  /** Over a batch's column. */
  readonly nameOf: (place: number) => string;
  /** Under its name, where there is something to say at once. */
  readonly wordOf?: (place: number) => ReactNode;
  /** Before the figures, and after them. */
  readonly first?: readonly ComparedRow[];
  readonly last?: readonly ComparedRow[];
}

const LIKED_WORDS = { true: "yes", false: "no", null: "—" } as const;

function orDash<T>(value: T | null | undefined, print: (value: T) => string): string {
  return value === null || value === undefined ? "—" : print(value);
}

/** Batches side by side: drawn beds, their figures, who brewed them. */
export function ComparedTable({ batches, nameOf, wordOf, first = [], last = [] }: ComparedTableProps) {
  const units = useUnits();
  const rows: readonly ComparedRow[] = [
    ...first,
    ["dial", (i) => orDash(batches[i]!.dial, (value) => printNumber(value, 2))],
    ["coffee, weighed", (i) => units.printMass(batches[i]!.doseG)],
    ["hot water", (i) => units.printLiquid(batches[i]!.waterG)],
    ...(batches.some(({ iceG }) => iceG > 0)
      ? ([["ice", (i: number) => units.printMass(batches[i]!.iceG)]] as const)
      : []),
    ["took", (i) => orDash(batches[i]!.brewTimeS, printTime)],
    ["came out", (i) => orDash(batches[i]!.yieldG, units.printLiquid)],
    ["strength", (i) => orDash(batches[i]!.strengthPct, (value) => printPct(value))],
    ["extraction", (i) => orDash(batches[i]!.extractionPct, (value) => printPct(value, { decimals: 1 }))],
    ...last,
    ["liked", (i) => LIKED_WORDS[String(batches[i]!.liked) as keyof typeof LIKED_WORDS]],
    [
      "brewed",
      (i) => {
        const { when, person } = batches[i]!;
        return (
          <>
            {when}
            {person && (
              <span className="block text-quiet">
                <bdi>{person}</bdi>
              </span>
            )}
          </>
        );
      },
    ],
  ];
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm tabular-nums">
        <thead>
          <tr className="text-left align-bottom">
            <th className="pr-3 font-normal text-quiet">
              <span className="sr-only">figure</span>
            </th>
            {batches.map(({ id, bed, wall }, i) => (
              <th key={id} scope="col" className="min-w-24 pr-3">
                {bed && <BedSide bed={bed} wall={wall} />}
                <Link href={`/log/${id}`} className="underline underline-offset-4">
                  {nameOf(i)}
                </Link>
                {wordOf?.(i)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, cell]) => (
            <tr key={name} className="border-rim/20 border-t align-top">
              <th scope="row" className="py-1 pr-3 text-left font-normal text-quiet">
                {name}
              </th>
              {batches.map(({ id }, i) => (
                <td key={id} className="py-1 pr-3">
                  {cell(i)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
