import { Minus, Plus } from "lucide-react";
import { Button } from "#ui/button.tsx";

export const SHIFT_S = 5;

/** The clock a little on or back, where the first water ran before or after it was tapped. */
export function Shift({
  className,
  onShift,
}: {
  readonly className: string;
  readonly onShift: (byS: number) => void;
}) {
  return (
    <>
      <Button
        className={`min-h-16 min-w-16 ${className}`}
        aria-label={`Clock ${SHIFT_S} s back`}
        onClick={() => onShift(-SHIFT_S)}
      >
        <Minus size={20} aria-hidden />
        {SHIFT_S} s
      </Button>
      <Button
        className={`min-h-16 min-w-16 ${className}`}
        aria-label={`Clock ${SHIFT_S} s on`}
        onClick={() => onShift(SHIFT_S)}
      >
        <Plus size={20} aria-hidden />
        {SHIFT_S} s
      </Button>
    </>
  );
}
