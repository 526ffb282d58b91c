"use client";

import { Check } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { BatchRow } from "#contract/batch.ts";
import { printNumber, printPct, printTime } from "#core/units";
import { IntoPot } from "#parts/bar/intoPot.tsx";
import { CardEffects, useFollowing } from "#parts/cardEffects.tsx";
import { Back } from "#ui/back.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { approvedSentence, ICED_SERVED_WORDS, SAMPLED_WORDS, signsLine, withdrawnSentence } from "#words/log";
import { addToTrial, approveBatch, withdrawBatch } from "./actions.ts";
import { type BrewRecording, Recording } from "./recording.tsx";
import { type CupTestLine, SameCup } from "./sameCup.tsx";

export interface BatchPage {
  readonly batch: BatchRow & { readonly when: string; readonly removed: boolean };
  /** Every time that it was made a standard, as it is read; the newest first. */
  readonly approvals: readonly {
    readonly id: string;
    readonly when: string;
    readonly person: string;
    readonly retired: string | undefined;
  }[];
  /** Three-cup tests of it; what they say once they have closed. */
  readonly cupTests: readonly CupTestLine[];
  /** The trial that it is of; else the running ones that it would fit. */
  readonly trialId: string | undefined;
  readonly trials: readonly { readonly id: string; readonly title: string }[];
  /** What its guide's scale said; undefined where none was there. */
  readonly recording: BrewRecording | undefined;
  /** How warm it came out, and what its card had planned; undefined where it was brewed without a guide. */
  readonly guided:
    | {
        readonly tempC: number | null;
        readonly planned: Pick<BatchRow, "doseG" | "waterG" | "iceG" | "brewTimeS" | "strengthPct"> & {
          readonly yieldG: number;
        };
      }
    | undefined;
  /** The place that an approval would give it; the sentence why not, where it cannot be approved. */
  readonly approval:
    | { readonly what: string; readonly retires: string | undefined }
    | { readonly cannot: string };
}

/** The way to a batch's trial, or into one that it fits. */
function OfTrial({
  batchId,
  trialId,
  trials,
}: Pick<BatchPage, "trialId" | "trials"> & { readonly batchId: string }) {
  const { may } = useCounter();
  const { act, busy, trouble } = useAct();
  if (trialId) {
    return (
      <Link href={`/trials/${trialId}`} className={buttonClass()}>
        Its trial
      </Link>
    );
  }
  if (!may("runTrials")) return undefined;
  return (
    <>
      {trials.map(({ id, title }) => (
        <Button key={id} disabled={busy} onClick={() => act(addToTrial({ trialId: id, batchId }))}>
          Into the trial of <bdi>{title}</bdi>
        </Button>
      ))}
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble.message}
        </p>
      )}
    </>
  );
}

/** One batch of the log, and its way to being the standard. */
export function Batch({
  batch,
  approvals,
  approval,
  recording,
  guided,
  trialId,
  trials,
  cupTests,
}: BatchPage) {
  const units = useUnits();
  const { may } = useCounter();
  const withdraw = useWithdraw();
  const { strengthPct, sampledAt, iceG, yieldG, brewTimeS, dialSetting, note, person, method } = batch;
  const planned = guided?.planned;
  const printed = (print: (figure: number) => string, figure: number | null | undefined) =>
    figure === null || figure === undefined ? undefined : print(figure);
  const printWholeTime = (timeS: number) => printTime(Math.round(timeS));
  /** Each with what was planned, where a guide knows it. */
  const figures: readonly (readonly [string, string | undefined, string?])[] = [
    ["coffee", units.printMass(batch.doseG), printed(units.printMass, planned?.doseG)],
    ["hot water", units.printLiquid(batch.waterG), printed(units.printLiquid, planned?.waterG)],
    ...(iceG > 0 ? ([["ice", units.printMass(iceG), printed(units.printMass, planned?.iceG)]] as const) : []),
    [
      `dial${batch.grinder ? ` of ${batch.grinder}` : ""}`,
      dialSetting === null ? undefined : printNumber(dialSetting, 2),
    ],
    ["took", printed(printWholeTime, brewTimeS), printed(printWholeTime, planned?.brewTimeS)],
    ["came out", printed(units.printLiquid, yieldG), printed(units.printLiquid, planned?.yieldG)],
    ...(guided?.tempC != null ? ([["warm", units.printTemp(guided.tempC)]] as const) : []),
    ["strength", printed(printPct, strengthPct), printed(printPct, planned?.strengthPct)],
  ];
  const asides = [
    method && ICED_SERVED_WORDS[method],
    sampledAt && `sampled ${SAMPLED_WORDS[sampledAt]}`,
    signsLine(batch),
    batch.liked === true && "liked",
    batch.liked === false && "not liked",
    batch.vessel && `into ${batch.vessel}`,
    person && `by ${person}`,
    note,
  ].filter(Boolean);
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">
          <bdi>{batch.coffee ?? "A batch"}</bdi> on <bdi>{batch.brewer}</bdi>, {batch.when}
        </h1>
        {batch.approved && !batch.removed && <Approved />}
        {may("serve") && !batch.removed && (
          <IntoPot
            brewed={{
              cardId: batch.cardId,
              batchId: batch.id,
              coffeeId: batch.coffeeId,
              serve: method === null ? "hot" : "iced",
              liquidG: yieldG === null ? null : Math.round(yieldG),
              vesselId: batch.vesselId,
              brewedAt: batch.at,
            }}
          />
        )}
        <OfTrial batchId={batch.id} trialId={trialId} trials={batch.removed ? [] : trials} />
        <span className="ml-auto">
          <Back otherwise="/log" />
        </span>
      </header>
      {batch.removed && (
        <p role="alert" className="rounded-panel border-2 border-due bg-enamel p-3">
          It was taken out of the log: nothing rests on it.
        </p>
      )}
      <Panel title="As it was brewed">
        <dl className="flex flex-wrap gap-x-8 gap-y-2 tabular-nums">
          {figures.map(([name, value, plan]) => (
            <div key={name}>
              <dt className="text-quiet text-sm">
                <bdi>{name}</bdi>
              </dt>
              <dd className="font-bold font-display text-2xl">{value ?? "—"}</dd>
              {plan !== undefined && plan !== value && <dd className="text-quiet text-sm">planned {plan}</dd>}
            </div>
          ))}
        </dl>
        <p className="mt-2 text-quiet">
          <bdi>{asides.join("; ")}</bdi>
        </p>
        {batch.cardId && (
          <p className="mt-1" data-testid="brewed-from">
            Brewed from{" "}
            <Link href={`/cards/${batch.cardId}`} className="underline underline-offset-4">
              its card
            </Link>
            {batch.recipe && (
              <>
                , by <bdi>{batch.recipe}</bdi>, version {batch.recipeVersion}
              </>
            )}
            .
          </p>
        )}
      </Panel>
      {recording && <Recording recording={recording} />}
      {!batch.removed && <SameCup batchId={batch.id} hasRecipe={batch.recipe} cupTests={cupTests} />}
      {approvals.length > 0 && (
        <Panel
          title="As a standard"
          aside={
            batch.approved &&
            !batch.removed &&
            may("approve") && <Button onClick={() => withdraw(batch.id)}>It is the standard no more</Button>
          }
        >
          <ul>
            {approvals.map(({ id, when, person, retired }) => (
              <li key={id}>
                approved {when} by <bdi>{person}</bdi>
                {retired && `, until ${retired}`}
              </li>
            ))}
          </ul>
        </Panel>
      )}
      {!batch.approved &&
        !batch.removed &&
        ("cannot" in approval ? (
          <Panel title="Make it the standard">
            <p>{approval.cannot}</p>
          </Panel>
        ) : (
          <Approve batch={batch} {...approval} />
        ))}
    </div>
  );
}

function Approved() {
  return (
    <span className="flex items-center gap-1 rounded bg-good px-2 py-0.5 font-semibold text-enamel">
      <Check size={16} aria-hidden /> the standard
    </span>
  );
}

interface ApproveProps extends Exclude<BatchPage["approval"], { readonly cannot: string }> {
  readonly batch: BatchPage["batch"];
}

/** Takes an approval back, and says what followed. */
function useWithdraw() {
  const router = useRouter();
  const { send } = useCounter();
  return async (batchId: string) => {
    const sent = await send(withdrawBatch({ batchId }));
    if (!sent.ok) return;
    toast.info(withdrawnSentence(sent.data));
    router.refresh();
  };
}

/** The approval of a batch: its place, the batch that it retires, and the cards that follow. */
function Approve({ batch, what, retires }: ApproveProps) {
  const router = useRouter();
  const { send } = useCounter();
  const following = useFollowing(`/api/v1/batches/${batch.id}/cards`);
  const { chosen } = following;
  const withdraw = useWithdraw();
  const [id, setId] = useState(() => uuidv7());
  const [busy, setBusy] = useState(false);
  const approve = async () => {
    setBusy(true);
    const { id: batchId, revision } = batch;
    const sent = await send(approveBatch({ id, batchId, revision, cards: [...chosen] }));
    setBusy(false);
    if (!sent.ok) return;
    // Taken back and approved once more is another approval.
    setId(uuidv7());
    toast.success(approvedSentence(sent.data), {
      action: { label: "Undo", onClick: () => void withdraw(batchId) },
    });
    router.refresh();
  };
  return (
    <>
      <Panel title="Make it the standard">
        <p>
          It becomes how the house brews <strong>{what}</strong>: the wall chart shows it, the dial learns
          from it, and what is brewed like it is watched.{" "}
          {retires ? (
            <>
              It retires{" "}
              <Link href={`/log/${retires}`} className="underline underline-offset-4">
                the one before
              </Link>
              .
            </>
          ) : (
            "Nothing was approved for that yet."
          )}
        </p>
      </Panel>
      <CardEffects {...following} />
      <Button look="main" className="self-start" disabled={busy || !following.effects} onClick={approve}>
        {chosen.length === 0
          ? "Approve it"
          : `Approve it, and change ${chosen.length} ${chosen.length === 1 ? "card" : "cards"}`}
      </Button>
    </>
  );
}
