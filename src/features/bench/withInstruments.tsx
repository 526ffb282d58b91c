"use client";

import { type ReactNode, useState } from "react";
import { simulatedDevice } from "#devices/index.ts";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
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

/** The bench with simulated instruments beside it, for whoever has none yet or wants to try. */
export function WithInstruments({ children }: { readonly children: ReactNode }) {
  const { may } = useCounter();
  const [instruments] = useState(make);
  const [shown, setShown] = useState(false);
  return (
    <InstrumentsContext value={shown ? instruments : undefined}>
      {shown ? (
        <InstrumentsPanel {...instruments} onAway={() => setShown(false)} />
      ) : (
        may("measure") && (
          <Button look="quiet" className="self-start" onClick={() => setShown(true)}>
            Take out simulated instruments
          </Button>
        )
      )}
      {children}
    </InstrumentsContext>
  );
}
