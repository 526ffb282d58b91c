"use client";

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { CardSheet } from "#contract/card.ts";
import type { CardEffect, SeenCard } from "#contract/cardEffect.ts";
import { printNumber, printPct, printTime } from "#core/units";
import { Button } from "#ui/button.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { askServer, queryClient } from "#ui/query.ts";
import { type Printers, useUnits } from "#ui/units.tsx";
import { cardTitle, stopsOf } from "#words/cards";
import { printListDay, printSetting } from "#words/figures";

/** The cards that rest on what is changed: being worked out, not to be had, or as they would be. */
export interface Following {
  /** Undefined while they are worked out. */
  readonly effects: readonly CardEffect[] | undefined;
  /** Why they could not be worked out. */
  readonly trouble: string | undefined;
  /** Those that follow, as they were seen: at first all that can. */
  readonly chosen: readonly SeenCard[];
  readonly toggle: (id: string, follows: boolean) => void;
  readonly again: () => void;
}

/** Asks the server which cards follow, and keeps which of them are chosen. @param path where it answers with them */
export function useFollowing(path: string): Following {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const { data, error, refetch, isFetching } = useQuery(
    {
      queryKey: [path],
      queryFn: ({ signal }) => askServer<readonly CardEffect[]>(path, signal),
      // What others changed meanwhile is seen with every look.
      staleTime: 0,
      gcTime: 0,
    },
    queryClient,
  );
  const effects = isFetching ? undefined : data;
  const chosen = (effects ?? []).flatMap(({ id, revision, after }) =>
    "stays" in after || left.has(id) ? [] : [{ id, revision }],
  );
  const toggle = (id: string, follows: boolean) =>
    setLeft((now) => new Set(follows ? [...now].filter((each) => each !== id) : [...now, id]));
  const trouble = error && !isFetching ? `What would become of the cards: ${error.message}` : undefined;
  return { effects, trouble, chosen, toggle, again: () => void refetch() };
}

/** The cards that rest on what is changed, before and after: each follows, or is left as it is. */
export function CardEffects({ effects, trouble, chosen, toggle, again }: Following) {
  if (trouble !== undefined) {
    return (
      <Panel title="Cards that rest on it">
        <p role="alert" className="mb-2 text-stop">
          {trouble}
        </p>
        <Button onClick={again}>Work them out again</Button>
      </Panel>
    );
  }
  if (!effects) {
    return (
      <Panel title="Cards that rest on it">
        <p role="status" className="text-quiet">
          Working out what would become of them …
        </p>
      </Panel>
    );
  }
  const follows = new Set(chosen.map(({ id }) => id));
  const lists = new Set(
    effects.filter(({ id }) => follows.has(id)).flatMap(({ days }) => days.map(printListDay)),
  );
  return (
    <Panel
      title={effects.length === 0 ? "No card rests on it yet" : "Cards that rest on it"}
      aside={
        lists.size > 0 && <span className="text-sm">with them the lists of {[...lists].join(", ")}</span>
      }
    >
      {effects.length > 0 && (
        <ul aria-label="what would change">
          {effects.map((effect) => (
            <Line
              key={effect.id}
              effect={effect}
              chosen={follows.has(effect.id)}
              onChosen={(on) => toggle(effect.id, on)}
            />
          ))}
        </ul>
      )}
    </Panel>
  );
}

interface LineProps {
  readonly effect: CardEffect;
  readonly chosen: boolean;
  readonly onChosen: (on: boolean) => void;
}

function Line({ effect, chosen, onChosen }: LineProps) {
  const units = useUnits();
  const { before, after, wasDraft, site, days } = effect;
  const title = cardTitle(before, wasDraft);
  const stays = "stays" in after ? after.stays : undefined;
  const now = figuresOf(before, units);
  const then = "stays" in after ? now : figuresOf(after.sheet, units);
  const moved = now.filter(([, text], i) => text !== then[i]![1]).length;
  return (
    <li className="border-rim/20 border-t py-2">
      <div className="flex flex-wrap items-center gap-x-3">
        <label className="flex min-h-9 items-center gap-2 font-semibold">
          <input
            type="checkbox"
            checked={chosen}
            disabled={stays !== undefined}
            onChange={(event) => onChosen(event.target.checked)}
          />
          {title}
        </label>
        <span className="text-quiet text-sm">
          {site}
          {days.length > 0 && `, on the list of ${days.map(printListDay).join(", ")}`}
        </span>
        <Link href={`/cards/${effect.id}`} className="text-sm underline underline-offset-4">
          the card<span className="sr-only"> {title}</span>
        </Link>
      </div>
      {stays !== undefined ? (
        <p className="text-sm text-due">It stays as it is: {stays}</p>
      ) : moved === 0 ? (
        <p className="text-quiet text-sm">No printed figure of it changes.</p>
      ) : (
        <dl className="flex flex-wrap gap-x-5 gap-y-1 text-sm tabular-nums">
          {now.map(([name, text], i) => {
            const next = then[i]![1];
            return (
              <div key={name}>
                <dt className="text-quiet">{name}</dt>
                <dd>
                  {text === next ? (
                    text
                  ) : (
                    <>
                      <del className="text-quiet">{text}</del>{" "}
                      <ins className="font-semibold no-underline">{next}</ins>
                    </>
                  )}
                </dd>
              </div>
            );
          })}
        </dl>
      )}
      {"draft" in after && after.draft && !wasDraft && (
        <p className="text-sm text-stop">
          It would be a draft: {stopsOf(after.sheet, units.words).join(" ")}
        </p>
      )}
    </li>
  );
}

/** Figures that a card prints large, and its forecast. */
function figuresOf(
  { result: { rounded }, dial, madeWith, forecast, input }: CardSheet,
  units: Printers,
): [string, string][] {
  const iced = input.serve === "iced";
  return [
    ["coffee", units.printMass(rounded.doseG)],
    madeWith.brewerKind === "batch"
      ? ["set", printSetting(rounded.settingG ?? rounded.brewWaterG, madeWith.marked)]
      : ["pour", units.printLiquid(rounded.brewWaterG)],
    ...(iced ? ([["ice", units.printMass(rounded.iceG)]] as [string, string][]) : []),
    ["water at", units.printTemp(madeWith.waterTempC)],
    ["dial", dial ? printNumber(dial.setting, 2) : "—"],
    ["comes out", units.printLiquid(rounded.yieldG)],
    ["ratio", units.printRatio(iced ? rounded.totalRatio : rounded.brewRatio)],
    ["aimed at", printPct(rounded.strengthPct ?? 0)],
    [
      "forecast",
      forecast ? `${printTime(Math.round(forecast.brewTimeS))}, ${printPct(forecast.strengthPct)}` : "—",
    ],
  ];
}
