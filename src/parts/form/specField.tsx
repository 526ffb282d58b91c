"use client";

import type { Ref } from "react";
import type { FieldSpec } from "#contract/fields.ts";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { Taps } from "#ui/choice/taps.tsx";
import { Field } from "#ui/field.tsx";
import { FigureText } from "#ui/figure/figureText.tsx";
import { type FieldWords, OPTION_WORDS } from "#words/bench";
import { MomentField } from "./momentField.tsx";
import type { Named } from "./schema.ts";

interface SpecFieldProps {
  readonly spec: FieldSpec;
  readonly words: FieldWords;
  readonly text: string;
  readonly trouble: string | undefined;
  readonly onText: (text: string) => void;
  readonly inputRef?: Ref<HTMLInputElement> | undefined;
  /** Things that it can name, where it is a reference. */
  readonly named?: readonly Named[] | undefined;
}

/** A field of whatever kind, with its label over it and what is wrong with it under it. */
export function SpecField({ spec, words, text, trouble, onText, inputRef, named }: SpecFieldProps) {
  const { label, help } = words;
  const common = { label, trouble, ...(help !== undefined && { help }) };
  switch (spec.type) {
    case "yes":
      return (
        <label className="flex min-h-16 items-center gap-2">
          <input
            type="checkbox"
            ref={inputRef}
            checked={text !== ""}
            onChange={(event) => onText(event.target.checked ? "yes" : "")}
            className="size-5 accent-rim"
          />
          {label}
        </label>
      );
    case "choice": {
      const options = spec.options.map((value) => ({ value, text: OPTION_WORDS[value] ?? value }));
      return <ChoiceField {...common} value={text} options={options} onChange={onText} />;
    }
    case "taps":
      return (
        <Taps {...common} options={spec.options} many={spec.many === true} text={text} onText={onText} />
      );
    case "ref": {
      const options = (named ?? []).map(({ id, name, aside }) => ({ value: id, text: name, aside }));
      const none = spec.optional ? [{ value: "", text: "none" }] : [];
      return <ChoiceField {...common} value={text} options={[...none, ...options]} onChange={onText} />;
    }
    case "number":
      return (
        <FigureText
          {...common}
          kind={spec.unit}
          bounds={[spec.least, spec.most]}
          text={text}
          onText={onText}
          inputRef={inputRef}
        />
      );
    case "moment":
      return <MomentField {...common} text={text} onText={onText} inputRef={inputRef} />;
    default:
      return (
        <Field
          {...common}
          ref={inputRef}
          type={spec.type === "date" ? "date" : "text"}
          autoComplete="off"
          value={text}
          onChange={(event) => onText(event.target.value)}
        />
      );
  }
}
