import { useMemo } from "react";
import type { Bench } from "#contract/bench.ts";
import type { IcedSheet } from "#core/iced";
import type { ScaleState } from "#scaling/choice";
import { serverMend } from "#scaling/iced";
import { Button } from "#ui/button.tsx";
import { useUnits } from "#ui/units.tsx";

interface ServerMendsProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
  readonly onTake: (to: (state: ScaleState) => ScaleState, said: string) => void;
}

/** Where ice and coffee are too much for the server: the most that fits, or two of them. */
export function ServerMends({ state, bench, sheet, onTake }: ServerMendsProps) {
  const units = useUnits();
  const mend = useMemo(() => serverMend(state, bench, sheet), [state, bench, sheet]);
  if (!mend) return null;
  const { mostG, two } = mend;
  return (
    <>
      {mostG !== undefined && (
        <li className="flex items-center justify-between gap-2 border-rim/20 border-b py-1.5 text-sm">
          <span>The most that fits this server so: {units.printLiquid(mostG)}.</span>
          <Button
            className="shrink-0"
            onClick={() =>
              onTake(
                (now) => ({
                  ...now,
                  pins: now.pins.map((pin) =>
                    pin.name === "yieldG" || pin.name === "doseG" ? { name: "yieldG", value: mostG } : pin,
                  ),
                }),
                "As much as the server takes.",
              )
            }
          >
            Take it<span className="sr-only">: as much as fits this server</span>
          </Button>
        </li>
      )}
      {two && (
        <li className="flex items-center justify-between gap-2 border-rim/20 border-b py-1.5 text-sm">
          <span>Share it over two servers: half of the ice in each, and change over half-way.</span>
          <Button
            className="shrink-0"
            onClick={() =>
              onTake((now) => ({ ...now, iced: { ...now.iced, servers: 2 } }), "Shared over two servers.")
            }
          >
            Take two
          </Button>
        </li>
      )}
    </>
  );
}
