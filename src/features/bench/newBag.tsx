"use client";

import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import { number } from "#contract/fields.ts";
import type { RowOf } from "#contract/things.ts";
import { printNumber } from "#core/units";
import { FormRow } from "#parts/form/formRow.tsx";
import { useFields, type Values } from "#parts/form/useFields.ts";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { toast } from "#ui/notice.ts";
import { FIELD_GRID } from "#ui/saveForm.tsx";
import { useAct } from "#ui/useAct.ts";
import { cardTitle } from "#words/cards";
import { rightSentence } from "#words/people";
import { forecastBag, openBag } from "./actions.ts";
import { useSite } from "./context.tsx";

const FIELDS = [
  {
    name: "densityGPerMl",
    spec: number("g/ml", 0.2, 0.7),
    words: { label: "density of its beans", help: "a levelled cup, weighed" },
  },
  { name: "roastedOn", spec: { type: "date", optional: true }, words: { label: "roasted on" } },
] as const;

type Touched = Awaited<ReturnType<typeof forecastBag>>["data"];

interface NewBagProps {
  readonly coffee: RowOf<"coffee">;
  readonly onDone: () => void;
}

/** A new bag: how far it moves the dial, which cards it touches, and a card for its first pot. */
export function NewBag({ coffee, onDone }: NewBagProps) {
  const site = useSite();
  const [base] = useState(() => ({ revision: coffee.revision, testId: uuidv7() }));
  const [touched, setTouched] = useState<Touched>();
  const [first, setFirst] = useState<string>();
  const { act, trouble, busy } = useAct();
  const [start] = useState(() => ({ densityGPerMl: coffee.figures.densityGPerMl, roastedOn: null }));
  const form = useFields({ fields: FIELDS, start, trouble });
  const { may } = useCounter();
  const bagOf = ({ densityGPerMl, roastedOn }: Values) => ({
    siteId: site.id,
    coffeeId: coffee.id,
    densityGPerMl: Number(densityGPerMl),
    roastedOn: roastedOn === null ? null : String(roastedOn),
  });
  const look = async (bag: ReturnType<typeof bagOf>) => {
    const sent = await act(forecastBag(bag));
    if (!sent.ok) return;
    setTouched(sent.data);
    setFirst(sent.data[0]?.id);
  };
  const open = async (bag: ReturnType<typeof bagOf>) => {
    const test = first ? { id: base.testId, cardId: first } : null;
    const sent = await act(openBag({ ...bag, revision: base.revision, test }));
    if (!sent.ok) return;
    const { testCardId } = sent.data;
    toast.success(`The new bag of ${coffee.figures.name} is open.`, {
      ...(testCardId && {
        action: {
          label: "To the first pot's card",
          onClick: () => window.location.assign(`/cards/${testCardId}`),
        },
      }),
    });
    onDone();
  };
  return (
    <form
      className="flex flex-col gap-3 rounded-panel bg-worktop p-3"
      onSubmit={(event) => {
        event.preventDefault();
        void form.submit((values) => look(bagOf(values)));
      }}
    >
      <div className={FIELD_GRID}>
        {FIELDS.map(({ name }) => (
          <FormRow key={name} form={form} name={name} />
        ))}
      </div>
      {touched && (
        <fieldset>
          <legend className="font-semibold">
            {touched.length === 0
              ? "No card of this coffee is ground here yet: nothing moves but what you scale next."
              : "Where the dial goes, eight in ten within; the cards stay until you approve a pot of it"}
          </legend>
          <ul>
            {touched.map(({ id, sheet, days, before, at: to, range: [low, high] }) => (
              <li key={id} className="flex flex-wrap items-baseline gap-x-3 border-rim/20 border-t py-1">
                <label className="flex min-h-9 items-center gap-2">
                  <input
                    type="radio"
                    name="first"
                    className="size-4 accent-rim"
                    checked={first === id}
                    onChange={() => setFirst(id)}
                  />
                  <span className="sr-only">first pot:</span>
                  <bdi>{cardTitle(sheet, false)}</bdi>
                </label>
                <span className="tabular-nums">
                  {sheet.dial?.grinder}{" "}
                  {before === to.setting ? (
                    <>stays at {printNumber(before, 2)}</>
                  ) : (
                    <>
                      <del className="text-quiet">{printNumber(before, 2)}</del>{" "}
                      <ins className="font-semibold no-underline">{printNumber(to.setting, 2)}</ins>
                    </>
                  )}
                  , {printNumber(low, 1)} to {printNumber(high, 1)}
                  {to.limitedBy && "; the dial ends there"}
                </span>
                {days.length > 0 && (
                  <span className="text-quiet text-sm">on the list of {days.join(", ")}</span>
                )}
                <Link href={`/cards/${id}`} className="text-sm underline underline-offset-4">
                  the card<span className="sr-only"> {cardTitle(sheet, false)}</span>
                </Link>
              </li>
            ))}
          </ul>
        </fieldset>
      )}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look={touched ? "plain" : "main"} disabled={busy}>
          What would it change?
        </Button>
        {touched && !may("setBench") && <p className="text-quiet">{rightSentence("setBench")}</p>}
        {touched && may("setBench") && (
          <Button
            look="main"
            disabled={busy}
            onClick={() => void form.submit((values) => open(bagOf(values)))}
          >
            {first ? "Open it, with a card for the first pot" : "Open it"}
          </Button>
        )}
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}
