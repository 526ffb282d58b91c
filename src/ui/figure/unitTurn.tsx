"use client";

import type { Units } from "#contract/readerUnits.ts";
import { useUnits } from "#ui/units.tsx";
import { nextUnit } from "./kinds.ts";

interface UnitTurnProps {
  readonly turns: keyof Units;
}

/** Reads figures in the next unit, in place; by the keyboard that is done in the head line, once for all fields. */
export function UnitTurn({ turns }: UnitTurnProps) {
  const units = useUnits();
  const next = nextUnit(turns, units);
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={`in ${units[turns]}, change to ${next.name}`}
      title={`in ${units[turns]}: change to ${next.name}`}
      // The field keeps the focus, and what is half typed in it.
      onPointerDown={(event) => event.preventDefault()}
      onClick={() => units.set(next.units)}
      className="mr-1 min-h-9 shrink-0 rounded px-1.5 text-quiet text-sm hover:bg-rim/10"
    >
      {units[turns]}
    </button>
  );
}
