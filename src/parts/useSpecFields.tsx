"use client";

import { type ReactNode, useState } from "react";
import type { FieldSpec } from "#contract/things.ts";
import { useUnits } from "#ui/units.tsx";
import type { FieldWords } from "#words/bench";
import { readField, textOf, type Value } from "./fields.ts";
import { type Named, SpecField } from "./specField.tsx";

/** One field of a form: its name in the message, what it takes, and what it says. */
export interface FormField {
  readonly name: string;
  readonly spec: FieldSpec;
  readonly words: FieldWords;
  /** Things that it can name, where it is a reference. */
  readonly named?: readonly Named[];
}

export type Values = Readonly<Record<string, Value>>;

interface SpecFields {
  /** The fields' values as they stand; undefined where one cannot be read. */
  readonly read: Readonly<Record<string, Value | undefined>>;
  /** Asks for all: from now on what is wrong is said. Undefined while something is. */
  readonly ask: () => Values | undefined;
  /** The sentence that says what is wrong with a field, once it was asked for. */
  readonly troubleOf: (name: string) => string | undefined;
  readonly setText: (name: string, text: string) => void;
  /** Begins anew with other values. */
  readonly restart: (values: Values) => void;
  readonly draw: (name: string, trouble?: string | undefined) => ReactNode;
}

/** A form's fields as they are typed: read with every letter, and complained about only when they are asked for. */
export function useSpecFields(fields: readonly FormField[], start: Values): SpecFields {
  const print = useUnits();
  const textsOf = (values: Values) =>
    Object.fromEntries(
      fields.map(({ name, spec, named }) => {
        const text = textOf(spec, values[name] ?? null, print);
        return [name, text || firstOf(spec, named)];
      }),
    );
  const [from, setFrom] = useState(start);
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>(() => textsOf(start));
  const [asked, setAsked] = useState(false);
  const results = fields.map(({ name, spec }) => {
    const text = texts[name] ?? "";
    // An untouched figure stays as it was, past the digits that its print leaves out.
    const untouched = from[name] !== undefined && text === textOf(spec, from[name], print);
    const read = untouched
      ? ({ ok: true, value: from[name] ?? null } as const)
      : readField(spec, text, print);
    return { name, read };
  });
  const troubleOf = (name: string) => {
    const read = results.find((each) => each.name === name)?.read;
    return asked && read && !read.ok ? read.failure : undefined;
  };
  const setText = (name: string, text: string) => setTexts((now) => ({ ...now, [name]: text }));
  return {
    read: Object.fromEntries(results.map(({ name, read }) => [name, read.ok ? read.value : undefined])),
    ask: () => {
      setAsked(true);
      const values = results.flatMap(({ name, read }) => (read.ok ? [[name, read.value] as const] : []));
      return values.length === results.length ? Object.fromEntries(values) : undefined;
    },
    troubleOf,
    setText,
    restart: (values) => {
      setFrom(values);
      setTexts(textsOf(values));
    },
    draw: (name, trouble) => {
      const field = fields.find((each) => each.name === name);
      if (!field) throw new Error(`no field ${name}`);
      return (
        <SpecField
          key={name}
          spec={field.spec}
          words={field.words}
          named={field.named}
          text={texts[name] ?? ""}
          trouble={troubleOf(name) ?? trouble}
          onText={(text) => setText(name, text)}
        />
      );
    },
  };
}

/** A choice always stands on something: what it was, or the first there is. */
function firstOf(spec: FieldSpec, named: readonly Named[] | undefined): string {
  if (spec.type === "choice") return spec.options[0] ?? "";
  return spec.type === "ref" && !spec.optional ? (named?.[0]?.id ?? "") : "";
}
