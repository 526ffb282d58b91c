"use client";

import { useId } from "react";
import type { FieldSpec } from "#contract/things.ts";
import { Field } from "#ui/field.tsx";
import { type FieldWords, OPTION_WORDS } from "#words/index.ts";

export interface Named {
  readonly id: string;
  readonly name: string;
}

/** Days and times have inputs of their own. */
const INPUT_TYPE: { readonly [type in FieldSpec["type"]]?: string } = {
  date: "date",
  moment: "datetime-local",
};

interface SpecFieldProps {
  readonly spec: FieldSpec;
  readonly words: FieldWords;
  readonly text: string;
  readonly trouble: string | undefined;
  readonly onText: (text: string) => void;
  /** What it can name, when it names something. */
  readonly named?: readonly Named[] | undefined;
}

/** A field of whatever kind, with its label over it and what is wrong with it under it. */
export function SpecField({ spec, words: { label, help }, text, trouble, onText, named }: SpecFieldProps) {
  const id = useId();
  if (spec.type === "yes") {
    return (
      <label className="flex min-h-16 items-center gap-2">
        <input
          type="checkbox"
          checked={text !== ""}
          onChange={(event) => onText(event.target.checked ? "yes" : "")}
        />
        {label}
      </label>
    );
  }
  if (spec.type === "choice" || spec.type === "ref") {
    const options =
      spec.type === "ref"
        ? (named ?? [])
        : spec.options.map((option) => ({ id: option, name: OPTION_WORDS[option] ?? option }));
    return (
      <div>
        <label htmlFor={id} className="block text-quiet text-sm">
          {label}
        </label>
        <select
          id={id}
          value={text}
          onChange={(event) => onText(event.target.value)}
          aria-invalid={trouble !== undefined}
          aria-describedby={`${id}-more`}
          className="min-h-11 w-full rounded-md border-2 border-rim/50 bg-enamel px-2 aria-invalid:border-stop"
        >
          {spec.type === "ref" && spec.optional && <option value="">none</option>}
          {options.map((option) => (
            <option key={option.id} value={option.id}>
              {option.name}
            </option>
          ))}
        </select>
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
  return (
    <Field
      label={label}
      type={INPUT_TYPE[spec.type] ?? "text"}
      inputMode={spec.type === "number" ? "decimal" : "text"}
      autoComplete="off"
      value={text}
      onChange={(event) => onText(event.target.value)}
      {...(help !== undefined && { help })}
      trouble={trouble}
    />
  );
}
