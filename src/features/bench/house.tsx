"use client";

import dynamic from "next/dynamic";
import type { RowOf } from "#contract/things.ts";
import { boilingC } from "#core/measure";
import { printNumber } from "#core/units";
import { Panel } from "#ui/panel.tsx";
import { useSimulated } from "#ui/simulated.ts";
import { useUnits } from "#ui/units.tsx";
import type { House } from "./settings.tsx";
import { Things } from "./things.tsx";

/** Loaded beside the page, with what a form needs. */
const Settings = dynamic(() => import("./settings.tsx").then(({ Settings }) => Settings));

/** What only this device shows. */
function OnThisDevice() {
  const [isOn, setOn] = useSimulated();
  return (
    <Panel title="On this device">
      <label className="flex min-h-12 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-rim"
          checked={isOn}
          onChange={(event) => setOn(event.target.checked)}
        />
        simulated instruments beside the bench, to try measuring without hardware
      </label>
    </Panel>
  );
}

interface HousePartProps {
  readonly house: House;
  readonly sites: readonly RowOf<"site">[];
  readonly scales: readonly RowOf<"scale">[];
}

/** Where the house brews, what it weighs with, and what it decides for all its sites. */
export function HousePart({ house, sites, scales }: HousePartProps) {
  const units = useUnits();
  return (
    <div className="grid items-start gap-3 lg:grid-cols-2">
      <div className="flex flex-col gap-3">
        <Things
          kind="site"
          rows={sites}
          empty="Begin with a site: how high it lies says where water boils."
          say={({ figures: { altitudeM, timeZone, currency } }) =>
            `${printNumber(altitudeM, 0)} m above the sea, water boils at ${units.printTemp(boilingC(altitudeM))}; ${timeZone}; ${currency}`
          }
        />
        <Things
          kind="scale"
          rows={scales}
          empty="Put your scales on the bench: what one takes decides what is weighed in parts."
          say={({ figures: { capacityG, stepG, checkedOn, checkWeightG, checkReadG } }) => {
            const off = checkReadG !== null && checkWeightG !== null ? checkReadG - checkWeightG : undefined;
            return (
              <>
                up to {units.printMass(capacityG)} by {units.printMass(stepG)}
                {checkedOn && off !== undefined && (
                  <span className={Math.abs(off) > 2 * stepG ? "text-due" : ""}>
                    ; checked {checkedOn}: {off === 0 ? "right" : `${units.printMass(off)} off`}
                  </span>
                )}
              </>
            );
          }}
        />
      </div>
      <div className="flex flex-col gap-3">
        <Settings house={house} />
        <OnThisDevice />
      </div>
    </div>
  );
}
