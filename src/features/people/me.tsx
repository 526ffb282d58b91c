"use client";

import { Download } from "lucide-react";
import { useRouter } from "next/navigation";
import type { Clock } from "#core/units";
import { useShortForm } from "#parts/form/useShortForm.ts";
import { Button, buttonClass } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Field } from "#ui/field.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { changeOwnPin } from "./actions.ts";
import { type SignInLine, SignIns } from "./signIns.tsx";

/** Everybody's own page: sign-ins, PIN and record. */
export function Me({ signIns }: { readonly signIns: readonly SignInLine[] }) {
  const { person } = useCounter();
  const router = useRouter();
  const units = useUnits();
  const setClock = (clock: Clock) => {
    units.set({ ...units, clock });
    // Times are printed where they are read, at the server.
    router.refresh();
  };
  const { act, at, trouble, busy } = useAct();
  const form = useShortForm({ pin: "" }, trouble);
  const change = form.handleSubmit(async ({ pin }) => {
    const sent = await act(changeOwnPin(pin));
    if (sent.ok) toast.success("Your PIN is changed. Sign in with it.");
  });
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-3">
      <h1 className="text-2xl">
        <bdi>{person.name}</bdi>
      </h1>
      <Panel title="How you read times">
        <ChoiceField
          label="the clock"
          value={units.clock}
          options={[
            { value: "24 h", text: "14:30" },
            { value: "12 h", text: "2:30 pm" },
          ]}
          help="On this device; the head line has the other units."
          onChange={setClock}
        />
      </Panel>
      <SignIns title="Your sign-ins" lines={signIns} />
      <Panel title="Your PIN">
        <form onSubmit={change} className="flex flex-wrap items-end gap-2">
          <Field
            label="new PIN or passphrase"
            type="password"
            autoComplete="new-password"
            className="min-w-48 flex-1"
            help="You are signed out everywhere, and sign in with the new one."
            trouble={at("pin")}
            {...form.register("pin")}
          />
          <Button type="submit" disabled={busy} className="mb-5">
            Change it
          </Button>
        </form>
      </Panel>
      <Panel title="Your record">
        <p className="mb-2 text-quiet text-sm">
          All that the house keeps about you, as a JSON file. When you leave, a lead can take your name out:
          what you did stays, as “a former barista”.
        </p>
        <a href={`/api/v1/people/${person.id}/record`} download className={buttonClass()}>
          <Download size={16} aria-hidden /> Export it
        </a>
      </Panel>
    </div>
  );
}
