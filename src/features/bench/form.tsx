"use client";

import { Button } from "#ui/button.tsx";
import { FigureText } from "#ui/figure/figureText.tsx";
import { printReading, useInstruments } from "./instruments.ts";
import type { Measured, MeasuredText } from "./measured.ts";

interface QuantityProps {
  readonly label: string;
  readonly typed: MeasuredText;
  readonly help?: string;
  /** The server's sentence on what is wrong with it. */
  readonly trouble?: string | undefined;
}

/** A weighing: typed, or taken off the scale; another one taken is another part. */
export function Quantity({ label, typed, help, trouble }: QuantityProps) {
  return (
    <Readable
      label={label}
      measured={typed.measured}
      text={typed.text}
      onText={typed.setText}
      instrument="scale"
      help={help}
      trouble={typed.trouble ?? trouble}
    />
  );
}

interface ReadableProps {
  readonly label: string;
  readonly measured: Measured;
  readonly text: string;
  readonly onText: (text: string) => void;
  /** The instrument that can be read into it, where one is at hand. */
  readonly instrument: "scale" | "thermometer" | undefined;
  readonly help: string | undefined;
  readonly trouble: string | undefined;
}

/** A figure that an instrument's reading can be taken into. */
export function Readable({ label, measured, text, onText, instrument, help, trouble }: ReadableProps) {
  const device = useInstruments()?.[instrument ?? "scale"];
  const take = () => {
    if (!device) return;
    const reading = printReading(device.read(), device);
    // A mass that does not fit on the scale at once is weighed in parts.
    onText(instrument === "scale" && text.trim() !== "" ? `${text} + ${reading}` : reading);
  };
  return (
    <div className="min-w-28 flex-1">
      <FigureText
        label={label}
        kind={measured.kind}
        bounds={measured.bounds}
        text={text}
        onText={onText}
        help={help}
        trouble={trouble}
      />
      {instrument && device && (
        <Button onClick={take}>
          Take it
          <span className="sr-only">
            {" "}
            off the {device.name}: {label}
          </span>
        </Button>
      )}
    </div>
  );
}
