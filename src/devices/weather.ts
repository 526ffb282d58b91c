import { getDayOfYear, parseISO } from "date-fns";
import { seeded } from "#core/random";

/** A forecast of the weather at a site. A real one asks a service; whoever uses it sees only this. */
export interface Weather {
  readonly name: string;
  /** In the shade in the afternoon, °C. @param day ISO date */
  readonly afternoonC: (day: string) => Promise<number>;
}

const DAYS_PER_YEAR = 365.25;
/** A cold, windy quay with hot afternoons in July: mean of the year, how far summer is above it, and its warmest day. */
const MEAN_C = 11;
const SWING_C = 8;
const WARMEST_DAY = 200;
const DAY_SD_C = 3.5;

/** Weather by the season and a throw for each day, the same whenever it is asked. */
export function simulatedWeather(): Weather {
  return {
    name: "simulated weather",
    afternoonC: async (day) => {
      const date = parseISO(day);
      const season = Math.cos((2 * Math.PI * (getDayOfYear(date) - WARMEST_DAY)) / DAYS_PER_YEAR);
      const thrown = seeded(Math.floor(date.getTime() / 86_400_000)).normal();
      return Math.round(MEAN_C + SWING_C * season + DAY_SD_C * thrown);
    },
  };
}
