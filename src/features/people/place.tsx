import type { ComponentProps } from "react";
import { Stations, Tokens } from "./keys.tsx";
import { Network } from "./network.tsx";
import { People } from "./people.tsx";
import { SignIns } from "./signIns.tsx";

interface PeoplePlaceProps {
  readonly people: ComponentProps<typeof People>["people"];
  readonly signIns: ComponentProps<typeof SignIns>["lines"];
  readonly stations: ComponentProps<typeof Stations>["stations"];
  /** The tablet that this browser is. */
  readonly stationHere: string | undefined;
  readonly tokens: ComponentProps<typeof Tokens>["tokens"];
  readonly network: ComponentProps<typeof Network>;
}

/** Who works here, on which tablets, and which programs may ask. */
export function PeoplePlace({ people, signIns, stations, stationHere, tokens, network }: PeoplePlaceProps) {
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-3">
      <h1 className="text-2xl">People, tablets and tokens</h1>
      <People people={people} />
      <SignIns title="Signed in now" lines={signIns} />
      <div className="grid items-start gap-3 md:grid-cols-2">
        <Stations stations={stations} here={stationHere} />
        <Tokens tokens={tokens} />
      </div>
      <Network {...network} />
    </div>
  );
}
