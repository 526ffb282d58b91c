"use client";

import { Delete } from "lucide-react";
import { type FormEvent, useState } from "react";
import type { Role } from "#core/people";
import { Button } from "#ui/button.tsx";
import { settle } from "#ui/counter.tsx";
import { ROLE_WORDS } from "#words/people";
import { signIn } from "./actions.ts";

export interface PersonAtTheDoor {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly tapIn: boolean;
  readonly publicPin: string | null;
}

interface SignInProps {
  readonly people: readonly PersonAtTheDoor[];
  /** Who is signed in now. */
  readonly current?: string;
  readonly onIn: () => void;
}

/** Pick a name, type a PIN; on a station, whoever is no lead only picks the name. */
export function SignIn({ people, current, onIn }: SignInProps) {
  const [picked, setPicked] = useState<PersonAtTheDoor>();
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);

  const enter = async (person: PersonAtTheDoor, pin?: string) => {
    setBusy(true);
    const sent = await settle(signIn({ personId: person.id, ...(pin !== undefined && { pin }) }));
    setBusy(false);
    if (sent.ok) return onIn();
    setTrouble(sent.trouble.message);
    // A tap that was not enough leads on to the PIN.
    setPicked(person);
  };
  const pick = (person: PersonAtTheDoor) => {
    setTrouble(undefined);
    if (person.tapIn) return enter(person);
    setPicked(person);
  };

  if (picked) {
    return (
      <Pin
        key={picked.id}
        person={picked}
        trouble={trouble}
        busy={busy}
        onPin={(pin) => enter(picked, pin)}
        onBack={() => setPicked(undefined)}
      />
    );
  }
  return (
    <ul className="grid gap-2 sm:grid-cols-2">
      {people.map((person) => (
        <li key={person.id}>
          <button
            type="button"
            disabled={busy}
            onClick={() => pick(person)}
            className="flex min-h-16 w-full items-center justify-between gap-3 rounded-panel border-2 border-rim bg-enamel px-4 text-left hover:bg-rim/10 disabled:opacity-50"
          >
            <span className="min-w-0">
              <bdi className="block truncate font-display font-semibold text-lg">{person.name}</bdi>
              <span className="text-quiet text-sm">
                {ROLE_WORDS[person.role]}
                {person.id === current && ", here now"}
                {person.tapIn && ", one tap"}
              </span>
            </span>
            {person.publicPin && (
              <span className="shrink-0 text-right text-quiet text-sm">
                PIN
                <span className="block font-semibold text-ink tabular-nums">{person.publicPin}</span>
              </span>
            )}
          </button>
        </li>
      ))}
    </ul>
  );
}

interface PinProps {
  readonly person: PersonAtTheDoor;
  readonly trouble: string | undefined;
  readonly busy: boolean;
  readonly onPin: (pin: string) => void;
  readonly onBack: () => void;
}

const DIGITS = ["1", "2", "3", "4", "5", "6", "7", "8", "9"] as const;

/** A pad for wet thumbs, and a field for a keyboard or a passphrase. */
function Pin({ person, trouble, busy, onPin, onBack }: PinProps) {
  const [pin, setPin] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onPin(pin);
    setPin("");
  };
  const key = "min-h-14 text-xl";
  return (
    <form onSubmit={submit} className="mx-auto flex max-w-xs flex-col gap-3">
      <p className="flex items-baseline justify-between gap-2">
        <bdi className="truncate font-display font-semibold text-xl">{person.name}</bdi>
        <Button look="quiet" onClick={onBack}>
          Somebody else
        </Button>
      </p>
      {person.publicPin && (
        <p className="text-quiet text-sm">
          A made-up person, with the PIN <span className="font-semibold text-ink">{person.publicPin}</span>.
        </p>
      )}
      <div>
        <input
          type="password"
          // biome-ignore lint/a11y/noAutofocus: the name was just picked, and the PIN is all that is asked
          autoFocus
          autoComplete="off"
          aria-label={`PIN of ${person.name}`}
          aria-invalid={trouble !== undefined}
          value={pin}
          onChange={(event) => setPin(event.target.value)}
          className="min-h-14 w-full rounded-panel border-2 border-rim bg-enamel px-3 text-center font-display text-2xl tracking-widest"
        />
        <p role="alert" className="mt-1.5 min-h-6 text-sm text-stop">
          {trouble}
        </p>
      </div>
      <div className="grid grid-cols-3 gap-2">
        {DIGITS.map((digit) => (
          <Button key={digit} className={key} onClick={() => setPin(pin + digit)}>
            {digit}
          </Button>
        ))}
        <Button className={key} aria-label="take the last one back" onClick={() => setPin(pin.slice(0, -1))}>
          <Delete size={22} aria-hidden />
        </Button>
        <Button className={key} onClick={() => setPin(`${pin}0`)}>
          0
        </Button>
        <Button className={key} look="main" type="submit" disabled={busy || pin === ""}>
          OK
        </Button>
      </div>
    </form>
  );
}
