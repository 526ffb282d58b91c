import { cookies } from "next/headers";
import type { ReactNode } from "react";
import { Frame, Trouble } from "#features/frame/index.ts";
import { currentBench } from "#server/site.ts";
import { UnitsProvider } from "#ui/units.tsx";
import { UNITS_COOKIE, unitsFrom } from "#ui/unitsCookie.ts";

/** The frame around every place, for the site that this browser works at. */
export default async function HouseLayout({ children }: { readonly children: ReactNode }) {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const units = unitsFrom((await cookies()).get(UNITS_COOKIE)?.value);
  return (
    <UnitsProvider initial={units}>
      <Frame bench={bench}>{children}</Frame>
    </UnitsProvider>
  );
}
