import type { BarView, PotView } from "#contract/potView.ts";
import { type PotNow, potNow } from "#core/bar";
import { printAge } from "#words/bar";

/** A pot's coffee at the house's moment; undefined while nothing stands in it. */
export function nowIn(pot: PotView, { rules, roomTempC }: BarView, nowMs: number): PotNow | undefined {
  const { standing, kit } = pot;
  return standing
    ? potNow(standing, kit, { atMs: Math.max(nowMs, standing.asOfMs), roomTempC, rules })
    : undefined;
}

/** In a few words, what stands in a pot. */
export function potLine(
  pot: PotView,
  now: PotNow | undefined,
  nowMs: number,
  printLiquid: (massG: number) => string,
): string {
  const brewing = pot.brewing && brewingWords(pot.brewing, nowMs);
  if (!now) return brewing ?? "empty";
  const amount = now.liquidG < 1 ? "empty by count" : printLiquid(Math.round(now.liquidG));
  return [amount, printAge(now.ageMin), brewing].filter(Boolean).join(", ");
}

const MS_PER_MIN = 60_000;

function brewingWords({ begunMs, dueMs }: NonNullable<PotView["brewing"]>, nowMs: number): string {
  if (dueMs === null) return `brewing for ${printAge((nowMs - begunMs) / MS_PER_MIN)}`;
  const leftMin = Math.ceil((dueMs - nowMs) / MS_PER_MIN);
  return leftMin > 0 ? `brewing, done in ${leftMin} min` : "brewing, due";
}

/** What a mark says, and how it looks; a fresh pot has none, nor has one that is empty by count. */
export function markOf(now: PotNow | undefined) {
  return now && now.liquidG >= 1 ? MARKS[now.mark] : undefined;
}

const MARKS = {
  fresh: undefined,
  near: { word: "near its end", colour: "text-due", border: "border-due" },
  past: { word: "past: pour away", colour: "text-stop", border: "border-stop" },
} as const;
