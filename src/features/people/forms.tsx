"use client";

import { type FormEvent, type ReactNode, useState } from "react";
import { toast } from "sonner";
import { v7 as uuidv7 } from "uuid";
import { ROLES, type Role } from "#core/people";
import type { Versions } from "#core/versions";
import { type Chosen, Conflict } from "#parts/conflict.tsx";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice.tsx";
import { Field } from "#ui/field.tsx";
import { useAct } from "#ui/useAct.ts";
import { ROLE_WORDS } from "#words/people";
import { addPerson, changePerson, resetPin } from "./actions.ts";
import type { PersonLine } from "./person.ts";

const PIN_HELP = "six digits or more, or a passphrase of eight characters or more";
const ROLE_OPTIONS = ROLES.map((role) => ({ value: role, text: ROLE_WORDS[role] }));

interface DoneProps {
  readonly onDone: () => void;
}

export function AddPerson({ onDone }: DoneProps) {
  const [id] = useState(() => uuidv7());
  const [name, setName] = useState("");
  const [role, setRole] = useState<Role>("barista");
  const [pin, setPin] = useState("");
  const { act, at, busy } = useAct();
  const submit = async () => {
    const sent = await act(addPerson({ id, name, role, pin }));
    if (sent.ok) onDone();
  };
  return (
    <Form onSubmit={submit}>
      <Field
        label="name"
        value={name}
        onChange={(e) => setName(e.target.value)}
        autoComplete="off"
        trouble={at("name")}
      />
      <RoleChoice role={role} onRole={setRole} />
      <PinField pin={pin} onPin={setPin} trouble={at("pin")} />
      <Buttons busy={busy} save="Add" onDone={onDone} />
    </Form>
  );
}

/** Changes a name or a role; when somebody else was faster, each field is chosen. */
export function EditPerson({ person, onDone }: DoneProps & { readonly person: PersonLine }) {
  const [base] = useState(person);
  const [name, setName] = useState(person.name);
  const [role, setRole] = useState(person.role);
  const [theirs, setTheirs] = useState<Theirs>();
  const { act, at, busy } = useAct();
  const save = async (wanted: { name: string; role: Role; revision: number }) => {
    const sent = await act(changePerson({ id: person.id, ...wanted }));
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs);
    else onDone();
  };
  return (
    <Form onSubmit={() => save({ name, role, revision: base.revision })}>
      <Field
        label="name"
        value={name}
        onChange={(e) => setName(e.target.value)}
        autoComplete="off"
        trouble={at("name")}
      />
      <RoleChoice role={role} onRole={setRole} />
      <Buttons busy={busy} save="Save" onDone={onDone} />
      {theirs && (
        <Conflict
          what={base.name}
          who={theirs.changedBy}
          versions={versionsOf(base, { name, role }, theirs)}
          label={(field) => field}
          show={(_field, value) => value ?? ""}
          onClose={() => setTheirs(undefined)}
          onChoose={(chosen) => {
            setTheirs(undefined);
            const merged = mergedOf({ name, role }, theirs, chosen);
            setName(merged.name);
            setRole(merged.role);
            void save({ ...merged, revision: theirs.revision });
          }}
        />
      )}
    </Form>
  );
}

interface Editable {
  readonly name: string;
  readonly role: Role;
}

interface Theirs extends Editable {
  readonly revision: number;
  readonly changedBy: string;
}

function versionsOf(base: Editable, mine: Editable, theirs: Editable): Versions {
  const fields = ({ name, role }: Editable) => ({ name, role });
  return { base: fields(base), mine: fields(mine), theirs: fields(theirs) };
}

function mergedOf(mine: Editable, theirs: Editable, chosen: Chosen): Editable {
  return {
    name: (chosen.name === "mine" ? mine : theirs).name,
    role: (chosen.role === "mine" ? mine : theirs).role,
  };
}

export function NewPin({ person, onDone }: DoneProps & { readonly person: PersonLine }) {
  const [pin, setPin] = useState("");
  const { act, at, busy } = useAct();
  const submit = async () => {
    const sent = await act(resetPin({ id: person.id, pin }));
    if (!sent.ok) return;
    toast.success(`${person.name} signs in with the new PIN from now on.`);
    onDone();
  };
  return (
    <Form onSubmit={submit}>
      <PinField pin={pin} onPin={setPin} trouble={at("pin")} />
      <Buttons busy={busy} save="Set PIN" onDone={onDone} />
    </Form>
  );
}

function Form({ onSubmit, children }: { readonly onSubmit: () => void; readonly children: ReactNode }) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSubmit();
  };
  return (
    <form
      onSubmit={submit}
      className="my-2 grid w-full items-start gap-3 rounded-panel bg-worktop p-3 sm:grid-cols-3"
    >
      {children}
    </form>
  );
}

function RoleChoice({ role, onRole }: { readonly role: Role; readonly onRole: (role: Role) => void }) {
  return (
    <div className="self-center">
      <Choice label="role" value={role} options={ROLE_OPTIONS} onChange={(next) => onRole(next as Role)} />
    </div>
  );
}

interface PinFieldProps {
  readonly pin: string;
  readonly onPin: (pin: string) => void;
  readonly trouble: string | undefined;
}

function PinField({ pin, onPin, trouble }: PinFieldProps) {
  return (
    <Field
      label="PIN or passphrase"
      type="password"
      autoComplete="new-password"
      value={pin}
      onChange={(event) => onPin(event.target.value)}
      help={PIN_HELP}
      trouble={trouble}
    />
  );
}

function Buttons({ busy, save, onDone }: DoneProps & { readonly busy: boolean; readonly save: string }) {
  return (
    <div className="flex gap-2 sm:col-span-3">
      <Button type="submit" look="main" disabled={busy}>
        {save}
      </Button>
      <Button onClick={onDone}>Cancel</Button>
    </div>
  );
}
