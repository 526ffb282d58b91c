"use client";

import dynamic from "next/dynamic";
import { useBar } from "#parts/bar/barContext.ts";
import { markOf, nowIn, potLine } from "#parts/bar/potLines.ts";
import { Pot } from "#parts/pot.tsx";
import { Link } from "#ui/link.tsx";
import { useUnits } from "#ui/units.tsx";

/** Loaded while something is brewed. */
const Brews = dynamic(() => import("./brews.tsx"));

/** The site's vessels, and what is in them: on every screen, as of now. */
export function Shelf() {
  const bar = useBar();
  const units = useUnits();
  if (!bar) return null;
  const { view, nowMs } = bar;
  const brews = view.guides.length > 0;
  const marked = brews || view.pots.some((pot) => markOf(nowIn(pot, view, nowMs)) !== undefined);
  return (
    <aside
      aria-label="Pot shelf"
      className={`shrink-0 overflow-x-auto border-rim border-t-2 bg-worktop px-4 py-1.5 max-sm:px-2 print:hidden ${marked ? "" : "max-sm:hidden"}`}
    >
      <ul className="flex gap-3">
        {view.pots.map((pot) => {
          const now = nowIn(pot, view, nowMs);
          const mark = markOf(now);
          return (
            // A phone has room for those that somebody must see to.
            <li key={pot.id} className={`shrink-0 ${mark ? "" : "max-sm:hidden"}`}>
              <Link
                href={`/bar/${pot.id}`}
                className={`flex min-h-12 items-center gap-2 rounded-panel border-2 px-1.5 ${mark ? mark.border : "border-transparent"}`}
              >
                <svg width={30} height={44} aria-hidden="true">
                  <Pot fill={(now?.liquidG ?? 0) / pot.kit.brimG} iced={pot.iced} width={30} height={44} />
                </svg>
                <span className="text-sm leading-tight">
                  <span className="font-semibold">{pot.name}</span>
                  <br />
                  <span className={`tabular-nums ${mark ? mark.colour : "text-quiet"}`}>
                    {potLine(pot, now, nowMs, units.printLiquid)}
                    {mark && `, ${mark.word}`}
                  </span>
                </span>
              </Link>
            </li>
          );
        })}
        {brews && <Brews guides={view.guides} />}
      </ul>
    </aside>
  );
}
