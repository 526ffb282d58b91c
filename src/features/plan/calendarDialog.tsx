"use client";

import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { DayKit } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import { FigureField } from "#ui/figure/figureField.tsx";
import { FilePick, QuestionDialog } from "#ui/questionDialog.tsx";
import { useUnits } from "#ui/units.tsx";
import type { CalendarLine } from "./calendar.ts";

interface CalendarDialogProps {
  readonly kit: DayKit;
  readonly onAdd: (surges: DayChanges["surges"]) => void;
  readonly onDone: () => void;
}

/** Cups that a time of a calendar brings until somebody says otherwise. */
const USUAL_CUPS = 20;
const MOST_CUPS = 5000;
const MOST_BYTES = 5_000_000;
const MOST_LINES = 40;
const MOST_NAME = 80;

/** Sailings, trains, breaks: what a calendar file has on this day becomes surges, with how many cups each brings. */
export function CalendarDialog({ kit, onAdd, onDone }: CalendarDialogProps) {
  const units = useUnits();
  const [lines, setLines] = useState<readonly (CalendarLine & { readonly cups: number })[]>();
  const [trouble, setTrouble] = useState<string>();
  const choose = async (file: File) => {
    setLines(undefined);
    if (file.size > MOST_BYTES) return setTrouble("That calendar has more than 5 MB: send a part of it.");
    try {
      const { linesOnDay } = await import("./calendar.ts");
      const found = linesOnDay(await file.text(), kit).slice(0, MOST_LINES);
      setTrouble(found.length === 0 ? "That calendar has nothing on this day." : undefined);
      setLines(found.map((line) => ({ ...line, cups: USUAL_CUPS })));
    } catch {
      setTrouble("That is no iCalendar file: export it as .ics.");
    }
  };
  const add = () =>
    onAdd(
      (lines ?? [])
        .filter(({ cups }) => cups > 0)
        .map(({ name, atMin, cups }) => ({
          id: uuidv7(),
          name: name.trim().slice(0, MOST_NAME) || "a time",
          atMin,
          cups,
          serve: null,
        })),
    );
  return (
    <QuestionDialog
      title="Surges from a calendar"
      does="Add these"
      disabled={!lines || lines.length === 0}
      trouble={trouble}
      onDo={add}
      onDone={onDone}
    >
      <FilePick label="an iCalendar file, .ics" accept=".ics,text/calendar" onFile={choose} />
      <ul aria-label="on this day">
        {lines?.map((line, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two may have one name and time
          <li key={i} className="border-rim/20 border-t py-1 first:border-0">
            <FigureField
              look="line"
              field={`line ${i}`}
              label={`${units.printClock(line.atMin)} ${line.name}, cups`}
              kind="count"
              step={5}
              value={line.cups}
              bounds={[0, MOST_CUPS]}
              onValue={(cups) => cups !== null && setLines(lines.with(i, { ...line, cups }))}
            />
          </li>
        ))}
      </ul>
    </QuestionDialog>
  );
}
