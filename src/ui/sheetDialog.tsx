"use client";

import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface SheetDialogProps {
  readonly title: string;
  readonly onDone: () => void;
  /** With room for fields side by side. */
  readonly wide?: boolean;
  readonly children: ReactNode;
}

/** A few questions over the page. */
export function SheetDialog({ title, onDone, wide = false, children }: SheetDialogProps) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onDone()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed top-1/2 left-1/2 z-40 flex max-h-[90dvh] -translate-x-1/2 -translate-y-1/2 flex-col gap-3 overflow-y-auto rounded-panel border-2 border-rim bg-enamel p-4 text-ink ${wide ? "w-[min(40rem,94vw)]" : "w-[min(30rem,94vw)]"}`}
        >
          <Dialog.Title className="font-bold font-display text-xl">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
