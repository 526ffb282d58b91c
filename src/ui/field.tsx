import type { ComponentProps } from "react";
import { useId } from "react";

interface FieldProps extends ComponentProps<"input"> {
  readonly label: string;
  /** Sentence that says what is wrong with the typed text. */
  readonly trouble?: string | undefined;
  readonly help?: string;
}

/** A field with its label over it, and what is wrong with it under it. */
export function Field({ label, trouble, help, className = "", ...input }: FieldProps) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-quiet text-sm">
        {label}
      </label>
      <input
        id={id}
        aria-invalid={trouble !== undefined}
        aria-describedby={`${id}-more`}
        className="min-h-11 w-full rounded-md border-2 border-rim/50 bg-enamel px-3 aria-invalid:border-stop"
        {...input}
      />
      <p
        id={`${id}-more`}
        role={trouble ? "alert" : undefined}
        className={`min-h-5 text-sm ${trouble ? "text-stop" : "text-quiet"}`}
      >
        {trouble ?? help}
      </p>
    </div>
  );
}
