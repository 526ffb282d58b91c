import { useState } from "react";

/** The typed text as a value, or the sentence that says what is wrong with it. */
type Read<Value> =
  | { readonly ok: true; readonly value: Value }
  | { readonly ok: false; readonly failure: string };

interface InlineFieldProps<Value> {
  readonly label: string;
  /** As it is read; empty where the usual counts. */
  readonly text: string;
  /** Shown while it is empty: what counts then. */
  readonly usual?: string | undefined;
  readonly read: (typed: string) => Read<Value>;
  readonly onValue: (value: Value) => void;
  readonly disabled?: boolean;
  /** Wide enough for what it holds, such as `w-20`. */
  readonly width: string;
}

/** A figure beside its words, typed in place: taken when it is left, and refused with a sentence beside it. */
export function InlineField<Value>(props: InlineFieldProps<Value>) {
  const { label, text, usual, read, onValue, disabled, width } = props;
  const [typed, setTyped] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const commit = () => {
    if (typed === undefined) return;
    const value = read(typed);
    setTrouble(value.ok ? undefined : value.failure);
    if (!value.ok) return;
    setTyped(undefined);
    onValue(value.value);
  };
  return (
    <label className="flex flex-wrap items-center gap-1.5 text-sm">
      <span className="text-quiet">{label}</span>
      <input
        value={typed ?? text}
        placeholder={usual}
        disabled={disabled}
        aria-invalid={trouble !== undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === "Enter" && commit()}
        className={`min-h-10 rounded-md border-2 border-rim/50 bg-enamel px-2 tabular-nums placeholder:text-quiet aria-invalid:border-stop ${width}`}
      />
      {trouble && (
        <span role="alert" className="text-stop">
          {trouble}
        </span>
      )}
    </label>
  );
}
