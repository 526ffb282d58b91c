import type { ComponentProps, ReactNode } from "react";

export interface FrameProps {
  readonly id: string;
  readonly label: string;
  /** A form's field with its label over it; a table's, whose head is its label; or a part of a sentence, its label before it. */
  readonly look: "form" | "table" | "line";
  /** Sentence that says what is wrong with it. */
  readonly trouble?: string | undefined;
  readonly help?: string | undefined;
  /** Behind the figure, inside its rim. */
  readonly behind?: ReactNode;
  readonly input: Omit<ComponentProps<"input">, "id" | "className">;
}

const WIDTHS = { form: "w-full", table: "min-w-20", line: "w-28" } as const;

/** A figure's field with its label and what is said of it, as its place asks for. */
export function Frame({ id, label, look, trouble, help, behind, input }: FrameProps) {
  const rim = trouble ? "border-stop" : input.disabled ? "border-rim/20" : "border-rim/50";
  const labelled = { form: "block text-quiet text-sm", table: "sr-only", line: "text-quiet" }[look];
  return (
    <div className={look === "line" ? "flex flex-wrap items-center gap-x-1.5 text-sm" : "min-w-0"}>
      <label htmlFor={id} className={labelled}>
        {label}
      </label>
      <span className={`flex items-center rounded-md border-2 bg-enamel ${WIDTHS[look]} ${rim}`}>
        <input
          id={id}
          autoComplete="off"
          aria-describedby={`${id}-more`}
          {...input}
          aria-invalid={trouble !== undefined}
          className={`min-w-0 grow rounded-md bg-transparent px-2 tabular-nums placeholder:text-quiet ${look === "form" ? "min-h-11" : "min-h-10"}`}
        />
        {behind}
      </span>
      <p
        id={`${id}-more`}
        role={trouble ? "alert" : undefined}
        className={`text-sm ${look === "form" ? "min-h-5" : "empty:hidden"} ${trouble ? "text-stop" : "text-quiet"}`}
      >
        {trouble ?? help}
      </p>
    </div>
  );
}
