"use client";

import { Download, KeyRound, Pencil, UserMinus, UserPlus } from "lucide-react";
import { useState } from "react";
import { toast } from "sonner";
import { Button, buttonClass } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { ROLE_WORDS } from "#words/people";
import { anonymisePerson, archivePerson } from "./actions.ts";
import { AddPerson, EditPerson, NewPin } from "./forms.tsx";
import type { PersonLine } from "./person.ts";

/** Who works here, who did, and what each may do. */
export function People({ people }: { readonly people: readonly PersonLine[] }) {
  const [adding, setAdding] = useState(false);
  const active = people.filter(({ archived }) => !archived);
  const before = people.filter(({ archived }) => archived);
  return (
    <Panel
      title="People"
      aside={
        <Button onClick={() => setAdding(!adding)} aria-expanded={adding}>
          <UserPlus size={18} aria-hidden /> Add somebody
        </Button>
      }
    >
      {adding && <AddPerson onDone={() => setAdding(false)} />}
      <ul>
        {active.map((person) => (
          <Line key={person.id} person={person} />
        ))}
      </ul>
      {before.length > 0 && (
        <details className="mt-3">
          <summary className="min-h-10 cursor-pointer py-2 font-semibold">
            Worked here before ({before.length})
          </summary>
          <ul>
            {before.map((person) => (
              <FormerLine key={person.id} person={person} />
            ))}
          </ul>
        </details>
      )}
    </Panel>
  );
}

const LINE = "flex flex-wrap items-center gap-x-3 gap-y-1 border-rim/20 border-b py-2 last:border-0";

function Line({ person }: { readonly person: PersonLine }) {
  const [open, setOpen] = useState<"edit" | "pin">();
  const { act, busy } = useAct();
  const { id, name } = person;
  const archive = async () => {
    const sent = await act(archivePerson({ id, archived: true }));
    if (!sent.ok) return;
    toast(`${name} cannot sign in any more.`, {
      action: { label: "Undo", onClick: () => void act(archivePerson({ id, archived: false })) },
    });
  };
  const toggle = (which: "edit" | "pin") => setOpen(open === which ? undefined : which);
  return (
    <li className={LINE}>
      <Named person={person} />
      <Button look="quiet" aria-label={`Edit ${name}`} onClick={() => toggle("edit")}>
        <Pencil size={16} aria-hidden /> Edit
      </Button>
      <Button look="quiet" aria-label={`New PIN for ${name}`} onClick={() => toggle("pin")}>
        <KeyRound size={16} aria-hidden /> New PIN
      </Button>
      <Record id={id} name={name} />
      <Button look="quiet" aria-label={`Archive ${name}`} disabled={busy} onClick={archive}>
        <UserMinus size={16} aria-hidden /> Archive
      </Button>
      {open === "edit" && <EditPerson person={person} onDone={() => setOpen(undefined)} />}
      {open === "pin" && <NewPin person={person} onDone={() => setOpen(undefined)} />}
    </li>
  );
}

/** Somebody who works here no more: taken back, or their name taken out for good. */
function FormerLine({ person }: { readonly person: PersonLine }) {
  const [sure, setSure] = useState(false);
  const { act, busy } = useAct();
  const { id, name, anonymised } = person;
  return (
    <li className={LINE}>
      <Named person={person} />
      {!anonymised && (
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
      )}
    </li>
  );
}

function Named({ person }: { readonly person: PersonLine }) {
  return (
    <span className="min-w-40 flex-1 max-sm:basis-full">
      <bdi className="font-semibold">{person.name}</bdi>
      <span className="block text-quiet text-sm">
        {ROLE_WORDS[person.role]}
        {person.publicPin && <span className="text-due">, PIN shown to everybody</span>}
      </span>
    </span>
  );
}

function Record({ id, name }: { readonly id: string; readonly name: string }) {
  return (
    <a href={`/api/v1/people/${id}/record`} download className={buttonClass("quiet")}>
      <Download size={16} aria-hidden /> Record<span className="sr-only"> of {name}</span>
    </a>
  );
}
