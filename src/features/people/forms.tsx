"use client";

import { type ComponentProps, type FormEvent, type ReactNode, useState } from "react";
import { type Control, useController } from "react-hook-form";
import { v7 as uuidv7 } from "uuid";
import { ROLES, type Role } from "#core/people";
import type { Versions } from "#core/versions";
import { type Chosen, Conflict } from "#parts/conflict.tsx";
import { useShortForm } from "#parts/form/useShortForm.ts";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { Field } from "#ui/field.tsx";
import { toast } from "#ui/notice.ts";
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
  const { act, at, trouble, busy } = useAct();
  const form = useShortForm({ name: "", role: "barista" as Role, pin: "" }, trouble);
  const submit = form.handleSubmit(async (person) => {
    const sent = await act(addPerson({ id, ...person }));
    if (sent.ok) onDone();
  });
  return (
    <Form onSubmit={submit}>
      <Field label="name" autoComplete="off" trouble={at("name")} {...form.register("name")} />
      <RoleChoice control={form.control} />
      <PinField trouble={at("pin")} {...form.register("pin")} />
      <Buttons busy={busy} save="Add" onDone={onDone} />
    </Form>
  );
}

/** Changes a name or a role; when somebody else was faster, each field is chosen. */
export function EditPerson({ person, onDone }: DoneProps & { readonly person: PersonLine }) {
  const [base] = useState(person);
  const [theirs, setTheirs] = useState<Theirs>();
  const { act, at, trouble, busy } = useAct();
  const form = useShortForm({ name: base.name, role: base.role }, trouble);
  const save = async (wanted: Editable & { readonly revision: number }) => {
    const sent = await act(changePerson({ id: person.id, ...wanted }));
    if (!sent.ok) return;
    if (sent.data.theirs) setTheirs(sent.data.theirs);
    else onDone();
  };
  return (
    <Form onSubmit={form.handleSubmit((mine) => save({ ...mine, revision: base.revision }))}>
      <Field label="name" autoComplete="off" trouble={at("name")} {...form.register("name")} />
      <RoleChoice control={form.control} />
      <Buttons busy={busy} save="Save" onDone={onDone} />
      {theirs && (
        <Conflict
          what={base.name}
          who={theirs.changedBy}
          versions={versionsOf(base, form.getValues(), theirs)}
          label={(field) => field}
          show={(_field, value) => value ?? ""}
          onClose={() => setTheirs(undefined)}
          onChoose={(chosen) => {
            setTheirs(undefined);
            const merged = mergedOf(form.getValues(), theirs, chosen);
            form.reset(merged, { keepDefaultValues: true });
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
  const { act, at, trouble, busy } = useAct();
  const form = useShortForm({ pin: "" }, trouble);
  const submit = form.handleSubmit(async ({ pin }) => {
    const sent = await act(resetPin({ id: person.id, pin }));
    if (!sent.ok) return;
    toast.success(`${person.name} signs in with the new PIN from now on.`);
    onDone();
  });
  return (
    <Form onSubmit={submit}>
      <PinField trouble={at("pin")} {...form.register("pin")} />
      <Buttons busy={busy} save="Set PIN" onDone={onDone} />
    </Form>
  );
}

function Form({ onSubmit, children }: { readonly onSubmit: () => unknown; readonly children: ReactNode }) {
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

/** The role among a form's fields, whatever the others are. */
function RoleChoice<Fields extends Editable>({ control }: { readonly control: Control<Fields> }) {
  const { field } = useController({ control: control as unknown as Control<Editable>, name: "role" });
  return (
    <div className="self-center">
      <Choice label="role" value={field.value} options={ROLE_OPTIONS} onChange={field.onChange} />
    </div>
  );
}

function PinField(input: Omit<ComponentProps<typeof Field>, "label">) {
  return (
    <Field label="PIN or passphrase" type="password" autoComplete="new-password" help={PIN_HELP} {...input} />
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
