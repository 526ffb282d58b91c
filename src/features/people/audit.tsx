"use client";

import { type inferParserType, parseAsInteger, parseAsString, useQueryStates } from "nuqs";
import { useTransition } from "react";
import { AUDIT_SUBJECTS, type AuditFields } from "#contract/peopleKinds.ts";
import { Button } from "#ui/button.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { Panel } from "#ui/panel.tsx";
import type { Column } from "#ui/table/column.ts";
import { Table } from "#ui/table/table.tsx";
import { Working } from "#ui/working.tsx";
import { withArticle } from "#words/figures";
import { ACTION_WORDS, SUBJECT_WORDS } from "#words/people";

export interface AuditLine {
  readonly id: string;
  readonly moment: string;
  /** The moment as it is read at the site. */
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
  readonly page: number;
  readonly more: boolean;
}

const SINCE = [
  { value: "", text: "the beginning" },
  { value: "1", text: "yesterday" },
  { value: "7", text: "a week ago" },
  { value: "30", text: "a month ago" },
];
const FILTER = {
  who: parseAsString.withDefault(""),
  what: parseAsString.withDefault(""),
  since: parseAsString.withDefault(""),
  page: parseAsInteger.withDefault(0),
};

/** Who changed what, the newest first; the filter lives in the link. */
export function Audit({ lines, people, page, more }: AuditProps) {
  const [waiting, start] = useTransition();
  const [filter, setFilter] = useQueryStates(FILTER, {
    shallow: false,
    history: "push",
    startTransition: start,
  });
  // Another question begins on its first page.
  const ask = (change: Partial<typeof filter>) => void setFilter({ page: 0, ...change });
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3" aria-busy={waiting}>
      <h1 className="text-2xl">Audit trail</h1>
      <Panel>
        <Table
          name="changes"
          rows={lines}
          columns={COLUMNS}
          idOf={({ id }) => id}
          filters={<Filters people={people} filter={filter} waiting={waiting} onAsk={ask} />}
          empty={<p className="text-quiet">Nothing was changed, or nothing that fits.</p>}
        />
        <footer className="mt-2 flex justify-between">
          {page > 0 ? <Button onClick={() => ask({ page: page - 1 })}>Newer</Button> : <span />}
          {more && <Button onClick={() => ask({ page: page + 1 })}>Older</Button>}
        </footer>
      </Panel>
    </div>
  );
}

interface FiltersProps extends Pick<AuditProps, "people"> {
  readonly filter: inferParserType<typeof FILTER>;
  readonly waiting: boolean;
  readonly onAsk: (change: Partial<inferParserType<typeof FILTER>>) => void;
}

function Filters({ people, filter, waiting, onAsk }: FiltersProps) {
  return (
    <>
      <Choice
        label="by"
        value={filter.who}
        options={[
          { value: "", text: "anybody" },
          ...people.map(({ id, name }) => ({ value: id, text: name })),
        ]}
        onChange={(who) => onAsk({ who })}
      />
      <Choice
        label="of"
        value={filter.what}
        options={[
          { value: "", text: "anything" },
          ...AUDIT_SUBJECTS.map((subject) => ({
            value: subject,
            text: subject === "house" ? SUBJECT_WORDS.house : withArticle(SUBJECT_WORDS[subject]),
          })),
        ]}
        onChange={(what) => onAsk({ what })}
      />
      <Choice label="since" value={filter.since} options={SINCE} onChange={(since) => onAsk({ since })} />
      {waiting && <Working says="Looking …" />}
    </>
  );
}

const COLUMNS: readonly Column<AuditLine>[] = [
  { id: "when", head: "when", fixed: true, value: ({ moment }) => moment, cell: ({ at }) => at },
  { id: "who", head: "who", value: ({ who }) => who },
  {
    id: "what",
    head: "of what",
    wraps: true,
    value: ({ subject, name }) => `${SUBJECT_WORDS[subject]} ${name}`,
    cell: ({ subject, name }) => (
      <>
        {SUBJECT_WORDS[subject]} <bdi>{name}</bdi>
      </>
    ),
  },
  { id: "action", head: "what became of it", value: ({ action }) => ACTION_WORDS[action] },
  {
    id: "change",
    head: "before and after",
    wraps: true,
    value: ({ before, after }) =>
      changedFields(before, after)
        .map((field) => `${field}: ${print(before?.[field])} → ${print(after?.[field])}`)
        .join("; "),
    cell: ({ before, after }) => <Change before={before} after={after} />,
  },
];

function changedFields(before: AuditFields | null, after: AuditFields | null): readonly string[] {
  const fields = new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})]);
  return [...fields].filter((field) => before?.[field] !== after?.[field]);
}

/** The fields that changed, before and after. */
function Change({ before, after }: Pick<AuditLine, "before" | "after">) {
  return (
    <dl className="text-sm">
      {changedFields(before, after).map((field) => (
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
