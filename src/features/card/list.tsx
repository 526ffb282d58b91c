"use client";

import { parseAsString, useQueryState } from "nuqs";
import { useMemo } from "react";
import type { ShiftCard } from "#contract/shift.ts";
import { printBrew } from "#parts/brewLine.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Field } from "#ui/field.tsx";
import { Link } from "#ui/link.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import type { Column } from "#ui/table/column.ts";
import { Table } from "#ui/table/table.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { printSetting } from "#words/figures";
import { wordsFit } from "#words/find";
import { retireCards } from "./actions.ts";

interface CardListProps {
  readonly site: string;
  /** The cards that were put away, not those in use. */
  readonly retired: boolean;
  readonly cards: readonly {
    readonly id: string;
    readonly title: string;
    readonly brew: Pick<ShiftCard, "doseG" | "dial" | "settingG" | "marked" | "iceG" | "vessel">;
    readonly createdAt: string;
    readonly made: string;
    readonly person: string;
    readonly listedDays: number;
    readonly batches: number;
  }[];
}

const FIND = parseAsString.withDefault("");

type CardLine = CardListProps["cards"][number];

/** A site's cards: those in use, or those that were put away; a lead chooses some, and puts them away or takes them out. */
export function CardList({ site, retired, cards }: CardListProps) {
  const { may } = useCounter();
  const columns = useCardColumns();
  const units = useUnits();
  const [find, setFind] = useQueryState("find", FIND);
  const found = useMemo(
    () =>
      cards.filter(({ title, brew, person }) =>
        wordsFit(`${title} ${printBrew(brew, units)} ${person}`, find),
      ),
    [cards, units, find],
  );
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="mr-2 text-2xl">{retired ? "Cards put away" : "Cards"}</h1>
        <Link href={retired ? "/cards" : "/cards?put=away"} className={buttonClass()}>
          {retired ? "Those in use" : "Those put away"}
        </Link>
      </header>
      <Panel label={site}>
        <Table
          name="cards"
          title={site}
          rows={found}
          filters={
            cards.length > 0 && (
              <Field
                className="min-w-56 flex-1"
                label="find"
                placeholder="a coffee, a size, a brewer, a vessel"
                value={find}
                onChange={(event) => void setFind(event.target.value)}
                help={`${found.length} of ${cards.length}`}
              />
            )
          }
          columns={columns}
          idOf={({ id }) => id}
          said={({ title, made }) => `${title}, ${made}`}
          empty={
            <p className="text-quiet">
              {cards.length > 0
                ? "No card has all these words."
                : retired
                  ? "None was put away."
                  : "No card yet: scale a recipe and save it as a card."}
            </p>
          }
          onChosen={
            may("approve")
              ? (chosen, clear) => <Moved chosen={chosen} retired={retired} onMoved={clear} />
              : undefined
          }
        />
      </Panel>
    </div>
  );
}

interface MovedProps {
  readonly chosen: readonly CardLine[];
  readonly retired: boolean;
  readonly onMoved: () => void;
}

/** Puts the chosen cards away, or takes them out again. */
function Moved({ chosen, retired, onMoved }: MovedProps) {
  const { act, busy } = useAct();
  const move = async () => {
    const sent = await act(retireCards({ ids: chosen.map(({ id }) => id), retired: !retired }));
    if (!sent.ok) return;
    onMoved();
    toast.success(`${sent.data.changed} ${retired ? "taken out again" : "put away"}.`);
  };
  return (
    <Button look="main" className="min-h-12" disabled={busy || chosen.length === 0} onClick={move}>
      {retired ? "Take out again" : "Put away"}
      {chosen.length > 0 && ` (${chosen.length})`}
    </Button>
  );
}

/** The list's columns, printed in the reader's units. */
function useCardColumns(): readonly Column<CardLine>[] {
  const units = useUnits();
  return useMemo(
    () => [
      {
        id: "card",
        head: "card",
        fixed: true,
        wraps: true,
        value: ({ title }) => title,
        cell: ({ id, title }) => (
          <Link href={`/cards/${id}`} className="font-semibold underline underline-offset-4">
            {title}
          </Link>
        ),
      },
      {
        id: "dose",
        head: "coffee",
        value: ({ brew }) => brew.doseG,
        cell: ({ brew }) => units.printMass(brew.doseG),
      },
      {
        id: "dial",
        head: "dial",
        value: ({ brew }) => brew.dial && `${brew.dial.grinder} ${brew.dial.setting}`,
      },
      {
        id: "setting",
        head: "set to",
        value: ({ brew }) => brew.settingG,
        cell: ({ brew }) => (brew.settingG === null ? "" : printSetting(brew.settingG, brew.marked)),
      },
      {
        id: "ice",
        head: "ice",
        value: ({ brew }) => brew.iceG,
        cell: ({ brew }) => (brew.iceG > 0 ? units.printMass(brew.iceG) : ""),
      },
      { id: "vessel", head: "into", value: ({ brew }) => brew.vessel },
      { id: "made", head: "made", value: ({ createdAt }) => createdAt, cell: ({ made }) => made },
      { id: "person", head: "by", value: ({ person }) => person },
      { id: "lists", head: "lists ahead", value: ({ listedDays }) => listedDays },
      { id: "batches", head: "batches", value: ({ batches }) => batches },
    ],
    [units],
  );
}
