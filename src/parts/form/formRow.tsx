"use client";

import { memo } from "react";
import { type Control, useController } from "react-hook-form";
import { type FormField, keyOf, type Texts } from "./schema.ts";
import { SpecField } from "./specField.tsx";
import type { FieldsForm } from "./useFields.ts";

interface FormRowProps {
  readonly form: FieldsForm;
  readonly name: string;
  /** Said of it besides what is wrong with what is typed. */
  readonly trouble?: string | undefined;
}

/** One field of a form, in its place. */
export function FormRow({ form, name, trouble }: FormRowProps) {
  const field = form.fields.find((each) => each.name === name);
  if (!field) throw new Error(`no field ${name}`);
  return <Row control={form.control} field={field} trouble={form.troubleOf(name) ?? trouble} />;
}

interface RowProps {
  readonly control: Control<Texts>;
  readonly field: FormField;
  readonly trouble: string | undefined;
}

/** Drawn again for a letter of its own alone: a form may have forty fields. */
const Row = memo(function Row({ control, field, trouble }: RowProps) {
  const { field: input } = useController({ name: keyOf(field.name), control });
  return (
    <SpecField
      spec={field.spec}
      words={field.words}
      named={field.named}
      text={input.value}
      trouble={trouble}
      inputRef={input.ref}
      onText={input.onChange}
    />
  );
});
