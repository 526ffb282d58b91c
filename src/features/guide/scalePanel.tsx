import { useState, useSyncExternalStore } from "react";
import { expressionOf, type LineFormat, type TextPort } from "#devices/index.ts";
import { Button } from "#ui/button.tsx";
import { Taps } from "#ui/choice/taps.tsx";
import { WordsField } from "#ui/wordsField.tsx";
import { PLAYS, type Plays } from "./useDevice.ts";
import type { ScaleNow } from "./useScale.ts";

interface ScalePanelProps {
  readonly scale: ScaleNow;
  readonly hasDevice: boolean;
  readonly isSimulated: boolean;
  readonly plays: Plays;
  readonly onPlays: (plays: Plays) => void;
  readonly onConnect: (port: TextPort, format: LineFormat) => void;
}

interface SerialPort extends TextPort {
  readonly open: (options: { readonly baudRate: number }) => Promise<void>;
}
interface SerialNavigator {
  readonly serial?: { readonly requestPort: () => Promise<SerialPort> };
}

const PLAYED: { readonly [plays in Plays]: string } = {
  asForecast: "as forecast",
  stalls: "the bed stalls",
  isLifted: "lifted half-way",
  dropsOut: "the scale drops out",
};
const BAUD = 9600;
const FORMAT_KEY = "tumbek.scaleLine";
const USUAL_FORMAT: LineFormat = { pattern: "", unit: "g" };

/** A scale's zero, how the simulated one behaves, and a real one on the serial port. */
export function ScalePanel({ scale, hasDevice, isSimulated, plays, onPlays, onConnect }: ScalePanelProps) {
  const serial = useSyncExternalStore(never, serialPorts, () => undefined);
  return (
    <>
      {hasDevice && <Button onClick={scale.zero}>Zero the scale</Button>}
      {isSimulated && (
        <Button onClick={() => onPlays(PLAYS[(PLAYS.indexOf(plays) + 1) % PLAYS.length]!)}>
          Simulated: {PLAYED[plays]}
        </Button>
      )}
      {!hasDevice && serial && <Connect request={() => serial.requestPort()} onConnect={onConnect} />}
    </>
  );
}

/** Whether a browser has serial ports does not change; the server knows of none. */
const never = () => () => {};
const serialPorts = () => (navigator as SerialNavigator).serial;

function readFormat(): LineFormat {
  try {
    return { ...USUAL_FORMAT, ...JSON.parse(localStorage.getItem(FORMAT_KEY) ?? "{}") };
  } catch {
    return USUAL_FORMAT;
  }
}

interface ConnectProps {
  readonly request: () => Promise<SerialPort>;
  readonly onConnect: ScalePanelProps["onConnect"];
}

/** A scale that sends a line of text for each reading: how its line is read is set once on this device. */
function Connect({ request, onConnect }: ConnectProps) {
  const [open, setOpen] = useState(false);
  const [format, setFormat] = useState(USUAL_FORMAT);
  const [trouble, setTrouble] = useState<string>();
  const isPattern = format.pattern === "" || expressionOf(format.pattern) !== undefined;
  const connect = async () => {
    if (!isPattern) return;
    try {
      const port = await request();
      await port.open({ baudRate: BAUD });
      localStorage.setItem(FORMAT_KEY, JSON.stringify(format));
      onConnect(port, format);
    } catch {
      setTrouble("No scale was chosen, or its port is in use.");
    }
  };
  if (!open)
    return (
      <Button
        look="quiet"
        onClick={() => {
          setFormat(readFormat());
          setOpen(true);
        }}
      >
        Connect a scale
      </Button>
    );
  return (
    <div className="flex w-full flex-wrap items-end gap-2 rounded-panel border-2 border-rim/40 bg-enamel p-3">
      <WordsField
        label="how its line is read; empty: its first number"
        value={format.pattern}
        most={80}
        trouble={isPattern ? undefined : "A regular expression with one group, such as ([0-9.]+) g"}
        onValue={(pattern) => setFormat({ ...format, pattern })}
      />
      <Taps
        label="in"
        many={false}
        options={(["g", "kg", "oz"] as const).map((unit) => ({ value: unit, text: unit }))}
        text={format.unit}
        onText={(unit) => unit !== "" && setFormat({ ...format, unit: unit as LineFormat["unit"] })}
      />
      {trouble && (
        <p role="alert" className="w-full text-stop">
          {trouble}
        </p>
      )}
      <Button look="main" onClick={connect}>
        Connect it
      </Button>
      <Button look="quiet" onClick={() => setOpen(false)}>
        Leave it
      </Button>
    </div>
  );
}
