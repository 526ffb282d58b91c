"use client";

import { type FormEvent, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { Trouble } from "#contract/trouble.ts";
import { Button } from "#ui/button.tsx";
import { settle } from "#ui/counter.tsx";
import { Field } from "#ui/field.tsx";
import { Panel } from "#ui/panel.tsx";
import { becomeFirstLead } from "./actions.ts";

/** Asks whoever started an empty house who leads it. */
export function FirstLead({ onIn }: { readonly onIn: () => void }) {
  const [id] = useState(() => uuidv7());
  const [name, setName] = useState("");
  const [pin, setPin] = useState("");
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const sent = await settle(becomeFirstLead({ id, name, pin }));
    setBusy(false);
    if (sent.ok) onIn();
    else setTrouble(sent.trouble);
  };
  return (
    <Panel title="Who leads this house?">
      <p className="mb-3 text-quiet">
        A lead measures, decides and adds the others. Nobody can be signed in before there is one.
      </p>
      <form onSubmit={submit} className="flex flex-col gap-2">
        <Field
          label="your name"
          value={name}
          onChange={(event) => setName(event.target.value)}
          autoComplete="off"
          trouble={trouble?.field === "name" ? trouble.message : undefined}
        />
        <Field
          label="PIN or passphrase"
          type="password"
          value={pin}
          onChange={(event) => setPin(event.target.value)}
          autoComplete="new-password"
          help="six digits or more, or a passphrase of eight characters or more"
          trouble={trouble?.field === "pin" ? trouble.message : undefined}
        />
        {trouble && trouble.field === undefined && (
          <p role="alert" className="text-stop">
            {trouble.message}
          </p>
        )}
        <Button type="submit" look="main" disabled={busy}>
          Lead this house
        </Button>
      </form>
    </Panel>
  );
}
