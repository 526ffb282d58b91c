"use client";

import { useMemo, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { BatchOfCard, BatchRow } from "#contract/batch.ts";
import { drawnAgoMs } from "#offline/drawn.ts";
import { type Chosen, Conflict } from "#parts/conflict.tsx";
import { saidOf } from "#parts/form/fields.ts";
import { FormRow } from "#parts/form/formRow.tsx";
import { Restored } from "#parts/form/restored.tsx";
import { useFields, type Values } from "#parts/form/useFields.ts";
import { isUnanswered } from "#ui/counter.tsx";
import { toast } from "#ui/notice.ts";
import { FIELD_GRID, SaveForm } from "#ui/saveForm.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { usePost } from "#ui/useOutbox.ts";
import { correctBatch, logBatch } from "./actions.ts";
import { batchFields, type LogSite, likeIt, messageOf, SHORT, SIGNS, valuesOf } from "./batchFields.ts";
import { sayFollowed } from "./followed.ts";

/** A card that a batch is logged from, with its title. */
export interface CardToLog {
  readonly title: string;
  readonly batch: BatchOfCard;
  /** The running trial that it was made for. */
  readonly trialId: string | undefined;
}

interface BatchFormProps {
  readonly site: LogSite;
  /** The batch that is corrected; a new one when there is none. */
  readonly batch?: BatchRow;
  /** The card that a new batch is brewed from. */
  readonly card?: CardToLog | undefined;
  /** The batch that a new one was brewed like. */
  readonly like?: BatchRow | undefined;
  readonly onDone: () => void;
  /** Called when it is in the log. */
  readonly onLogged?: (() => void) | undefined;
}

/** A brewed batch, written down: five fields, and as many more as somebody knows. */
export function BatchForm({ site, batch, card, like, onDone, onLogged }: BatchFormProps) {
  const print = useUnits();
  // As it was when this began: the page is drawn again with what others keep meanwhile.
  const [base] = useState(() => {
    const first = {
      coffeeId: site.coffees[0]?.id ?? null,
      brewerId: site.brewers[0]?.id ?? "",
      grinderId: site.grinders[0]?.id ?? null,
    };
    const known: Partial<BatchRow> = batch ?? card?.batch ?? (like ? likeIt(like) : first);
    const { cardId = null, recipeVersionId = null } = known;
    const asOf = { ...site, now: new Date(Date.parse(site.now) + drawnAgoMs()).toISOString() };
    return {
      known: { id: batch?.id ?? uuidv7(), cardId, recipeVersionId },
      revision: batch?.revision,
      values: valuesOf(known, asOf),
    };
  });
  const fields = useMemo(() => batchFields(site), [site]);
  const [theirs, setTheirs] = useState<BatchRow & { readonly changedBy: string }>();
  const { act, trouble, busy } = useAct();
  const [confirmed, setConfirmed] = useState(false);
  const post = usePost();
  const form = useFields({
    fields,
    start: base.values,
    // A draft of an older state would undo what others changed since.
    draft: batch
      ? `batch.${batch.id}.${base.revision}`
      : `batch.of.${card?.batch.cardId ?? like?.id ?? "none"}`,
    trouble,
  });
  const done = () => {
    form.forget();
    onDone();
  };
  /** The head line says what is still to send. The log itself is not on this device, but its card is. */
  const leftToOutbox = () => {
    form.forget();
    if (card?.batch.cardId) return window.location.assign(`/cards/${card.batch.cardId}`);
    toast.success("Kept on this device: it goes into the log when the house answers.");
    onDone();
  };
  const anew = () => {
    form.forget();
    form.restart(base.values);
  };
  const send = async (values: Values, revision: number | undefined) => {
    const message = { ...messageOf(values, base.known, site), confirmed };
    const reply = revision === undefined ? logBatch(message) : correctBatch({ ...message, revision });
    if (revision === undefined && (await isUnanswered(reply))) {
      // What could not be kept stays in the form.
      if (await post("/api/v1/batches", message)) leftToOutbox();
      return;
    }
    const sent = await act(reply);
    if (!sent.ok) return;
    setTheirs(sent.data.theirs);
    if (sent.data.theirs) return;
    sayFollowed(sent.data);
    done();
    const { notInTrial } = sent.data;
    if (notInTrial) toast.warning(`It is in the log, and not in the trial. ${notInTrial}`);
    else onLogged?.();
  };
  const save = () => form.submit((values) => send(values, base.revision));
  const choose = (chosen: Chosen) => {
    if (!theirs) return;
    const theirValues = valuesOf(theirs, site);
    void form.submit((mine) => {
      const picked = Object.keys(mine).map((name) => [
        name,
        (chosen[name] === "theirs" ? theirValues : mine)[name] ?? null,
      ]);
      return send(Object.fromEntries(picked), theirs.revision);
    });
  };
  const shown = (values: Readonly<Record<string, Values[string] | undefined>>) =>
    Object.fromEntries(fields.map((field) => [field.name, saidOf(field, values[field.name] ?? null, print)]));
  const draw = (name: string) => <FormRow key={name} form={form} name={name} />;
  const short: readonly string[] = card || like ? SHORT.ofCard : SHORT.blank;
  const more = fields.map(({ name }) => name).filter((name) => ![...short, ...SIGNS].includes(name));
  return (
    <SaveForm save={batch ? "Correct it" : "Log it"} busy={busy} onSave={save} onDone={done}>
      {form.isRestored && <Restored onAnew={anew} />}
      {card && (
        <p data-testid="from-card">
          Brewed from the card <strong>{card.title}</strong>: weigh what came out, and say how long it took.
          What was weighed or set otherwise is changed below.
        </p>
      )}
      {like && (
        <p data-testid="like-another">
          Brewed like the batch of <strong>{[like.coffee, like.brewer].filter(Boolean).join(" on ")}</strong>:
          weigh what came out, and say how long it took.
        </p>
      )}
      <div className={FIELD_GRID}>{short.map(draw)}</div>
      <div className="flex flex-wrap gap-x-6">{SIGNS.map(draw)}</div>
      <details open={more.some((name) => form.troubleOf(name) !== undefined) || undefined}>
        <summary className="min-h-10 cursor-pointer py-2 font-semibold">More about it</summary>
        <div className={FIELD_GRID}>{more.map(draw)}</div>
      </details>
      {(trouble?.code === "unusual" || confirmed) && (
        <label className="flex min-h-12 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-rim"
            checked={confirmed}
            onChange={(event) => setConfirmed(event.target.checked)}
          />
          it was so
        </label>
      )}
      {theirs && (
        <Conflict
          what="this batch"
          who={theirs.changedBy}
          versions={{
            base: batch ? shown(base.values) : {},
            mine: shown(form.read),
            theirs: shown(valuesOf(theirs, site)),
          }}
          label={(name) => fields.find((field) => field.name === name)?.words.label ?? name}
          show={(_name, value) => value || "nothing"}
          onChoose={choose}
          onClose={() => setTheirs(undefined)}
        />
      )}
    </SaveForm>
  );
}
