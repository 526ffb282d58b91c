import { tauAt } from "#core/pot";
import { type PotKit, type Standing, standingAt } from "./standing.ts";

/** What the house sells, and for how long. */
export interface ServingRules {
  /** Longest that hot and iced coffee is sold, min; null where only vessel or card say. */
  readonly hotMin: number | null;
  readonly icedMin: number | null;
  /** Hot coffee below it is not sold, °C. */
  readonly leastHotC: number;
}

export interface PotNow {
  readonly liquidG: number;
  readonly strengthPct: number | null;
  readonly tempC: number;
  readonly ageMin: number;
  /** ms; null where nothing limits it. */
  readonly soldUntilMs: number | null;
  /** What ends its sale first. */
  readonly because: "hold" | "cold" | null;
  readonly mark: "fresh" | "near" | "past";
}

const MS_PER_MIN = 60_000;
/** A pot is near its end in the last of its sale: so many minutes, or so large a part of all of it where that is less. */
const NEAR_MIN = 15;
const NEAR_SHARE = 0.25;

/** Until when a pot may be sold, and until when it would be if it stayed warm, ms; null where nothing limits it. */
export function saleOf(
  standing: Standing,
  kit: PotKit,
  { roomTempC, rules }: { readonly roomTempC: number; readonly rules: ServingRules },
): { readonly soldUntilMs: number | null; readonly heldUntilMs: number | null } {
  const { brewedMs, serve } = standing;
  const ofProduct = serve === "hot" ? rules.hotMin : rules.icedMin;
  const holds = [kit.holdMin, standing.holdMin, ofProduct].filter((each) => each !== null);
  const heldUntilMs = holds.length > 0 ? brewedMs + Math.min(...holds) * MS_PER_MIN : null;
  const coldAtMs = serve === "hot" ? tooColdAt(standing, kit, roomTempC, rules.leastHotC) : null;
  const ends = [heldUntilMs, coldAtMs].filter((each) => each !== null);
  return { soldUntilMs: ends.length > 0 ? Math.min(...ends) : null, heldUntilMs };
}

/** A pot at a moment: how much, how strong, how warm, how old, and until when it may be sold. */
export function potNow(
  standing: Standing,
  kit: PotKit,
  {
    atMs,
    roomTempC,
    rules,
  }: { readonly atMs: number; readonly roomTempC: number; readonly rules: ServingRules },
): PotNow {
  const { liquidG, strengthPct, tempC } = standingAt(standing, kit, atMs, roomTempC);
  const { brewedMs } = standing;
  const { soldUntilMs, heldUntilMs } = saleOf(standing, kit, { roomTempC, rules });
  const leftMin = soldUntilMs === null ? Number.POSITIVE_INFINITY : (soldUntilMs - atMs) / MS_PER_MIN;
  const wholeMin = soldUntilMs === null ? 0 : (soldUntilMs - brewedMs) / MS_PER_MIN;
  return {
    liquidG,
    strengthPct,
    tempC,
    ageMin: Math.max(0, (atMs - brewedMs) / MS_PER_MIN),
    soldUntilMs,
    because: soldUntilMs === null ? null : soldUntilMs === heldUntilMs ? "hold" : "cold",
    mark: leftMin <= 0 ? "past" : leftMin <= Math.min(NEAR_MIN, NEAR_SHARE * wholeMin) ? "near" : "fresh",
  };
}

/**
 * When coffee as it stands falls below a temperature, ms: τ · ln((T − room) / (least − room)) from then on.
 *
 * @returns null where it never does: on a plate that holds more, or in a room that is warmer
 */
function tooColdAt(
  { asOfMs, tempC, liquidG, onPlate }: Standing,
  { plate, cooling }: PotKit,
  roomTempC: number,
  leastC: number,
): number | null {
  if (onPlate && plate && plate.heldTempC >= leastC) return null;
  if (tempC <= leastC) return asOfMs;
  if (leastC <= roomTempC) return null;
  const tauMin = tauAt(cooling, liquidG);
  return asOfMs + tauMin * Math.log((tempC - roomTempC) / (leastC - roomTempC)) * MS_PER_MIN;
}
