import { firstSip, type GlassPoint, type GlassServe } from "#core/ice";
import { fail, ok, type Result } from "#core/result";
import type { Pins, SheetFigures } from "#core/sheet";
import type { GlassPin, IcedFailure, IcedInput, InGlass } from "./types.ts";

/** The server's temperature is found to this, K, in so many tries at most; eight to twelve are usual. */
const TOLERANCE_K = 1e-10;
const MOST_TRIES = 60;
/** Any strength will do where only a share of it is looked for. */
const UNIT_PCT = 1;

/** The glass of a server that ends at a temperature; with the server's own ice where that goes along. */
export function serveFrom(
  serve: GlassServe,
  ownIce: boolean,
  { yieldG, iceLeftG }: { readonly yieldG: number; readonly iceLeftG: number },
): GlassServe {
  if (!ownIce) return serve;
  const perG = iceLeftG / (yieldG - iceLeftG);
  return { ...serve, iceG: serve.coffeeG * perG, iceTempC: 0, iceWetShare: 0 };
}

/** The server's temperature for a glass, once it is found: it hangs on the rest only where the server's own ice goes along. */
export interface KnownServer {
  tempC?: number;
  /** The first sip of a unit of strength, poured at that temperature. */
  sip?: { readonly atC: number; readonly point: GlassPoint };
}

/** A glass at its first sip, poured at a temperature and a strength. */
export function sipOf(serve: GlassServe, coffeeTempC: number, strengthPct: number) {
  return firstSip({ ...serve, coffeeTempC, strengthPct });
}

/**
 * The pins of a server for what is said of the glass.
 *
 * - ratio: all that ends in the glass is g more per gram of coffee poured, so that (r + g·R) / (1 + g) is the server's;
 * - temperature: the server's is found between ice cold and the drip, because a glass is the warmer the warmer its coffee;
 * - strength: what the glass dilutes is a share that does not hang on the strength, so it is divided out.
 *
 * @param serverTempC what the server ends at, as far as it is known
 * @param known keeps what holds for every turn of one sheet
 */
export function pinsInServer(
  { sheet, inGlass, ownIce = false }: IcedInput,
  serve: GlassServe,
  serverTempC: number,
  known: KnownServer,
): Result<Pins, IcedFailure> {
  const { pins, retentionGPerG, heat } = sheet;
  const pinInGlass = (pin: GlassPin) => (inGlass.includes(pin) ? pins[pin] : undefined);
  const next: { -readonly [name in keyof Pins]: Pins[name] } = { ...pins };
  let tempC = pins.finalTempC ?? serverTempC;
  const wantedC = pinInGlass("finalTempC");
  if (wantedC !== undefined && heat) {
    const found = known.tempC === undefined ? serverTempFor(wantedC, serve, heat.dripTempC) : ok(known.tempC);
    if (!found.ok) return found;
    tempC = found.value;
    if (!ownIce) known.tempC = tempC;
    next.finalTempC = tempC;
  }
  const sip = known.sip?.atC === tempC && !ownIce ? known.sip.point : sipOf(serve, tempC, UNIT_PCT);
  known.sip = { atC: tempC, point: sip };
  const strengthPct = pinInGlass("strengthPct");
  if (strengthPct !== undefined) next.strengthPct = strengthPct / sip.strengthPct;
  const totalRatio = pinInGlass("totalRatio");
  if (totalRatio !== undefined) {
    const moreG = moreOf(sip, serve);
    next.totalRatio = (totalRatio + moreG * retentionGPerG) / (1 + moreG);
  }
  return ok(next);
}

/** A glass's content beyond the coffee that was poured, g per g of it. */
function moreOf(
  sip: { readonly liquidG: number; readonly iceLeftG: number },
  { coffeeG }: GlassServe,
): number {
  return (sip.liquidG + sip.iceLeftG) / coffeeG - 1;
}

function serverTempFor(wantedC: number, serve: GlassServe, dripTempC: number): Result<number, IcedFailure> {
  const at = (tempC: number) => sipOf(serve, tempC, UNIT_PCT).tempC;
  const [leastTempC, mostTempC] = [at(0), at(dripTempC)];
  if (!(wantedC >= leastTempC && wantedC <= mostTempC)) {
    return fail({ code: "glassOutOfReach", finalTempC: wantedC, leastTempC, mostTempC });
  }
  // Regula falsi with the standing end halved (Illinois): the bracket always holds the root.
  let [low, high] = [0, dripTempC];
  let [under, over] = [leastTempC - wantedC, mostTempC - wantedC];
  for (let i = 0; i < MOST_TRIES && high - low > TOLERANCE_K && over > under; i++) {
    const tempC = (low * over - high * under) / (over - under);
    const off = at(tempC) - wantedC;
    if (Math.abs(off) <= TOLERANCE_K) return ok(tempC);
    if (off < 0) [low, under, over] = [tempC, off, over / 2];
    else [high, over, under] = [tempC, off, under / 2];
  }
  return ok((low + high) / 2);
}

/** A solved server in the glass; undefined where its temperature or strength is not known. */
export function inGlassOf(
  serve: GlassServe,
  { doseG, yieldG, totalRatio, finalTempC, strengthPct }: SheetFigures,
  iceLeftG: number,
): InGlass | undefined {
  if (finalTempC === undefined || strengthPct === undefined) return undefined;
  // Melted liquid is poured: left-over ice stays in the server, or goes along as the glass's own.
  const liquidG = yieldG - iceLeftG;
  const poured = (strengthPct * yieldG) / liquidG;
  const sip = sipOf(serve, finalTempC, poured);
  return {
    ...sip,
    totalRatio: totalRatio + (moreOf(sip, serve) * yieldG) / doseG,
    glasses: liquidG / serve.coffeeG,
  };
}
