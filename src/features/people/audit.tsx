"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { AUDIT_SUBJECTS, type AuditFields } from "#contract/people.ts";
import { buttonClass } from "#ui/button.tsx";
import { Choice } from "#ui/choice.tsx";
import { Panel } from "#ui/panel.tsx";
import { ACTION_WORDS, SUBJECT_WORDS } from "#words/people";

export interface AuditLine {
  readonly id: string;
  readonly at: string;
  readonly who: string;
  readonly action: keyof typeof ACTION_WORDS;
  readonly subject: keyof typeof SUBJECT_WORDS;
  readonly name: string;
  readonly before: AuditFields | null;
  readonly after: AuditFields | null;
}

interface AuditProps {
  readonly lines: readonly AuditLine[];
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly filter: { readonly who: string; readonly what: string; readonly since: string };
  readonly page: number;
  readonly more: boolean;
}

/** Choices need a value for "no filter". */
const ALL = "all";
const SINCE = [
  { value: ALL, text: "the beginning" },
  { value: "1", text: "yesterday" },
  { value: "7", text: "a week ago" },
  { value: "30", text: "a month ago" },
];

/** Who changed what, the newest first. */
export function Audit({ lines, people, filter, page, more }: AuditProps) {
  const router = useRouter();
  const href = (change: Record<string, string | number>) => {
    const wanted = Object.entries({ ...filter, page: 0, ...change });
    const filters = wanted.flatMap(([key, value]) =>
      value === ALL || value === 0 ? [] : [[key, String(value)]],
    );
    return `/people/audit?${new URLSearchParams(filters)}`;
  };
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-2">
        <h1 className="mr-2 text-2xl">Audit trail</h1>
        <Choice
          label="by"
          value={filter.who}
          options={[
            { value: ALL, text: "anybody" },
            ...people.map(({ id, name }) => ({ value: id, text: name })),
          ]}
          onChange={(who) => router.push(href({ who }))}
        />
        <Choice
          label="of"
          value={filter.what}
          options={[
            { value: ALL, text: "anything" },
            ...AUDIT_SUBJECTS.map((subject) => ({ value: subject, text: `a ${SUBJECT_WORDS[subject]}` })),
          ]}
          onChange={(what) => router.push(href({ what }))}
        />
        <Choice
          label="since"
          value={filter.since}
          options={SINCE}
          onChange={(since) => router.push(href({ since }))}
        />
      </header>
      <Panel>
        {lines.length === 0 && <p className="text-quiet">Nothing was changed, or nothing that fits.</p>}
        <ul>
          {lines.map((line) => (
            <li
              key={line.id}
              className="grid gap-x-4 border-rim/20 border-b py-2 last:border-0 sm:grid-cols-[11rem_1fr_1fr]"
            >
              <span className="text-quiet text-sm tabular-nums">{line.at}</span>
              <span>
                <bdi className="font-semibold">{line.who}</bdi>
                <span className="block text-sm">
                  {SUBJECT_WORDS[line.subject]} <bdi>{line.name}</bdi>: {ACTION_WORDS[line.action]}
                </span>
              </span>
              <Change before={line.before} after={line.after} />
            </li>
          ))}
        </ul>
        <footer className="mt-2 flex justify-between">
          {page > 0 ? (
            <Link href={href({ page: page - 1 })} className={buttonClass()}>
              Newer
            </Link>
          ) : (
            <span />
          )}
          {more && (
            <Link href={href({ page: page + 1 })} className={buttonClass()}>
              Older
            </Link>
          )}
        </footer>
      </Panel>
    </div>
  );
}

/** The fields that changed, before and after. */
function Change({ before, after }: Pick<AuditLine, "before" | "after">) {
  const fields = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])];
  const changed = fields.filter((field) => before?.[field] !== after?.[field]);
  return (
    <dl className="text-sm">
      {changed.map((field) => (
        <div key={field} className="flex flex-wrap gap-x-2">
          <dt className="text-quiet">{field}</dt>
          <dd>
            {before && <del className="text-quiet">{print(before[field])}</del>}
            {before && after && " → "}
            {after && <ins className="no-underline">{print(after[field])}</ins>}
          </dd>
        </div>
      ))}
    </dl>
  );
}

/** Figures as far as anybody weighs them. */
const SIGNIFICANT = 6;

function print(value: AuditFields[string] | undefined): string {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "number") return String(Number(value.toPrecision(SIGNIFICANT)));
  return value === undefined || value === null ? "none" : value;
}
