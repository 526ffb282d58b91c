"use client";

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical, Minus, Plus, Printer, X } from "lucide-react";
import { useRouter } from "next/navigation";
import { useMemo, useRef, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { BenchIce } from "#contract/bench.ts";
import type { ShiftCard, ShiftChoice, ShiftIce, ShiftItem, ShiftKept } from "#contract/shift.ts";
import { MOST_BATCHES } from "#contract/shiftRules.ts";
import { shiftTotals } from "#core/shift";
import { BrewLine, printBrew } from "#parts/brewLine.tsx";
import { Conflict } from "#parts/conflict.tsx";
import { type Supplies, Totals } from "#parts/dayTotals.tsx";
import { ShiftTabs } from "#parts/shiftTabs.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { useTyped } from "#ui/figure/useTyped.ts";
import { Link } from "#ui/link.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { counted, listed } from "#words/figures";
import { brewedSentence } from "#words/log";
import { rightSentence } from "#words/people";
import { saveShift } from "./actions.ts";
import { IcePlan } from "./icePlan.tsx";
import { useLines } from "./useLines.ts";
import { type Day, ICE, listFrom, ORDER, versionsOf } from "./versions.ts";

interface ShiftListProps {
  readonly site: { readonly id: string; readonly name: string };
  readonly supplies: Supplies & { readonly iceSources: readonly BenchIce[] };
  readonly day: string;
  readonly days: readonly { readonly day: string; readonly text: string }[];
  /** The site's cards that may be brewed, by name. */
  readonly choices: readonly ShiftChoice[];
  /** Lines of those that the list names as it starts. */
  readonly cards: readonly ShiftCard[];
  readonly start: ShiftKept;
  /** Whether the list is of the day that it is at the site. */
  readonly isToday: boolean;
  /** How often each card was brewed on that day, by the log. */
  readonly brewed: Readonly<Record<string, number>>;
}

/** Cards for one pot that are named beside each other; all are on the list of cards. */
const MOST_OTHERS = 3;

const KEPT = { saved: "Saved", saving: "Saving …", unsaved: "Not saved" } as const;

/** One day's list: cards and batches in order, with their totals. */
export function ShiftList({
  site,
  supplies,
  day,
  days,
  choices,
  cards,
  start,
  isToday,
  brewed,
}: ShiftListProps) {
  const router = useRouter();
  const units = useUnits();
  const { may, send } = useCounter();
  const mayPlan = may("planShift");
  const [plan, setPlan] = useState<Day>({ items: start.items, ice: start.ice });
  const { items, ice } = plan;
  const [status, setStatus] = useState<"saved" | "saving" | "unsaved">("saved");
  /** The list as somebody else left it, while ours is not saved over it. */
  const [theirs, setTheirs] = useState<ShiftKept>();
  /** The list as the server has it, as far as this browser knows. */
  const base = useRef<Day & Pick<ShiftKept, "revision">>(start);
  const queue = useRef(Promise.resolve());
  const waiting = useRef(0);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const lines = useLines(
    site.id,
    cards,
    [...items, ...(theirs?.items ?? [])].map(({ cardId }) => cardId),
  );
  const titles = useMemo(() => new Map(choices.map(({ id, title }) => [id, title])), [choices]);

  const store = (next: Day) => {
    setStatus("saving");
    waiting.current++;
    // One after the other: what was changed last stays.
    queue.current = queue.current.then(async () => {
      const { revision } = base.current;
      const sent = await send(
        saveShift({ siteId: site.id, day, revision, items: [...next.items], ice: next.ice }),
      );
      waiting.current--;
      const saved = sent.ok && sent.data.theirs === undefined;
      if (saved) base.current = { ...next, revision: sent.data.revision };
      else if (sent.ok) setTheirs(sent.data.theirs);
      setStatus(!saved ? "unsaved" : waiting.current > 0 ? "saving" : "saved");
    });
  };
  const changeDay = (next: Day) => {
    setPlan(next);
    store(next);
  };
  const change = (list: readonly ShiftItem[]) => changeDay({ ...plan, items: list });
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const at = (id: unknown) => items.findIndex((item) => item.id === id);
    change(arrayMove([...items], at(active.id), at(over.id)));
  };
  const titleOf = (item: ShiftItem | undefined) =>
    (item && (titles.get(item.cardId) ?? lines.get(item.cardId)?.title)) ?? "a card that is not here";
  const totals = useMemo(
    () =>
      shiftTotals(
        items.flatMap(({ cardId, batches }) => {
          const batch = lines.get(cardId)?.batch;
          return batch ? [{ batch, batches }] : [];
        }),
      ),
    [items, lines],
  );

  const planned = items.reduce((sum, { batches }) => sum + batches, 0);
  const done = items.reduce((sum, { cardId, batches }) => sum + Math.min(batches, brewed[cardId] ?? 0), 0);

  const lists = theirs && { base: base.current, mine: plan, theirs };

  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-3">
      {theirs && lists && (
        <Conflict
          what="this list"
          who={theirs.changedBy ?? ""}
          versions={versionsOf(lists)}
          label={(field) =>
            field === ORDER
              ? "the order"
              : field === ICE
                ? "the day's ice"
                : titleOf([...items, ...theirs.items].find(({ id }) => id === field))
          }
          show={(field, value) =>
            field === ORDER
              ? listed(
                  (value ?? "").split(" ").map((id) => titleOf(items.find((item) => item.id === id))),
                  "then",
                )
              : field === ICE
                ? iceWords(value, units)
                : value === undefined
                  ? "not on the list"
                  : `${value} ×`
          }
          onChoose={(chosen) => {
            base.current = theirs;
            setTheirs(undefined);
            changeDay(listFrom(lists, chosen));
          }}
          onClose={() => setTheirs(undefined)}
        />
      )}
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="mr-1 text-2xl">Shift</h1>
        <ShiftTabs at="list" day={day} />
        <div className="print:hidden">
          <Choice
            label="day"
            value={day}
            options={days.map((each) => ({ value: each.day, text: each.text }))}
            onChange={(next) => router.push(`/shift?day=${next}`)}
          />
        </div>
        <p className="hidden print:block">
          {site.name}, {day}
        </p>
        <span className="ml-auto flex gap-2 print:hidden">
          <span role="status" className="self-center text-quiet text-sm">
            {KEPT[status]}
          </span>
          {status === "unsaved" && (
            <Button look="main" onClick={() => store(plan)}>
              Save again
            </Button>
          )}
          <Button onClick={() => window.print()}>
            <Printer size={18} aria-hidden /> Print
          </Button>
        </span>
      </header>
      <Panel
        title="To brew"
        aside={done > 0 && <span className="text-quiet">{brewedSentence(done, planned)}</span>}
      >
        {items.length === 0 && (
          <p className="text-quiet">
            {choices.length === 0
              ? "No card yet: scale a recipe and save it as a card first."
              : mayPlan
                ? "Nothing yet: add a card below."
                : "Nothing is planned yet."}
          </p>
        )}
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd} id="shift">
          <SortableContext items={items.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
            <ul>
              {items.map((item) => (
                <Item
                  key={item.id}
                  item={item}
                  title={titleOf(item)}
                  card={lines.get(item.cardId)}
                  brewed={brewed[item.cardId] ?? 0}
                  mayLog={isToday && may("logBatches")}
                  others={othersOf(item.cardId, choices)}
                  onInstead={(cardId) =>
                    change(items.map((old) => (old.id === item.id ? { ...old, cardId } : old)))
                  }
                  mayPlan={mayPlan}
                  onBatches={(batches) =>
                    change(items.map((old) => (old.id === item.id ? { ...old, batches } : old)))
                  }
                  onRemove={() => {
                    change(items.filter(({ id }) => id !== item.id));
                    toast("Taken off the list.", { action: { label: "Undo", onClick: () => change(items) } });
                  }}
                />
              ))}
            </ul>
          </SortableContext>
        </DndContext>
        {!mayPlan && <p className="mt-3 text-quiet text-sm print:hidden">{rightSentence("planShift")}</p>}
        {mayPlan && choices.length > 0 && (
          <div className="mt-3 print:hidden">
            <Choice
              label="add a card"
              value=""
              options={choices.map(({ id, title, shared }) => ({
                value: id,
                // Read aloud, too, two cards for one pot are told apart.
                text: shared ? `${title}: ${printBrew(shared, units)}` : title,
              }))}
              onChange={(cardId) => change([...items, { id: uuidv7(), cardId, batches: 1 }])}
            />
            <Link href="/cards" className="ml-3 text-sm underline decoration-rim/40">
              All cards
            </Link>
          </div>
        )}
      </Panel>
      <Totals
        totals={totals}
        supplies={supplies}
        ice={
          <IcePlan
            supplies={supplies.iceSources}
            drawn={totals.iceBySource}
            ice={ice}
            mayPlan={mayPlan}
            onIce={(next) => changeDay({ ...plan, ice: next })}
          />
        }
      />
    </div>
  );
}

/** Other cards that are for the same pot. */
function othersOf(cardId: string, choices: readonly ShiftChoice[]): readonly ShiftChoice[] {
  const pot = choices.find(({ id }) => id === cardId)?.shared?.pot;
  return pot === undefined ? [] : choices.filter(({ id, shared }) => shared?.pot === pot && id !== cardId);
}

/** A day's ice in a line, to be held against another's. */
function iceWords(value: string | undefined, { printClock, printMass }: Printers): string {
  const ice = JSON.parse(value ?? "null") as ShiftIce | null;
  if (!ice) return "as usual";
  const aheadG = ice.sources.reduce((sum, source) => sum + source.aheadG, 0);
  return `${printClock(ice.fromMin)} to ${printClock(ice.toMin)}, ${printMass(aheadG)} frozen ahead`;
}

interface ItemProps {
  readonly item: ShiftItem;
  readonly title: string;
  /** Undefined until its line is read. */
  readonly card: ShiftCard | undefined;
  /** How often it was brewed on the list's day. */
  readonly brewed: number;
  readonly mayLog: boolean;
  /** Other cards for the same pot: which one counts is asked. */
  readonly others: readonly ShiftChoice[];
  readonly mayPlan: boolean;
  readonly onInstead: (cardId: string) => void;
  readonly onBatches: (batches: number) => void;
  readonly onRemove: () => void;
}

function Item({
  item,
  title,
  card,
  brewed,
  mayLog,
  others,
  mayPlan,
  onInstead,
  onBatches,
  onRemove,
}: ItemProps) {
  const units = useUnits();
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: item.id });
  const { trouble, field } = useTyped({
    text: String(item.batches),
    onTake: (typed) => {
      if (!/^\d{1,2}$/.test(typed.trim())) return `Type a whole number from 0 to ${MOST_BATCHES}.`;
      onBatches(Number(typed));
      return undefined;
    },
    onStep: (steps) => {
      onBatches(Math.min(MOST_BATCHES, Math.max(0, item.batches + steps)));
      return undefined;
    },
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-rim/20 border-b bg-enamel py-2 last:border-0"
    >
      <button
        type="button"
        aria-label={`move ${title}`}
        disabled={!mayPlan}
        className="flex size-11 shrink-0 cursor-grab touch-none items-center justify-center text-quiet print:hidden"
        {...attributes}
        {...listeners}
      >
        <GripVertical size={20} aria-hidden />
      </button>
      <span className="flex items-center gap-1">
        <Button
          look="icon"
          className="print:hidden"
          aria-label={`one less of ${title}`}
          disabled={!mayPlan || item.batches === 0}
          onClick={() => onBatches(item.batches - 1)}
        >
          <Minus size={18} aria-hidden />
        </Button>
        <input
          inputMode="numeric"
          readOnly={!mayPlan}
          aria-label={`batches of ${title}`}
          {...field}
          className="w-11 rounded border border-rim/40 bg-enamel py-1 text-center font-bold font-display text-xl tabular-nums"
        />
        <Button
          look="icon"
          className="print:hidden"
          aria-label={`one more of ${title}`}
          disabled={!mayPlan || item.batches >= MOST_BATCHES}
          onClick={() => onBatches(item.batches + 1)}
        >
          <Plus size={18} aria-hidden />
        </Button>
      </span>
      <span className="min-w-48 flex-1">
        <Link href={`/cards/${item.cardId}`} className="font-semibold underline decoration-rim/40">
          {title}
        </Link>
        {!card && (
          <span className="block text-quiet text-sm">
            What it takes is not known here yet: the totals are without it.
          </span>
        )}
        {card && (
          <span className="block text-quiet text-sm">
            <BrewLine card={card} />
            {card.steepH !== null && (
              <strong className="block text-due">
                Begin it the day before: it steeps for {counted(card.steepH, "hour")}.
              </strong>
            )}
          </span>
        )}
      </span>
      <span className="ml-auto flex items-center gap-2">
        {brewed > 0 && (
          <span className={`text-sm ${brewed >= item.batches ? "font-semibold text-good" : "text-quiet"}`}>
            {brewedSentence(brewed, item.batches)}
          </span>
        )}
        {mayLog && (
          <Link href={`/log?card=${item.cardId}`} className={`print:hidden ${buttonClass()}`}>
            Brewed<span className="sr-only">: log a batch of {title}</span>
          </Link>
        )}
        <Button
          look="icon"
          className="print:hidden"
          aria-label={`take ${title} off the list`}
          disabled={!mayPlan}
          onClick={onRemove}
        >
          <X size={18} aria-hidden />
        </Button>
      </span>
      {others.length > 0 && mayPlan && (
        <div className="flex w-full flex-wrap items-center gap-2 rounded-md border-2 border-due px-2 py-1 text-sm print:hidden">
          <span>
            {others.length === 1 ? "Another card is" : `${others.length} other cards are`} for this pot. Which
            one counts?
          </span>
          {others.slice(0, MOST_OTHERS).map(({ id, shared }) => (
            <Button key={id} onClick={() => onInstead(id)}>
              {shared && printBrew(shared, units)}
            </Button>
          ))}
          <Link href={`/cards?find=${encodeURIComponent(title)}`} className="underline">
            Put the others away
          </Link>
        </div>
      )}
      {trouble && (
        <p role="alert" className="w-full text-sm text-stop">
          {trouble}
        </p>
      )}
    </li>
  );
}
