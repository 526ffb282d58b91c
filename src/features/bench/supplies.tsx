"use client";

import type { RowOf } from "#contract/things.ts";
import { printNumber, printPct } from "#core/units";
import { GENTLE, waterTroubles } from "#core/water";
import { useUnits } from "#ui/units.tsx";
import { DrainIce } from "./measures.ts";
import { MixWater } from "./mixWater.tsx";
import { Things } from "./things.tsx";

interface SuppliesProps {
  readonly waters: readonly RowOf<"water">[];
  readonly ices: readonly RowOf<"ice">[];
  readonly cups: readonly RowOf<"cup">[];
}

const n = (value: number) => printNumber(value, 1);
const NAMES = { hardnessMgL: "hardness", alkalinityMgL: "alkalinity" } as const;

/** Drinking water, ice and cups. */
export function Supplies({ waters, ices, cups }: SuppliesProps) {
  const units = useUnits();
  const onBench = waters.filter(({ removed }) => !removed);
  return (
    <div className="grid items-start gap-3 lg:grid-cols-2">
      <div className="flex flex-col gap-3">
        <Things
          kind="water"
          rows={waters}
          empty="What water do you brew with? Its sheet, or a test kit, says how hard it is."
          say={({ figures }) => {
            const { source, testedOn, hardnessMgL, alkalinityMgL, solidsMgL } = figures;
            const troubles = waterTroubles({ hardnessMgL, alkalinityMgL });
            return (
              <>
                hardness {n(hardnessMgL)}, alkalinity {n(alkalinityMgL)}
                {solidsMgL !== null && `, solids ${n(solidsMgL)}`} mg/l
                {source && `; ${source}`}
                {testedOn && `; tested ${testedOn}`}
                <span className={`block ${troubles.length > 0 ? "text-due" : "text-good"}`}>
                  {troubles.length === 0
                    ? "within the gentle window"
                    : troubles
                        .map(
                          ({ figure, side }) =>
                            `${NAMES[figure]} ${side} ${GENTLE[figure][side === "below" ? 0 : 1]}`,
                        )
                        .join(", ")}
                </span>
              </>
            );
          }}
        />
        {onBench.length > 0 && <MixWater waters={onBench.map(({ id, figures }) => ({ id, ...figures }))} />}
      </div>
      <div className="flex flex-col gap-3">
        <Things
          kind="ice"
          rows={ices}
          empty="Where does the ice come from? How wet and how cold it is decides how much is needed."
          first={["name", "iceTempC", "iceWetShare", "heapGPerMl"]}
          say={({ figures }) => {
            const { iceTempC, iceWetShare, kgPerDay, storeKg, pieceMm } = figures;
            const more = [
              kgPerDay !== null && `${n(kgPerDay)} kg a day`,
              storeKg !== null && `stores ${n(storeKg)} kg`,
              pieceMm !== null && `pieces of ${n(pieceMm)} mm`,
            ].filter(Boolean);
            return `${units.printTemp(iceTempC)}, ${printPct(100 * iceWetShare, { decimals: 0 })} of it water already${more.length > 0 ? `; ${more.join(", ")}` : ""}`;
          }}
          ways={(row) => [{ verb: "Drain some", form: (onDone) => <DrainIce ice={row} onDone={onDone} /> }]}
        />
        <Things
          kind="cup"
          rows={cups}
          empty="What is it sold in? Cups turn a pot into drinks."
          say={({ figures: { volumeMl, fillG, serve } }) =>
            `${serve}, ${n(volumeMl)} ml${fillG === null ? "" : `, filled with ${units.printLiquid(fillG)}`}`
          }
        />
      </div>
    </div>
  );
}
