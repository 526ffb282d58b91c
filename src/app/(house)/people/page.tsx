import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { signInLines } from "#app/signInLines.ts";
import { NO_ZONE, printTime } from "#app/times.ts";
import { listPeople } from "#data/people.ts";
import { listSessions } from "#data/sessions.ts";
import { listStations } from "#data/stations.ts";
import { listTokens } from "#data/tokens.ts";
import { Network, People, SignIns, Stations, Tokens } from "#features/people/index.ts";
import { database } from "#server/database.ts";
import { isLoopback, ownAddresses, qrOf } from "#server/links.ts";
import { currentStation } from "#server/session.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "People · Tumbek" };

export default guarded("people", async (_props: object, session) => {
  const db = database();
  const [people, sessions, stations, tokens, station, bench] = await Promise.all([
    listPeople(db),
    listSessions(db, new Date()),
    listStations(db),
    listTokens(db),
    currentStation(),
    currentBench(),
  ]);
  const zone = typeof bench === "string" ? NO_ZONE : bench.site.timeZone;
  const since = <Line extends { readonly createdAt: Date }>({ createdAt, ...line }: Line) => ({
    ...line,
    since: printTime(createdAt, zone),
  });
  const publicPins = people.filter(({ publicPin, archived }) => publicPin !== null && !archived);
  const addresses = isLoopback() ? [] : ownAddresses().map((url) => ({ url, qr: qrOf(url) }));
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-3">
      <h1 className="text-2xl">People, tablets and tokens</h1>
      <People
        people={people.map(({ id, name, role, publicPin, archived, anonymised, revision }) => ({
          id,
          name,
          role,
          publicPin,
          archived,
          anonymised,
          revision,
        }))}
      />
      <SignIns title="Signed in now" lines={signInLines(sessions, session.id)} />
      <div className="grid items-start gap-3 md:grid-cols-2">
        <Stations stations={stations.map(since)} here={station?.id} />
        <Tokens tokens={tokens.map(since)} />
      </div>
      <Network
        addresses={addresses}
        certificate={process.env.TUMBEK_CERTIFICATE}
        publicPins={publicPins.map(({ name }) => name)}
      />
    </div>
  );
});
