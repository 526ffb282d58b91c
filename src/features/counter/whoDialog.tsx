"use client";

import { Lock } from "lucide-react";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { may, type Role } from "#core/people";
import { Button, buttonClass } from "#ui/button.tsx";
import { settle } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { atTheDoor } from "./actions.ts";
import { type PersonAtTheDoor, SignIn } from "./signIn.tsx";

interface WhoDialogProps {
  readonly person: { readonly id: string; readonly name: string; readonly role: Role };
  /** Nobody is signed in: there is no way back but through the door. */
  readonly locked: boolean;
  readonly onDone: () => void;
  readonly onLock: () => void;
}

/** Asks who is at the counter, over what is on the screen. */
export default function WhoDialog({ person, locked, onDone, onLock }: WhoDialogProps) {
  const [people, setPeople] = useState<readonly PersonAtTheDoor[]>();
  const [trouble, setTrouble] = useState<string>();
  const [asked, setAsked] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again when somebody asks again
  useEffect(() => {
    setTrouble(undefined);
    settle(atTheDoor()).then((sent) => {
      if (sent.ok) setPeople(sent.data);
      else setTrouble(sent.trouble.message);
    });
  }, [asked]);
  const stay = (event: Event) => locked && event.preventDefault();
  return (
    <Dialog.Root open onOpenChange={(open) => open || locked || onDone()}>
      <Dialog.Portal>
        <Dialog.Overlay className={`fixed inset-0 z-30 ${locked ? "bg-worktop" : "bg-ink/40"}`} />
        <Dialog.Content
          aria-describedby={undefined}
          onEscapeKeyDown={stay}
          onPointerDownOutside={stay}
          onInteractOutside={stay}
          className="fixed top-1/2 left-1/2 z-40 flex max-h-[94dvh] w-[min(42rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col gap-3 overflow-y-auto rounded-panel border-2 border-rim bg-enamel p-4"
        >
          <Dialog.Title className="text-xl">
            {locked ? "Locked: what was on the screen is kept" : "Who is at the counter?"}
          </Dialog.Title>
          {people && <SignIn people={people} {...(!locked && { current: person.id })} onIn={onDone} />}
          {trouble && (
            <p role="alert" className="flex items-center gap-3 text-stop">
              {trouble} <Button onClick={() => setAsked(asked + 1)}>Again</Button>
            </p>
          )}
          {!locked && (
            <footer className="flex flex-wrap gap-2 border-rim/20 border-t pt-3">
              <Link href="/me" onClick={onDone} className={buttonClass()}>
                Your sign-ins and PIN
              </Link>
              {may(person.role, "people") && (
                <Link href="/people" onClick={onDone} className={buttonClass()}>
                  People
                </Link>
              )}
              {may(person.role, "audit") && (
                <Link href="/people/audit" onClick={onDone} className={buttonClass()}>
                  Audit trail
                </Link>
              )}
              <Button className="ml-auto" onClick={onLock}>
                <Lock size={16} aria-hidden /> Lock
              </Button>
            </footer>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
