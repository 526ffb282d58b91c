import type { Bench } from "#contract/bench.ts";
import type { IcedSheet } from "#core/iced";
import { sharedOut } from "#core/sheet";
import { type ScaleState, withoutBypass } from "#scaling/choice";
import { pinOn } from "#scaling/sheet";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { counted } from "#words/figures";

interface PressPanelProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
  readonly onTake: (to: (state: ScaleState) => ScaleState, said: string) => void;
}

/** After pressing: water that thins it, and cups that all taste alike. */
export function PressPanel({ state, bench, sheet, onTake }: PressPanelProps) {
  const units = useUnits();
  const { bypassG, yieldG } = sheet.rounded;
  const cups = bench.cups
    .filter(({ serve }) => serve === state.serve)
    .flatMap((cup) => {
      const shared = sharedOut(yieldG, cup);
      return shared ? [{ ...shared, volumeMl: cup.volumeMl }] : [];
    });
  const thin = (waterG: number | null) => {
    if (waterG === null || waterG === 0) {
      onTake(withoutBypass, "Nothing is added after pressing.");
      return;
    }
    const pinned = pinOn(state, { name: "bypassG", value: waterG }, bench);
    if (pinned.ok) onTake((now) => ({ ...now, pins: pinned.value.pins }), "");
  };
  return (
    <Panel title="After pressing">
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <div className="w-52">
          <FigureField
            label="hot water added"
            kind="liquidG"
            value={bypassG > 0 ? bypassG : null}
            optional
            usual="none"
            help="thins what was pressed strong"
            bounds={[0, Math.max(yieldG, bypassG)]}
            onValue={thin}
          />
        </div>
        <div className="min-w-60 flex-1">
          <ul className="tabular-nums">
            {cups.map(({ volumeMl, count, eachG }) => (
              <li key={volumeMl}>
                <strong className="font-display text-lg">{units.printLiquid(Math.round(eachG))}</strong> in
                each of {counted(count, "cup")} of {volumeMl} ml
                {bypassG > 0 && (
                  <span className="text-quiet">
                    : {units.printLiquid(Math.round((yieldG - bypassG) / count))} from the press,{" "}
                    {units.printLiquid(Math.round(bypassG / count))} of water
                  </span>
                )}
              </li>
            ))}
          </ul>
          <p className="mt-1 text-quiet text-sm">
            Pour half of each cup in turn, then the rest backwards: the last of a press is the strongest.
          </p>
        </div>
      </div>
    </Panel>
  );
}
