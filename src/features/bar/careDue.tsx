import { CareTask } from "#parts/careTask.tsx";
import { markCareDone, unmarkCareDone } from "./actions.ts";
import { useBarDay } from "./useBarDay.ts";

/** Care that is due, each with its cautions and one tap when it is done. */
export function CareDue() {
  const { day, askAgain } = useBarDay();
  return day?.care.map((row) => (
    <CareTask key={row.id} row={row} mark={markCareDone} unmark={unmarkCareDone} onDone={askAgain} />
  ));
}
