import { counted, listed } from "#words/figures";

/** What a forecast of a day's guests rests on. */
export function restsOnSentence(
  habits: { readonly days: number; readonly sameWeekdays: number } | null,
  weekday: string,
): string {
  if (!habits || habits.days === 0)
    return "No sales are known here yet: this rests on three answers. Change them, or bring sales in.";
  const same = `${counted(habits.sameWeekdays, weekday)} among them`;
  return `Rests on ${counted(habits.days, "day")} of sales, ${same}; the newer count more.`;
}

type Serve = "hot" | "iced" | null;
const OF: { readonly [serve in "hot" | "iced"]: string } = { hot: "hot cups", iced: "iced cups" };

/** Something that may be away, by its name. */
export interface Named {
  readonly id: string;
  readonly name: string;
}

export function awayName(
  { what, ofId }: { readonly what: string; readonly ofId: string },
  things: readonly Named[],
): string {
  if (what === "person") return "one person";
  return things.find(({ id }) => id === ofId)?.name ?? "something that is not here any more";
}

type Change =
  | {
      readonly kind: "factor";
      readonly percent: number;
      readonly fromMin: number;
      readonly toMin: number;
      readonly serve: Serve;
    }
  | {
      readonly kind: "surge";
      readonly name: string;
      readonly atMin: number;
      readonly cups: number;
      readonly serve: Serve;
    }
  | {
      readonly kind: "order";
      readonly name: string;
      readonly atMin: number;
      readonly cups: number;
      readonly title: string;
    }
  | { readonly kind: "pin"; readonly title: string; readonly readyMin: number }
  | {
      readonly kind: "away";
      readonly name: string;
      readonly fromMin: number;
      readonly toMin: number;
      readonly isCard: boolean;
    };

/** One thing that is known of a day, or was decided for it. */
export function changeSentence(change: Change, clock: (min: number) => string): string {
  const of = (serve: Serve) => (serve ? OF[serve] : "cups");
  switch (change.kind) {
    case "factor": {
      const { percent, fromMin, toMin, serve } = change;
      const more = `${Math.abs(percent)} % ${percent < 0 ? "fewer" : "more"} ${of(serve)}`;
      return `${more}, ${clock(fromMin)} to ${clock(toMin)}`;
    }
    case "surge":
      return `${change.name} at ${clock(change.atMin)}: ${Math.round(change.cups)} ${of(change.serve)} before it`;
    case "order":
      return `${change.name}: ${Math.round(change.cups)} cups at ${clock(change.atMin)}, ${change.title}`;
    case "pin":
      return `${change.title} must be ready at ${clock(change.readyMin)}`;
    case "away":
      return `${change.isCard ? "Not brewed" : "Away"}: ${listed([change.name])}, ${clock(change.fromMin)} to ${clock(change.toMin)}`;
  }
}

/** What a press does to a plan that follows how the day runs, and to one that is held still. */
export const HOLDS = { follows: "Hold the plan as it was", held: "Let it follow the day again" } as const;

/** What a day's sales until now say of the rest of it; undefined while they are as expected. */
export function runningSentence({
  soldCups,
  expectedCups,
  factor,
}: {
  readonly soldCups: number;
  readonly expectedCups: number;
  readonly factor: number;
}): string | undefined {
  const percent = Math.round(100 * Math.abs(factor - 1));
  if (percent === 0) return undefined;
  return `${counted(Math.round(soldCups), "cup")} until now, where ${Math.round(expectedCups)} were expected: the rest of the day is planned ${percent} % ${factor > 1 ? "above" : "below"} the usual.`;
}
