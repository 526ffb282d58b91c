"use client";

import { useQuery } from "@tanstack/react-query";
import { Command } from "cmdk";
import { useState } from "react";
import { settle, useCounter } from "#ui/counter.tsx";
import { queryClient } from "#ui/query.ts";
import { openedLately } from "#ui/trail.ts";
import { findAnything } from "./actions.ts";

interface PaletteDialogProps {
  readonly onOpen: (open: boolean) => void;
  readonly onGo: (href: string) => void;
}

/** The places of the work, and what is looked after now and then and stands on no rail. */
const PLACES = [
  { href: "/bench", text: "The bench: measure", right: "see" },
  { href: "/recipes", text: "Recipes: find, write, compare", right: "see" },
  { href: "/recipes/sites", text: "Compare two sites", right: "see" },
  { href: "/scale", text: "Scale a recipe", right: "see" },
  { href: "/trials", text: "Trials: bracket a grind", right: "see" },
  { href: "/wall", text: "Wall chart, cards and labels: print", right: "see" },
  { href: "/cards", text: "Cards: find, put away", right: "see" },
  { href: "/shift", text: "Today's list", right: "see" },
  { href: "/shift/plan", text: "Plan of the day", right: "see" },
  { href: "/bar", text: "The bar: what stands there", right: "see" },
  { href: "/rescue", text: "Something went wrong: what saves most of a brew", right: "see" },
  { href: "/log", text: "The log: what was brewed", right: "see" },
  { href: "/log/moved", text: "What has moved: grinders and brewers", right: "see" },
  { href: "/log/forecast", text: "Forecast and clock: learn from the log", right: "see" },
  { href: "/me", text: "Your sign-ins and PIN", right: "own" },
  { href: "/people", text: "People, tablets and tokens", right: "people" },
  { href: "/people/audit", text: "Audit trail", right: "audit" },
  { href: "/people/jobs", text: "Work behind the counter: what is stuck", right: "people" },
] as const;

const HEADINGS = { recipes: "Recipes", cards: "Cards" } as const;

/** Everything that can be found or done, narrowed by what is typed. */
export default function PaletteDialog({ onOpen, onGo }: PaletteDialogProps) {
  const { may, person } = useCounter();
  const [lately] = useState(() => openedLately(person.id));
  // Without an answer there are still the places to go to.
  const { data: found } = useQuery(
    {
      queryKey: ["findAnything", person.id],
      queryFn: async () => {
        const sent = await settle(findAnything());
        if (!sent.ok) throw new Error(sent.trouble.message);
        return sent.data;
      },
    },
    queryClient,
  );
  const item = "flex min-h-12 cursor-pointer items-center rounded-md px-3 data-[selected=true]:bg-rim/15";
  return (
    <Command.Dialog
      open
      onOpenChange={onOpen}
      label="Find or do"
      overlayClassName="fixed inset-0 z-30 bg-ink/40"
      contentClassName="fixed top-24 left-1/2 z-40 w-[min(36rem,92vw)] -translate-x-1/2 rounded-panel border-2 border-rim bg-enamel p-2"
    >
      <Command.Input
        placeholder="A recipe, a card, a place …"
        aria-label="Find or do"
        className="mb-2 min-h-11 w-full rounded-md border border-rim/50 bg-enamel px-3"
      />
      <Command.List className="max-h-80 overflow-auto">
        <Command.Empty className="p-3 text-quiet">Nothing by that name.</Command.Empty>
        {lately.length > 0 && (
          <Command.Group heading="Lately">
            {lately.map(({ href, text }) => (
              <Command.Item
                key={href}
                value={`lately ${text} ${href}`}
                className={item}
                onSelect={() => onGo(href)}
              >
                {text}
              </Command.Item>
            ))}
          </Command.Group>
        )}
        <Command.Group heading="Go to">
          {PLACES.filter(({ right }) => may(right)).map(({ href, text }) => (
            <Command.Item key={href} className={item} onSelect={() => onGo(href)}>
              {text}
            </Command.Item>
          ))}
        </Command.Group>
        {(["recipes", "cards"] as const).map(
          (kind) =>
            found &&
            found[kind].length > 0 && (
              <Command.Group key={kind} heading={HEADINGS[kind]}>
                {found[kind].map(({ href, text }) => (
                  <Command.Item
                    key={href}
                    value={`${text} ${href}`}
                    className={item}
                    onSelect={() => onGo(href)}
                  >
                    {text}
                  </Command.Item>
                ))}
              </Command.Group>
            ),
        )}
      </Command.List>
    </Command.Dialog>
  );
}
