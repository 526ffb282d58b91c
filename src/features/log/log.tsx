"use client";

import { Plus } from "lucide-react";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { parseAsString, parseAsStringLiteral, useQueryStates } from "nuqs";
import { useState, useTransition } from "react";
import { LEAST_COMPARED, MOST_COMPARED } from "#contract/pairKinds.ts";
import { Button, buttonClass } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { Table } from "#ui/table/table.tsx";
import { useAct } from "#ui/useAct.ts";
import { Working } from "#ui/working.tsx";
import { rightSentence } from "#words/people";
import { takeOutBatch } from "./actions.ts";
import { besidesOf, type ListedBatch, useBatchColumns } from "./batchColumns.tsx";
import type { LogSite } from "./batchFields.ts";
import type { CardToLog } from "./batchForm.tsx";
import { sayFollowed } from "./followed.ts";
import { LogTabs } from "./tabs.tsx";

/** Loaded when somebody writes: the list is read far more often. */
const BatchForm = dynamic(() => import("./batchForm.tsx").then(({ BatchForm }) => BatchForm));

interface LogProps {
  readonly site: LogSite;
  readonly batches: readonly ListedBatch[];
  /** The link to older ones, where there are any. */
  readonly older: string | undefined;
  readonly csv: string;
  /** The card that a batch is logged from at once; or the sentence why not. */
  readonly card: CardToLog | { readonly cannot: string } | undefined;
}

/** The log: batches logged in five fields, listed, and learned from. */
export function Log({ site, batches, older, csv, card }: LogProps) {
  const { may } = useCounter();
  const router = useRouter();
  const named = card && "batch" in card ? card : undefined;
  const [link, setLink] = useState(named);
  const [from, setFrom] = useState(named);
  const [like, setLike] = useState<ListedBatch>();
  const [adding, setAdding] = useState(named !== undefined && may("logBatches"));
  // A link to log from another card opens its form; a link that no longer names one leaves what is open.
  if (link?.batch.cardId !== named?.batch.cardId) {
    setLink(named);
    if (named) {
      setFrom(named);
      setLike(undefined);
      setAdding(may("logBatches"));
    }
  }
  const done = () => {
    setAdding(false);
    setFrom(undefined);
    setLike(undefined);
    // Loaded once more, the page is not to ask for the card again.
    if (card) router.replace("/log");
  };
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header className="flex flex-wrap items-center justify-between gap-2">
        <h1 className="text-2xl">Log</h1>
        {may("logBatches") ? (
          <Button look="main" aria-expanded={adding} onClick={() => setAdding(!adding)}>
            <Plus size={18} aria-hidden /> Log a batch
          </Button>
        ) : (
          <p className="text-quiet">{rightSentence("logBatches")}</p>
        )}
      </header>
      <LogTabs />
      {card && "cannot" in card && (
        <p role="alert" className="rounded-panel border-2 border-due bg-enamel p-3">
          {card.cannot}
        </p>
      )}
      {adding && (
        <BatchForm
          key={like?.id ?? from?.batch.cardId}
          site={site}
          card={from}
          like={like}
          onDone={done}
          onLogged={from?.trialId ? () => router.push(`/trials/${from.trialId}`) : undefined}
        />
      )}
      <Panel>
        <Batches
          site={site}
          batches={batches}
          csv={csv}
          onLike={(batch) => {
            setFrom(undefined);
            setLike(batch);
            setAdding(true);
            window.scrollTo({ top: 0 });
          }}
        />
        {older && (
          <Link href={older} className={`mt-2 ${buttonClass()}`}>
            Older ones
          </Link>
        )}
      </Panel>
    </div>
  );
}

const FILTER = { brewer: parseAsString, coffee: parseAsString, liked: parseAsStringLiteral(["yes", "no"]) };

/** Filters live in the link, so that a list can be sent as it stands; each counts at once. */
function Filters({ site }: Pick<LogProps, "site">) {
  const [waiting, start] = useTransition();
  const [filter, setFilter] = useQueryStates(FILTER, {
    shallow: false,
    history: "push",
    startTransition: start,
  });
  const any = { value: "", text: "any" } as const;
  const options = (things: LogSite["brewers"]) => [
    any,
    ...things.map(({ id, name }) => ({ value: id, text: name })),
  ];
  return (
    <div className="flex flex-wrap gap-2" aria-busy={waiting}>
      <Choice
        label="brewed on"
        value={filter.brewer ?? ""}
        options={options(site.brewers)}
        onChange={(brewer) => void setFilter({ brewer: brewer || null })}
      />
      <Choice
        label="of"
        value={filter.coffee ?? ""}
        options={options(site.coffees)}
        onChange={(coffee) => void setFilter({ coffee: coffee || null })}
      />
      <Choice
        label="liked"
        value={filter.liked ?? ""}
        options={[any, { value: "yes", text: "yes" }, { value: "no", text: "no" }]}
        onChange={(liked) => void setFilter({ liked: liked || null })}
      />
      {waiting && <Working says="Looking …" />}
    </div>
  );
}

interface BatchesProps extends Pick<LogProps, "site" | "batches" | "csv"> {
  readonly onLike: (batch: ListedBatch) => void;
}

/** The batches that fit, each corrected in place. */
function Batches({ site, batches, csv, onLike }: BatchesProps) {
  const { may } = useCounter();
  const columns = useBatchColumns();
  const [open, setOpen] = useState<string>();
  const [comparing, setComparing] = useState(false);
  return (
    <Table
      name="batches"
      rows={batches}
      columns={columns}
      idOf={({ id }) => id}
      below={(batch) => {
        const more = besidesOf(batch);
        const isOpen = batch.id === open;
        return (
          (more || isOpen) && (
            <>
              {more && <bdi className="text-quiet">{more}</bdi>}
              {isOpen && <Opened batch={batch} site={site} onDone={() => setOpen(undefined)} />}
            </>
          )
        );
      }}
      tools={
        may("logBatches")
          ? (batch) => (
              <>
                <Button look="quiet" onClick={() => onLike(batch)}>
                  Again<span className="sr-only"> like the batch of {batch.when}</span>
                </Button>
                <Button
                  look="quiet"
                  aria-expanded={open === batch.id}
                  onClick={() => setOpen(open === batch.id ? undefined : batch.id)}
                >
                  Correct<span className="sr-only"> the batch of {batch.when}</span>
                </Button>
              </>
            )
          : undefined
      }
      onChosen={
        comparing
          ? (chosen) => <CompareChosen chosen={chosen} onLeave={() => setComparing(false)} />
          : undefined
      }
      said={({ when, coffee, brewer }) => `${coffee ?? "a coffee"} on ${brewer}, ${when}`}
      filters={
        <>
          <Filters site={site} />
          {!comparing && batches.length >= LEAST_COMPARED && (
            <Button look="quiet" onClick={() => setComparing(true)}>
              Compare
            </Button>
          )}
        </>
      }
      empty={<p className="text-quiet">Nothing is logged that fits. Log a batch, or choose fewer filters.</p>}
      files={[{ href: csv, text: "The newest 10,000 that fit as CSV" }]}
    />
  );
}

/** Leads on with the chosen batches, beside each other: the oldest first. */
function CompareChosen({
  chosen,
  onLeave,
}: {
  readonly chosen: readonly ListedBatch[];
  readonly onLeave: () => void;
}) {
  const ids = chosen.toSorted((a, b) => a.at.localeCompare(b.at)).map(({ id }) => id);
  const fits = chosen.length >= LEAST_COMPARED && chosen.length <= MOST_COMPARED;
  return (
    <>
      {fits ? (
        <Link href={`/compare?batches=${ids.join(",")}`} className={buttonClass("main")}>
          Compare these {chosen.length}
        </Link>
      ) : (
        <p>
          Choose {LEAST_COMPARED} to {MOST_COMPARED} batches.
        </p>
      )}
      <Button look="quiet" onClick={onLeave}>
        Leave it
      </Button>
    </>
  );
}

interface OpenedProps {
  readonly batch: ListedBatch;
  readonly site: LogSite;
  readonly onDone: () => void;
}

/** A batch that is corrected, or taken out. */
function Opened({ batch, site, onDone }: OpenedProps) {
  const { act, busy } = useAct();
  const { id, revision } = batch;
  const putBack = async () => {
    const sent = await act(takeOutBatch({ id, revision: revision + 1, removed: false }));
    if (sent.ok) sayFollowed(sent.data);
  };
  const takeOut = async () => {
    const sent = await act(takeOutBatch({ id, revision, removed: true }));
    if (!sent.ok) return;
    onDone();
    sayFollowed(sent.data);
    toast.success("Taken out of the log.", { action: { label: "Undo", onClick: putBack } });
  };
  return (
    <>
      <BatchForm site={site} batch={batch} onDone={onDone} />
      <Button className="mt-2" disabled={busy} onClick={takeOut}>
        Take it out of the log
      </Button>
    </>
  );
}
