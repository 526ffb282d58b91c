"use client";

import { Dialog } from "radix-ui";
import { buttonClass } from "#ui/button.tsx";
import { keysAt } from "./keyList.ts";

interface KeysDialogProps {
  readonly path: string;
  readonly onOpen: (open: boolean) => void;
}

/** Each key of a screen, and what it does. */
export default function KeysDialog({ path, onOpen }: KeysDialogProps) {
  return (
    <Dialog.Root open onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-24 left-1/2 z-40 max-h-[80dvh] w-[min(32rem,92vw)] -translate-x-1/2 overflow-y-auto rounded-panel border-2 border-rim bg-enamel p-4 text-ink"
        >
          <Dialog.Title className="mb-2 text-xl">Keys of this screen</Dialog.Title>
          <dl className="grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-2">
            {keysAt(path).map(({ keys, does }) => (
              <div key={`${keys} ${does}`} className="contents">
                <dt className="flex gap-1">
                  {keys.map((key) => (
                    <kbd key={key} className="rounded border-2 border-rim/50 px-2 font-semibold">
                      {key}
                    </kbd>
                  ))}
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close className={`${buttonClass()} mt-4 min-h-12`}>Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
