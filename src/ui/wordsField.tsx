"use client";

import { Field } from "./field.tsx";
import { useTyped } from "./figure/useTyped.ts";

interface WordsFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onValue: (value: string) => void;
  readonly help?: string;
  readonly trouble?: string | undefined;
  readonly most?: number;
}

/** A line of words, taken when the field is left. */
export function WordsField({ label, value, onValue, help, trouble, most = 400 }: WordsFieldProps) {
  const { field } = useTyped({
    text: value,
    onTake: (typed) => {
      onValue(typed);
      return undefined;
    },
  });
  return (
    <Field
      label={label}
      maxLength={most}
      autoComplete="off"
      {...field}
      trouble={trouble}
      {...(help !== undefined && { help })}
    />
  );
}
