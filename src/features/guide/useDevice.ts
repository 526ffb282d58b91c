import { useEffect, useState } from "react";
import type { Device, LineFormat, TextPort } from "#devices/index.ts";
import { useSimulated } from "#ui/simulated.ts";
import type { GuideView } from "./guideProps.ts";

/** How the simulated brew behaves: as forecast but for its own bed; or half-way its bed stalls, its vessel is lifted, its scale says nothing. */
export const PLAYS = ["asForecast", "stalls", "isLifted", "dropsOut"] as const;
export type Plays = (typeof PLAYS)[number];

interface DeviceAsking {
  readonly guide: GuideView;
  readonly under: "vessel" | "brewer";
  readonly clockS: () => number;
  readonly plannedG: () => number;
}

/** The scale of a guide: a real one on the serial port, a simulated one where those are switched on, or none. */
export function useDevice({ guide, under, clockS, plannedG }: DeviceAsking) {
  const [isOn] = useSimulated();
  const [plays, setPlays] = useState<Plays>("asForecast");
  const [serial, setSerial] = useState<Device>();
  const [simulated, setSimulated] = useState<Device>();
  const { id, brew } = guide;
  // Few guides have one: it is fetched where it is wanted.
  useEffect(() => {
    setSimulated(undefined);
    if (!isOn) return;
    let isMounted = true;
    void import("./simulated.ts").then(({ simulatedScale }) => {
      if (isMounted) setSimulated(simulatedScale({ guideId: id, brew, under, plays, clockS, plannedG }));
    });
    return () => {
      isMounted = false;
    };
  }, [isOn, id, brew, under, plays, clockS, plannedG]);
  const connect = async (port: TextPort, format: LineFormat) => {
    const { serialScale } = await import("#devices/index.ts");
    setSerial(serialScale("scale", port, format));
  };
  return {
    device: serial ?? simulated,
    isSimulated: serial === undefined && simulated !== undefined,
    plays,
    setPlays,
    connect,
  };
}
