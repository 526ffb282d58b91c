"use client";

import { useMemo, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import { choice } from "#contract/fields.ts";
import type { KeptThing } from "#contract/things.ts";
import { typicalsOf } from "#contract/typical.ts";
import { FormRow } from "#parts/form/formRow.tsx";
import { schemaOf, textsOf } from "#parts/form/schema.ts";
import { type FormField, useFields, type Values } from "#parts/form/useFields.ts";
import { FIELD_GRID, SaveForm } from "#ui/saveForm.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { KIND_WORDS } from "#words/bench";
import { keepThing } from "./actions.ts";
import { useSite } from "./context.tsx";
import { formFieldsOf } from "./thingForm.tsx";

/** What a first sheet needs, in the order in which the job meets it. */
const KINDS = ["brewer", "vessel", "grinder", "coffee"] as const;
type Kind = (typeof KINDS)[number];

const FIELDS: readonly FormField[] = KINDS.flatMap((kind) => {
  const { one } = KIND_WORDS[kind];
  const names = typicalsOf(kind).map(({ figures }) => String(figures.name));
  return [
    { name: `${kind}Like`, spec: choice(names), words: { label: `${one}, like` } },
    { name: `${kind}Name`, spec: { type: "name" }, words: { label: `${one}, its name` } },
  ] as const;
});

interface UsualBenchProps {
  /** It is about to put the first thing on the bench. */
  readonly onBegin: () => void;
  readonly onDone: () => void;
}

/** A first bench in one form: four things by their names, with typical figures that are measured later. */
export function UsualBench({ onBegin, onDone }: UsualBenchProps) {
  const units = useUnits();
  const site = useSite();
  // Sent again after one of them was refused, those that were kept are the same things.
  const [ids] = useState(() => new Map(KINDS.map((kind) => [kind, uuidv7()])));
  const [refused, setRefused] = useState<Kind>();
  const { act, trouble, busy } = useAct();
  const atName = useMemo(
    () => trouble && refused && { ...trouble, field: `${refused}Name` },
    [trouble, refused],
  );
  const form = useFields({ fields: FIELDS, start: {}, draft: `usualBench.${site.id}`, trouble: atName });
  const thingOf = (kind: Kind, values: Values) => {
    const typical = typicalsOf(kind).find(({ figures }) => figures.name === values[`${kind}Like`]);
    const start = { ...typical?.figures, name: values[`${kind}Name`] ?? null };
    const fields = formFieldsOf(kind, site);
    const figures = schemaOf(fields, start, units).parse(textsOf(fields, start, units));
    return { kind, id: ids.get(kind), revision: 0, figures, typical: typical?.aspects ?? [] };
  };
  const save = () =>
    form.submit(async (values) => {
      onBegin();
      for (const kind of KINDS) {
        const thing = thingOf(kind, values) as unknown as KeptThing;
        const sent = await act(keepThing({ siteId: site.id, thing }));
        if (!sent.ok) return setRefused(kind);
      }
      form.forget();
      onDone();
    });
  return (
    <SaveForm save="Put these on the bench" busy={busy} onSave={save} onDone={onDone}>
      <p>
        <strong>A usual bench at once:</strong> say what yours is most like, and what you call it. The figures
        are typical, and stay marked so until they are measured.
      </p>
      <div className={FIELD_GRID}>
        {FIELDS.map(({ name }) => (
          <FormRow key={name} form={form} name={name} />
        ))}
      </div>
    </SaveForm>
  );
}
