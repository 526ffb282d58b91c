"use client";

import { useState } from "react";
import type { Serve } from "#core/sheet";
import { Button } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { SheetDialog } from "#ui/sheetDialog.tsx";
import { useUnits } from "#ui/units.tsx";
import { printAge } from "#words/bar";
import { type Happening, useBar } from "./barContext.ts";
import { nowIn } from "./potLines.ts";
import { useTelling } from "./useTelling.ts";

/** Coffee that was brewed, as far as it is known. */
export interface Brewed {
  readonly cardId: string | null;
  readonly batchId: string | null;
  readonly coffeeId: string | null;
  readonly serve: Serve;
  readonly liquidG: number | null;
  readonly vesselId: string | null;
  /** ISO; null for just now. */
  readonly brewedAt: string | null;
}

interface FillDialogProps {
  readonly brewed: Brewed;
  /** To choose from, where neither card nor batch says. */
  readonly coffees?: readonly { readonly id: string; readonly name: string }[];
  readonly onDone: () => void;
}

const MS_PER_MIN = 60_000;
const MOST_G = 200_000;
const MOST_AGO_MIN = 2880;

/** In the pot: which, how much, and since when. On a rest, what becomes of it is asked first. */
export function FillDialog({ brewed, coffees, onDone }: FillDialogProps) {
  const bar = useBar();
  const units = useUnits();
  const say = useTelling();
  const pots = (bar?.view.pots ?? []).filter(
    ({ iced, retired }) => !retired && iced === (brewed.serve === "iced"),
  );
  const [vesselId, setVessel] = useState(brewed.vesselId ?? pots[0]?.id ?? "");
  const pot = pots.find(({ id }) => id === vesselId) ?? pots[0];
  const [typedG, setG] = useState(brewed.liquidG);
  const [coffeeId, setCoffee] = useState(brewed.coffeeId ?? coffees?.[0]?.id ?? null);
  const [agoMin, setAgo] = useState<number>();
  if (!bar || !pot) {
    return (
      <SheetDialog title="In the pot" onDone={onDone}>
        <p>
          There is no {brewed.serve === "iced" ? "iced server" : "pot"} at this site: put one on the Bench
          first.
        </p>
        <Button onClick={onDone}>Close</Button>
      </SheetDialog>
    );
  }
  const liquidG = typedG ?? pot.workingG;
  const { nowMs, view } = bar;
  const rest = nowIn(pot, view, nowMs);
  const hasRest = rest !== undefined && rest.liquidG >= 1;
  const since = brewed.brewedAt === null ? nowMs : Date.parse(brewed.brewedAt);
  const usualAgo = Math.max(0, Math.round((nowMs - since) / MS_PER_MIN));
  const filling = {
    vesselId: pot.id,
    cardId: brewed.cardId,
    batchId: brewed.batchId,
    coffeeId,
    serve: brewed.serve,
    liquidG,
    strengthPct: null,
    tempC: null,
    // By the device's clock, as all that it tells.
    brewedAt: new Date(Date.now() - (agoMin ?? usualAgo) * MS_PER_MIN).toISOString(),
  };
  const fill = (happenings: readonly Happening[]) => {
    onDone();
    say(`In ${pot.name}.`, happenings);
  };
  const anew: readonly Happening[] = [
    ...(hasRest ? ([{ kind: "pouredAway", vesselId: pot.id, reason: "other" }] as const) : []),
    { kind: "potFilled", ...filling },
  ];
  return (
    <SheetDialog title="In the pot" onDone={onDone}>
      <ChoiceField
        label="which"
        value={pot.id}
        options={pots.map(({ id, name, workingG }) => ({
          value: id,
          text: name,
          aside: units.printLiquid(workingG),
        }))}
        onChange={setVessel}
      />
      {coffees && (
        <ChoiceField
          label="coffee"
          value={coffeeId ?? ""}
          options={coffees.map(({ id, name }) => ({ value: id, text: name }))}
          onChange={setCoffee}
        />
      )}
      <FigureField
        label="how much"
        kind="liquidG"
        value={liquidG}
        bounds={[1, MOST_G]}
        help={
          liquidG > pot.kit.brimG ? `more than it holds to the brim, ${units.printLiquid(pot.kit.brimG)}` : ""
        }
        onValue={setG}
      />
      <FigureField
        label="brewed, minutes ago"
        kind="min"
        value={agoMin ?? usualAgo}
        bounds={[0, MOST_AGO_MIN]}
        onValue={(min) => setAgo(min ?? 0)}
      />
      {hasRest && (
        <p role="alert" className="rounded-panel border-2 border-due p-2 text-sm">
          {units.printLiquid(Math.round(rest.liquidG))} of {printAge(rest.ageMin)} stand in it. Fresh coffee
          on a rest is better not: all of it counts as old as the rest.
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button look="main" onClick={() => fill(anew)}>
          {hasRest ? "Pour the rest away, then fill" : "It is in the pot"}
        </Button>
        {hasRest && (
          <Button onClick={() => fill([{ kind: "potToppedUp", ...filling }])}>Top it up all the same</Button>
        )}
        <Button look="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </SheetDialog>
  );
}
