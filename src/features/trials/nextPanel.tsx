"use client";

import { Check, Minus } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import { printNumber } from "#core/units";
import { type Amounts, amountsAfter, isLiked, type SeenTrial } from "#scaling/trial";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Folded } from "#ui/folded.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { WordsField } from "#ui/wordsField.tsx";
import { counted, printSetting } from "#words/figures";
import { changeSentence, PRIOR_WORDS } from "#words/trials";
import { changeTrial, giveUpTrial, makeTrialCard } from "./actions.ts";
import type { TrialProps } from "./trialProps.ts";
import { useNeeded } from "./useNeeded.ts";

interface NextPanelProps extends TrialProps {
  readonly seen: SeenTrial;
}

/** A cup cooler than this shows its acidity and its bitterness, °C. */
const COOL_C = 60;

/** The setting of the next batch: one thing changes at a time, so that the dial stays where something else does. */
export function nextSetting({ batches, next, nextSide }: SeenTrial): number {
  const last = batches.at(-1);
  const variable = last?.judgement.change?.variable;
  const stays = variable !== undefined && variable !== "dial" && !nextSide && last?.batch.dialSetting != null;
  return stays ? last.batch.dialSetting! : next;
}

/** What to brew next and why, how surely, and what it will likely still take; or that it is right. */
export function NextPanel(props: NextPanelProps) {
  const { seen, state } = props;
  if (state !== "running") return <Ended {...props} />;
  return seen.done === "sure" ? <Right {...props} /> : <Next {...props} />;
}

function Next(props: NextPanelProps) {
  const { seen, sheet, rounding, grinder, priorFrom, budgetG } = props;
  const units = useUnits();
  const { may } = useCounter();
  const [other, setOther] = useState<number>();
  const needed = useNeeded(seen.input, seen.batchesLeft, seen.done === undefined);
  const setting = other ?? nextSetting(seen);
  const last = seen.batches.at(-1);
  const { dial } = seen.input;
  const amounts = amountsAfter(last, sheet, rounding);
  const figures = [
    [`dial of ${grinder}`, printNumber(setting, 2)],
    ["coffee", units.printMass(amounts.doseG)],
    sheet.settingG === null
      ? ["water", units.printLiquid(sheet.waterG)]
      : ["set", printSetting(sheet.settingG, sheet.marked ?? undefined)],
    ...(amounts.iceG > 0 ? [["ice", units.printMass(amounts.iceG)]] : []),
  ] as const;
  if (seen.done === "coffeeGone") {
    const best = seen.batches.find(({ batch }) => isLiked(batch)) ?? last;
    return (
      <Panel title="The coffee set aside is used up">
        <p>
          {best
            ? `The best so far is batch ${seen.batches.indexOf(best) + 1}. Set more aside, approve it as it is, or give the trial up.`
            : "It is less than one batch takes: set more aside."}
        </p>
        {best && may("approve") && (
          <Link href={`/log/${best.batch.id}`} className={`mt-2 ${buttonClass()}`}>
            Look at batch {seen.batches.indexOf(best) + 1} to approve it
          </Link>
        )}
        <Budget {...props} />
      </Panel>
    );
  }
  return (
    <Panel title="Brew this next">
      <dl className="flex flex-wrap gap-x-7 gap-y-1 tabular-nums">
        {figures.map(([name, value], i) => (
          <div key={name}>
            <dt className="text-quiet text-sm">
              <bdi>{name}</bdi>
            </dt>
            <dd
              className={`font-bold font-display ${i === 0 ? "text-5xl" : "text-3xl"}`}
              data-testid={i === 0 ? "next-setting" : undefined}
            >
              {value}
            </dd>
          </div>
        ))}
      </dl>
      <p className="mt-2" data-testid="why-next">
        {whyNext(seen, PRIOR_WORDS[priorFrom], amounts, units.printMass)}
      </p>
      <p className="mt-1 text-quiet text-sm">
        Right within {printNumber(seen.input.likedHalfWidth, 2)} of{" "}
        {last?.counts ? `batch ${seen.batches.length}'s setting` : "it"}: {Math.round(seen.bracket.withinPct)}{" "}
        in 100. {neededSentence(needed)} {units.printMass(seen.spentG)} of the {units.printMass(budgetG)} set
        aside {seen.spentG > 0 ? "are brewed" : "is brewed"}.
      </p>
      {may("runTrials") && (
        <div className="mt-3 flex flex-wrap items-end gap-2">
          <Brew {...props} setting={setting} amounts={amounts} look="main">
            Brew it: make its card
          </Brew>
          <div className="w-36">
            <FigureField
              label="another setting"
              kind="dial"
              value={setting}
              step={dial.step}
              bounds={[dial.min, dial.max]}
              onValue={(value) => setOther(value ?? undefined)}
            />
          </div>
        </div>
      )}
      <Budget {...props} />
    </Panel>
  );
}

interface BrewProps extends Pick<NextPanelProps, "id"> {
  readonly setting: number;
  readonly amounts: Amounts;
  readonly look: "main" | "plain";
  readonly children: string;
}

/** Makes a batch's card, and goes there. */
function Brew({ id, setting, amounts, look, children }: BrewProps) {
  const router = useRouter();
  const { act, busy, trouble } = useAct();
  const [cardId, setCardId] = useState(() => uuidv7());
  const brew = async () => {
    const { doseG, iceG } = amounts;
    const sent = await act(makeTrialCard({ id: cardId, trialId: id, setting, doseG, iceG }));
    if (sent.ok) router.push(`/cards/${sent.data.cardId}`);
    // Another setting is another card.
    else setCardId(uuidv7());
  };
  return (
    <div className="mb-5">
      <Button look={look} disabled={busy} onClick={brew}>
        {children}
      </Button>
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble.message}
        </p>
      )}
    </div>
  );
}

function whyNext(
  seen: SeenTrial,
  prior: string,
  { doseG, iceG }: Amounts,
  print: (massG: number) => string,
): string {
  const last = seen.batches.at(-1);
  if (seen.nextSide) {
    return `To see the ${seen.nextSide} side, as was asked: it will likely not be liked.`;
  }
  const change = last?.judgement.change;
  if (!last) return prior;
  if (!change)
    return "Nothing is wrong with the last batch: brew it so again, or taste it when it has cooled, to be sure.";
  return changeSentence(change, {
    setting: printNumber(nextSetting(seen), 2),
    dose: print(doseG),
    ice: print(iceG),
  });
}

function neededSentence(needed: ReturnType<typeof useNeeded>): string {
  if (!needed) return "";
  const { likely, atMost } = needed;
  if (likely === undefined) return "The coffee set aside will likely not do.";
  if (likely <= 1)
    return atMost === undefined || atMost > 1
      ? "Likely the last batch."
      : "The last batch, nine times in ten.";
  return `Likely ${likely} batches more${atMost === undefined ? "" : `, at most ${atMost}`}.`;
}

/** The trial found it: what its approval would rest on. */
function Right(props: NextPanelProps) {
  const { seen, question, sheet } = props;
  const { may } = useCounter();
  const last = seen.batches.at(-1)!;
  const place = seen.batches.length;
  const isCool =
    question.wanted.serve === "iced" ||
    last.reading.tasted.some(({ tempC }) => tempC !== undefined && tempC < COOL_C);
  const isTwice = seen.batches.filter(({ batch }) => batch.dialSetting === last.batch.dialSetting).length > 1;
  return (
    <Panel title={`Batch ${place} is right`}>
      <p className="font-bold font-display text-5xl tabular-nums">
        {printNumber(last.batch.dialSetting ?? 0, 2)}
      </p>
      <p>
        Liked, and right within {printNumber(seen.input.likedHalfWidth, 2)} of it:{" "}
        {Math.round(seen.bracket.withinPct)} in 100.
      </p>
      <ul className="mt-2 flex flex-col gap-1">
        <Proof isSo={isCool}>
          {isCool ? "tasted below 60 °C" : "not tasted below 60 °C yet: taste it again when it has cooled"}
        </Proof>
        <Proof isSo={isTwice}>
          {isTwice ? "brewed twice" : "brewed once only: its standard will say so"}
        </Proof>
      </ul>
      {may("approve") ? (
        <Link href={`/log/${last.batch.id}`} className={`mt-3 ${buttonClass("main")}`}>
          Approve batch {place}, with its cards
        </Link>
      ) : (
        <p className="mt-2 text-quiet">A lead approves it.</p>
      )}
      {may("runTrials") && (
        <div className="mt-3">
          <Brew {...props} setting={last.batch.dialSetting!} amounts={sheet} look="plain">
            Brew it once more: make its card
          </Brew>
        </div>
      )}
      <Budget {...props} />
    </Panel>
  );
}

function Proof({ isSo, children }: { readonly isSo: boolean; readonly children: string }) {
  const Icon = isSo ? Check : Minus;
  return (
    <li className={`flex items-center gap-2 ${isSo ? "text-good" : "text-due"}`}>
      <Icon size={18} aria-hidden /> {children}
    </li>
  );
}

const MINOR = 100;
const G_PER_KG = 1000;

/** A trial that has ended: what it took. */
function Ended({ state, reason, seen, pricePerKg }: NextPanelProps) {
  const units = useUnits();
  const cost = pricePerKg === null ? undefined : ((pricePerKg / MINOR) * seen.spentG) / G_PER_KG;
  return (
    <Panel title={state === "approved" ? "It was approved" : "It was given up"}>
      {reason && (
        <p>
          <bdi>{reason}</bdi>
        </p>
      )}
      <p>
        It took {counted(seen.batches.length, "batch", { many: "batches" })}, {units.printMass(seen.spentG)}{" "}
        of coffee
        {cost !== undefined && ` for ${cost.toFixed(2)}`}.
      </p>
    </Panel>
  );
}

/** Coffee set aside, both sides, and giving it up. */
function Budget({ id, revision, budgetG, bothSides }: NextPanelProps) {
  const { may } = useCounter();
  const { act, busy, trouble } = useAct();
  const [reason, setReason] = useState("");
  const [wantsReason, setWantsReason] = useState(false);
  if (!may("runTrials")) return undefined;
  const giveUp = () => {
    setWantsReason(reason.trim() === "");
    return reason.trim() === "" ? undefined : act(giveUpTrial({ id, revision, reason }));
  };
  const change = (to: { readonly budgetG?: number; readonly bothSides?: boolean }) =>
    act(changeTrial({ id, revision, budgetG, bothSides, ...to }));
  return (
    <Folded
      className="mt-2"
      summary={
        <summary className="min-h-10 cursor-pointer py-2 text-quiet">
          Coffee set aside, both sides, giving up
        </summary>
      }
    >
      <div className="flex flex-col gap-2">
        <div className="w-44">
          <FigureField
            label="coffee set aside"
            kind="g"
            value={budgetG}
            bounds={[1, 50_000]}
            disabled={busy}
            onValue={(value) => value !== null && change({ budgetG: value })}
          />
        </div>
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            checked={bothSides}
            disabled={busy}
            onChange={(event) => change({ bothSides: event.target.checked })}
            className="size-5 accent-rim"
          />
          brew both sides, too fine and too coarse, to see them
        </label>
        <WordsField
          label="why it is given up"
          value={reason}
          trouble={
            wantsReason && reason.trim() === ""
              ? "Say why: whoever tries it next will want to know."
              : undefined
          }
          onValue={setReason}
        />
        <div>
          <Button disabled={busy} onClick={giveUp}>
            Give this trial up
          </Button>
        </div>
        {trouble && (
          <p role="alert" className="text-stop">
            {trouble.message}
          </p>
        )}
      </div>
    </Folded>
  );
}
