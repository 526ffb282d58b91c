"use client";

import { Check, Plus, ThumbsDown, ThumbsUp } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import type { BatchRow } from "#contract/batch.ts";
import { printNumber, printPct, printTime } from "#core/units";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { ICED_SERVED_WORDS, SAMPLED_WORDS } from "#words/log";
import { rightSentence } from "#words/people";
import { takeOutBatch } from "./actions.ts";
import type { LogSite } from "./batchFields.ts";
import { BatchForm, type CardToLog } from "./batchForm.tsx";
import { sayFollowed } from "./followed.ts";
import { LogTabs } from "./tabs.tsx";

export interface LogQuery {
  readonly brewer: string;
  readonly coffee: string;
  /** "yes", "no" or "" for both. */
  readonly liked: string;
}

interface LogProps {
  readonly site: LogSite;
  readonly batches: readonly (BatchRow & {
    /** As it is read at the site. */
    readonly when: string;
  })[];
  readonly query: LogQuery;
  /** The link to older ones, where there are any. */
  readonly older: string | undefined;
  readonly csv: string;
  /** The card that a batch is logged from at once; or the sentence why not. */
  readonly card: CardToLog | { readonly cannot: string } | undefined;
}

/** The log: batches logged in five fields, listed, and learned from. */
export function Log({ site, batches, query, older, csv, card }: LogProps) {
  const { may } = useCounter();
  const router = useRouter();
  const [from, setFrom] = useState(card && "batch" in card ? card : undefined);
  const [adding, setAdding] = useState(from !== undefined && may("logBatches"));
  const done = () => {
    setAdding(false);
    setFrom(undefined);
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
      {adding && <BatchForm site={site} card={from} onDone={done} />}
      <Panel title="Batches">
        <Filters site={site} query={query} csv={csv} />
        {batches.length === 0 ? (
          <p className="text-quiet">Nothing is logged that fits. Log a batch, or choose fewer filters.</p>
        ) : (
          // Text that is only read aloud lies outside the flow, and would widen the page past the table.
          <div className="relative overflow-x-auto">
            <table className="w-full text-left text-sm tabular-nums">
              <thead className="text-quiet">
                <tr>
                  {[
                    "when",
                    "coffee",
                    "brewed on",
                    "dial",
                    "dose",
                    "water",
                    "ice",
                    "came out",
                    "time",
                    "strength",
                    "liked",
                    "who",
                  ].map((head) => (
                    <th key={head} className="py-1 pr-3 font-normal">
                      {head}
                    </th>
                  ))}
                  <th>
                    <span className="sr-only">change</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {batches.map((batch) => (
                  <Row key={batch.id} batch={batch} site={site} />
                ))}
              </tbody>
            </table>
          </div>
        )}
        {older && (
          <Link href={older} className={`mt-2 ${buttonClass()}`}>
            Older ones
          </Link>
        )}
      </Panel>
    </div>
  );
}

const SELECT = "min-h-10 rounded-md border-2 border-rim/50 bg-enamel px-2";

/** Filters live in the link, so that a list can be sent as it stands. */
function Filters({ site, query, csv }: Pick<LogProps, "site" | "query" | "csv">) {
  const choices = [
    ["brewer", "brewed on", site.brewers],
    ["coffee", "coffee", site.coffees],
    [
      "liked",
      "liked",
      [
        { id: "yes", name: "liked" },
        { id: "no", name: "not liked" },
      ],
    ],
  ] as const;
  return (
    <form className="mb-2 flex flex-wrap items-end gap-2" method="get">
      {choices.map(([name, label, options]) => (
        <label key={name} className="text-quiet text-sm">
          {label}
          <select name={name} defaultValue={query[name]} className={`block text-base text-ink ${SELECT}`}>
            <option value="">any</option>
            {options.map((option) => (
              <option key={option.id} value={option.id}>
                {option.name}
              </option>
            ))}
          </select>
        </label>
      ))}
      <Button type="submit">Show</Button>
      <a href={csv} className="ml-auto underline underline-offset-4" download>
        The newest 10,000 of these as CSV
      </a>
    </form>
  );
}

interface RowProps {
  readonly batch: LogProps["batches"][number];
  readonly site: LogSite;
}

function Row({ batch, site }: RowProps) {
  const units = useUnits();
  const { may } = useCounter();
  const [open, setOpen] = useState(false);
  const { strengthPct, sampledAt, liked, note, method } = batch;
  const isOtherWay = method !== null && method !== "onIce";
  const more = [
    isOtherWay && ICED_SERVED_WORDS[method],
    sampledAt && `sampled ${SAMPLED_WORDS[sampledAt]}`,
    note,
  ]
    .filter(Boolean)
    .join("; ");
  const cells = [
    batch.coffee ?? "",
    batch.brewer,
    batch.dialSetting === null ? "" : `${batch.grinder ?? ""} ${printNumber(batch.dialSetting, 1)}`,
    units.printMass(batch.doseG),
    units.printLiquid(batch.waterG),
    batch.iceG > 0 ? units.printMass(batch.iceG) : batch.method ? "none" : "",
    batch.yieldG === null ? "" : units.printLiquid(batch.yieldG),
    batch.brewTimeS === null ? "" : printTime(batch.brewTimeS),
    strengthPct === null ? "" : printPct(strengthPct),
  ];
  return (
    <>
      <tr className="border-rim/20 border-t align-top">
        <td className="whitespace-nowrap py-2 pr-3">
          <Link href={`/log/${batch.id}`} className="underline underline-offset-4">
            {batch.when}
          </Link>
          {batch.approved && <Check size={16} aria-label="the standard" className="ml-1 inline text-good" />}
        </td>
        {cells.map((cell, i) => (
          // The columns never change their order.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <td key={i} className="whitespace-nowrap py-2 pr-3">
            <bdi>{cell}</bdi>
          </td>
        ))}
        <td className="py-2 pr-3">
          {liked === true && <ThumbsUp size={16} aria-label="liked" className="text-good" />}
          {liked === false && <ThumbsDown size={16} aria-label="not liked" className="text-due" />}
        </td>
        <td className="py-2 pr-3">
          <bdi>{batch.person}</bdi>
        </td>
        <td className="whitespace-nowrap py-1 text-right">
          {may("logBatches") && (
            <Button look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
              Correct<span className="sr-only"> the batch of {batch.when}</span>
            </Button>
          )}
        </td>
      </tr>
      {(more || open) && (
        <tr>
          <td colSpan={cells.length + 4} className="pb-2">
            {more && <bdi className="text-quiet">{more}</bdi>}
            {open && <Opened batch={batch} site={site} onDone={() => setOpen(false)} />}
          </td>
        </tr>
      )}
    </>
  );
}

/** A batch that is corrected, or taken out. */
function Opened({ batch, site, onDone }: RowProps & { readonly onDone: () => void }) {
  const { act, busy } = useAct();
  const { id, revision } = batch;
  const putBack = async () => {
    const sent = await act(takeOutBatch({ id, revision: revision + 1, removed: false }));
    if (sent.ok) sayFollowed(sent.data);
  };
  const takeOut = async () => {
    const sent = await act(takeOutBatch({ id, revision, removed: true }));
    if (!sent.ok) return;
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
