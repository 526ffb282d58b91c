"use client";

import { Check } from "lucide-react";
import { Select } from "radix-ui";
import { memo } from "react";
import { Face, type Trigger } from "./face.tsx";
import { OPTION, SHEET } from "./look.ts";
import type { Option } from "./options.ts";

interface GlancedProps {
  readonly label: string;
  readonly value: string;
  readonly options: readonly Option[];
  /** Always the same function. */
  readonly onPick: (value: string) => void;
  readonly disabled?: boolean | undefined;
  readonly trigger: Trigger;
}

/** The package takes no empty value, which stands for "none" here. */
const NONE = " ";

/**
 * A few: all seen at once, and no keyboard comes up on a tablet. Drawn again only when it looks different: the package's
 * own parts, an option each, are most of the work of a form whose figures move.
 */
export const Glanced = memo(function Glanced(props: GlancedProps) {
  const { label, value, options, onPick, disabled, trigger } = props;
  return (
    <Select.Root
      value={value || NONE}
      onValueChange={(next) => onPick(next === NONE ? "" : next)}
      disabled={disabled ?? false}
    >
      <Select.Trigger
        aria-label={label}
        aria-invalid={trigger.invalid}
        aria-describedby={trigger.describedBy}
        className={trigger.className}
      >
        <Face word={trigger.word}>
          <Select.Value />
        </Face>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content position="popper" sideOffset={4} className={SHEET}>
          <Select.Viewport>
            {options.map((option) => (
              <Select.Item
                key={option.value}
                value={option.value || NONE}
                className={`${OPTION} data-[highlighted]:bg-rim/15`}
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
}, looksTheSame);

function looksTheSame(before: GlancedProps, after: GlancedProps): boolean {
  return (
    before.label === after.label &&
    before.value === after.value &&
    before.disabled === after.disabled &&
    isSame(before.trigger, after.trigger) &&
    before.options.length === after.options.length &&
    before.options.every((option, i) => isSame(option, after.options[i]!))
  );
}

/** Whether two things have the same plain fields. */
function isSame<T extends object>(one: T, other: T): boolean {
  const names = Object.keys(one) as (keyof T)[];
  return names.length === Object.keys(other).length && names.every((name) => one[name] === other[name]);
}
