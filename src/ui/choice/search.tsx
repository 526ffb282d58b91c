"use client";

import { Command } from "cmdk";
import { Check, Plus } from "lucide-react";
import { useMemo, useState } from "react";
import { OPTION } from "./look.ts";
import { findOptions, type Option } from "./options.ts";

interface SearchProps {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly options: readonly Option[];
  readonly adds: string | undefined;
  readonly onChange: (value: string) => void;
  readonly onAdd: ((typed: string) => void) | undefined;
}

const ITEM = `${OPTION} data-[selected=true]:bg-rim/15`;
const ADD = " add";

/** What a long choice opens: a field that narrows the list, and the list. */
export default function Search({ id, label, value, options, adds, onChange, onAdd }: SearchProps) {
  const [typed, setTyped] = useState("");
  const { groups, more } = useMemo(() => findOptions(options, typed), [options, typed]);
  const heading = (text: string) => (text === "" ? {} : { heading: text });
  return (
    <Command shouldFilter={false} loop defaultValue={value} label={`find: ${label}`}>
      <Command.Input
        autoFocus
        value={typed}
        onValueChange={setTyped}
        maxLength={60}
        placeholder="Type a part of it"
        className="mb-1 min-h-11 w-full rounded-md border border-rim/50 bg-enamel px-3"
      />
      <Command.List
        id={id}
        label={label}
        className="max-h-[min(22rem,50vh)] overflow-auto [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-quiet [&_[cmdk-group-heading]]:text-sm"
      >
        <Command.Empty className="p-3 text-quiet">Nothing by that name.</Command.Empty>
        {groups.map((group) => (
          <Command.Group key={group.heading} {...heading(group.heading)}>
            {group.options.map((option) => (
              <Command.Item
                key={option.value}
                value={option.value || "none"}
                onSelect={() => onChange(option.value)}
                className={ITEM}
              >
                <span className="min-w-0 flex-1">
                  <bdi>{option.text}</bdi>{" "}
                  {option.aside && <span className="ml-1 text-quiet text-sm">{option.aside}</span>}
                </span>
                {option.value === value && <Check size={16} aria-label="chosen" className="shrink-0" />}
              </Command.Item>
            ))}
          </Command.Group>
        ))}
        {more > 0 && (
          <p className="px-3 py-2 text-quiet text-sm">{more} more: type a part of what you look for.</p>
        )}
        {onAdd && (
          <Command.Item value={ADD} onSelect={() => onAdd(typed.trim())} className={`${ITEM} font-semibold`}>
            <Plus size={16} aria-hidden />
            <span className="truncate">
              Add a new {adds}
              {typed.trim() !== "" && (
                <>
                  : <bdi>{typed.trim()}</bdi>
                </>
              )}
            </span>
          </Command.Item>
        )}
      </Command.List>
    </Command>
  );
}
