"use client";

import { type ReactNode, useState } from "react";
import { simulatedDevice } from "#devices/index.ts";
import { useSimulated } from "#ui/simulated.ts";
import { InstrumentsContext } from "./instruments.ts";
import { InstrumentsPanel } from "./measures.ts";

/** A counter scale and a probe, as many houses have them. */
const make = () => ({
  scale: simulatedDevice({ name: "scale", unit: "g", start: 0, least: 0, most: 6000, step: 1 }),
  thermometer: simulatedDevice({
    name: "thermometer",
    unit: "°C",
    start: 21,
    least: 0,
    most: 100,
    step: 0.1,
  }),
});

/** The bench, with simulated instruments beside it where this device has them switched on. */
export function WithInstruments({ children }: { readonly children: ReactNode }) {
  const [instruments] = useState(make);
  const [shown, setShown] = useSimulated();
  return (
    <InstrumentsContext value={shown ? instruments : undefined}>
      {shown && <InstrumentsPanel {...instruments} onAway={() => setShown(false)} />}
      {children}
    </InstrumentsContext>
  );
}
