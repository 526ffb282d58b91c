import type { Clock, MassUnit, RatioUnit, TempUnit } from "#core/units";

/** How this browser reads figures; they are stored in g, °C and water ÷ dose whatever it reads. */
export interface Units {
  readonly mass: MassUnit;
  readonly temp: TempUnit;
  readonly ratio: RatioUnit;
  readonly clock: Clock;
}

export const UNITS_COOKIE = "units";

/** Units as the cookie keeps them; without one, the house's, and the clock of 24 hours. */
export function unitsFrom(cookie: string | undefined, house: Omit<Units, "clock">): Units {
  if (!cookie) return { ...house, clock: "24 h" };
  const [mass, temp, ratio, clock] = cookie.split("|");
  return {
    mass: mass === "oz" ? "oz" : "g",
    temp: temp === "F" ? "°F" : "°C",
    ratio: ratio === "gl" ? "g/l" : ratio === "goz" ? "g/fl oz" : "1:n",
    clock: clock === "12" ? "12 h" : "24 h",
  };
}
