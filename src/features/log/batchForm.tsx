"use client";

import { tz } from "@date-fns/tz";
import { format, parse } from "date-fns";
import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import { type BatchRow, type LoggedBatch, SAMPLED_AT } from "#contract/batch.ts";
import { choice, maybe, number } from "#contract/things.ts";
import type { Named } from "#parts/specField.tsx";
import { type FormField, useSpecFields } from "#parts/useSpecFields.tsx";
import { FIELD_GRID, SaveForm } from "#ui/saveForm.tsx";
import { useAct } from "#ui/useAct.ts";
import { correctBatch, logBatch } from "./actions.ts";
import { sayFollowed } from "./followed.ts";

export interface LogSite {
  readonly timeZone: string;
  /** The house's clock when the page was made. */
  readonly now: string;
  readonly coffees: readonly Named[];
  readonly brewers: readonly Named[];
  readonly vessels: readonly Named[];
  readonly grinders: readonly Named[];
}

interface BatchFormProps {
  readonly site: LogSite;
  /** The batch that is corrected; a new one when there is none. */
  readonly batch?: BatchRow;
  readonly onDone: () => void;
}

const S_PER_MIN = 60;
const LOCAL = "yyyy-MM-dd'T'HH:mm";
const LIKED = { unsaid: null, liked: true, disliked: false } as const;
const NOT_METERED = "notMetered";

/** The short form: what retained liquid is learned from. */
const SHORT = ["coffeeId", "brewerId", "doseG", "waterG", "yieldG"];

function fieldsOf({ coffees, brewers, vessels, grinders }: LogSite): readonly FormField[] {
  return [
    {
      name: "coffeeId",
      spec: { type: "ref", to: "coffee", optional: true },
      words: { label: "coffee" },
      named: coffees,
    },
    { name: "brewerId", spec: { type: "ref", to: "brewer" }, words: { label: "brewed on" }, named: brewers },
    { name: "doseG", spec: number("g", 0.5, 20_000), words: { label: "dose" } },
    {
      name: "waterG",
      spec: number("liquidG", 1, 200_000),
      words: { label: "hot water", help: "delivered, bypass too" },
    },
    {
      name: "yieldG",
      spec: maybe("liquidG", 1, 200_000),
      words: { label: "came out", help: "weighed, all ice melted" },
    },
    { name: "iceG", spec: number("g", 0, 200_000), words: { label: "ice", help: "0 when hot" } },
    {
      name: "vesselId",
      spec: { type: "ref", to: "vessel", optional: true },
      words: { label: "into" },
      named: vessels,
    },
    {
      name: "grinderId",
      spec: { type: "ref", to: "grinder", optional: true },
      words: { label: "ground on" },
      named: grinders,
    },
    { name: "dialSetting", spec: maybe("dial", -100, 1000), words: { label: "at", help: "on its own dial" } },
    { name: "brewMin", spec: maybe("min", 0.1, 1440), words: { label: "took", help: "such as 5:20" } },
    { name: "strengthPct", spec: maybe("%", 0.1, 30), words: { label: "strength" } },
    { name: "sampledAt", spec: choice([NOT_METERED, ...SAMPLED_AT]), words: { label: "sampled" } },
    { name: "liked", spec: choice(Object.keys(LIKED)), words: { label: "in the cup" } },
    { name: "at", spec: { type: "moment" }, words: { label: "when" } },
    { name: "note", spec: { type: "note", optional: true }, words: { label: "note" } },
  ];
}

/** A brewed batch, written down: five fields, and as many more as somebody knows. */
export function BatchForm({ site, batch, onDone }: BatchFormProps) {
  const [base] = useState(() => ({ id: batch?.id ?? uuidv7(), revision: batch?.revision ?? 0 }));
  const zone = { in: tz(site.timeZone) };
  const fields = fieldsOf(site);
  const form = useSpecFields(fields, {
    coffeeId: batch ? batch.coffeeId : (site.coffees[0]?.id ?? null),
    brewerId: batch?.brewerId ?? site.brewers[0]?.id ?? null,
    doseG: batch?.doseG ?? null,
    waterG: batch?.waterG ?? null,
    yieldG: batch?.yieldG ?? null,
    iceG: batch?.iceG ?? 0,
    vesselId: batch?.vesselId ?? null,
    grinderId: batch?.grinderId ?? null,
    dialSetting: batch?.dialSetting ?? null,
    brewMin: batch?.brewTimeS ? batch.brewTimeS / S_PER_MIN : null,
    strengthPct: batch?.strengthPct ?? null,
    sampledAt: batch?.sampledAt ?? NOT_METERED,
    liked: batch?.liked == null ? "unsaid" : batch.liked ? "liked" : "disliked",
    at: format(batch?.at ?? site.now, LOCAL, zone),
    note: batch?.note ?? null,
  });
  const { act, at, busy } = useAct();
  const save = async () => {
    const values = form.ask();
    if (!values) return;
    const { brewMin, sampledAt, liked, note, at: when, ...figures } = values;
    const message = {
      id: base.id,
      ...figures,
      brewTimeS: brewMin === null ? null : Math.round(Number(brewMin) * S_PER_MIN),
      sampledAt: sampledAt === NOT_METERED ? null : sampledAt,
      liked: LIKED[liked as keyof typeof LIKED],
      note: note ?? "",
      // A zoned date would print its own offset.
      at: new Date(+parse(String(when), LOCAL, new Date(site.now), zone)).toISOString(),
    } as LoggedBatch;
    const sent = await act(batch ? correctBatch({ ...message, revision: base.revision }) : logBatch(message));
    if (!sent.ok) return;
    sayFollowed(sent.data);
    onDone();
  };
  const draw = (name: string) => form.draw(name, at(name));
  const more = fields.map(({ name }) => name).filter((name) => !SHORT.includes(name));
  return (
    <SaveForm save={batch ? "Correct it" : "Log it"} busy={busy} onSave={save} onDone={onDone}>
      <div className={FIELD_GRID}>{SHORT.map(draw)}</div>
      <details open={more.some((name) => (form.troubleOf(name) ?? at(name)) !== undefined) || undefined}>
        <summary className="min-h-10 cursor-pointer py-2 font-semibold">More about it</summary>
        <div className={FIELD_GRID}>{more.map(draw)}</div>
      </details>
    </SaveForm>
  );
}
