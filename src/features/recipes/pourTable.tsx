"use client";

import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  type UniqueIdentifier,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical, Split, X } from "lucide-react";
import { memo, useMemo } from "react";
import type { PourStart } from "#core/brew";
import { AGITATIONS, bloomMultiple, type PourAct, type Recipe, type RecipePour, WHERES } from "#core/recipe";
import { printNumber } from "#core/units";
import { Button } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { AGITATION_WORDS } from "#words/recipes";

interface PourTableProps {
  readonly recipe: Recipe;
  readonly onAct: (act: PourAct) => void;
  /** The sentence that says what is wrong at a field. */
  readonly at: (field: string) => string | undefined;
}

const HEADS = ["", "pour", "its water", "scale shows", "begins", "runs", "where", "then", ""];

/** A pour's place, as its id says it: "pour 2". */
const placed = (id: UniqueIdentifier) => String(id).replace("-", " ");

/** Sentences that describe a drag to a screen reader. */
const SAID: Announcements = {
  onDragStart: ({ active }) => `${placed(active.id)} is held. The arrow keys move it.`,
  onDragOver: ({ active, over }) => (over ? `${placed(active.id)} is over ${placed(over.id)}.` : undefined),
  onDragEnd: ({ active, over }) =>
    over ? `${placed(active.id)} takes the place of ${placed(over.id)}.` : `${placed(active.id)} stays.`,
  onDragCancel: ({ active }) => `${placed(active.id)} stays.`,
};

/** The pours as a table: amounts and running totals that follow from each other, dragged by their grip. */
export function PourTable({ recipe, onAct, at }: PourTableProps) {
  const { pours } = recipe;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  // Pours have no name but their place, which is what is dragged.
  const ids = useMemo(() => Array.from({ length: pours.length }, (_, i) => `pour-${i + 1}`), [pours.length]);
  const multiple = bloomMultiple(recipe);
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) {
      onAct({ type: "move", from: ids.indexOf(String(active.id)), to: ids.indexOf(String(over.id)) });
    }
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      id="pours"
      accessibility={{ announcements: SAID }}
    >
      <div className="relative overflow-x-auto">
        <table className="w-full text-left text-sm" aria-label="pours">
          <thead className="text-quiet">
            <tr>
              {HEADS.map((head, i) => (
                // The columns never change their order.
                // biome-ignore lint/suspicious/noArrayIndexKey: see above
                <th key={i} className="py-1 pr-2 font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <SortableContext items={ids} strategy={verticalListSortingStrategy}>
              {pours.map((pour, i) => (
                <Row
                  key={ids[i]}
                  id={ids[i]!}
                  i={i}
                  pour={pour}
                  fromG={pours[i - 1]?.toG ?? 0}
                  startsAfterS={startsAtS(pours[i - 1])}
                  isBloom={i === 0 && recipe.blooms}
                  multiple={i === 0 ? multiple : undefined}
                  isOnly={pours.length === 1}
                  onAct={onAct}
                  at={at}
                />
              ))}
            </SortableContext>
          </tbody>
        </table>
      </div>
      {at("pours") && (
        <p role="alert" className="text-sm text-stop">
          {at("pours")}
        </p>
      )}
    </DndContext>
  );
}

interface RowProps extends CellProps {
  readonly id: string;
  /** What the scale shows before it. */
  readonly fromG: number;
  /** The bloom's water over the dose. */
  readonly multiple: number | undefined;
  readonly isBloom: boolean;
  readonly isOnly: boolean;
}

function startsAtS(pour: RecipePour | undefined): number | undefined {
  return pour && "atS" in pour.start ? pour.start.atS : undefined;
}

const STARTS = { time: "at", drop: "dropped by", drained: "when drained" } as const;
type StartKind = keyof typeof STARTS;
const PACES = { kettle: "as the kettle does", rate: "g/s", by: "done by" } as const;
type PaceKind = keyof typeof PACES;

/** A pour's own figures: one that is retimed leaves the others' rows as they are drawn. */
const Row = memo(function Row({ id, fromG, multiple, isBloom, isOnly, ...cell }: RowProps) {
  const { i, pour, onAct, at } = cell;
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id });
  const name = isBloom ? "bloom" : `pour ${i + 1}`;
  return (
    <tr
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className="border-rim/20 border-t bg-enamel align-top"
    >
      <td className="pr-1">
        <button
          type="button"
          aria-label={`move ${name}`}
          className="flex size-10 cursor-grab touch-none items-center justify-center text-quiet"
          {...attributes}
          {...listeners}
        >
          <GripVertical size={18} aria-hidden />
        </button>
      </td>
      <td className="whitespace-nowrap py-2 pr-2 font-semibold">
        {name}
        {isBloom && multiple !== undefined && (
          <span className="block font-normal text-quiet">× {printNumber(multiple, 2)} dose</span>
        )}
      </td>
      <td className="w-24 pr-2">
        <FigureField
          look="table"
          label={`${name}, its water`}
          field={`pours.${i}.amount`}
          kind="liquidG"
          value={pour.toG - fromG}
          bounds={[0, MOST_G]}
          onValue={(waterG) => onAct({ type: "amount", pour: i, waterG: waterG ?? 0 })}
        />
      </td>
      <td className="w-24 pr-2">
        <FigureField
          look="table"
          label={`${name}, scale shows`}
          field={`pours.${i}.toG`}
          kind="liquidG"
          value={pour.toG}
          bounds={[0, MOST_G]}
          trouble={at(`pours.${i}.toG`)}
          onValue={(toG) => onAct({ type: "total", pour: i, toG: toG ?? 0 })}
        />
      </td>
      <td className="pr-2">
        <Begins name={name} {...cell} />
      </td>
      <td className="pr-2">
        <Runs name={name} {...cell} />
      </td>
      <td className="pr-2">
        <ChoiceField
          inTable
          label={`${name}, where`}
          value={pour.where}
          options={WHERES.map((where) => ({ value: where, text: where }))}
          onChange={(where) => onAct({ type: "change", pour: i, to: { where } })}
        />
      </td>
      <td className="pr-2">
        <ChoiceField
          inTable
          label={`${name}, then`}
          value={pour.agitation}
          options={AGITATIONS.map((agitation) => ({ value: agitation, text: AGITATION_WORDS[agitation] }))}
          onChange={(agitation) => onAct({ type: "change", pour: i, to: { agitation } })}
        />
      </td>
      <td className="whitespace-nowrap">
        <Button
          look="icon"
          aria-label={`split ${name} in two`}
          onClick={() => onAct({ type: "split", pour: i })}
        >
          <Split size={16} aria-hidden />
        </Button>
        <Button
          look="icon"
          aria-label={`take ${name} away`}
          disabled={isOnly}
          onClick={() => onAct({ type: "remove", pour: i })}
        >
          <X size={16} aria-hidden />
        </Button>
      </td>
    </tr>
  );
});

const MOST_G = 200_000;
const MOST_S = 86_400;

interface CellProps extends Omit<PourTableProps, "recipe"> {
  readonly i: number;
  readonly pour: RecipePour;
  /** When the pour before it begins, s; undefined where the bed says when. */
  readonly startsAfterS: number | undefined;
}

type NamedCellProps = CellProps & { readonly name: string };

function Begins({ name, i, pour, startsAfterS, onAct, at }: NamedCellProps) {
  const { start } = pour;
  const kind: StartKind = "atS" in start ? "time" : "afterDropMm" in start ? "drop" : "drained";
  const set = (next: PourStart) => onAct({ type: "start", pour: i, start: next });
  const pick = (next: StartKind) => {
    const atS = startsAfterS === undefined ? 60 : startsAfterS + 30;
    set(next === "time" ? { atS } : next === "drop" ? { afterDropMm: 10 } : { whenDrained: true });
  };
  if (i === 0) return <span className="block py-2 tabular-nums">0:00</span>;
  return (
    <div className="flex items-start gap-1">
      <ChoiceField
        inTable
        label={`${name} begins`}
        value={kind}
        options={Object.entries(STARTS).map(([value, text]) => ({ value: value as StartKind, text }))}
        trouble={kind === "drained" ? at(`pours.${i}.start`) : undefined}
        onChange={pick}
      />
      {"atS" in start && (
        <div className="w-18">
          <FigureField
            look="table"
            label={`${name} begins at`}
            field={`pours.${i}.start`}
            kind="time"
            value={start.atS}
            bounds={[0, MOST_S]}
            trouble={at(`pours.${i}.start`)}
            onValue={(atS) => set({ atS: atS ?? 0 })}
          />
        </div>
      )}
      {"afterDropMm" in start && (
        <div className="w-18">
          <FigureField
            look="table"
            label={`${name} begins when the level dropped by, mm`}
            field={`pours.${i}.start`}
            kind="mm"
            value={start.afterDropMm}
            bounds={[0.5, 500]}
            onValue={(mm) => set({ afterDropMm: mm ?? 1 })}
          />
        </div>
      )}
    </div>
  );
}

function Runs({ name, i, pour, onAct, at }: NamedCellProps) {
  const { pace, start } = pour;
  const kind: PaceKind = pace === null ? "kettle" : "gPerS" in pace ? "rate" : "by";
  const set = (next: RecipePour["pace"]) => onAct({ type: "change", pour: i, to: { pace: next } });
  const pick = (next: PaceKind) => {
    const startS = "atS" in start ? start.atS : 0;
    set(next === "kettle" ? null : next === "rate" ? { gPerS: 6 } : { byS: startS + 20 });
  };
  const trouble = at(`pours.${i}.pace`);
  return (
    <div className="flex items-start gap-1">
      <ChoiceField
        inTable
        label={`${name} runs`}
        value={kind}
        options={Object.entries(PACES).map(([value, text]) => ({ value: value as PaceKind, text }))}
        onChange={pick}
      />
      {pace && (
        <div className="w-18">
          {"gPerS" in pace ? (
            <FigureField
              look="table"
              label={`${name} runs at, g/s`}
              field={`pours.${i}.pace`}
              kind="g/s"
              value={pace.gPerS}
              bounds={[0.5, 1000]}
              trouble={trouble}
              onValue={(gPerS) => set({ gPerS: gPerS ?? 6 })}
            />
          ) : (
            <FigureField
              look="table"
              label={`${name} is done by`}
              field={`pours.${i}.pace`}
              kind="time"
              value={pace.byS}
              bounds={[0, MOST_S]}
              trouble={trouble}
              onValue={(byS) => set({ byS: byS ?? 0 })}
            />
          )}
        </div>
      )}
    </div>
  );
}
