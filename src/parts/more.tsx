"use client";

import { Ellipsis } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { buttonClass } from "#ui/button.tsx";

interface MoreProps {
  /** The thing's name. */
  readonly name: string;
  readonly acts: readonly { readonly verb: string; readonly onAct: () => void }[];
}

/** What can be done with a thing besides measuring it, in a menu. */
export function More({ name, acts }: MoreProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonClass()} aria-label={`more of ${name}`}>
        <Ellipsis size={18} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 min-w-44 rounded-panel border-2 border-rim bg-enamel p-1 text-ink shadow-lg"
        >
          {acts.map(({ verb, onAct }) => (
            <DropdownMenu.Item
              key={verb}
              onSelect={onAct}
              className="flex min-h-11 cursor-pointer items-center rounded-md px-3 data-[highlighted]:bg-rim/10"
            >
              {verb}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
