import type { DayKit } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import { merged, type Version } from "#core/versions";
import { Conflict } from "#parts/conflict.tsx";
import { useUnits } from "#ui/units.tsx";
import { type ChangeList, changeLines } from "./changeLines.ts";
import type { Theirs } from "./useKept.ts";
import { WEEKDAYS } from "./weekdays.ts";

interface PlanConflictProps {
  readonly kit: DayKit;
  readonly mine: DayChanges;
  readonly base: DayChanges;
  readonly theirs: Theirs;
  readonly onChoose: (changes: DayChanges) => void;
  readonly onClose: () => void;
}

const LISTS: readonly ChangeList[] = ["surges", "factors", "orders", "pins", "away"];
const TEMP = "tempC";
const WEEKDAY = "asWeekday";
const HELD = "isHeld";
const SINGLE: Readonly<Record<string, string>> = {
  [TEMP]: "the temperature",
  [WEEKDAY]: "the weekday",
  [HELD]: "whether it follows the day",
};

/** Two plans of one day side by side: each line that differs is chosen. */
export function PlanConflict({ kit, mine, base, theirs, onChoose, onClose }: PlanConflictProps) {
  const units = useUnits();
  const versions = { base: versionOf(base), mine: versionOf(mine), theirs: versionOf(theirs.changes) };
  const sentences = new Map(
    [theirs.changes, mine].flatMap((changes) =>
      changeLines(kit, changes, units.printClock).map(({ list, id, sentence }) => [
        `${list} ${id}`,
        sentence,
      ]),
    ),
  );
  return (
    <Conflict
      what="this day's plan"
      who={theirs.changedBy}
      versions={versions}
      label={(field) => SINGLE[field] ?? sentences.get(field) ?? "a line"}
      show={(field, value) => {
        if (value === undefined) return "not there";
        if (SINGLE[field] === undefined) return "there";
        if (field === HELD) return value === "true" ? "held still" : "follows the day";
        if (value === "null") return "as usual";
        return field === TEMP ? units.printTemp(Number(value)) : `as a ${WEEKDAYS[Number(value) - 1]}`;
      }}
      onChoose={(chosen) => onChoose(changesOf(merged(versions, chosen)))}
      onClose={onClose}
    />
  );
}

function versionOf(changes: DayChanges): Version {
  const lines = LISTS.flatMap((list) =>
    changes[list].map((item) => [`${list} ${item.id}`, JSON.stringify(item)] as const),
  );
  const single = [TEMP, WEEKDAY, HELD] as const;
  return Object.fromEntries([
    ...lines,
    ...single.map((name) => [name, JSON.stringify(changes[name])] as const),
  ]);
}

function changesOf(version: Version): DayChanges {
  const items = (list: ChangeList) =>
    Object.entries(version).flatMap(([field, value]) =>
      field.startsWith(`${list} `) && value !== undefined ? [JSON.parse(value)] : [],
    );
  return {
    surges: items("surges"),
    factors: items("factors"),
    orders: items("orders"),
    pins: items("pins"),
    away: items("away"),
    tempC: JSON.parse(version[TEMP] ?? "null"),
    asWeekday: JSON.parse(version[WEEKDAY] ?? "null"),
    isHeld: JSON.parse(version[HELD] ?? "false"),
  };
}
