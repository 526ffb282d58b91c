import { Slider } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { insideOf, Pot } from "#parts/pot.tsx";
import { useUnits } from "#ui/units.tsx";

interface LevelSliderProps {
  readonly name: string;
  readonly liquidG: number;
  readonly brimG: number;
  readonly workingG: number;
  readonly iced: boolean;
  /** Undefined for those who may not. */
  readonly onLeft: ((liquidG: number) => void) | undefined;
}

const SIZE = { width: 92, height: 124 } as const;
const STEP_G = 50;
/** A level that nobody moves any more is told after so long, ms. */
const SETTLES_MS = 400;
/** Large enough for a thumb; the level is in its middle. */
const THUMB = 48;
const INSIDE = insideOf(SIZE.height);

/** A drawn pot whose level can be set to where it stands, by dragging it or by arrow keys. */
export function LevelSlider({ name, liquidG, brimG, workingG, iced, onLeft }: LevelSliderProps) {
  const units = useUnits();
  const [dragged, setDragged] = useState<number>();
  // Arrow keys come one after the other: what they come to is told once.
  const waiting = useRef<{ readonly timer: ReturnType<typeof setTimeout>; readonly tell: () => void }>(
    undefined,
  );
  const settle = (level: number) => {
    clearTimeout(waiting.current?.timer);
    const tell = () => {
      waiting.current = undefined;
      setDragged(undefined);
      if (level !== liquidG) onLeft?.(level);
    };
    waiting.current = { timer: setTimeout(tell, SETTLES_MS), tell };
  };
  useEffect(
    () => () => {
      clearTimeout(waiting.current?.timer);
      waiting.current?.tell();
    },
    [],
  );
  const shownG = dragged ?? liquidG;
  return (
    <span className="relative block shrink-0" style={SIZE}>
      <svg {...SIZE} aria-hidden="true">
        <Pot fill={shownG / brimG} working={workingG / brimG} iced={iced} {...SIZE} />
      </svg>
      {onLeft && (
        <Slider.Root
          orientation="vertical"
          min={0}
          max={brimG}
          step={STEP_G}
          value={[shownG]}
          onValueChange={([level]) => setDragged(level)}
          onValueCommit={([level]) => level !== undefined && settle(level)}
          // Only the level itself is taken hold of: a tap beside it, meant for a cup, must move nothing.
          className="pointer-events-none absolute inset-x-0 touch-none select-none"
          style={{ top: INSIDE.top - THUMB / 2, height: INSIDE.height + THUMB }}
        >
          <Slider.Track className="block size-full" />
          <Slider.Thumb
            aria-label={`what is left in ${name}`}
            aria-valuetext={units.printLiquid(Math.round(shownG))}
            className="pointer-events-auto flex w-[92px] cursor-ns-resize items-center rounded-md"
            style={{ height: THUMB }}
          >
            <span className="mx-1.5 h-1.5 flex-1 rounded-full bg-enamel outline-2 outline-rim" />
          </Slider.Thumb>
        </Slider.Root>
      )}
    </span>
  );
}
