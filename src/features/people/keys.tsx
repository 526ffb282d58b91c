"use client";

import { useState } from "react";
import { useController } from "react-hook-form";
import { v7 as uuidv7 } from "uuid";
import { SCOPES, type Scope } from "#contract/peopleKinds.ts";
import { useShortForm } from "#parts/form/useShortForm.ts";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { Field } from "#ui/field.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { SCOPE_WORDS } from "#words/people";
import { endThatStation, makeApiToken, makeThisAStation, revokeApiToken } from "./actions.ts";

export interface KeyLine {
  readonly id: string;
  readonly name: string;
  readonly madeBy: string;
  readonly since: string;
}

interface StationsProps {
  readonly stations: readonly KeyLine[];
  /** The station that this tablet is. */
  readonly here: string | undefined;
}

/** Shared tablets, at which baristas and trainees sign in by tapping their name. */
export function Stations({ stations, here }: StationsProps) {
  const { act, at, trouble, busy } = useAct();
  const form = useShortForm({ name: "" }, trouble);
  const make = form.handleSubmit(async ({ name }) => {
    const sent = await act(makeThisAStation({ id: uuidv7(), name }));
    if (sent.ok) form.reset();
  });
  return (
    <Panel title="Stations">
      <p className="mb-2 text-quiet text-sm">
        On a station, baristas and trainees sign in by tapping their name. A lead's work always takes the
        lead's PIN.
      </p>
      <ul>
        {stations.map((station) => (
          <Key
            key={station.id}
            line={station}
            note={station.id === here ? "this tablet" : undefined}
            verb="End"
            busy={busy}
            onEnd={() => act(endThatStation(station.id))}
          />
        ))}
      </ul>
      {here === undefined && (
        <form onSubmit={make} className="mt-2 flex flex-wrap items-end gap-2">
          <Field
            label="this tablet's name"
            className="min-w-48 flex-1"
            autoComplete="off"
            {...form.register("name")}
            trouble={at("name")}
          />
          <Button type="submit" disabled={busy} className="mb-5">
            Make this tablet a station
          </Button>
        </form>
      )}
    </Panel>
  );
}

interface TokensProps {
  readonly tokens: readonly (KeyLine & { readonly scope: Scope })[];
}

/** Tokens for other programs: each named, limited, and shown once. */
export function Tokens({ tokens }: TokensProps) {
  const [made, setMade] = useState<string>();
  const { act, at, trouble, busy } = useAct();
  const form = useShortForm({ name: "", scope: "read" as Scope }, trouble);
  const { field: scope } = useController({ control: form.control, name: "scope" });
  const make = form.handleSubmit(async (wanted) => {
    const sent = await act(makeApiToken({ id: uuidv7(), ...wanted }));
    if (!sent.ok) return;
    form.reset();
    setMade(sent.data);
  });
  return (
    <Panel title="Tokens">
      <p className="mb-2 text-quiet text-sm">
        For a program that reads the lists or writes them. What it can ask for is at{" "}
        <a href="/api/v1/openapi.json" className="underline">
          /api/v1/openapi.json
        </a>
        .
      </p>
      {made && (
        <div role="status" className="mb-2 rounded-panel bg-worktop p-3">
          <p>Copy it now: it is shown this once and kept nowhere.</p>
          <code className="block break-all py-1">{made}</code>
          <Button onClick={() => setMade(undefined)}>I have it</Button>
        </div>
      )}
      <ul>
        {tokens.map((token) => (
          <Key
            key={token.id}
            line={token}
            note={SCOPE_WORDS[token.scope]}
            verb="Revoke"
            busy={busy}
            onEnd={() => act(revokeApiToken(token.id))}
          />
        ))}
      </ul>
      <form onSubmit={make} className="mt-2 flex flex-wrap items-end gap-2">
        <Field
          label="what it is for"
          className="min-w-40 flex-1"
          autoComplete="off"
          {...form.register("name")}
          trouble={at("name")}
        />
        <span className="mb-5">
          <Choice
            label="for"
            value={scope.value}
            options={SCOPES.map((each) => ({ value: each, text: SCOPE_WORDS[each] }))}
            onChange={scope.onChange}
          />
        </span>
        <Button type="submit" disabled={busy} className="mb-5">
          Make a token
        </Button>
      </form>
    </Panel>
  );
}

interface KeyProps {
  readonly line: KeyLine;
  readonly note: string | undefined;
  readonly verb: string;
  readonly busy: boolean;
  readonly onEnd: () => void;
}

function Key({ line, note, verb, busy, onEnd }: KeyProps) {
  return (
    <li className="flex flex-wrap items-center gap-3 border-rim/20 border-b py-2 last:border-0">
      <span className="min-w-40 flex-1">
        <bdi className="font-semibold">{line.name}</bdi>
        <span className="block text-quiet text-sm">
          {note && `${note}, `}made by <bdi>{line.madeBy}</bdi>, {line.since}
        </span>
      </span>
      <Button look="quiet" disabled={busy} onClick={onEnd}>
        {verb}
        <span className="sr-only"> {line.name}</span>
      </Button>
    </li>
  );
}
