import { cookies } from "next/headers";
import type { ReactNode } from "react";
import { sessionOrDoor } from "#app/guarded.tsx";
import { USUAL_SETTINGS } from "#contract/house.ts";
import { UNITS_COOKIE, unitsFrom } from "#contract/readerUnits.ts";
import { CounterProvider, Who } from "#features/counter/index.ts";
import { Frame, Trouble } from "#features/frame/index.ts";
import { BarProvider } from "#parts/bar/provider.tsx";
import { Offline } from "#parts/offline/index.tsx";
import { barViewOf } from "#server/read/bar.ts";
import { IDLE_MIN } from "#server/session.ts";
import { currentBench } from "#server/site.ts";
import { UnitsProvider } from "#ui/units.tsx";

/** The frame around every place, for the site that this browser works at and who is signed in. */
export default async function HouseLayout({ children }: { readonly children: ReactNode }) {
  const [session, bench] = await Promise.all([sessionOrDoor(), currentBench()]);
  if (session === "gone" || bench === "gone") {
    return (
      <main>
        <Trouble what="gone" />
      </main>
    );
  }
  const houseUnits = bench === "none" ? USUAL_SETTINGS.units : bench.settings.units;
  const units = unitsFrom((await cookies()).get(UNITS_COOKIE)?.value, houseUnits);
  const lockAfterMin = session.station ? IDLE_MIN.station : IDLE_MIN.own;
  const frame = (
    <Frame bench={bench === "none" ? undefined : bench} who={<Who />}>
      {children}
    </Frame>
  );
  return (
    <UnitsProvider initial={units}>
      {/* A device keeps its pages for one person. */}
      <meta name="tumbek-person" content={session.person.id} />
      <CounterProvider person={session.person} lockAfterMin={lockAfterMin}>
        <Offline siteId={bench === "none" ? undefined : bench.site.id} lockAfterMin={lockAfterMin} />
        {bench === "none" ? frame : <BarProvider initial={await barViewOf(bench)}>{frame}</BarProvider>}
      </CounterProvider>
    </UnitsProvider>
  );
}
