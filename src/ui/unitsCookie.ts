import type { MassUnit, RatioUnit, TempUnit } from "#core/units";

/** How this browser reads figures; they are stored in g, °C and water ÷ dose whatever it reads. */
export interface Units {
  readonly mass: MassUnit;
  readonly temp: TempUnit;
  readonly ratio: RatioUnit;
}

export const USUAL_UNITS: Units = { mass: "g", temp: "°C", ratio: "1:n" };

export const UNITS_COOKIE = "units";
/** Units as the cookie keeps them; anything else reads as the usual ones. */
export function unitsFrom(cookie: string | undefined): Units {
  const [mass, temp, ratio] = (cookie ?? "").split("|");
  return {
    mass: mass === "oz" ? "oz" : "g",
    temp: temp === "F" ? "°F" : "°C",
    ratio: ratio === "gl" ? "g/l" : "1:n",
  };
}
