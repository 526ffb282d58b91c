"use client";

import { useEffect } from "react";
import { type DefaultValues, type FieldValues, type Path, useForm } from "react-hook-form";
import type { Trouble } from "#contract/trouble.ts";
import { useUnsaved } from "./useUnsaved.ts";

/**
 * A form of a few texts that the server judges, because only it knows who else is there: led to the field that was refused, and asked
 * about when it is left half filled in.
 */
export function useShortForm<Texts extends FieldValues>(start: Texts, trouble: Trouble | undefined) {
  const form = useForm<Texts>({ defaultValues: start as DefaultValues<Texts> });
  useUnsaved(form.formState.isDirty);
  useEffect(() => {
    if (trouble?.field !== undefined && trouble.field in form.getValues()) {
      form.setFocus(trouble.field as Path<Texts>);
    }
  }, [trouble, form]);
  return form;
}
