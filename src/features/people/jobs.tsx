"use client";

import type { JobKind } from "#contract/job.ts";
import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useAct } from "#ui/useAct.ts";
import { JOB_WORDS, triesWords } from "#words/people";
import { dropStuckJob, retryStuckJob } from "./actions.ts";

interface JobLine {
  readonly id: string;
  readonly kind: JobKind;
  readonly state: "waiting" | "taken" | "stuck" | "done";
  readonly tries: number;
  readonly trouble: string | null;
  readonly person: string;
  readonly askedAt: string;
}

/** Work that follows from what people did and is not done yet; a lead sees to what is stuck. */
export function Jobs({ jobs }: { readonly jobs: readonly JobLine[] }) {
  const stuck = jobs.filter(({ state }) => state === "stuck");
  const others = jobs.filter(({ state }) => state !== "stuck");
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-3">
      <h1 className="text-2xl">Work behind the counter</h1>
      <Panel title={stuck.length === 0 ? "Nothing is stuck" : "Stuck"}>
        {stuck.length === 0 ? (
          <p>What follows from an approval, a correction or the log is done by itself.</p>
        ) : (
          <ul>
            {stuck.map((job) => (
              <Line key={job.id} job={job} />
            ))}
          </ul>
        )}
      </Panel>
      {others.length > 0 && (
        <Panel title="Under way">
          <ul>
            {others.map((job) => (
              <Line key={job.id} job={job} />
            ))}
          </ul>
        </Panel>
      )}
    </div>
  );
}

function Line({ job: { id, kind, state, tries, trouble, person, askedAt } }: { readonly job: JobLine }) {
  const { act, busy } = useAct();
  return (
    <li className="flex flex-wrap items-center gap-3 border-rim/20 border-b py-2 last:border-0">
      <span className="min-w-60 flex-1">
        <span className="font-semibold">{JOB_WORDS[kind]}</span>
        <span className="block text-quiet text-sm">
          asked {askedAt} by <bdi>{person}</bdi>, {triesWords(state, tries)}
        </span>
        {trouble && <span className="block text-due text-sm">{trouble}</span>}
      </span>
      {state === "stuck" && (
        <>
          <Button look="main" disabled={busy} onClick={() => act(retryStuckJob({ id }))}>
            Try again
          </Button>
          <Button look="quiet" disabled={busy} onClick={() => act(dropStuckJob({ id }))}>
            Give it up
          </Button>
        </>
      )}
    </li>
  );
}
