import { parseClock, printClock } from "#core/units";

/** Times as they are typed in a row, "8:00, 12:30", and what of it is no time. */
export function parseClocks(text: string): {
  readonly clocks: readonly number[];
  readonly unread: readonly string[];
} {
  const parts = text.split(/[,;]+/).flatMap((part) => part.trim() || []);
  const read = parts.map((part) => ({ part, clock: parseClock(part) }));
  return {
    clocks: read.flatMap(({ clock }) => (clock.ok ? [clock.value] : [])),
    unread: read.flatMap(({ part, clock }) => (clock.ok ? [] : [part])),
  };
}

export function printClocks(all: readonly number[]): string {
  return all.map((min) => printClock(min, "24 h")).join(", ");
}
