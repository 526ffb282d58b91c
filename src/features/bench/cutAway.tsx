"use client";

import type { Basket } from "#core/brew";
import { BasketDrawing } from "#parts/basketDrawing.tsx";
import type { Besides } from "./thingForm.tsx";

/** A usual coffee, where none is chosen yet. */
const USUAL_DENSITY = 0.4;

/** The basket as it is typed, with its most coffee in it. */
export function CutAway({ read }: Besides) {
  const { shape, topDiameterMm, bottomDiameterMm, heightMm, doseMaxG } = read;
  const numbers = [topDiameterMm, bottomDiameterMm, heightMm, doseMaxG];
  if (
    !numbers.every((each) => typeof each === "number") ||
    Number(topDiameterMm) < Number(bottomDiameterMm)
  ) {
    return null;
  }
  const basket = { shape, topDiameterMm, bottomDiameterMm, heightMm } as unknown as Basket;
  return <BasketDrawing basket={basket} doseG={Number(doseMaxG)} densityGPerMl={USUAL_DENSITY} />;
}
