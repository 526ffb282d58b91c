"use client";

import { Plus, X } from "lucide-react";
import { useState } from "react";
import type { WallChoices } from "#contract/wall.ts";
import { parseLiquid } from "#core/units";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { toast } from "#ui/notice.ts";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { printSetting, quantitySentence } from "#words/figures";
import { saveWall } from "./actions.ts";
import type { WallView } from "./view.ts";

const SERVES = [
  { value: "both", text: "hot and iced" },
  { value: "hot", text: "hot only" },
  { value: "iced", text: "iced only" },
] as const;
const LEAST_G = 50;
const MOST_G = 200_000;
const MOST_SIZES = 12;
/** From here on a size is said in litres. */
const POT_G = 500;

interface ChoicesProps {
  readonly view: WallView;
  readonly editable: boolean;
}

/** A wall chart's choices, made in place: a lead's choice is everybody's. */
export function Choices({ view, editable }: ChoicesProps) {
  const { act, busy } = useAct();
  const { site, coffee, revision, choices, brewers } = view;
  const keep = async (change: Partial<WallChoices>) => {
    const sent = await act(
      saveWall({ siteId: site.id, coffeeId: coffee.id, revision, choices: { ...choices, ...change } }),
    );
    if (sent.ok) toast.success("The wall chart is changed for everybody.");
    return sent.ok;
  };
  const brewersWith = (
    id: string,
    change: { readonly shown?: boolean; readonly sizesG?: readonly number[] | undefined },
  ) =>
    brewers.map(({ id: own, shown, sizesG, chosen }) => {
      const next =
        own === id ? { shown, ...(chosen && { sizesG }), ...change } : { shown, ...(chosen && { sizesG }) };
      return { id: own, shown: next.shown, ...(next.sizesG && { sizesG: [...next.sizesG] }) };
    });
  if (!editable) return null;
  return (
    <details className="print:hidden">
      <summary className="min-h-10 cursor-pointer py-2 font-semibold">
        Choose what hangs here: from <bdi>{view.recipe.name}</bdi>, ground on <bdi>{view.grinder.name}</bdi>,{" "}
        {brewers
          .filter(({ shown }) => shown)
          .map(({ name, sizesG }) => `${sizesG.length} ${sizesG.length === 1 ? "size" : "sizes"} of ${name}`)
          .join(", ")}
      </summary>
      <fieldset disabled={busy} className="flex flex-col gap-2" aria-label="what hangs on the wall">
        <div className="flex flex-wrap items-center gap-1.5">
          <Choice
            label="from"
            value={view.recipe.id}
            options={view.recipes.map(({ id, name }) => ({ value: id, text: name }))}
            onChange={(recipeId) => keep({ recipeId })}
          />
          <Choice
            label="ground on"
            value={view.grinder.id}
            options={view.grinders.map(({ id, name }) => ({ value: id, text: name }))}
            onChange={(grinderId) => keep({ grinderId })}
          />
          <Choice
            label="served"
            value={choices.serves ?? "both"}
            options={SERVES}
            onChange={(serves) => keep({ serves: serves as (typeof SERVES)[number]["value"] })}
          />
        </div>
        <ul className="flex flex-wrap gap-x-6 gap-y-2" aria-label="brewers and sizes">
          {brewers.map((brewer) => (
            <li key={brewer.id} className="flex flex-wrap items-center gap-1.5">
              <label className="flex min-h-10 items-center gap-2 font-semibold">
                <input
                  type="checkbox"
                  className="size-5 accent-rim"
                  checked={brewer.shown}
                  onChange={(event) =>
                    keep({ brewers: brewersWith(brewer.id, { shown: event.target.checked }) })
                  }
                />
                <bdi>{brewer.name}</bdi>
              </label>
              {brewer.shown && (
                <Sizes
                  brewer={brewer}
                  onSizes={(sizesG) => keep({ brewers: brewersWith(brewer.id, { sizesG }) })}
                />
              )}
            </li>
          ))}
        </ul>
      </fieldset>
    </details>
  );
}

interface SizesProps {
  readonly brewer: WallView["brewers"][number];
  /** Undefined for the brewer's own window again. */
  readonly onSizes: (sizesG: readonly number[] | undefined) => Promise<boolean>;
}

/** A brewer's sizes: taken off by a tap, added by typing one. */
function Sizes({ brewer: { name, sizesG, chosen }, onSizes }: SizesProps) {
  const units = useUnits();
  const [typed, setTyped] = useState("");
  const [trouble, setTrouble] = useState<string>();
  const add = async () => {
    const parsed = parseLiquid(typed, units.mass);
    if (!parsed.ok) return setTrouble(quantitySentence(parsed.failure));
    const sizeG = parsed.value;
    if (!(sizeG >= LEAST_G && sizeG <= MOST_G)) return setTrouble("A size is between 50 g and 200 l.");
    if (sizesG.includes(sizeG)) return setTrouble("This size hangs there already.");
    if (sizesG.length >= MOST_SIZES) return setTrouble("Twelve sizes of one brewer are all a page holds.");
    setTrouble(undefined);
    if (await onSizes([...sizesG, sizeG].toSorted((a, b) => a - b))) setTyped("");
  };
  const shown = (sizeG: number) => (sizeG < POT_G ? units.printLiquid(sizeG) : printSetting(sizeG));
  return (
    <>
      {sizesG.map((sizeG) => (
        <Button
          key={sizeG}
          aria-label={`take ${shown(sizeG)} of ${name} off`}
          disabled={sizesG.length === 1}
          onClick={() => onSizes(sizesG.filter((each) => each !== sizeG))}
        >
          {shown(sizeG)} <X size={14} aria-hidden />
        </Button>
      ))}
      <form
        className="flex items-center gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <input
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          aria-label={`another size of ${name}`}
          aria-invalid={trouble !== undefined}
          placeholder="such as 1.5 l"
          className="min-h-10 w-28 rounded-md border-2 border-rim/50 bg-enamel px-2"
        />
        <Button type="submit" look="icon" aria-label={`add the size to ${name}`}>
          <Plus size={18} aria-hidden />
        </Button>
      </form>
      {chosen && (
        <Button look="quiet" onClick={() => onSizes(undefined)}>
          the usual ones
        </Button>
      )}
      {trouble && (
        <span role="alert" className="text-sm text-stop">
          {trouble}
        </span>
      )}
    </>
  );
}
