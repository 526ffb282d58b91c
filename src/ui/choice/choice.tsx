"use client";

import { Popover } from "radix-ui";
import { lazy, Suspense, useCallback, useId, useState, useSyncExternalStore } from "react";
import { useLatest } from "#ui/useLatest.ts";
import { Face, type Trigger } from "./face.tsx";
import { Glanced } from "./glanced.tsx";
import { SHEET } from "./look.ts";
import type { Option } from "./options.ts";

export interface ChoiceProps<Value extends string> {
  readonly label: string;
  readonly value: Value;
  readonly options: readonly Option<Value>[];
  readonly onChange: (value: Value) => void;
  readonly disabled?: boolean | undefined;
  /** Makes a new one in place, from the words that were typed to find it. */
  readonly onAdd?: ((typed: string) => void) | undefined;
  /** What is added, as in "Add a new coffee". */
  readonly adds?: string | undefined;
}

/** As many are seen at a glance; more are searched. */
const AT_A_GLANCE = 8;

const loadSearch = () => import("./search.tsx");
/** Not part of the first load: fetched when a long choice is first pointed at. */
const Search = lazy(loadSearch);

const INLINE: Trigger = {
  className:
    "inline-flex min-h-10 max-w-full items-center gap-1 rounded-panel border-2 border-rim bg-enamel px-2 text-left disabled:opacity-60",
};
const FIELD =
  "flex w-full min-w-0 items-center justify-between gap-1 rounded-md border-2 border-rim/50 bg-enamel px-2 text-left aria-invalid:border-stop disabled:border-rim/20";

/** One of several, said as a part of a sentence: "on Fulmar". */
export function Choice<Value extends string>(props: ChoiceProps<Value>) {
  return <Chooser {...props} trigger={{ ...INLINE, word: props.label }} />;
}

interface ChoiceFieldProps<Value extends string> extends ChoiceProps<Value> {
  /** Sentence that says what is wrong with the choice. */
  readonly trouble?: string | undefined;
  readonly help?: string | undefined;
  /** In a table, whose head is its label. */
  readonly inTable?: boolean;
}

/** One of several, in a form or a table: its label over it, and what is wrong with it under it. */
export function ChoiceField<Value extends string>(props: ChoiceFieldProps<Value>) {
  const { trouble, help, inTable, ...choice } = props;
  const id = useId();
  const trigger = {
    className: `${FIELD} ${inTable ? "min-h-10" : "min-h-11"}`,
    invalid: trouble !== undefined,
    describedBy: `${id}-more`,
  };
  return (
    <div className="min-w-0">
      {!inTable && (
        <span aria-hidden className="block text-quiet text-sm">
          {choice.label}
        </span>
      )}
      <Chooser {...choice} trigger={trigger} />
      <p
        id={`${id}-more`}
        role={trouble ? "alert" : undefined}
        className={`text-sm ${inTable ? "empty:hidden" : "min-h-5"} ${trouble ? "text-stop" : "text-quiet"}`}
      >
        {trouble ?? help}
      </p>
    </div>
  );
}

type ChooserProps<Value extends string> = ChoiceProps<Value> & { readonly trigger: Trigger };

/** Until the page lives a choice is only drawn: what opens it is a third of the work of a page, and nobody can open it before. */
function Chooser<Value extends string>(props: ChooserProps<Value>) {
  const lives = useSyncExternalStore(neverChanges, inBrowser, onServer);
  const { label, value, options, onChange, disabled, trigger, onAdd } = props;
  const change = useLatest(onChange);
  const pick = useCallback((next: string) => change()(next as Value), [change]);
  if (!lives) {
    return (
      <span className={trigger.className}>
        <Face word={trigger.word}>{options.find((option) => option.value === value)?.text}</Face>
      </span>
    );
  }
  if (options.length > AT_A_GLANCE || onAdd) return <Searched {...props} />;
  return <Glanced {...{ label, value, options, disabled, trigger }} onPick={pick} />;
}

const neverChanges = () => () => {};
const inBrowser = () => true;
const onServer = () => false;

/** Many: searched by any word, in groups, with a new one made in place. */
function Searched<Value extends string>(props: ChooserProps<Value>) {
  const { label, value, options, onChange, disabled, trigger, onAdd, adds } = props;
  const [open, setOpen] = useState(false);
  const list = useId();
  const close = () => setOpen(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        role="combobox"
        aria-label={label}
        aria-controls={open ? list : undefined}
        aria-haspopup="listbox"
        aria-invalid={trigger.invalid}
        aria-describedby={trigger.describedBy}
        disabled={disabled}
        onPointerEnter={() => void loadSearch()}
        onFocus={() => void loadSearch()}
        onKeyDown={(event) => {
          // As the short ones do: an arrow opens it.
          if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
          event.preventDefault();
          setOpen(true);
        }}
        className={trigger.className}
      >
        <Face word={trigger.word}>{options.find((option) => option.value === value)?.text}</Face>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          align="start"
          collisionPadding={8}
          aria-label={label}
          className={`${SHEET} w-[min(26rem,94vw)] min-w-[var(--radix-popover-trigger-width)]`}
        >
          <Suspense fallback={<p className="p-3 text-quiet">…</p>}>
            <Search
              id={list}
              label={label}
              value={value}
              options={options}
              adds={adds}
              onChange={(next) => {
                close();
                onChange(next as Value);
              }}
              onAdd={
                onAdd &&
                ((typed) => {
                  close();
                  onAdd(typed);
                })
              }
            />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
