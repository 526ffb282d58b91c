"use client";

import { Check } from "lucide-react";
import { useMemo } from "react";
import type { Serve } from "#core/sheet";
import { printNumber, printPct, printTime } from "#core/units";
import { Back } from "#ui/back.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import type { Column } from "#ui/table/column.ts";
import { Table } from "#ui/table/table.tsx";
import { useUnits } from "#ui/units.tsx";
import { type Marks, printSetting } from "#words/figures";
import type { WallRow, WallView } from "./view.ts";

interface Cell extends WallRow {
  readonly id: string;
  readonly serve: Serve;
  readonly brewer: string;
  readonly marked: Marks;
}

/** Every cell of a wall chart as a row: sorted by any figure, and saved as a file. */
export function WallList({ view }: { readonly view: WallView }) {
  const { coffee, tables } = view;
  const cells = useMemo(
    () =>
      tables.flatMap(({ serve, brewers }) =>
        brewers.flatMap(({ id, name, marked, rows }) =>
          rows.map(
            (row): Cell => ({ ...row, id: `${serve} ${id} ${row.sizeG}`, serve, brewer: name, marked }),
          ),
        ),
      ),
    [tables],
  );
  return (
    <div className="mx-auto flex max-w-[1440px] flex-col gap-3">
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="text-2xl">
          Wall chart as a list, <bdi>{coffee.name}</bdi>
        </h1>
        <span className="ml-auto">
          <Back otherwise={`/wall?coffee=${coffee.id}`} />
        </span>
      </header>
      <Panel label="sizes">
        <Table
          name="wall chart"
          title={`${cells.length} sizes`}
          rows={cells}
          columns={useColumns(view.grinder.name)}
          idOf={({ id }) => id}
          empty="No brewer is shown on the chart."
        />
      </Panel>
    </div>
  );
}

function useColumns(grinder: string): readonly Column<Cell>[] {
  const units = useUnits();
  return useMemo(() => {
    const figure = (
      id: string,
      head: string,
      of: (figures: NonNullable<WallRow["figures"]>) => number | undefined,
      print: (value: number, cell: Cell) => string,
      hidden = false,
    ): Column<Cell> => {
      const value = ({ figures }: Cell) => (figures && of(figures)) ?? null;
      return {
        id,
        head,
        hidden,
        value,
        cell: (cell) => {
          const known = value(cell);
          return known === null ? "" : print(known, cell);
        },
      };
    };
    const none = (print: (value: number) => string) => (value: number) => (value > 0 ? print(value) : "");
    return [
      {
        id: "size",
        head: "size",
        fixed: true,
        value: ({ sizeG }) => sizeG,
        cell: ({ sizeG, href }) => (
          <Link href={href} className="font-semibold underline underline-offset-4">
            {units.printLiquid(sizeG)}
          </Link>
        ),
      },
      { id: "serve", head: "service", value: ({ serve }) => serve },
      { id: "brewer", head: "brewed on", value: ({ brewer }) => brewer },
      figure("dose", "coffee", ({ doseG }) => doseG, units.printMass),
      figure(
        "set",
        "set",
        ({ settingG }) => settingG,
        (settingG, { marked }) => printSetting(settingG, marked),
      ),
      figure("ice", "ice", ({ iceG }) => iceG, none(units.printMass)),
      figure(
        "dial",
        `dial of ${grinder}`,
        ({ dialSetting }) => dialSetting,
        (at) => printNumber(at, 2),
      ),
      figure(
        "time",
        "time",
        ({ timeS }) => timeS,
        (timeS) => printTime(Math.round(timeS)),
      ),
      figure("yield", "comes out", ({ yieldG }) => yieldG, units.printLiquid),
      figure(
        "strength",
        "strength",
        ({ strengthPct }) => strengthPct,
        (pct) => printPct(pct),
      ),
      figure("water", "brew water", ({ brewWaterG }) => brewWaterG, units.printLiquid, true),
      figure("bypass", "beside the bed", ({ bypassG }) => bypassG, none(units.printLiquid), true),
      figure("temp", "water at", ({ waterTempC }) => waterTempC, units.printTemp, true),
      figure(
        "cups",
        "cups",
        ({ cups }) => cups && Math.floor(cups),
        (n) => printNumber(n, 0),
        true,
      ),
      {
        id: "vessel",
        head: "into",
        hidden: true,
        value: ({ figures }) => figures?.vessel ?? null,
      },
      {
        id: "state",
        head: "known by",
        value: ({ approved }) => (approved?.ground === "asApproved" ? "approved" : "forecast"),
        cell: ({ approved }) =>
          approved?.ground === "asApproved" ? (
            <Link href={approved.href} className="font-semibold text-good">
              <Check size={14} aria-hidden className="inline" /> approved {approved.when}
            </Link>
          ) : (
            "forecast"
          ),
      },
      {
        id: "against",
        head: "against it",
        wraps: true,
        value: ({ troubles }) => troubles.map(({ said }) => said).join(" ") || null,
        cell: ({ troubles: [worst] }) =>
          worst && <span className={worst.stop ? "text-stop" : "text-due"}>{worst.said}</span>,
      },
    ];
  }, [units, grinder]);
}
