"use client";

import { Printer } from "lucide-react";
import { useRouter } from "next/navigation";
import { type CSSProperties, useState } from "react";
import { printNumber } from "#core/units";
import { Button, buttonClass } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { Choices } from "./choices.tsx";
import { type Paper, paperSizes } from "./paper.ts";
import { Table } from "./table.tsx";
import type { WallView } from "./view.ts";

const PAGES = {
  landscape: "@page { size: A4 landscape; margin: 8mm }",
  portrait: "@page { size: A4 portrait; margin: 8mm }",
} as const;
const TWO_METRES = 2;

/** A wall chart of one coffee: every size on every brewer, hot and iced. */
export function Wall({ view }: { readonly view: WallView }) {
  const router = useRouter();
  const { may } = useCounter();
  const [paper, setPaper] = useState<Paper>("landscape");
  const { coffee, site, tables } = view;
  const sizes = paperSizes(
    paper,
    tables.map(({ brewers }) => ({
      rows: brewers.reduce((sum, { rows }) => sum + rows.length, 0),
      brewers: brewers.length,
    })),
  );
  const shown = tables.some(({ brewers }) => brewers.some(({ rows }) => rows.length > 0));
  return (
    <div
      data-wall={paper}
      className="mx-auto flex max-w-[1440px] flex-col gap-3 print:max-w-none print:gap-0"
      style={{ "--row": `${sizes.rowMm}mm`, "--figure": `${sizes.figureMm}mm` } as CSSProperties}
    >
      <style>{PAGES[paper]}</style>
      <h1 className="sr-only print:not-sr-only">
        <bdi>{coffee.name}</bdi>
        <span className="print:inline"> · wall chart</span>
      </h1>
      <p className="hidden text-sm print:block">
        <bdi>{site.name}</bdi>, ground on <bdi>{view.grinder.name}</bdi>, from <bdi>{view.recipe.name}</bdi> ·{" "}
        {view.made} · <strong>framed</strong> is approved, <em>dashed</em> is forecast and not tasted yet
      </p>
      <div className="flex flex-wrap items-center gap-1.5 print:hidden">
        <Choice
          label="wall chart of"
          value={coffee.id}
          options={view.coffees.map(({ id, name }) => ({ value: id, text: name }))}
          onChange={(id) => router.push(`/wall?coffee=${id}`)}
        />
        <span className="ml-auto flex flex-wrap items-center gap-1.5">
          <Choice
            label="on A4,"
            value={paper}
            options={[
              { value: "landscape", text: "lying" },
              { value: "portrait", text: "standing" },
            ]}
            onChange={(value) => setPaper(value as Paper)}
          />
          <Button look="main" onClick={() => window.print()}>
            <Printer size={18} aria-hidden /> Print the chart
          </Button>
          <Link href={`/wall?coffee=${coffee.id}&as=cards`} className={buttonClass()}>
            Cards, four to a page
          </Link>
          <Link href={`/wall?coffee=${coffee.id}&as=labels`} className={buttonClass()}>
            Labels for pots
          </Link>
          <Link href={`/wall?coffee=${coffee.id}&as=list`} className={buttonClass()}>
            As a list
          </Link>
        </span>
      </div>
      <Choices key={`${coffee.id} ${view.revision}`} view={view} editable={may("setBench")} />
      <p
        className={`text-sm print:hidden ${sizes.readableM < TWO_METRES ? "font-semibold text-due" : "text-quiet"}`}
      >
        On paper its main figures are read from {printNumber(sizes.readableM, 1)} m
        {sizes.readableM < TWO_METRES ? ": show fewer sizes, or one service, to read them from two." : "."}
      </p>
      {shown ? (
        <div className="flex flex-col gap-3 xl:flex-row" data-tables>
          {tables.map((table) => (
            <Table key={table.serve} table={table} cup={view.cups[table.serve]} grinder={view.grinder.name} />
          ))}
        </div>
      ) : (
        <p className="rounded-panel border-2 border-rim bg-enamel p-4">
          No brewer is shown. Tick one above, and its sizes hang here.
        </p>
      )}
    </div>
  );
}
