"use client";

import type { FieldSpec } from "#contract/things.ts";
import { Field } from "#ui/field.tsx";
import { Pick } from "#ui/pick.tsx";
import { type FieldWords, OPTION_WORDS } from "#words/bench";

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
  /** Things that it can name, where it is a reference. */
  readonly named?: readonly Named[] | undefined;
}

/** A field of whatever kind, with its label over it and what is wrong with it under it. */
export function SpecField({ spec, words: { label, help }, text, trouble, onText, named }: SpecFieldProps) {
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
    const none = spec.type === "ref" && spec.optional ? [{ id: "", name: "none" }] : [];
    return (
      <Pick
        label={label}
        value={text}
        options={[...none, ...options].map((option) => ({ value: option.id, text: option.name }))}
        onPick={onText}
        trouble={trouble}
        help={help}
      />
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
