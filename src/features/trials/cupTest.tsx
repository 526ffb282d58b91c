"use client";

import { Printer } from "lucide-react";
import { Back } from "#ui/back.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { sameCupSentence } from "#words/trials";
import { closeCups } from "./actions.ts";

interface CupTestProps {
  readonly id: string;
  readonly batchId: string;
  readonly pot: string;
  readonly beside: string;
  readonly isOpen: boolean;
  readonly closes: string;
  readonly given: number;
  readonly answered: number;
  /** Once it has closed. */
  readonly tally: { readonly cups: number; readonly right: number } | undefined;
  /** For whoever pours; empty for those who taste. */
  readonly labels: readonly {
    readonly code: string;
    readonly cups: readonly { readonly cup: string; readonly isPot: boolean }[];
    readonly qr: { readonly path: string; readonly size: number };
  }[];
}

/** A three-cup test: labels to print, how many have answered, and what it came to. */
export function CupTest({
  id,
  batchId,
  pot,
  beside,
  isOpen,
  closes,
  given,
  answered,
  tally,
  labels,
}: CupTestProps) {
  const { may } = useCounter();
  const { act, busy } = useAct();
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-3 print:hidden">
        <h1 className="text-2xl">Is it the same cup?</h1>
        <p className="text-quiet">
          <bdi>{pot}</bdi>, beside <bdi>{beside}</bdi>
        </p>
        <span className="ml-auto">
          <Back otherwise={`/log/${batchId}`} />
        </span>
      </header>
      <Panel className="print:hidden" label="How it stands">
        <p className="font-bold font-display text-3xl tabular-nums" data-testid="answered">
          {answered} of {given}
        </p>
        <p>{isOpen ? `have answered; it closes ${closes}.` : `have answered; it closed ${closes}.`}</p>
        {tally && (
          <p className="mt-2 font-semibold" data-testid="verdict">
            {sameCupSentence(tally, beside)}
          </p>
        )}
        <div className="mt-3 flex flex-wrap gap-2">
          {labels.length > 0 && (
            <Button onClick={() => window.print()}>
              <Printer size={18} aria-hidden /> Print the labels
            </Button>
          )}
          {isOpen && may("runTrials") && (
            <Button disabled={busy} onClick={() => act(closeCups({ id }))}>
              Close it now
            </Button>
          )}
          <Link href={`/log/${batchId}`} className={buttonClass("quiet")}>
            To the pot
          </Link>
        </div>
      </Panel>
      {labels.length > 0 && (
        <section aria-label="Labels">
          <p className="mb-2 text-quiet text-sm print:hidden">
            One label for each taster. Fold the right part back before it is handed out: it says what to pour
            into which cup.
          </p>
          <ul className="grid grid-cols-1 gap-2 sm:grid-cols-2 print:grid-cols-2">
            {labels.map(({ code, cups, qr }, i) => (
              <li
                key={code}
                className="flex break-inside-avoid items-center gap-3 rounded-panel border-2 border-rim bg-enamel p-2"
              >
                <svg
                  viewBox={`0 0 ${qr.size} ${qr.size}`}
                  className="size-24 shrink-0"
                  role="img"
                  aria-label={`opens ballot ${code}`}
                >
                  <rect width={qr.size} height={qr.size} className="fill-white" />
                  <path d={qr.path} fill="#000" shapeRendering="crispEdges" />
                </svg>
                <span>
                  <span className="block text-quiet text-sm">taster {i + 1}, ballot</span>
                  <span className="block font-bold font-display tabular-nums tracking-wide">{code}</span>
                  <span className="block text-2xl tabular-nums">{cups.map(({ cup }) => cup).join("  ")}</span>
                </span>
                <span className="ml-auto border-rim border-l-2 border-dashed pl-3 text-sm">
                  {cups.map(({ cup, isPot }) => (
                    <span key={cup} className="block whitespace-nowrap tabular-nums">
                      {cup}: {isPot ? "pot" : "the other"}
                    </span>
                  ))}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
