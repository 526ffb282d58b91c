import type { Bench } from "#contract/bench.ts";
import type { CardIced } from "#contract/iced.ts";
import type { IcedSheet } from "#core/iced";
import { chosenOf, cupOverIce, icedCupOf, type ScaleState, schoolOf } from "#scaling/choice";
import { bathOf } from "./bath.ts";
import { glassesOf } from "./glass.ts";

/** An iced card's figures beside its choice: those that its steps and its day's ice need. */
export function cardIcedOf(state: ScaleState, bench: Bench, sheet: IcedSheet): CardIced {
  const { apart } = sheet;
  const school = schoolOf(state.pins, state.iced);
  return {
    ...(school && { school }),
    ...(apart && { apart: { massG: apart.massG, tempC: apart.tempC } }),
    ...glassPart(state, bench, sheet),
    ...bathPart(state, bench, sheet),
    ...steepPart(state, sheet),
  };
}

function glassPart(state: ScaleState, bench: Bench, sheet: IcedSheet): Pick<CardIced, "glass"> {
  const cup = icedCupOf(state.iced, bench);
  const { ice } = chosenOf(state, bench);
  const glasses = glassesOf(state, bench, sheet);
  // The server's own ice is served where some is left; where none is, the glass is bare.
  const served =
    glasses?.find(({ service }) => service === state.iced.glass) ??
    glasses?.find(({ service }) => service === "bare");
  const [sip] = served?.points ?? [];
  if (!cup || !ice || !served || !sip) return {};
  const { coffeeG } = cupOverIce(cup, ice);
  return {
    glass: {
      volumeMl: cup.volumeMl,
      coffeeG,
      iceG: served.iceG,
      count: sheet.inGlass?.glasses ?? sheet.rounded.yieldG / coffeeG,
      tempC: sip.tempC,
      strengthPct: sip.strengthPct,
    },
  };
}

function bathPart(state: ScaleState, bench: Bench, { rounded }: IcedSheet): Pick<CardIced, "bath"> {
  const bath = state.iced.method === "bath" ? bathOf(state, bench, rounded) : undefined;
  if (!bath?.turned.ok) return {};
  const { iceG, waterG, startTempC, wantedTempC, turned, still } = bath;
  return {
    bath: {
      iceG,
      waterG,
      startTempC,
      wantedTempC,
      turnedS: turned.value.doneS,
      ...(still.ok && { stillS: still.value.doneS }),
    },
  };
}

/** A concentrate before it is thinned: all of a sheet but its bypass. */
function steepPart({ iced }: ScaleState, { rounded }: IcedSheet): Pick<CardIced, "steep"> {
  if (iced.method !== "steep") return {};
  const { yieldG, bypassG, strengthPct = 0 } = rounded;
  const concentrateG = yieldG - bypassG;
  return {
    steep: {
      concentrateG,
      concentratePct: (strengthPct * yieldG) / concentrateG,
      parts: bypassG / concentrateG,
    },
  };
}
