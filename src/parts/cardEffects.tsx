"use client";

import Link from "next/link";
import { useState } from "react";
import type { CardSheet } from "#contract/card.ts";
import { printNumber, printPct, printTime } from "#core/units";
import { Panel } from "#ui/panel.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { cardTitle, printSetting, stopsOf } from "#words/index.ts";

/** A card that rests on what is changed, before and after. */
export interface Effect {
  readonly id: string;
  readonly site: string;
  /** Days on whose lists it stands, as they are read. */
  readonly days: readonly string[];
  readonly before: CardSheet;
  readonly wasDraft: boolean;
  readonly after: { readonly sheet: CardSheet; readonly draft: boolean } | { readonly stays: string };
}

/** Which cards follow: at first all that can. */
export function useFollowing(effects: readonly Effect[]) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    () => new Set(effects.flatMap(({ id, after }) => ("stays" in after ? [] : [id]))),
  );
  const toggle = (id: string, on: boolean) =>
    setChosen((now) => new Set(on ? [...now, id] : [...now].filter((each) => each !== id)));
  return { chosen, toggle };
}

interface CardEffectsProps {
  readonly effects: readonly Effect[];
  readonly chosen: ReadonlySet<string>;
  readonly onToggle: (id: string, on: boolean) => void;
}

/** The cards that rest on what is changed, before and after: each follows, or is left as it is. */
export function CardEffects({ effects, chosen, onToggle }: CardEffectsProps) {
  const lists = new Set(effects.filter(({ id }) => chosen.has(id)).flatMap(({ days }) => days));
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
              chosen={chosen.has(effect.id)}
              onChosen={(on) => onToggle(effect.id, on)}
            />
          ))}
        </ul>
      )}
    </Panel>
  );
}

interface LineProps {
  readonly effect: Effect;
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
          {days.length > 0 && `, on the list of ${days.join(", ")}`}
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
        <p className="text-sm text-stop">It would be a draft: {stopsOf(after.sheet).join(" ")}</p>
      )}
    </li>
  );
}

/** What a card prints large, and what it forecasts. */
function figuresOf(
  { result: { rounded }, dial, madeWith, forecast, input }: CardSheet,
  units: Printers,
): [string, string][] {
  const iced = input.serve === "iced";
  return [
    ["coffee", units.printMass(rounded.doseG)],
    madeWith.brewerKind === "batch"
      ? ["set", printSetting(rounded.settingG ?? rounded.brewWaterG)]
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
