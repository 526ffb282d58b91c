"use client";

import { Check, ChevronDown } from "lucide-react";
import { Select } from "radix-ui";
import { type ReactNode, useSyncExternalStore } from "react";

interface ChoiceProps {
  /** The plain word before what is chosen: "from", "on". */
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly text: string; readonly aside?: string }[];
  readonly onChange: (value: string) => void;
}

const TRIGGER =
  "inline-flex min-h-10 max-w-full items-center gap-1 rounded-panel border-2 border-rim bg-enamel px-2 text-left";

/**
 * One of several, said as a part of a sentence: "on Fulmar". Until the page lives it is only drawn: what
 * opens it is a third of the work of a page, and nobody can open it before.
 */
export function Choice(props: ChoiceProps) {
  const lives = useSyncExternalStore(neverChanges, inBrowser, onServer);
  if (lives) return <LiveChoice {...props} />;
  const { label, value, options } = props;
  return (
    <span className={TRIGGER}>
      <Face label={label}>{options.find((option) => option.value === value)?.text}</Face>
    </span>
  );
}

const neverChanges = () => () => {};
const inBrowser = () => true;
const onServer = () => false;

function Face({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <>
      <span className="text-quiet text-sm">{label}</span>
      <span className="truncate font-semibold">{children}</span>
      <ChevronDown size={16} aria-hidden className="shrink-0" />
    </>
  );
}

function LiveChoice({ label, value, options, onChange }: ChoiceProps) {
  return (
    <Select.Root value={value} onValueChange={onChange}>
      <Select.Trigger aria-label={label} className={TRIGGER}>
        <Face label={label}>
          <Select.Value />
        </Face>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={4}
          className="z-20 rounded-panel border-2 border-rim bg-enamel p-1 text-ink shadow-lg"
        >
          <Select.Viewport>
            {options.map((option) => (
              <Select.Item
                key={option.value}
                value={option.value}
                className="flex min-h-10 cursor-pointer items-center gap-2 rounded-md px-3 outline-none data-[highlighted]:bg-rim/15"
              >
                <Select.ItemText>{option.text}</Select.ItemText>
                {option.aside && <span className="text-quiet text-sm">{option.aside}</span>}
                <Select.ItemIndicator>
                  <Check size={16} aria-hidden />
                </Select.ItemIndicator>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
