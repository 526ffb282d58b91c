import { Button } from "#ui/button.tsx";

interface RestoredProps {
  readonly onAnew: () => void;
}

/** Over a form that was found half filled in. */
export function Restored({ onAnew }: RestoredProps) {
  return (
    <p role="status" className="flex flex-wrap items-center gap-3 rounded-panel border-2 border-due p-2">
      As you left it: it was not saved yet.
      <Button onClick={onAnew}>Begin anew</Button>
    </p>
  );
}
