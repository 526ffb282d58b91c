"use client";

import type { Ref } from "react";
import { parseClock, printClock } from "#core/units";
import { Field } from "#ui/field.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";

interface MomentFieldProps {
  readonly label: string;
  /** Day and time as `2026-07-14T09:30`, in the site's zone. */
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly trouble: string | undefined;
  readonly help?: string;
  readonly inputRef?: Ref<HTMLInputElement> | undefined;
}

const LAST_MIN = 24 * 60 - 1;

/** A day, and the time of the day on the reader's own clock. */
export function MomentField({ label, text, onText, trouble, help, inputRef }: MomentFieldProps) {
  const [day = "", time = ""] = text.split("T");
  const min = parseClock(time);
  return (
    <div className="grid grid-cols-[1fr_6.5rem] gap-x-1">
      <Field
        label={label}
        ref={inputRef}
        type="date"
        value={day}
        trouble={trouble}
        {...(help !== undefined && { help })}
        onChange={(event) => onText(`${event.target.value}T${time}`)}
      />
      <FigureField
        label={`${label}, time`}
        kind="clock"
        bounds={[0, LAST_MIN]}
        value={min.ok ? min.value : null}
        onValue={(next) => next !== null && onText(`${day}T${printClock(next)}`)}
      />
    </div>
  );
}
