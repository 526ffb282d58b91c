import { useEffect, useState } from "react";
import { printPct, printTime } from "#core/units";
import type { Device } from "#devices/index.ts";
import { Button } from "#ui/button.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Panel } from "#ui/panel.tsx";
import { useSimulated } from "#ui/simulated.ts";
import { useUnits } from "#ui/units.tsx";
import { batchSentence } from "#words/log";
import { isUnusual } from "./figures.ts";
import type { GuideHappening, GuideNow } from "./useGuides.ts";

interface FinishPanelProps {
  readonly now: GuideNow;
  /** How long the brew took, s. */
  readonly tookS: number;
  readonly onHappening: (happening: GuideHappening) => void;
  /** As the scale under the vessel shows it at rest, g; undefined where none does. */
  readonly weighedG: number | undefined;
  readonly onKeep: (brewTimeS: number | null, confirmed: boolean) => void;
}

/** A hot cup that was just brewed, and an iced one, °C. */
const CUP_TEMP_C = { hot: 80, iced: 8 } as const;

/** A thermometer and a meter to read, where simulated instruments are switched on. */
function useProbes({ id, sheet }: GuideNow["guide"]): readonly Device[] {
  const [isOn] = useSimulated();
  const [probes, setProbes] = useState<readonly Device[]>([]);
  const { serve } = sheet.input;
  const strengthPct = sheet.forecast?.strengthPct;
  useEffect(() => {
    if (!isOn) return setProbes([]);
    let isMounted = true;
    void import("./simulated.ts").then(({ simulatedProbes }) => {
      if (isMounted) setProbes(simulatedProbes(id, { tempC: CUP_TEMP_C[serve], strengthPct }));
    });
    return () => {
      isMounted = false;
    };
  }, [isOn, id, serve, strengthPct]);
  return probes;
}

/** What was weighed and metered at the end, beside the card; one tap keeps it in the log. */
export function FinishPanel({ now, tookS, onHappening, weighedG, onKeep }: FinishPanelProps) {
  const units = useUnits();
  const { guide, state } = now;
  const { sheet } = guide;
  const { measured } = state;
  const forecastS = sheet.standard?.brewTimeS ?? sheet.forecast?.brewTimeS ?? null;
  const asks = isUnusual(tookS, forecastS);
  const [wasSo, setWasSo] = useState(false);
  const probes = useProbes(guide);
  const { waterG = guide.batch.waterG, yieldG } = measured;
  const tooMuch =
    yieldG !== undefined && yieldG > waterG + guide.batch.iceG ? batchSentence("moreThanWater") : undefined;
  const measure = (what: Extract<GuideHappening, { kind: "measured" }>["what"]) => (value: number | null) =>
    onHappening({ kind: "measured", what, value });
  return (
    <Panel title="What it came to">
      <div className="grid grid-cols-2 gap-x-3 lg:grid-cols-5">
        <FigureField
          label="came out"
          kind="liquidG"
          optional
          value={measured.yieldG ?? null}
          usual={units.printLiquid(sheet.result.rounded.yieldG)}
          bounds={[1, 200_000]}
          trouble={tooMuch}
          onValue={measure("yieldG")}
        />
        <FigureField
          label="warm"
          kind="°C"
          optional
          value={measured.tempC ?? null}
          bounds={[0, 100]}
          onValue={measure("tempC")}
        />
        <FigureField
          label="strength, metered"
          kind="%"
          optional
          value={measured.strengthPct ?? null}
          usual={sheet.forecast && printPct(sheet.forecast.strengthPct)}
          bounds={[0.1, 30]}
          onValue={measure("strengthPct")}
        />
        <FigureField
          label="water, if not as on the card"
          kind="liquidG"
          optional
          value={measured.waterG ?? null}
          usual={units.printLiquid(guide.batch.waterG)}
          bounds={[1, 200_000]}
          onValue={measure("waterG")}
        />
        <FigureField
          label="coffee, if not as on the card"
          kind="g"
          optional
          value={measured.doseG ?? null}
          usual={units.printMass(guide.batch.doseG)}
          bounds={[1, 20_000]}
          onValue={measure("doseG")}
        />
      </div>
      <p>
        Took <strong>{printTime(Math.floor(tookS))}</strong>
        {forecastS !== null && `, ${printTime(Math.round(forecastS))} on the card`}.
      </p>
      {asks && (
        <label className="flex min-h-12 items-center gap-2">
          <input
            type="checkbox"
            checked={wasSo}
            onChange={(event) => setWasSo(event.target.checked)}
            className="size-6 accent-rim"
          />
          That is far from its forecast: it was really so. Otherwise the time is left out of the log.
        </label>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          look="main"
          className="min-h-14 px-6 text-lg"
          onClick={() => !tooMuch && onKeep(asks && !wasSo ? null : tookS, wasSo)}
        >
          Keep it in the log
        </Button>
        {probes.map((probe) => {
          const read = () => measure(probe.unit === "°C" ? "tempC" : "strengthPct")(probe.read());
          return (
            <Button key={probe.name} className="min-h-14" onClick={read}>
              Read the {probe.name}
            </Button>
          );
        })}
        {weighedG !== undefined && (
          <Button className="min-h-14" onClick={() => measure("yieldG")(Math.round(weighedG))}>
            Came out: {units.printLiquid(Math.round(weighedG))}, by the scale
          </Button>
        )}
      </div>
    </Panel>
  );
}
