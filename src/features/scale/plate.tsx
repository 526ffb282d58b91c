"use client";

import { CircleHelp, Pin } from "lucide-react";
import { Popover } from "radix-ui";
import { type KeyboardEvent, memo, type ReactNode, useId, useRef } from "react";
import { useTyped } from "#ui/figure/useTyped.ts";
import { PLACE_WORDS } from "#words/iced";

interface PlateProps {
  readonly label: string;
  /** The figure as it is read. */
  readonly text: string;
  readonly pinned: boolean;
  /** Takes what was typed; a sentence when it could not. */
  readonly onType: (text: string) => string | undefined;
  readonly onNudge: (steps: number) => string | undefined;
  readonly onPin: () => string | undefined;
  /** Where the figure comes from, asked only when it is read; must stay the same function. */
  readonly why: () => readonly string[];
  readonly aside?: ReactNode;
  /** Where it is said: in the server or in the glass; pressing says it of the other. */
  readonly place?: { readonly now: "server" | "glass"; readonly onTurn: () => void } | undefined;
  readonly className?: string;
}

/** One figure on the drawing, on a plate of its own: edited in place, pinned, nudged, explained. */
export function Plate({
  label,
  text,
  pinned,
  onType,
  onNudge,
  onPin,
  why,
  aside,
  place,
  className = "",
}: PlateProps) {
  const id = useId();
  const button = useRef<HTMLButtonElement>(null);
  const { typed, setTyped, trouble, say, field } = useTyped({
    text,
    onTake: onType,
    // Once the button is there again, the keyboard goes on from it.
    onLeave: () => requestAnimationFrame(() => button.current?.focus()),
  });
  const onFigureKey = (event: KeyboardEvent) => {
    const steps = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
    if (steps !== undefined) {
      event.preventDefault();
      say(onNudge(steps));
    }
    if (event.key === "p") say(onPin());
  };

  const rim = pinned ? "border-solid border-rim" : "border-dashed border-rim/60";
  return (
    <fieldset
      aria-label={label}
      data-pinned={pinned}
      className={`w-max min-w-28 max-w-64 rounded-panel border-2 bg-enamel px-2.5 py-1 ${rim} ${className}`}
    >
      <div className="flex items-center justify-between gap-1 text-quiet text-sm">
        <span id={id}>{label}</span>
        <span className="flex">
          <button
            type="button"
            onClick={() => say(onPin())}
            aria-label={pinned ? `${label} is pinned` : `pin ${label}`}
            aria-pressed={pinned}
            data-small
            className={`flex size-6 items-center justify-center rounded-full ${pinned ? "bg-rim text-enamel" : "text-quiet hover:bg-rim/10"}`}
          >
            <Pin size={13} aria-hidden />
          </button>
          <Why label={label} why={why} />
        </span>
      </div>
      {typed === undefined ? (
        <div className="flex flex-wrap items-baseline gap-x-2">
          <button
            ref={button}
            type="button"
            aria-label={`${label}: ${text}, ${pinned ? "pinned" : "follows"}`}
            onClick={() => setTyped(text)}
            onKeyDown={onFigureKey}
            className="whitespace-nowrap text-left font-bold font-display text-2xl tabular-nums leading-tight"
          >
            {text}
          </button>
          {aside && <span className="whitespace-nowrap text-quiet text-sm">{aside}</span>}
          {place && (
            <button
              type="button"
              aria-label={`${label} is said of the ${place.now}: say it of the ${place.now === "server" ? "glass" : "server"}`}
              onClick={place.onTurn}
              data-small
              className={`ml-auto min-h-6 self-center rounded border px-1 text-xs ${place.now === "glass" ? "border-ice bg-ice font-semibold text-enamel" : "border-rim/50 hover:bg-rim/10"}`}
            >
              {PLACE_WORDS[place.now]}
            </button>
          )}
        </div>
      ) : (
        <input
          // biome-ignore lint/a11y/noAutofocus: the reader has just asked to type here
          autoFocus
          aria-labelledby={id}
          aria-describedby={trouble ? `${id}-trouble` : undefined}
          onFocus={(event) => event.target.select()}
          {...field}
          className="w-36 rounded border-2 border-rim bg-enamel px-1 font-bold font-display text-xl tabular-nums"
        />
      )}
      {trouble && (
        <p id={`${id}-trouble`} role="alert" className="mt-1 max-w-56 text-sm text-stop">
          {trouble}
        </p>
      )}
    </fieldset>
  );
}

/** Opens where a figure comes from. It is drawn once: only what it says is made anew. */
const Why = memo(function Why({ label, why }: Pick<PlateProps, "label" | "why">) {
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`why ${label}`}
        data-small
        className="flex size-6 items-center justify-center rounded-full text-quiet hover:bg-rim/10"
      >
        <CircleHelp size={13} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          className="z-20 max-w-80 rounded-panel border-2 border-rim bg-enamel p-3 text-ink text-sm shadow-lg"
        >
          <Lines why={why} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
});

function Lines({ why }: Pick<PlateProps, "why">) {
  return why().map((line) => (
    <p key={line} className="mb-1 last:mb-0">
      {line}
    </p>
  ));
}
