"use client";

import { DropdownMenu } from "radix-ui";
import { useRef, useState } from "react";
import type { BarView, PotView } from "#contract/potView.ts";
import { POUR_REASONS, type PotNow } from "#core/bar";
import { useTelling } from "#parts/bar/useTelling.ts";
import { More } from "#parts/more.tsx";
import { buttonClass } from "#ui/button.tsx";
import { useUnits } from "#ui/units.tsx";
import { REASON_WORDS } from "#words/bar";
import { MeasureDialog, MoveDialog, TakeDialog, WeighDialog } from "./potDialogs.tsx";

interface PotToolsProps {
  readonly pot: PotView;
  readonly now: PotNow;
  readonly view: BarView;
  readonly onTopUp: () => void;
  /** Says how much is left, g. */
  readonly onLeft: (liquidG: number) => void;
}

/** Two taps of one cup so soon after each other may be one, ms. */
const TWICE_MS = 1200;

/** What is done with coffee that stands there: cups by a tap, pouring away, and the rest in a menu. */
export function PotTools({ pot, now, view, onTopUp, onLeft }: PotToolsProps) {
  const units = useUnits();
  const say = useTelling();
  const lastTap = useRef<{ readonly cupId: string; readonly atMs: number }>(undefined);
  const [open, setOpen] = useState<"weigh" | "move" | "measure" | "setAside" | "served">();
  const { id: vesselId, name, standing, kit } = pot;
  const cups = view.cups.filter(({ serve }) => serve === standing?.serve);
  const serve = (cup: BarView["cups"][number]) => {
    const atMs = Date.now();
    const isTwice = lastTap.current?.cupId === cup.id && atMs - lastTap.current.atMs < TWICE_MS;
    lastTap.current = { cupId: cup.id, atMs };
    const serving = [{ kind: "served", vesselId, massG: cup.fillG, cups: 1, cupMl: cup.volumeMl } as const];
    if (isTwice)
      say(`Two of ${cup.volumeMl} ml at once out of ${name}: both are counted.`, serving, "It was one");
    else say(`One of ${cup.volumeMl} ml out of ${name}.`, serving);
  };
  const plate = kit.plate && {
    verb: standing?.onPlate ? "Plate off" : "Plate on",
    onAct: () => {
      const on = !standing?.onPlate;
      say(`The plate under ${name} is ${on ? "on" : "off"}.`, [{ kind: "plateTurned", vesselId, on }]);
    },
  };
  // Of what it is usually filled with.
  const setShare = (share: number) => onLeft(Math.round(share * pot.workingG));
  const past = now.mark === "past";
  return (
    <>
      {!past && (
        <div className="relative z-10 flex flex-wrap gap-1.5">
          {cups.map((cup) => (
            <button
              key={cup.id}
              type="button"
              onClick={() => serve(cup)}
              className={`${buttonClass()} min-h-14 min-w-20 px-3 text-lg tabular-nums`}
            >
              <span className="sr-only">Serve one of </span>
              {cup.volumeMl} ml<span className="sr-only"> out of {name}</span>
            </button>
          ))}
        </div>
      )}
      <div className="relative z-10 flex flex-wrap gap-1.5">
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className={`${buttonClass(past ? "main" : "plain")} min-h-12 px-3`}>
            Pour away<span className="sr-only"> {name}</span>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              sideOffset={4}
              collisionPadding={8}
              className="z-50 min-w-52 rounded-panel border-2 border-rim bg-enamel p-1 text-ink shadow-lg"
            >
              <DropdownMenu.Label className="px-3 py-1 text-quiet text-sm">
                because it is, or for
              </DropdownMenu.Label>
              {POUR_REASONS.map((reason) => (
                <DropdownMenu.Item
                  key={reason}
                  onSelect={() =>
                    say(`${units.printLiquid(Math.round(now.liquidG))} of ${name} poured away.`, [
                      { kind: "pouredAway", vesselId, reason },
                    ])
                  }
                  className="flex min-h-12 cursor-pointer items-center rounded-md px-3 data-[highlighted]:bg-rim/10"
                >
                  {REASON_WORDS[reason]}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <More
          name={name}
          acts={[
            { verb: "Serve by weight", onAct: () => setOpen("served") },
            { verb: "Half of it is left", onAct: () => setShare(1 / 2) },
            { verb: "A quarter is left", onAct: () => setShare(1 / 4) },
            { verb: "Weigh what is left", onAct: () => setOpen("weigh") },
            { verb: "Move it to another pot", onAct: () => setOpen("move") },
            { verb: "Top it up", onAct: onTopUp },
            ...(plate ? [plate] : []),
            { verb: "Temperature, strength", onAct: () => setOpen("measure") },
            { verb: "Set some aside to taste", onAct: () => setOpen("setAside") },
            {
              verb: "It ran out",
              onAct: () => say(`${name} ran out.`, [{ kind: "ranOut", vesselId }]),
            },
          ]}
        />
      </div>
      {open === "weigh" && <WeighDialog pot={pot} now={now} onDone={() => setOpen(undefined)} />}
      {open === "move" && <MoveDialog pot={pot} now={now} onDone={() => setOpen(undefined)} />}
      {open === "measure" && <MeasureDialog pot={pot} now={now} onDone={() => setOpen(undefined)} />}
      {(open === "setAside" || open === "served") && (
        <TakeDialog pot={pot} now={now} as={open} onDone={() => setOpen(undefined)} />
      )}
    </>
  );
}
