import type { Bench } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import type { BrewInput } from "#core/brew";
import { umAt } from "#core/grind";
import { brewInputOf, stretchedPlan } from "#core/outlook";
import { askingOf } from "#scaling/sheet";

/** A card's brew as the forecast takes it, at the card's own setting; undefined where its bed or its grind is not known. */
export function brewOfCard(sheet: CardSheet, bench: Bench): BrewInput | undefined {
  const setting = sheet.dial?.setting;
  const request = setting === undefined ? undefined : askingOf(sheet.chosen, bench, sheet.result.rounded);
  if (setting === undefined || !request || !("asking" in request)) return undefined;
  const { asking } = request;
  return brewInputOf(stretchedPlan(asking), umAt(asking.dial.curve, setting));
}
