import { Check, ThumbsDown, ThumbsUp } from "lucide-react";
import { useMemo } from "react";
import type { BatchRow } from "#contract/batch.ts";
import { printNumber, printPct, printTime } from "#core/units";
import { Link } from "#ui/link.tsx";
import type { Column } from "#ui/table/column.ts";
import { useUnits } from "#ui/units.tsx";
import { ICED_SERVED_WORDS, SAMPLED_WORDS, signsLine } from "#words/log";

/** A batch with its time as it is read at the site. */
export type ListedBatch = BatchRow & { readonly when: string };

/** How a batch was served, sampled and remarked on, in a line; "" when there is nothing to say. */
export function besidesOf(batch: ListedBatch): string {
  const { method, sampledAt, note } = batch;
  const isOtherWay = method !== null && method !== "onIce";
  return [
    isOtherWay && ICED_SERVED_WORDS[method],
    sampledAt && `sampled ${SAMPLED_WORDS[sampledAt]}`,
    signsLine(batch),
    note,
  ]
    .filter(Boolean)
    .join("; ");
}

/** The log's columns, printed in the reader's units. */
export function useBatchColumns(): readonly Column<ListedBatch>[] {
  const units = useUnits();
  return useMemo(() => {
    const known = (value: number | null, print: (value: number) => string) =>
      value === null ? "" : print(value);
    return [
      {
        id: "when",
        head: "when",
        fixed: true,
        value: ({ at }) => at,
        cell: ({ id, when, approved }) => (
          <>
            <Link href={`/log/${id}`} className="underline underline-offset-4">
              {when}
            </Link>
            {approved && <Check size={16} aria-label="the standard" className="ml-1 inline text-good" />}
          </>
        ),
      },
      { id: "coffee", head: "coffee", value: ({ coffee }) => coffee },
      { id: "brewer", head: "brewed on", value: ({ brewer }) => brewer },
      {
        id: "dial",
        head: "dial",
        value: ({ dialSetting }) => dialSetting,
        cell: ({ dialSetting, grinder }) => (
          <bdi>{known(dialSetting, (at) => `${grinder ?? ""} ${printNumber(at, 1)}`)}</bdi>
        ),
      },
      { id: "dose", head: "dose", value: ({ doseG }) => doseG, cell: ({ doseG }) => units.printMass(doseG) },
      {
        id: "water",
        head: "water",
        value: ({ waterG }) => waterG,
        cell: ({ waterG }) => units.printLiquid(waterG),
      },
      {
        id: "ice",
        head: "ice",
        value: ({ iceG }) => iceG,
        cell: ({ iceG, method }) => (iceG > 0 ? units.printMass(iceG) : method ? "none" : ""),
      },
      {
        id: "yield",
        head: "came out",
        value: ({ yieldG }) => yieldG,
        cell: ({ yieldG }) => known(yieldG, units.printLiquid),
      },
      {
        id: "time",
        head: "time",
        value: ({ brewTimeS }) => brewTimeS,
        cell: ({ brewTimeS }) => known(brewTimeS, printTime),
      },
      {
        id: "strength",
        head: "strength",
        value: ({ strengthPct }) => strengthPct,
        cell: ({ strengthPct }) => known(strengthPct, (pct) => printPct(pct)),
      },
      {
        id: "liked",
        head: "liked",
        value: ({ liked }) => liked,
        cell: ({ liked }) => (
          <>
            {liked === true && <ThumbsUp size={16} aria-label="liked" className="text-good" />}
            {liked === false && <ThumbsDown size={16} aria-label="not liked" className="text-due" />}
          </>
        ),
      },
      { id: "person", head: "who", value: ({ person }) => person },
    ];
  }, [units]);
}
