"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import type { CardSheet } from "#contract/card.ts";
import { printNumber, printPct, printTime } from "#core/units";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Panel } from "#ui/panel.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { cardTitle, printSetting } from "#words/index.ts";
import { approve } from "./actions.ts";

export interface Effect {
  readonly id: string;
  readonly site: string;
  /** Days on whose lists it stands, as they are read. */
  readonly days: readonly string[];
  readonly before: CardSheet;
  readonly wasDraft: boolean;
  readonly after: { readonly sheet: CardSheet; readonly draft: boolean } | { readonly stays: string };
}

interface ApprovalProps {
  readonly recipeId: string;
  readonly versionId: string;
  readonly name: string;
  readonly version: number;
  readonly standard: number | undefined;
  readonly effects: readonly Effect[];
}

/** What making a version the standard would change, before and after: each card follows, or is left as it is. */
export function Approval({ recipeId, versionId, name, version, standard, effects }: ApprovalProps) {
  const router = useRouter();
  const { send } = useCounter();
  const movable = effects.flatMap(({ id, after }) => ("stays" in after ? [] : [id]));
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(movable));
  const [busy, setBusy] = useState(false);
  const lists = new Set(effects.filter(({ id }) => chosen.has(id)).flatMap(({ days }) => days));
  const toggle = (id: string, on: boolean) =>
    setChosen((now) => new Set(on ? [...now, id] : [...now].filter((each) => each !== id)));
  const make = async () => {
    setBusy(true);
    const sent = await send(approve({ versionId, cardIds: [...chosen] }));
    setBusy(false);
    if (!sent.ok) return;
    const { changed } = sent.data;
    toast.success(`Version ${version} is the standard.${changed > 0 ? ` ${changed} cards follow it.` : ""}`);
    router.push(`/recipes/${recipeId}?v=${versionId}`);
    router.refresh();
  };
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header>
        <h1 className="text-2xl">
          Make version {version} of <bdi>{name}</bdi> the standard
        </h1>
        <p className="text-quiet">
          {standard === undefined ? "It has no standard yet." : `Version ${standard} is the standard now.`}{" "}
          Scale starts from the standard; lists follow their cards.
        </p>
      </header>
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
                onChosen={(on) => toggle(effect.id, on)}
              />
            ))}
          </ul>
        )}
      </Panel>
      <div className="flex flex-wrap gap-2">
        <Button look="main" disabled={busy} onClick={make}>
          {chosen.size === 0
            ? "Make it the standard, and leave the cards"
            : `Make it the standard, and change ${chosen.size} ${chosen.size === 1 ? "card" : "cards"}`}
        </Button>
        <Link href={`/recipes/${recipeId}?v=${versionId}`} className={buttonClass()}>
          Not now
        </Link>
      </div>
    </div>
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
        <p className="text-sm text-stop">
          It would be a draft:{" "}
          {after.sheet.result.checks.find(({ severity }) => severity === "stop")?.message}
        </p>
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
