"use client";

import { Slider } from "radix-ui";
import { useSyncExternalStore } from "react";
import type { Device, SimulatedDevice } from "#devices/index.ts";
import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { printReading } from "./instruments.ts";

/** A pot of coffee, poured onto the scale and left to stand, in seconds instead of an hour. */
const PLAY_MS = 4000;
const POURED_G = 2400;
const BREWED_C = 85;
const STOOD_C = 74;

interface InstrumentsPanelProps {
  readonly scale: SimulatedDevice;
  readonly thermometer: SimulatedDevice;
  readonly onAway: () => void;
}

/** Instruments that are set by hand, or play what real ones would show. */
export function InstrumentsPanel({ scale, thermometer, onAway }: InstrumentsPanelProps) {
  return (
    <Panel title="Simulated instruments" aside={<Button onClick={onAway}>Put them away</Button>}>
      <p className="mb-3 text-quiet text-sm">
        To try a measurement out without hardware: what they show is taken into the fields below.
      </p>
      <div className="grid gap-4 sm:grid-cols-2">
        <Instrument
          device={scale}
          plays={[{ verb: "Pour a pot", run: (scale) => scale.play(scale.read() + POURED_G, PLAY_MS) }]}
        />
        <Instrument
          device={thermometer}
          plays={[
            { verb: "Into a fresh pot", run: (probe) => probe.play(BREWED_C, PLAY_MS) },
            { verb: "Let it stand", run: (probe) => probe.play(STOOD_C, PLAY_MS) },
          ]}
        />
      </div>
    </Panel>
  );
}

interface InstrumentProps {
  readonly device: SimulatedDevice;
  readonly plays: readonly { readonly verb: string; readonly run: (device: SimulatedDevice) => void }[];
}

function Instrument({ device, plays }: InstrumentProps) {
  const reading = useReading(device);
  const { name, unit, least, most, step } = device;
  return (
    <div className="rounded-panel bg-worktop p-3">
      <p className="flex items-baseline justify-between">
        {name}
        <output aria-label={`${name} reads`} className="font-bold font-display text-2xl tabular-nums">
          {printReading(reading, device)}
        </output>
      </p>
      <Slider.Root
        value={[reading]}
        min={least}
        max={most}
        step={step}
        onValueChange={([value]) => device.set(value ?? least)}
        className="relative my-2 flex h-10 touch-none select-none items-center"
      >
        <Slider.Track className="relative h-2 flex-1 rounded-full bg-rim/30">
          <Slider.Range className="absolute h-full rounded-full bg-rim" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={`put the ${name} at, ${unit}`}
          className="block size-6 rounded-full border-2 border-rim bg-enamel"
        />
      </Slider.Root>
      <div className="flex flex-wrap gap-2">
        {plays.map(({ verb, run }) => (
          <Button key={verb} onClick={() => run(device)}>
            {verb}
          </Button>
        ))}
      </div>
    </div>
  );
}

/** A device's reading, drawn again with every new one. */
function useReading(device: Device): number {
  return useSyncExternalStore(device.watch, device.read, device.read);
}
