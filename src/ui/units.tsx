"use client";

import { createContext, type ReactNode, useContext, useMemo, useState } from "react";
import { UNITS_COOKIE, type Units } from "#contract/readerUnits.ts";
import { printClock } from "#core/units";
import { printersOf, type Printers as WordPrinters } from "#words/figures";

const YEAR_S = 31_536_000;
const RATIO_MARKS = { "1:n": "n", "g/l": "gl", "g/fl oz": "goz" } as const;

function keep({ mass, temp, ratio, clock }: Units): void {
  const value = [mass, temp === "°F" ? "F" : "C", RATIO_MARKS[ratio], clock === "12 h" ? "12" : "24"].join(
    "|",
  );
  // biome-ignore lint/suspicious/noDocumentCookie: the server reads it with the next page; the newer interface is not in every browser
  document.cookie = `${UNITS_COOKIE}=${value}; path=/; max-age=${YEAR_S}; samesite=lax`;
}

export interface Printers extends Units {
  readonly set: (units: Units) => void;
  readonly printMass: (massG: number) => string;
  readonly printLiquid: (massG: number) => string;
  readonly printTemp: (tempC: number) => string;
  readonly printRatio: (ratio: number) => string;
  /** The same, as sentences take them. */
  readonly words: WordPrinters;
  /** A time of the day, of minutes since midnight. */
  readonly printClock: (min: number) => string;
}

const Context = createContext<Printers | undefined>(undefined);

export function UnitsProvider({
  initial,
  children,
}: {
  readonly initial: Units;
  readonly children: ReactNode;
}) {
  const [units, setUnits] = useState(initial);
  const printers = useMemo<Printers>(() => {
    const words = printersOf(units);
    return {
      ...units,
      words,
      set: (next) => {
        keep(next);
        setUnits(next);
      },
      printMass: words.mass,
      printLiquid: words.liquid,
      printTemp: words.temp,
      printRatio: words.ratio,
      printClock: (min) => printClock(min, units.clock),
    };
  }, [units]);
  return <Context value={printers}>{children}</Context>;
}

export function useUnits(): Printers {
  const printers = useContext(Context);
  if (!printers) throw new Error("useUnits outside a UnitsProvider");
  return printers;
}
