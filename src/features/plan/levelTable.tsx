import type { DayKit, KitProduct } from "#contract/dayKit.ts";
import type { PlanHead, PlanInput } from "#core/shift";
import { levelSteps } from "#scaling/plan";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { levelReason } from "#words/plan";

interface LevelTableProps {
  readonly kit: DayKit;
  readonly input: PlanInput;
  readonly head: PlanHead;
  readonly fromMin: number;
  /** Surges of the day by name, for a level's reason. */
  readonly surges: readonly { readonly name: string; readonly atMin: number }[];
}

/** The plan itself: at how many cups a pot is brewed, by product and time of day. */
export function LevelTable({ kit, input, head, fromMin, surges }: LevelTableProps) {
  return (
    <Panel title="Brew when so much is left" className="print:break-inside-avoid">
      <p className="mb-3 text-quiet text-sm">
        Count what stands and what is being brewed. At or below the level: brew, the largest that fits.
      </p>
      <div className="grid items-start gap-4 md:grid-cols-2 print:grid-cols-1">
        {kit.products.map((product, place) => (
          <Levels
            key={product.key}
            product={product}
            levels={head.levels[place] ?? []}
            meanCups={input.products[place]?.meanCups ?? []}
            input={input}
            fromMin={fromMin}
            surges={surges}
            nowMin={kit.nowMin}
          />
        ))}
      </div>
    </Panel>
  );
}

interface LevelsProps extends Pick<LevelTableProps, "input" | "fromMin" | "surges"> {
  readonly product: KitProduct;
  readonly levels: readonly number[];
  readonly meanCups: readonly number[];
  readonly nowMin: number | null;
}

function Levels({ product, levels, meanCups, input, fromMin, surges, nowMin }: LevelsProps) {
  const units = useUnits();
  const { slotMin, nowSlot } = input;
  const minOf = (slot: number) => fromMin + slot * slotMin;
  const brewMin = product.options[0]?.brewMin ?? 0;
  const brewSlots = Math.max(1, Math.ceil(brewMin / slotMin));
  return (
    <table className="w-full border-collapse text-sm">
      <caption className="pb-1 text-left font-display font-semibold text-base">
        {product.name} <span className="font-normal text-quiet text-sm">in cups of {product.cup.name}</span>
      </caption>
      <thead className="text-left text-quiet">
        <tr>
          <th className="font-normal">from</th>
          <th className="px-2 text-right font-normal">cups</th>
          <th className="px-2 text-right font-normal">in the pots</th>
          <th className="font-normal print:hidden">why</th>
        </tr>
      </thead>
      <tbody>
        {levelSteps(levels, nowSlot).map(({ fromSlot, toSlot, cups }) => {
          const meanwhile = meanCups.slice(fromSlot, toSlot).reduce((sum, mean) => sum + mean, 0);
          const surge = surges.find(
            ({ atMin }) => atMin > minOf(fromSlot) && atMin <= minOf(toSlot + brewSlots),
          );
          const isNow = nowMin !== null && nowMin >= minOf(fromSlot) && nowMin < minOf(toSlot);
          return (
            <tr
              key={fromSlot}
              aria-current={isNow ? "time" : undefined}
              className="border-rim/20 border-t aria-[current]:bg-rim/10"
            >
              <td className="py-1 tabular-nums">{units.printClock(minOf(fromSlot))}</td>
              <td className="px-2 text-right font-display font-semibold text-lg tabular-nums">
                {cups < 0 ? "–" : cups}
              </td>
              <td className="whitespace-nowrap px-2 text-right tabular-nums">
                {cups < 0 ? "" : units.printLiquid(cups * product.cup.massG)}
              </td>
              <td className="text-quiet leading-tight print:hidden">
                {levelReason({
                  cups,
                  meanwhileCups: (meanwhile / Math.max(1, toSlot - fromSlot)) * brewSlots,
                  brewMin,
                  laterCups: meanCups.slice(toSlot).reduce((sum, mean) => sum + mean, 0),
                  surge: surge && `${surge.name} at ${units.printClock(surge.atMin)}`,
                })}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
