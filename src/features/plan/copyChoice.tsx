import { addDays, formatISO, parseISO } from "date-fns";
import { v7 as uuidv7 } from "uuid";
import type { DayKit, DayPlanStart } from "#contract/dayKit.ts";
import { Choice } from "#ui/choice/choice.tsx";
import { toast } from "#ui/notice.ts";
import { printListDay } from "#words/figures";
import type { ChangeList } from "./changeLines.ts";
import type { Change } from "./useKept.ts";

interface CopyChoiceProps {
  readonly kit: DayKit;
  readonly onChange: (change: Change) => void;
}

const DAYS_AROUND = [-7, -1, 1, 7];
/** Lists that say something of the guests; the others name cards and things of one site. */
const OF_GUESTS: readonly ChangeList[] = ["surges", "factors"];
const OF_SITE: readonly ChangeList[] = [...OF_GUESTS, "orders", "pins", "away"];

/** What is known of another day here, or of this day at another site, copied to this one. */
export function CopyChoice({ kit, onChange }: CopyChoiceProps) {
  const { day, siteId, otherSites } = kit;
  const days = DAYS_AROUND.map((by) => formatISO(addDays(parseISO(day), by), { representation: "date" }));
  const options = [
    ...days.map((each) => ({ value: `${siteId} ${each}`, text: printListDay(each) })),
    ...otherSites.map(({ id, name }) => ({ value: `${id} ${day}`, text: `this day at ${name}` })),
  ];
  const copy = async (value: string) => {
    const [fromSite = "", fromDay = ""] = value.split(" ");
    const response = await fetch(`/api/v1/plan?site=${fromSite}&day=${fromDay}`).catch(() => undefined);
    if (!response?.ok) return void toast("That plan could not be read: try again.");
    const { dayPlan }: DayPlanStart = await response.json();
    const lists = fromSite === siteId ? OF_SITE : OF_GUESTS;
    if (lists.every((list) => dayPlan.changes[list].length === 0))
      return void toast("Nothing is known of that day.");
    // What was changed while it was read stays.
    onChange((now) =>
      Object.fromEntries(
        lists.map((list) => [
          list,
          [...now[list], ...dayPlan.changes[list].map((item) => ({ ...item, id: uuidv7() }))],
        ]),
      ),
    );
  };
  return <Choice label="copy from" value="" options={options} onChange={copy} />;
}
