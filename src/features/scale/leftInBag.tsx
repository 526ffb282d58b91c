"use client";

import { PackageOpen } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { Button } from "#ui/button.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { useUnits } from "#ui/units.tsx";

/** No site weighs more coffee for one batch, g. */
const MOST_G = 20_000;

interface LeftInBagProps {
  /** As the bench counts it, g. */
  readonly leftG: number | null;
  readonly onScale: (leftG: number) => void;
}

/** Works back from the coffee that is left: its dose is pinned, and water and pot follow. */
export function LeftInBag({ leftG, onScale }: LeftInBagProps) {
  const { printMass } = useUnits();
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button
          className="min-w-10"
          aria-label="Scale to what is left in the bag"
          title="Scale to what is left in the bag"
        >
          <PackageOpen size={18} aria-hidden />
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          aria-label="What is left in the bag"
          className="z-20 flex max-w-72 flex-col gap-2 rounded-panel border-2 border-rim bg-enamel p-3"
        >
          <FigureField
            label="left in the bag"
            kind="g"
            value={null}
            bounds={[1, MOST_G]}
            help={
              leftG === null
                ? "Weigh it; Enter scales to it"
                : `${printMass(leftG)} by the bench; weigh it, Enter scales to it`
            }
            onValue={(massG) => {
              if (massG === null) return;
              onScale(massG);
              setOpen(false);
            }}
          />
          <p className="text-quiet text-sm">Water, pot and brewer follow from it.</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
