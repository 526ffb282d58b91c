"use client";

import { Check, TriangleAlert } from "lucide-react";
import { Fragment } from "react";
import { printNumber, printPct, printTime } from "#core/units";
import { Link } from "#ui/link.tsx";
import { useUnits } from "#ui/units.tsx";
import { otherBurrsWords } from "#words/brew";
import { counted, type Marks, printSetting } from "#words/figures";
import type { WallRow, WallTable } from "./view.ts";

interface TableProps {
  readonly table: WallTable;
  readonly cup: string | undefined;
  readonly grinder: string;
}

/** One service: of every brewer its sizes, with the figures that are read from afar and the others below them. */
export function Table({ table: { serve, brewers }, cup, grinder }: TableProps) {
  const iced = serve === "iced";
  const heads = ["size", "coffee", "set", ...(iced ? ["ice"] : []), `dial of ${grinder}`];
  return (
    <section
      aria-label={iced ? "iced" : "hot"}
      className="min-w-0 flex-1 overflow-x-auto rounded-panel border-2 border-rim bg-enamel p-3 print:overflow-visible"
    >
      <table className="w-full tabular-nums" data-serve={serve}>
        <caption className={`text-left font-bold font-display text-lg ${iced ? "text-ice" : "text-hot"}`}>
          {iced ? "Iced, brewed onto ice" : "Hot"}
        </caption>
        <thead>
          <tr className="text-left text-quiet text-sm">
            {heads.map((head) => (
              <th key={head} className="pr-3 font-normal">
                <bdi>{head}</bdi>
              </th>
            ))}
          </tr>
        </thead>
        {brewers.map(({ id, name, rows, ...brewer }) => (
          <tbody key={id}>
            <tr data-brewer>
              <th
                colSpan={heads.length}
                scope="rowgroup"
                className="border-rim/30 border-t pt-1 text-left font-semibold"
              >
                <bdi>{name}</bdi>
              </th>
            </tr>
            {rows.map((row) => (
              <Row key={row.sizeG} row={row} iced={iced} {...brewer} cup={cup} columns={heads.length} />
            ))}
          </tbody>
        ))}
      </table>
    </section>
  );
}

interface RowProps {
  readonly row: WallRow;
  readonly iced: boolean;
  readonly byHand: boolean;
  readonly marked: Marks;
  readonly cup: string | undefined;
  readonly columns: number;
}

function Row({ row, iced, byHand, marked, cup, columns }: RowProps) {
  const units = useUnits();
  const { sizeG, href, figures, approved, troubles } = row;
  // A cup is weighed, a pot is said in litres.
  const size = sizeG < POT_G ? units.printLiquid(sizeG) : printSetting(sizeG);
  const stands = approved?.ground === "asApproved";
  const look = stands ? "border-2 border-rim border-solid" : "border-2 border-quiet border-dashed italic";
  const main = figures && [
    units.printMass(Math.round(figures.doseG)),
    byHand ? units.printLiquid(figures.brewWaterG) : printSetting(figures.settingG, marked),
    ...(iced ? [units.printMass(figures.iceG)] : []),
    figures.dialSetting === undefined ? "—" : printNumber(figures.dialSetting, 2),
  ];
  return (
    <Fragment>
      <tr data-row data-approved={stands}>
        <th scope="row" className="pr-3 text-left align-baseline">
          <Link
            href={href}
            className="font-bold font-display text-2xl underline-offset-4 hover:underline"
            data-figure
          >
            {size}
          </Link>
        </th>
        {main ? (
          main.map((text, i) => (
            // The columns never change their order.
            // biome-ignore lint/suspicious/noArrayIndexKey: see above
            <td key={i} className="py-0.5 pr-1">
              <span className={`inline-block rounded-md px-1.5 ${look}`}>
                <Figure text={text} />
              </span>
            </td>
          ))
        ) : (
          <td colSpan={columns - 1} className="text-stop">
            {troubles[0]?.said}
          </td>
        )}
      </tr>
      {figures && (
        <tr data-small>
          <td colSpan={columns} className="pb-1 text-quiet text-sm">
            {[
              `${units.printLiquid(figures.brewWaterG)} of water at ${units.printTemp(figures.waterTempC)}`,
              figures.bypassG > 0 && `${units.printLiquid(figures.bypassG)} beside the bed`,
              figures.timeS !== undefined &&
                `${stands ? "" : "about "}${printTime(Math.round(figures.timeS))}`,
              `${units.printLiquid(figures.yieldG)} comes out`,
              figures.cups !== undefined &&
                `${counted(Math.floor(figures.cups), "cup")}${cup ? ` of ${cup}` : ""}`,
              figures.strengthPct !== undefined && printPct(figures.strengthPct),
            ]
              .filter(Boolean)
              .join(" · ")}
            <span className="print:hidden">
              {" "}
              · into <bdi>{figures.vessel}</bdi>
            </span>{" "}
            <State approved={approved} />
            {troubles.map(({ said, stop }) => (
              <span
                key={said}
                className={`block ${stop ? "font-semibold text-stop" : "text-due"} print:hidden`}
              >
                <TriangleAlert size={14} aria-hidden className="mr-1 inline" />
                {stop && "Not to be brewed so: "}
                {said}
              </span>
            ))}
          </td>
        </tr>
      )}
    </Fragment>
  );
}

const POT_G = 500;

/** A number large, its unit small. */
function Figure({ text }: { readonly text: string }) {
  const at = text.lastIndexOf(" ");
  const [number, unit] = at > 0 ? [text.slice(0, at), text.slice(at)] : [text, ""];
  return (
    <span className="whitespace-nowrap font-bold font-display text-2xl" data-figure>
      {number}
      {unit && <span className="font-normal text-[0.55em]">{unit}</span>}
    </span>
  );
}

function State({ approved }: Pick<WallRow, "approved">) {
  const forecast = (
    <em className="rounded border border-quiet border-dashed px-1 print:border-0">forecast</em>
  );
  if (!approved) return forecast;
  const { href, when, by, ground, proof } = approved;
  const words = (
    <>
      {when}
      <span className="print:hidden">
        {" "}
        by <bdi>{by}</bdi>
      </span>
    </>
  );
  if (ground === "asApproved") {
    return (
      <Link href={href} className="whitespace-nowrap font-semibold text-good">
        <Check size={14} aria-hidden className="inline" /> approved {words}
        {proof && <span className="block font-normal text-quiet text-xs">{proof}</span>}
      </Link>
    );
  }
  const { said: why, inShort } = otherBurrsWords(ground);
  return (
    <>
      {forecast}{" "}
      <Link href={href} className="text-due underline underline-offset-4 print:hidden">
        {why} {words}
      </Link>
      <span className="hidden print:inline">{inShort}</span>
      {proof && <span className="block text-quiet text-xs print:hidden">that pot: {proof}</span>}
    </>
  );
}
