"use client";

import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect, useMemo, useState } from "react";
import { type Control, useForm, useWatch } from "react-hook-form";
import type { Trouble } from "#contract/trouble.ts";
import { useUnits } from "#ui/units.tsx";
import type { Value } from "./fields.ts";
import { type FormField, keyOf, readText, schemaOf, type Texts, textsOf, type Values } from "./schema.ts";
import { draftFrom, useDraft } from "./useDraft.ts";
import { useUnsaved } from "./useUnsaved.ts";

export type { FormField, Values } from "./schema.ts";

export interface FieldsForm {
  readonly fields: readonly FormField[];
  readonly control: Control<Texts>;
  /** The fields' values as they stand; undefined where one cannot be read. */
  readonly read: Readonly<Record<string, Value | undefined>>;
  /** Asks for all: takes the values, or says what is wrong and goes to the first such field. */
  readonly submit: (onValues: (values: Values) => unknown) => Promise<void>;
  /** The sentence that says what is wrong with a field, once it was asked for. */
  readonly troubleOf: (name: string) => string | undefined;
  readonly setText: (name: string, text: string) => void;
  /** Begins anew with other values. */
  readonly restart: (values: Values) => void;
  /** Whether it was found half filled in, as somebody left it. */
  readonly isRestored: boolean;
  /** Nothing of it is kept any longer: it was saved, or given up. */
  readonly forget: () => void;
}

interface FieldsRules {
  readonly fields: readonly FormField[];
  readonly start: Values;
  /** Name of the draft that is kept on this device while it is not saved; none where a form is short. */
  readonly draft?: string;
  /** What the server found wrong. */
  readonly trouble?: Trouble | undefined;
}

/** A form of fields that are read off a table: kept as they are typed, complained about only when they are asked for. */
export function useFields({ fields, start, draft, trouble }: FieldsRules): FieldsForm {
  const units = useUnits();
  const [from, setFrom] = useState(start);
  const schema = useMemo(() => schemaOf(fields, from, units), [fields, from, units]);
  const form = useForm<Texts, unknown, Record<string, Value>>({
    // biome-ignore lint/suspicious/noExplicitAny: the schema's fields are known at run time only
    resolver: zodResolver(schema as any) as never,
    defaultValues: textsOf(fields, start, units),
    // A field may lie folded away, and is focused once it is opened.
    shouldFocusError: false,
  });
  const { errors, submitCount, isDirty } = form.formState;
  const texts = useWatch({ control: form.control as unknown as Control<Texts> });
  const storedDraft = useDraft(draft, {
    text: JSON.stringify(texts),
    isUnsaved: isDirty,
    restore: (text) => {
      const found = draftFrom(text, Object.keys(texts));
      if (found) form.reset(found, { keepDefaultValues: true });
      return found !== undefined;
    },
  });
  useUnsaved(isDirty);
  const troubleOf = (name: string) => {
    const sentence = errors[keyOf(name)]?.message ?? (trouble?.field === name ? trouble.message : undefined);
    return typeof sentence === "string" ? sentence : undefined;
  };
  const firstWrong = fields.find(({ name }) => troubleOf(name) !== undefined)?.name;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each time that it was asked for
  useEffect(() => {
    if (firstWrong !== undefined) form.setFocus(keyOf(firstWrong));
  }, [submitCount, trouble]);
  const valuesIn = (by: Readonly<Record<string, Value>>) =>
    Object.fromEntries(fields.map(({ name }) => [name, by[keyOf(name)] ?? null]));
  return {
    fields,
    control: form.control as unknown as Control<Texts>,
    read: Object.fromEntries(
      fields.map((field) => {
        const read = readText(field, texts[keyOf(field.name)] ?? "", from, units);
        return [field.name, read.ok ? read.value : undefined];
      }),
    ),
    submit: (onValues) => form.handleSubmit((values) => onValues(valuesIn(values)) as Promise<void>)(),
    troubleOf,
    setText: (name, text) => form.setValue(keyOf(name), text, { shouldDirty: true }),
    restart: (values) => {
      setFrom(values);
      form.reset(textsOf(fields, values, units));
    },
    ...storedDraft,
  };
}
