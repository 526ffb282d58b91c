"use client";

import { Brackets, LifeBuoy, ListPlus, NotebookPen, Printer, Scale, Timer } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { flushSync } from "react-dom";
import { v7 as uuidv7 } from "uuid";
import { IntoPot } from "#parts/bar/intoPot.tsx";
import { useTelling } from "#parts/bar/useTelling.ts";
import { CardFace, type CardFaceProps } from "#parts/cardFace.tsx";
import { Back } from "#ui/back.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { isUnanswered, useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { toast } from "#ui/notice.ts";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { usePost } from "#ui/useOutbox.ts";
import { stopsOf } from "#words/cards";
import { beginGuide, deleteCard, listCard, retireCards, tryCard } from "./actions.ts";

interface CardProps extends CardFaceProps {
  readonly id: string;
  readonly brewerGone: boolean;
  /** Its own sheet on Scale. */
  readonly scaleHref: string;
  /** Put away by a lead. */
  readonly retired: boolean;
  /** The running trial that it was made for. */
  readonly trialId: string | undefined;
}

/** One card on A6, or four on a page of A4. */
const PAPERS = {
  one: "@page { size: 105mm 148mm; margin: 5mm }",
  four: "@page { size: A4; margin: 0 }",
} as const;

/** One batch, readable at arm's length, and printed on a quarter of a page. */
export function Card(props: CardProps) {
  const units = useUnits();
  const { id, draft, sheet, brewerGone, retired, scaleHref, trialId } = props;
  const { may, send } = useCounter();
  const { act, busy } = useAct();
  const router = useRouter();
  const post = usePost();
  const drop = async () => {
    // Its page is not drawn anew: it is gone.
    const sent = await send(deleteCard(id));
    if (!sent.ok) return;
    toast.success("The card is deleted.");
    router.push("/cards");
  };
  const list = async () => {
    const sent = await act(listCard(id));
    if (!sent.ok) return;
    const { batches } = sent.data;
    toast.success(`On today's list${batches > 1 ? `, ${batches} times now` : ""}.`, {
      action: { label: "To the list", onClick: () => router.push("/shift") },
    });
  };
  const [newTrialId] = useState(() => uuidv7());
  const tryIt = async () => {
    const sent = await act(tryCard({ id: newTrialId, cardId: id }));
    if (sent.ok) router.push(`/trials/${sent.data.id}`);
  };
  const [newGuideId] = useState(() => uuidv7());
  const guideIt = async () => {
    const reply = beginGuide({ id: newGuideId, cardId: id });
    if (await isUnanswered(reply)) {
      if (!(await post("/api/v1/guides", { id: newGuideId, cardId: id }))) return;
      // The page that this device keeps for it.
      window.location.assign(`/guide/new?card=${id}#${newGuideId}`);
      return;
    }
    const sent = await act(reply);
    if (sent.ok) router.push(`/guide/${sent.data.id}`);
  };
  const [paper, setPaper] = useState<keyof typeof PAPERS>("one");
  const printAs = (next: keyof typeof PAPERS) => {
    // The page must have its new size before it is printed.
    flushSync(() => setPaper(next));
    window.print();
    setPaper("one");
  };
  return (
    <div className="mx-auto max-w-3xl print:max-w-none" data-paper={paper}>
      <style>{PAPERS[paper]}</style>
      <div className="mb-3 flex flex-wrap gap-2 print:hidden">
        <Back otherwise="/cards" />
        {may("logBatches") && !draft && !brewerGone && (
          <>
            <Button look="main" disabled={busy} onClick={guideIt}>
              <Timer size={18} aria-hidden /> Brew it, step by step
            </Button>
            <Link href={`/log?card=${id}`} className={buttonClass()}>
              <NotebookPen size={18} aria-hidden /> Log a batch
            </Link>
          </>
        )}
        {may("serve") && !draft && !retired && <BrewedInto id={id} sheet={sheet} />}
        {may("logBatches") && !draft && (
          <Link href={`/rescue?card=${id}`} className={buttonClass()}>
            <LifeBuoy size={18} aria-hidden /> Something went wrong
          </Link>
        )}
        {may("planShift") && !draft && !retired && (
          <Button disabled={busy} onClick={list}>
            <ListPlus size={18} aria-hidden /> Onto today's list
          </Button>
        )}
        {trialId ? (
          <Link href={`/trials/${trialId}`} className={buttonClass()}>
            <Brackets size={18} aria-hidden /> To its trial
          </Link>
        ) : (
          may("runTrials") &&
          !draft &&
          !brewerGone &&
          !retired && (
            <Button disabled={busy} onClick={tryIt}>
              <Brackets size={18} aria-hidden /> Try it: begin a trial
            </Button>
          )
        )}
        {may("keepCards") && !brewerGone && (
          <Link href={scaleHref} className={buttonClass()}>
            <Scale size={18} aria-hidden /> Change it
          </Link>
        )}
        <Button onClick={() => printAs("one")}>
          <Printer size={18} aria-hidden /> Print, A6
        </Button>
        <Button onClick={() => printAs("four")}>
          <Printer size={18} aria-hidden /> Four on A4
        </Button>
        {may("approve") && (
          <span className="ml-auto flex flex-wrap gap-2">
            <Button
              look="quiet"
              disabled={busy}
              onClick={() => act(retireCards({ ids: [id], retired: !retired }))}
            >
              {retired ? "Take it out again" : "Put it away"}
            </Button>
            {retired && (
              <Button look="quiet" disabled={busy} onClick={drop}>
                Delete it for good
              </Button>
            )}
          </span>
        )}
      </div>
      {retired && (
        <p role="status" className="mb-3 rounded-panel border-2 border-due bg-enamel p-3">
          This card was put away: it is offered nowhere, and follows no approval any more.
        </p>
      )}
      {brewerGone && (
        <p role="alert" className="mb-3 rounded-panel border-2 border-due bg-enamel p-3">
          {sheet.madeWith.brewer} is no longer on the bench. The card shows what was brewed on it; scale it
          anew for another.
        </p>
      )}
      <CardFace {...props} />
      {paper === "four" && (
        <div className="hidden print:contents" aria-hidden="true">
          <CardFace {...props} />
          <CardFace {...props} />
          <CardFace {...props} />
        </div>
      )}
      {draft && (
        <p className="mt-3 print:hidden">
          A draft: something stands against brewing it so. {stopsOf(sheet, units.words).join(" ")}
        </p>
      )}
    </div>
  );
}

const MS_PER_S = 1000;

/** A card's brew, begun or done, into its vessel. */
function BrewedInto({ id, sheet }: Pick<CardProps, "id" | "sheet">) {
  const say = useTelling();
  const { input, result, madeWith, forecast } = sheet;
  const { vesselId, vessel } = madeWith;
  const begin = () => {
    const dueAt = forecast ? new Date(Date.now() + MS_PER_S * forecast.brewTimeS).toISOString() : null;
    return say(`Brewing into ${vessel}.`, [
      { kind: "brewBegun", vesselId, cardId: id, dueAt, waitedMin: null },
    ]);
  };
  const brewed = {
    cardId: id,
    batchId: null,
    coffeeId: null,
    serve: input.serve,
    liquidG: Math.round(result.rounded.yieldG),
    vesselId,
    brewedAt: null,
  };
  return (
    <>
      <Button onClick={begin}>It is brewing</Button>
      <IntoPot brewed={brewed} />
    </>
  );
}
