"use client";

import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { endSignIn } from "./actions.ts";

export interface SignInLine {
  readonly id: string;
  readonly person: string;
  /** The station's name, or what the browser says it is. */
  readonly where: string;
  readonly since: string;
  readonly seen: string;
  /** The one that this page was asked for with. */
  readonly current: boolean;
}

interface SignInsProps {
  readonly title: string;
  readonly lines: readonly SignInLine[];
}

/** Who is signed in where; each can be ended from here. */
export function SignIns({ title, lines }: SignInsProps) {
  const { act, busy } = useAct();
  return (
    <Panel title={title}>
      <ul>
        {lines.map(({ id, person, where, since, seen, current }) => (
          <li
            key={id}
            className="flex flex-wrap items-center gap-3 border-rim/20 border-b py-2 last:border-0"
          >
            <span className="min-w-40 flex-1">
              <bdi className="font-semibold">{person}</bdi>
              <span className="block text-quiet text-sm">
                {where}, signed in {since}, last seen {seen}
              </span>
            </span>
            {current ? (
              <span className="text-quiet text-sm">this one</span>
            ) : (
              <Button look="quiet" disabled={busy} onClick={() => act(endSignIn(id))}>
                End<span className="sr-only"> the sign-in of {`${person}, since ${since}`}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Panel>
  );
}
