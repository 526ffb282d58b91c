"use client";

import { type ReactNode, useMemo, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import { type Aspect, stillTypical } from "#contract/aspects.ts";
import { type AnyFigures, fieldsOf, type ThingKind } from "#contract/fields.ts";
import type { KeptThing } from "#contract/things.ts";
import type { Typical } from "#contract/typical.ts";
import { type Chosen, Conflict } from "#parts/conflict.tsx";
import { saidOf, type Value } from "#parts/form/fields.ts";
import { FormRow } from "#parts/form/formRow.tsx";
import { Restored } from "#parts/form/restored.tsx";
import { type FormField, useFields } from "#parts/form/useFields.ts";
import { Choice } from "#ui/choice/choice.tsx";
import { FIELD_GRID, SaveForm } from "#ui/saveForm.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { FIELD_WORDS, type FieldWords, KIND_WORDS } from "#words/bench";
import { withArticle } from "#words/figures";
import { keepThing } from "./actions.ts";
import { type BenchSite, useSite } from "./context.tsx";

/** Additions to a form's fields: a drawing, or another way to fill one in. */
export interface Besides {
  /** The fields' values as they stand, as far as they can be read. */
  readonly read: Readonly<Record<string, Value | undefined>>;
  readonly setText: (field: string, text: string) => void;
}

interface ThingFormProps {
  readonly kind: ThingKind;
  /** The thing that is changed; a new one when there is none. */
  readonly thing?: { readonly id: string; readonly revision: number; readonly figures: AnyFigures };
  /** Usual things that a new one may start from. */
  readonly typicals?: readonly Typical[];
  /** Figures that a new one starts with. */
  readonly start?: AnyFigures;
  /** Asked first; the others are folded away. */
  readonly first?: readonly string[];
  readonly besides?: (form: Besides) => ReactNode;
  readonly onDone: () => void;
}

/** Where a new thing starts from none. */
const NOTHING = "nothing";

interface Theirs {
  readonly changedBy: string;
  readonly revision: number;
  readonly figures: AnyFigures;
}

/** One thing of the bench, typed: every field of its kind, each with what is wrong under it. */
export function ThingForm({ kind, thing, typicals, start, first, besides, onDone }: ThingFormProps) {
  const print = useUnits();
  const site = useSite();
  const fields = useMemo(() => formFieldsOf(kind, site), [kind, site]);
  // As it was when this began: the page is drawn again with what others keep meanwhile.
  const [base] = useState(() => ({
    id: thing?.id ?? uuidv7(),
    revision: thing?.revision ?? 0,
    figures: thing?.figures ?? start ?? {},
  }));
  const [typical, setTypical] = useState<Typical>({ figures: base.figures, aspects: [] });
  const [theirs, setTheirs] = useState<Theirs>();
  const { act, trouble, busy } = useAct();
  const form = useFields({
    fields,
    start: base.figures,
    // A draft of an older state would undo what others changed since.
    draft: thing ? `${kind}.${base.id}.${base.revision}` : `${kind}.new.${site.id}`,
    trouble,
  });
  const done = () => {
    form.forget();
    onDone();
  };

  const keep = async (figures: AnyFigures, revision: number) => {
    const aspects: readonly Aspect[] = stillTypical(typical.aspects, typical.figures, figures);
    const message = { kind, id: base.id, revision, figures, typical: aspects };
    const sent = await act(keepThing({ siteId: site.id, thing: message as KeptThing }));
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs);
    else done();
  };
  const save = () => form.submit((figures) => keep(figures as AnyFigures, base.revision));
  const choose = (chosen: Chosen) => {
    setTheirs(undefined);
    if (!theirs) return;
    void form.submit((mine) => {
      const picked = Object.keys(mine).map((name) => [
        name,
        (chosen[name] === "theirs" ? theirs.figures : mine)[name] ?? null,
      ]);
      return keep(Object.fromEntries(picked), theirs.revision);
    });
  };
  const anew = () => {
    form.forget();
    form.restart(base.figures);
  };
  const startFrom = (name: string) => {
    const chosen = typicals?.find(({ figures }) => figures.name === name);
    if (!chosen) return;
    setTypical(chosen);
    form.restart(chosen.figures);
  };
  const shown = (figures: Readonly<Record<string, Value | undefined>>) =>
    Object.fromEntries(
      fields.map((field) => [field.name, saidOf(field, figures[field.name] ?? null, print)]),
    );
  const names = fields.map(({ name }) => name);
  const shownFields = names.filter((name) => !first || first.includes(name));
  const folded = names.filter((name) => !shownFields.includes(name));
  const hidesTrouble = folded.some((name) => form.troubleOf(name) !== undefined);

  return (
    <SaveForm save={`Keep this ${KIND_WORDS[kind].one}`} busy={busy} onSave={save} onDone={done}>
      {form.isRestored && <Restored onAnew={anew} />}
      {typicals && typicals.length > 0 && !thing && (
        <div className="flex flex-wrap items-center gap-2">
          <Choice
            label="start from"
            value={typical.aspects.length > 0 ? String(typical.figures.name) : NOTHING}
            options={[
              { value: NOTHING, text: "nothing" },
              ...typicals.map(({ figures }) => ({
                value: String(figures.name),
                text: withArticle(String(figures.name)),
              })),
            ]}
            onChange={startFrom}
          />
          {typical.aspects.length > 0 && (
            <span className="text-due text-sm">
              Typical figures: they stay marked so on every card until they are measured.
            </span>
          )}
        </div>
      )}
      <div className="flex flex-wrap items-start gap-4">
        <div className={`min-w-64 flex-1 ${FIELD_GRID}`}>
          {shownFields.map((name) => (
            <FormRow key={name} form={form} name={name} />
          ))}
        </div>
        {besides?.({ read: form.read, setText: form.setText })}
      </div>
      {folded.length > 0 && (
        <details open={hidesTrouble || undefined}>
          <summary className="min-h-10 cursor-pointer py-2 font-semibold">More about it</summary>
          <div className={FIELD_GRID}>
            {folded.map((name) => (
              <FormRow key={name} form={form} name={name} />
            ))}
          </div>
        </details>
      )}
      {theirs && (
        <Conflict
          what={String(base.figures.name ?? `this ${KIND_WORDS[kind].one}`)}
          who={theirs.changedBy}
          versions={{ base: shown(base.figures), mine: shown(form.read), theirs: shown(theirs.figures) }}
          label={(name) => fields.find((field) => field.name === name)?.words.label ?? name}
          show={(_name, value) => value || "nothing"}
          onChoose={choose}
          onClose={() => setTheirs(undefined)}
        />
      )}
    </SaveForm>
  );
}

/** A kind's fields with their words and with what they can name at this site. */
export function formFieldsOf(kind: ThingKind, { refs, currency }: BenchSite): readonly FormField[] {
  const words = FIELD_WORDS[kind] as Readonly<Record<string, FieldWords>>;
  return fieldsOf(kind).map(([name, spec]) => {
    const { label, help } = words[name]!;
    const money = spec.type === "number" && spec.unit === "money";
    return {
      name,
      spec,
      words: { label: money ? `${label}, ${currency}` : label, ...(help !== undefined && { help }) },
      ...(spec.type === "ref" && { named: refs[spec.to] }),
    };
  });
}
