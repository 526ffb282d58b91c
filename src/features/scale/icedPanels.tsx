import { useCallback, useMemo } from "react";
import type { Bench } from "#contract/bench.ts";
import type { Correction, IcedService, IcedSheet } from "#core/iced";
import type { Asking, First } from "#core/outlook";
import { chosenOf, icedInputFrom, type ScaleState, withoutIce } from "#scaling/choice";
import { corrected } from "#scaling/iced";
import { sheetInputOf } from "#scaling/sheet";
import { BathPanel } from "./bathPanel.tsx";
import { GlassPanel } from "./glassPanel.tsx";
import { MeltPanel } from "./meltPanel.tsx";
import { PoursPanel } from "./poursPanel.tsx";
import { SteepPanel } from "./steepPanel.tsx";
import { TastePanel, type TastePanelProps } from "./tastePanel.tsx";

interface IcedPanelsProps extends Pick<TastePanelProps, "correct"> {
  readonly bench: Bench;
  readonly state: ScaleState;
  readonly sheet: IcedSheet;
  /** As it was picked just now: a tap is answered at once. */
  readonly iced: IcedService;
  readonly first: First | undefined;
  /** Undefined where there is no forecast. */
  readonly asking: Asking | undefined;
  readonly onChange: (to: (state: ScaleState) => ScaleState) => void;
  readonly onTake: (to: (state: ScaleState) => ScaleState, said: string) => void;
}

/** An iced sheet after the bed: its pours, its cold, its glass, and the one change after tasting. */
export function IcedPanels(props: IcedPanelsProps) {
  const { bench, state, sheet, iced, first, asking, correct, onChange, onTake } = props;
  const { method } = state.iced;
  const onIced = useCallback(
    (part: Partial<IcedService>) => onChange((now) => ({ ...now, iced: { ...now.iced, ...part } })),
    [onChange],
  );
  const onCorrection = useCallback(
    (correction: Correction) =>
      onTake((now) => corrected(correction, now), "One thing changed: brew it, and taste again."),
    [onTake],
  );
  const { extractionPct } = sheet.asked;
  const input = useMemo(() => {
    const chosen = chosenOf(state, bench);
    return icedInputFrom(sheetInputOf(state, bench, extractionPct), state.iced, { chosen, bench });
  }, [state, bench, extractionPct]);
  const of = { state, bench, sheet };
  const outlook = first?.picked.outlook;
  return (
    <>
      {method !== "steep" && <PoursPanel {...of} stretch={first?.stretch} iced={iced} onIced={onIced} />}
      {method === "bath" && <BathPanel {...of} iced={iced} onIced={onIced} />}
      {method === "steep" && <SteepPanel {...of} />}
      {method !== "overGlass" && <MeltPanel {...of} drip={outlook?.ok ? outlook.value.curves : undefined} />}
      <GlassPanel {...of} iced={iced} onIced={onIced} />
      {asking && first && !withoutIce(state) && (
        <TastePanel
          iced={input}
          asking={asking}
          setting={first.picked.setting}
          grinder={chosenOf(state, bench).grinder.name}
          correct={correct}
          onTake={onCorrection}
        />
      )}
    </>
  );
}
