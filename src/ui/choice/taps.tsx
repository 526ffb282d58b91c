"use client";

import { ToggleGroup } from "radix-ui";
import type { ReactNode } from "react";

interface TapsProps {
  readonly label: string;
  readonly options: readonly {
    readonly value: string;
    readonly text: string;
    /** Drawn over its word. */
    readonly drawing?: ReactNode;
  }[];
  /** Several may be so. */
  readonly many: boolean;
  /** What is tapped, with spaces between. */
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly trouble?: string | undefined;
  readonly help?: string | undefined;
}

/** A few words that are tapped on and off, all of them in sight. */
export function Taps({ label, options, many, text, onText, trouble, help }: TapsProps) {
  const tapped = text.split(" ").filter(Boolean);
  const buttons = options.map(({ value, text: word, drawing }) => (
    <ToggleGroup.Item
      key={value}
      value={value}
      className={`min-h-11 rounded-panel border-2 border-rim/50 bg-enamel data-[state=on]:border-rim ${drawing ? "flex min-w-20 flex-col items-center gap-1 px-1.5 py-1.5 text-sm data-[state=on]:bg-rim/15 data-[state=on]:font-semibold" : "px-2.5 data-[state=on]:bg-rim data-[state=on]:text-enamel"}`}
    >
      {drawing}
      {word}
    </ToggleGroup.Item>
  ));
  const common = { "aria-label": label, className: "flex flex-wrap gap-1.5" };
  return (
    <div className="col-span-full min-w-0">
      <span aria-hidden className="block text-quiet text-sm">
        {label}
      </span>
      {many ? (
        <ToggleGroup.Root
          type="multiple"
          {...common}
          value={tapped}
          onValueChange={(next) => onText(next.join(" "))}
        >
          {buttons}
        </ToggleGroup.Root>
      ) : (
        <ToggleGroup.Root type="single" {...common} value={text} onValueChange={onText}>
          {buttons}
        </ToggleGroup.Root>
      )}
      <p
        role={trouble ? "alert" : undefined}
        className={`min-h-5 text-sm ${trouble ? "text-stop" : "text-quiet"}`}
      >
        {trouble ?? help}
      </p>
    </div>
  );
}
