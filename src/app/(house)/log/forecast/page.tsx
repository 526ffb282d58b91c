import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { type LinkQuery, paramsOf } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { ForecastAndClock } from "#features/log/index.ts";
import { readForecast } from "#server/read/forecast.ts";

export const metadata: Metadata = { title: "Forecast and clock · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readForecast(paramsOf(await searchParams));
  return typeof page === "string" ? <Trouble what={page} /> : <ForecastAndClock {...page} />;
});
