"use client";

import dynamic from "next/dynamic";
import { Panel } from "#ui/panel.tsx";
import type { PersonAtTheDoor } from "./signIn.tsx";

/** Not part of what every other page loads first. */
const SignIn = dynamic(() => import("./signIn.tsx").then((module) => module.SignIn));
const FirstLead = dynamic(() => import("./firstLead.tsx").then((module) => module.FirstLead));

interface DoorProps {
  readonly house: string;
  readonly people: readonly PersonAtTheDoor[];
  /** Nobody leads the house yet, and the one who asks may. */
  readonly first: "ask" | "elsewhere" | undefined;
  /** Where they wanted to go, within the house. */
  readonly next: string;
}

/** The whole page before anybody is signed in. */
export function Door({ house, people, first, next }: DoorProps) {
  // A whole new page: nothing of what was there before is the new person's.
  const enter = () => window.location.replace(next);
  const demo = people.some(({ publicPin }) => publicPin !== null);
  return (
    <main className="mx-auto flex min-h-dvh max-w-2xl flex-col justify-center gap-4 p-4">
      <h1 className="text-center text-4xl">{house || "Tumbek"}</h1>
      {first === "ask" && <FirstLead onIn={enter} />}
      {first === "elsewhere" && (
        <Panel title="Nobody leads this house yet">
          <p>Open Tumbek on the machine that serves it: whoever sits there names the first lead.</p>
        </Panel>
      )}
      {first === undefined && (
        <Panel title="Who is at the counter?">
          <SignIn people={people} onIn={enter} />
          {demo && (
            <p className="mt-3 text-quiet text-sm">
              A demo house: these people are made up, so their PINs stand here for all to see.
            </p>
          )}
        </Panel>
      )}
    </main>
  );
}
