import { useState } from "react";
import type { BarDay } from "#contract/barDay.ts";
import type { CareMark } from "#contract/careMark.ts";
import { CareTask } from "#parts/careTask.tsx";
import { useOutbox } from "#ui/useOutbox.ts";
import { useBarDay } from "./useBarDay.ts";

type Row = BarDay["care"][number];

const URL = "/api/v1/care";

/** Care that is due, each with its cautions and one tap when it is done: by the outbox, with or without a network. */
export function CareDue() {
  const { day, askAgain } = useBarDay();
  // A row that was marked, as it was then: once the house has it, it is another one.
  const [marked, setMarked] = useState<ReadonlyMap<string, Row["done"]>>(new Map());
  const unmark = (taskId: string) =>
    setMarked((before) => new Map([...before].filter(([id]) => id !== taskId)));
  const { put, mine } = useOutbox(({ taken, refused }) => {
    if (refused?.url === URL) unmark((refused.body as CareMark).taskId);
    if (taken?.letter.url === URL) askAgain();
  });
  // Of a task that was marked and taken back, the last letter says.
  const onItsWay = new Map(
    mine.flatMap(({ url, body, refused }) =>
      url === URL && refused === undefined
        ? [[(body as CareMark).taskId, !(body as CareMark).isTakenBack] as const]
        : [],
    ),
  );
  const isDone = ({ id, done }: Row) => onItsWay.get(id) ?? (marked.has(id) && marked.get(id) === done);
  const say = async (mark: Pick<CareMark, "id" | "taskId" | "isTakenBack">) => {
    const nowText = new Date().toISOString();
    await put(URL, { ...mark, at: nowText, sentAt: nowText } satisfies CareMark);
    return true;
  };
  return day?.care
    .filter((row) => !isDone(row))
    .map((row) => (
      <CareTask
        key={row.id}
        row={row}
        mark={(done) => {
          setMarked((before) => new Map(before).set(row.id, row.done));
          return say(done);
        }}
        unmark={(done) => {
          unmark(row.id);
          void say({ ...done, isTakenBack: true });
        }}
      />
    ));
}
