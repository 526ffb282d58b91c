import type { MassUnit, RatioUnit, TempUnit } from "#core/units";

/** How this browser reads figures; they are stored in g, °C and water ÷ dose whatever it reads. */
export interface Units {
  readonly mass: MassUnit;
  readonly temp: TempUnit;
  readonly ratio: RatioUnit;
}

export const UNITS_COOKIE = "units";
/** Units as the cookie keeps them; without one, the house's. */
export function unitsFrom(cookie: string | undefined, house: Units): Units {
  if (!cookie) return house;
  const [mass, temp, ratio] = cookie.split("|");
  return {
    mass: mass === "oz" ? "oz" : "g",
    temp: temp === "F" ? "°F" : "°C",
    ratio: ratio === "gl" ? "g/l" : ratio === "goz" ? "g/fl oz" : "1:n",
  };
}
