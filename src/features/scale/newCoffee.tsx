"use client";

import { useMemo, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import { stillTypical } from "#contract/aspects.ts";
import { type AnyFigures, FIELDS, fieldsOf } from "#contract/fields.ts";
import type { KeptCoffee } from "#contract/things.ts";
import { typicalsOf } from "#contract/typical.ts";
import { FormRow } from "#parts/form/formRow.tsx";
import type { Values } from "#parts/form/schema.ts";
import { useFields } from "#parts/form/useFields.ts";
import { toast } from "#ui/notice.ts";
import { FIELD_GRID, SaveForm } from "#ui/saveForm.tsx";
import { SheetDialog } from "#ui/sheetDialog.tsx";
import { useAct } from "#ui/useAct.ts";
import { FIELD_WORDS } from "#words/bench";
import { addCoffee } from "./actions.ts";

/** Asked of a coffee before its first sheet; the rest is on the Bench. */
const ASKED = ["name", "character", "roastLevel", "roastedOn", "densityGPerMl"] as const;
const FORM = ASKED.map((name) => ({ name, spec: FIELDS.coffee[name], words: FIELD_WORDS.coffee[name] }));
const TYPICAL =
  typicalsOf("coffee").find(({ figures }) => figures.roastLevel === "medium") ?? typicalsOf("coffee")[0]!;

/** Every field of a coffee, none of them known. */
const UNKNOWN = Object.fromEntries(fieldsOf("coffee").map(([name]) => [name, null]));

interface NewCoffeeProps {
  /** As it was looked for. */
  readonly name: string;
  readonly siteId: string;
  readonly onDone: () => void;
  readonly onAdded: (coffeeId: string) => void;
}

/** A coffee put on the bench from where it is chosen: its density stays marked as typical until a cup of it is weighed. */
export default function NewCoffee({ name, siteId, onDone, onAdded }: NewCoffeeProps) {
  const [id] = useState(() => uuidv7());
  const start = useMemo<Values>(() => ({ ...TYPICAL.figures, name }), [name]);
  const { act, trouble, busy } = useAct();
  const form = useFields({ fields: FORM, start, trouble });
  const keep = async (values: Values) => {
    const figures: AnyFigures = { ...UNKNOWN, ...TYPICAL.figures, ...values };
    const typical = stillTypical(TYPICAL.aspects, TYPICAL.figures, figures);
    const coffee = { kind: "coffee" as const, id, revision: 0, figures, typical: [...typical] };
    const sent = await act(addCoffee({ siteId, coffee: coffee as KeptCoffee }));
    if (!sent.ok) return;
    toast.success(`${String(values.name)} is on the bench.`);
    onAdded(id);
    onDone();
  };
  return (
    <SheetDialog title="A new coffee" onDone={onDone} wide>
      <SaveForm save="Put it on the bench" busy={busy} onSave={() => void form.submit(keep)} onDone={onDone}>
        <div className={FIELD_GRID}>
          {ASKED.map((each) => (
            <FormRow key={each} form={form} name={each} />
          ))}
        </div>
        <p className="text-quiet text-sm">
          Its density is typical of a medium roast until you weigh a levelled cup of it on the Bench.
        </p>
      </SaveForm>
    </SheetDialog>
  );
}
