"use client";

import Link from "next/link";
import { useState } from "react";
import { toast } from "sonner";
import type { ShiftCard } from "#contract/shift.ts";
import { BrewLine } from "#parts/brewLine.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { retireCards } from "./actions.ts";

interface CardListProps {
  readonly site: string;
  /** The cards that were put away, not those in use. */
  readonly retired: boolean;
  readonly cards: readonly {
    readonly id: string;
    readonly title: string;
    readonly brew: Pick<ShiftCard, "doseG" | "dial" | "settingG" | "iceG" | "vessel">;
    readonly made: string;
    readonly person: string;
    readonly listedDays: number;
    readonly batches: number;
  }[];
}

/** A site's cards: those in use, or those that were put away; a lead chooses some, and puts them away or takes them out. */
export function CardList({ site, retired, cards }: CardListProps) {
  const { may } = useCounter();
  const { act, busy } = useAct();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const move = async () => {
    const sent = await act(retireCards({ ids: [...chosen], retired: !retired }));
    if (!sent.ok) return;
    setChosen(new Set());
    toast.success(`${sent.data.changed} ${retired ? "taken out again" : "put away"}.`);
  };
  const choose = (id: string, isChosen: boolean) =>
    setChosen((now) => new Set(isChosen ? [...now, id] : [...now].filter((each) => each !== id)));
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="mr-2 text-2xl">{retired ? "Cards put away" : "Cards"}</h1>
        <Link href={retired ? "/cards" : "/cards?put=away"} className={buttonClass()}>
          {retired ? "Those in use" : "Those put away"}
        </Link>
        {may("approve") && cards.length > 0 && (
          <Button look="main" className="ml-auto" disabled={busy || chosen.size === 0} onClick={move}>
            {retired ? "Take out again" : "Put away"}
            {chosen.size > 0 && ` (${chosen.size})`}
          </Button>
        )}
      </header>
      <Panel title={site}>
        {cards.length === 0 ? (
          <p className="text-quiet">
            {retired ? "None was put away." : "No card yet: scale a recipe and save it as a card."}
          </p>
        ) : (
          <ul>
            {may("approve") && (
              <li className="border-rim/20 border-b">
                <label className="flex min-h-11 w-fit cursor-pointer items-center gap-3 text-quiet text-sm">
                  <input
                    type="checkbox"
                    className="size-5 accent-rim"
                    checked={chosen.size === cards.length}
                    onChange={(event) =>
                      setChosen(new Set(event.target.checked ? cards.map(({ id }) => id) : []))
                    }
                  />
                  all of them
                </label>
              </li>
            )}
            {cards.map(({ id, title, brew, made, person, listedDays, batches }) => (
              <li key={id} className="flex min-h-11 items-center border-rim/20 border-b py-1 last:border-0">
                {may("approve") && (
                  // As large as a thumb, which the box alone is not.
                  <label className="-my-1 flex min-h-11 cursor-pointer items-center self-stretch pr-3">
                    <input
                      type="checkbox"
                      aria-label={`choose ${title}, ${made}`}
                      className="size-5 accent-rim"
                      checked={chosen.has(id)}
                      onChange={(event) => choose(id, event.target.checked)}
                    />
                  </label>
                )}
                <span className="min-w-0 flex-1">
                  <Link href={`/cards/${id}`} className="font-semibold underline underline-offset-4">
                    {title}
                  </Link>
                  <span className="block text-sm">
                    <BrewLine card={brew} />
                  </span>
                  <span className="block text-quiet text-sm">
                    made {made} by <bdi>{person}</bdi>
                    {listedDays > 0 &&
                      `, on ${listedDays} ${listedDays === 1 ? "list" : "lists"} from today on`}
                    {batches > 0 && `, ${batches} ${batches === 1 ? "batch" : "batches"} logged from it`}
                  </span>
                </span>
              </li>
            ))}
          </ul>
        )}
      </Panel>
    </div>
  );
}
