import { useId } from "react";

interface PickProps<Option extends string> {
  readonly label: string;
  readonly value: Option;
  readonly options: readonly { readonly value: Option; readonly text: string }[];
  readonly onPick: (value: Option) => void;
  /** Sentence that says what is wrong with the choice. */
  readonly trouble?: string | undefined;
  readonly help?: string | undefined;
  /** In a table, whose head says what it is. */
  readonly inTable?: boolean;
  readonly disabled?: boolean;
}

/** One of several, in a form or a table. */
export function Pick<Option extends string>(props: PickProps<Option>) {
  const { label, value, options, onPick, trouble, help, inTable, disabled } = props;
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className={inTable ? "sr-only" : "block text-quiet text-sm"}>
        {label}
      </label>
      <select
        id={id}
        value={value}
        disabled={disabled}
        aria-invalid={trouble !== undefined}
        aria-describedby={`${id}-more`}
        onChange={(event) => onPick(event.target.value as Option)}
        className={`rounded-md border-2 border-rim/50 bg-enamel px-2 aria-invalid:border-stop ${inTable ? "min-h-10" : "min-h-11 w-full"}`}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.text}
          </option>
        ))}
      </select>
      <p
        id={`${id}-more`}
        role={trouble ? "alert" : undefined}
        className={`text-sm ${inTable ? "empty:hidden" : "min-h-5"} ${trouble ? "text-stop" : "text-quiet"}`}
      >
        {trouble ?? help}
      </p>
    </div>
  );
}
