import type { Bench } from "#contract/bench.ts";
import type { IcedSheet } from "#core/iced";
import { printNumber, printPct } from "#core/units";
import { chosenOf, type ScaleState } from "#scaling/choice";
import { cardIcedOf } from "#scaling/iced";
import { steepGrind } from "#scaling/sheet";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { counted } from "#words/figures";

interface SteepPanelProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
}

/** A concentrate for many drinks: how much, how strong, how it is thinned, and when it must be begun. */
export function SteepPanel({ state, bench, sheet }: SteepPanelProps) {
  const units = useUnits();
  const { steep } = cardIcedOf(state, bench, sheet);
  if (!steep) return null;
  const { doseG, brewWaterG, bypassG } = sheet.rounded;
  const slurryG = doseG + brewWaterG;
  const { setting } = steepGrind(state, bench);
  const { grinder } = chosenOf(state, bench);
  return (
    <Panel title="The concentrate">
      <p data-testid="steep">
        {units.printMass(doseG)} of coarse coffee
        {setting !== undefined && ` (${grinder.name} about ${printNumber(setting, 1)})`} in{" "}
        {units.printLiquid(brewWaterG)} of cold water for {counted(state.iced.steepH, "hour")}: begin it the
        day before. It gives {units.printLiquid(Math.round(steep.concentrateG))} at{" "}
        {printPct(steep.concentratePct)}, and each part takes {printNumber(steep.parts, 2)} of water,{" "}
        {units.printLiquid(Math.round(bypassG))} in all.
      </p>
      <p className="mt-1 text-sm">
        Grounds and water together are about {units.printLiquid(Math.round(slurryG))}: use a closed vessel
        that holds them.
      </p>
      <p className="mt-1 text-quiet text-sm">
        Steep it covered and cold, and keep it so; label it with when it was made and when it must be thrown
        away, by your local food code. Thin it when it is served, not before.
      </p>
    </Panel>
  );
}
