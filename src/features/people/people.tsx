"use client";

import { Download, KeyRound, Pencil, UserMinus, UserPlus } from "lucide-react";
import dynamic from "next/dynamic";
import { useState } from "react";
import { Button, buttonClass } from "#ui/button.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import type { Column } from "#ui/table/column.ts";
import { Table } from "#ui/table/table.tsx";
import { useAct } from "#ui/useAct.ts";
import { ROLE_WORDS } from "#words/people";
import { anonymisePerson, archivePerson } from "./actions.ts";
import type { PersonLine } from "./person.ts";

/** Loaded when one is opened. */
const AddPerson = dynamic(() => import("./forms.tsx").then(({ AddPerson }) => AddPerson));
const EditPerson = dynamic(() => import("./forms.tsx").then(({ EditPerson }) => EditPerson));
const NewPin = dynamic(() => import("./forms.tsx").then(({ NewPin }) => NewPin));

/** Who works here, who did, and what each may do. */
export function People({ people }: { readonly people: readonly PersonLine[] }) {
  const active = people.filter(({ archived }) => !archived);
  const former = people.filter(({ archived }) => archived);
  return (
    <Panel label="People">
      <Active people={active} />
      {former.length > 0 && (
        <details className="mt-3">
          <summary className="min-h-10 cursor-pointer py-2 font-semibold">
            Worked here before ({former.length})
          </summary>
          <Table
            name="people who worked here before"
            sortKey="before"
            rows={former}
            columns={COLUMNS}
            idOf={idOf}
            empty={null}
            tools={(person) => <FormerTools person={person} />}
          />
        </details>
      )}
    </Panel>
  );
}

const idOf = ({ id }: PersonLine) => id;
const COLUMNS: readonly Column<PersonLine>[] = [
  {
    id: "name",
    head: "name",
    fixed: true,
    wraps: true,
    value: ({ name }) => name,
    cell: ({ name }) => <bdi className="font-semibold">{name}</bdi>,
  },
  {
    id: "role",
    head: "role",
    wraps: true,
    value: ({ role }) => ROLE_WORDS[role],
    cell: ({ role, publicPin }) => (
      <>
        {ROLE_WORDS[role]}
        {publicPin && <span className="text-due">, PIN shown to everybody</span>}
      </>
    ),
  },
];

/** Who works here now; one person's form is open at a time. */
function Active({ people }: { readonly people: readonly PersonLine[] }) {
  const [adding, setAdding] = useState(false);
  const [open, setOpen] = useState<{ readonly id: string; readonly form: "edit" | "pin" }>();
  const done = () => setOpen(undefined);
  const toggle = (id: string, form: "edit" | "pin") =>
    setOpen(open?.id === id && open.form === form ? undefined : { id, form });
  return (
    <Table
      name="people"
      title="People"
      aside={
        <Button onClick={() => setAdding(!adding)} aria-expanded={adding}>
          <UserPlus size={18} aria-hidden /> Add somebody
        </Button>
      }
      rows={people}
      columns={COLUMNS}
      idOf={idOf}
      empty={null}
      tools={(person) => <Tools person={person} onForm={(form) => toggle(person.id, form)} />}
      below={(person) =>
        person.id === open?.id &&
        (open.form === "edit" ? (
          <EditPerson person={person} onDone={done} />
        ) : (
          <NewPin person={person} onDone={done} />
        ))
      }
    >
      {adding && <AddPerson onDone={() => setAdding(false)} />}
    </Table>
  );
}

interface ToolsProps {
  readonly person: PersonLine;
  readonly onForm: (form: "edit" | "pin") => void;
}

function Tools({ person: { id, name }, onForm }: ToolsProps) {
  const { act, busy } = useAct();
  const archive = async () => {
    const sent = await act(archivePerson({ id, archived: true }));
    if (!sent.ok) return;
    toast(`${name} cannot sign in any more.`, {
      action: { label: "Undo", onClick: () => void act(archivePerson({ id, archived: false })) },
    });
  };
  return (
    <>
      <Button look="quiet" aria-label={`Edit ${name}`} onClick={() => onForm("edit")}>
        <Pencil size={16} aria-hidden /> Edit
      </Button>
      <Button look="quiet" aria-label={`New PIN for ${name}`} onClick={() => onForm("pin")}>
        <KeyRound size={16} aria-hidden /> New PIN
      </Button>
      <Record id={id} name={name} />
      <Button look="quiet" aria-label={`Archive ${name}`} disabled={busy} onClick={archive}>
        <UserMinus size={16} aria-hidden /> Archive
      </Button>
    </>
  );
}

/** Somebody who works here no more: taken back, or their name taken out for good. */
function FormerTools({ person }: { readonly person: PersonLine }) {
  const [sure, setSure] = useState(false);
  const { act, busy } = useAct();
  const { id, name, anonymised } = person;
  if (anonymised) return null;
  return (
    <>
      <Button look="quiet" disabled={busy} onClick={() => act(archivePerson({ id, archived: false }))}>
        Take back<span className="sr-only"> {name}</span>
      </Button>
      <Record id={id} name={name} />
      {sure ? (
        <Button look="main" disabled={busy} onClick={() => act(anonymisePerson(id))}>
          Take “{name}” out for good
        </Button>
      ) : (
        <Button look="quiet" onClick={() => setSure(true)}>
          Anonymise<span className="sr-only"> {name}</span> …
        </Button>
      )}
    </>
  );
}

function Record({ id, name }: { readonly id: string; readonly name: string }) {
  return (
    <a href={`/api/v1/people/${id}/record`} download className={buttonClass("quiet")}>
      <Download size={16} aria-hidden /> Record<span className="sr-only"> of {name}</span>
    </a>
  );
}
