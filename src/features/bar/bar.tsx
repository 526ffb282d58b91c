"use client";

import { lazy, Suspense, useState } from "react";
import type { PotView } from "#contract/potView.ts";
import type { Serve } from "#core/sheet";
import { printNumber, printPct } from "#core/units";
import { useBar } from "#parts/bar/barContext.ts";
import { type Brewed, FillDialog } from "#parts/bar/fillDialog.tsx";
import { markOf, nowIn, potLine } from "#parts/bar/potLines.ts";
import { useTelling } from "#parts/bar/useTelling.ts";
import { Letters } from "#parts/letters.tsx";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Folded } from "#ui/folded.tsx";
import { Link } from "#ui/link.tsx";
import { useUnits } from "#ui/units.tsx";
import { cupsLeft, printAge, soldWords } from "#words/bar";
import { printHour } from "#words/figures";
import { rightSentence } from "#words/people";
import { DayLists } from "./dayLists.tsx";
import { IcePanel } from "./icePanel.tsx";
import { LevelSlider } from "./levelSlider.tsx";
import { OddPanel } from "./oddPanel.tsx";
import { PotTools } from "./potTools.tsx";

/** Worked out beside the pots, which stand there first. */
const ToDo = lazy(() => import("./toDo.tsx").then(({ ToDo: loaded }) => ({ default: loaded })));

/** Rarely unfolded. */
const TillPanel = lazy(() => import("./tillPanel.tsx").then((file) => ({ default: file.TillPanel })));

export interface BarPage {
  /** Cards that today's pots are brewed from, those of today's list first. */
  readonly cards: readonly {
    readonly id: string;
    readonly title: string;
    readonly serve: Serve;
    readonly vesselId: string;
    readonly yieldG: number;
  }[];
  readonly coffees: readonly { readonly id: string; readonly name: string }[];
}

/** The pots, large: what is in them, how much, how old, until when; and the cups that are sold with one tap. */
export function Bar({ cards, coffees }: BarPage) {
  const bar = useBar();
  const { may } = useCounter();
  const [filling, setFilling] = useState<Brewed & { readonly byHand: boolean }>();
  if (!bar) return null;
  const { pots } = bar.view;
  const mayServe = may("serve");
  return (
    <div className="mx-auto flex max-w-[1440px] flex-col gap-3">
      <h1 className="sr-only">Bar</h1>
      {!mayServe && <p className="text-quiet text-sm">{rightSentence("serve")}</p>}
      {pots.length === 0 && (
        <p>
          No pots yet. <Link href="/bench/vessels">Put a vessel on the Bench</Link>: coffee is followed in it
          from brewing to pouring away.
        </p>
      )}
      {bar.outbox && <Letters outbox={bar.outbox} />}
      <OddPanel />
      <Suspense>
        <ToDo />
      </Suspense>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(20rem,1fr))] items-start gap-3">
        {pots.map((pot) => (
          <PotPanel key={pot.id} pot={pot} cards={cards} onFill={mayServe ? setFilling : undefined} />
        ))}
      </ul>
      <IcePanel mayServe={mayServe} />
      <DayLists />
      {mayServe && (
        <Folded
          className="rounded-panel border-2 border-rim bg-enamel px-3"
          summary={
            <summary className="flex min-h-12 cursor-pointer items-center font-display font-semibold">
              Sales from a till
            </summary>
          }
        >
          <Suspense>
            <TillPanel />
          </Suspense>
        </Folded>
      )}
      {filling && (
        <FillDialog
          key={filling.vesselId}
          brewed={filling}
          {...(filling.byHand && { coffees })}
          onDone={() => setFilling(undefined)}
        />
      )}
    </div>
  );
}

interface PotPanelProps {
  readonly pot: PotView;
  readonly cards: BarPage["cards"];
  /** Undefined for those who may not. */
  readonly onFill: ((brewed: Brewed & { readonly byHand: boolean }) => void) | undefined;
}

function PotPanel({ pot, cards, onFill }: PotPanelProps) {
  const { view, nowMs } = useBar()!;
  const units = useUnits();
  const say = useTelling();
  const now = nowIn(pot, view, nowMs);
  const mark = markOf(now);
  const clockOf = (ms: number) => printHour(new Date(ms), { timeZone: view.timeZone, clock: units.clock });
  const serve: Serve = pot.iced ? "iced" : "hot";
  const byHand = {
    cardId: null,
    batchId: null,
    coffeeId: null,
    serve,
    liquidG: null,
    vesselId: pot.id,
    brewedAt: null,
    byHand: true,
  };
  const fillFrom = (id: string) => {
    const card = cards.find((each) => each.id === id);
    onFill?.(card ? { ...byHand, cardId: card.id, liquidG: Math.round(card.yieldG), byHand: false } : byHand);
  };
  const setLeft = (liquidG: number) =>
    say(`${units.printLiquid(Math.round(liquidG))} left in ${pot.name}.`, [
      { kind: "potMeasured", vesselId: pot.id, leftG: liquidG, tempC: null, strengthPct: null },
    ]);
  const own = cards.filter((card) => card.serve === serve);
  const cup = view.cups.find((each) => each.serve === pot.standing?.serve);
  return (
    <li className={`rounded-panel border-2 bg-enamel p-3 ${mark ? mark.border : "border-rim"}`}>
      <section aria-label={pot.name} className="flex flex-col gap-2">
        <div className="flex gap-3">
          <LevelSlider
            name={pot.name}
            liquidG={now?.liquidG ?? 0}
            brimG={pot.kit.brimG}
            workingG={pot.workingG}
            iced={pot.iced}
            onLeft={onFill && now && pot.standing ? setLeft : undefined}
          />
          <div className="min-w-0 flex-1">
            <h2 className="font-semibold">
              <Link
                href={`/bar/${pot.id}`}
                aria-label={`${pot.name}: its page`}
                className="inline-flex min-h-12 items-center underline decoration-rim/40 underline-offset-4"
              >
                {pot.name}
              </Link>
              {pot.retired && <span className="text-quiet text-sm">, off the bench</span>}
            </h2>
            {now && pot.standing ? (
              <>
                <p className="font-bold font-display text-4xl tabular-nums" data-testid="left">
                  {now.liquidG < 1 ? "empty by count" : units.printLiquid(Math.round(now.liquidG))}
                </p>
                <p className="text-sm">
                  {pot.coffee ?? "coffee"}, {pot.standing.serve}
                  {cup && now.liquidG >= 1 && `, ${cupsLeft(now.liquidG, cup)}`}
                </p>
                <p className="text-sm tabular-nums">
                  <strong>{printAge(now.ageMin)}</strong> old, about {units.printTemp(Math.round(now.tempC))}
                  {now.strengthPct !== null && `, ${printPct(now.strengthPct)}`}
                </p>
                <p className={`font-semibold ${mark ? mark.colour : "text-quiet"}`}>
                  {mark && now.mark === "near" && `${mark.word}, `}
                  {soldWords(now, clockOf)}
                </p>
              </>
            ) : (
              <p className="text-quiet">{potLine(pot, now, nowMs, units.printLiquid)}</p>
            )}
          </div>
        </div>
        {onFill && now && pot.standing && (
          <PotTools pot={pot} now={now} view={view} onTopUp={() => onFill(byHand)} onLeft={setLeft} />
        )}
        {onFill && !now && (
          <div className="flex flex-wrap gap-1.5">
            {own.length > 0 && (
              <Choice
                label="fill from"
                value=""
                options={[
                  { value: "", text: "a card" },
                  ...own.map(({ id, title, yieldG }) => ({
                    value: id,
                    text: title,
                    aside: printNumber(yieldG, 0),
                  })),
                ]}
                onChange={fillFrom}
              />
            )}
            <Button className="min-h-12" onClick={() => onFill(byHand)}>
              Fill by hand<span className="sr-only">: {pot.name}</span>
            </Button>
          </div>
        )}
      </section>
    </li>
  );
}
