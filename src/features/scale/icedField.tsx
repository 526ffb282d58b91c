import { useState } from "react";
import { ICED_RANGES, type IcedFigure, type IcedService } from "#core/iced";
import { parseNumber, printNumber } from "#core/units";
import { quantitySentence } from "#words/index.ts";

interface IcedFieldProps {
  readonly name: IcedFigure;
  readonly label: string;
  readonly iced: IcedService;
  readonly onIced: (change: Partial<IcedService>) => void;
  /** Shown where the figure is null: what counts then. */
  readonly usual?: number | undefined;
}

/** A figure of the service, typed in place; it is taken when the field is left, and refused with a sentence. */
export function IcedField({ name, label, iced, onIced, usual }: IcedFieldProps) {
  const value = iced[name];
  const [typed, setTyped] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const [least, most] = ICED_RANGES[name];
  const commit = () => {
    if (typed === undefined) return;
    // An emptied field is the usual again.
    if (typed.trim() === "" && usual !== undefined) {
      setTyped(undefined);
      setTrouble(undefined);
      onIced({ [name]: null });
      return;
    }
    const read = parseNumber(typed);
    const said = !read.ok
      ? quantitySentence(read.failure)
      : read.value.number >= least && read.value.number <= most
        ? undefined
        : `From ${printNumber(least, 0)} to ${printNumber(most, 0)}.`;
    setTrouble(said);
    if (said !== undefined || !read.ok) return;
    setTyped(undefined);
    onIced({ [name]: read.value.number });
  };
  return (
    <label className="flex items-center gap-1.5 text-sm">
      <span className="text-quiet">{label}</span>
      <input
        inputMode="decimal"
        value={typed ?? (value === null ? "" : printNumber(value, 1))}
        placeholder={usual === undefined ? undefined : printNumber(usual, 1)}
        aria-invalid={trouble !== undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === "Enter" && commit()}
        className="min-h-10 w-20 rounded-md border-2 border-rim/50 bg-enamel px-2 text-right tabular-nums aria-invalid:border-stop"
      />
      {trouble && (
        <span role="alert" className="text-stop">
          {trouble}
        </span>
      )}
    </label>
  );
}
