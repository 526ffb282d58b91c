"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import {
  type RescueInput,
  rescue,
  USUAL_BLEND,
  USUAL_LATE_PCT,
  WENT_KINDS,
  type Went,
  type WentKind,
} from "#core/rescue";
import type { Serve } from "#core/sheet";
import { printPct } from "#core/units";
import { Back } from "#ui/back.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { Taps } from "#ui/choice/taps.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { moveReason, moveSentence, nothingLeftSentence, rescueCaution, WENT_WORDS } from "#words/rescue";

interface RescuePotProps {
  /** Strength that the house likes, %. */
  readonly window: readonly [low: number, high: number];
  readonly icedTempC: number;
  readonly cards: readonly { readonly id: string; readonly title: string }[];
  readonly pot:
    | {
        readonly cardId: string;
        readonly title: string;
        readonly serve: Serve;
        readonly sheet: RescueInput["sheet"];
        readonly retentionGPerG: number;
        readonly extractionPct: number;
        readonly vessel: RescueInput["vessel"];
        readonly ice: Pick<NonNullable<RescueInput["heat"]>, "iceTempC" | "iceWetShare" | "vesselJPerK">;
      }
    | undefined;
}

const ICED_ONLY: readonly WentKind[] = ["iceExtra", "iceShort"];
const HOT_ONLY: readonly WentKind[] = ["cooked"];
const MOST_G = 20_000;

/** One figure in, the move that saves most out, with what follows from it; the others beside it. */
export function RescuePot({ window, icedTempC, cards, pot }: RescuePotProps) {
  const router = useRouter();
  const units = useUnits();
  const [kind, setKind] = useState<WentKind>();
  const [g, setG] = useState<number | null>(null);
  const [otherPct, setOtherPct] = useState<number | null>(null);
  const [extractionPct, setExtractionPct] = useState<number | null>(null);
  const [potTempC, setPotTempC] = useState<number | null>(null);
  const isIced = pot?.serve === "iced";
  const kinds = WENT_KINDS.filter((each) => !(isIced ? HOT_ONLY : ICED_ONLY).includes(each));
  const went = kind && wentOf(kind, { g, strengthPct: otherPct, extractionPct });
  const rescued =
    pot && went
      ? rescue({
          ...pot,
          went,
          lateStrengthPct: USUAL_LATE_PCT,
          blend: USUAL_BLEND,
          want: { strengthPct: window },
          heat: isIced && potTempC !== null ? { ...pot.ice, potTempC, finalTempC: icedTempC } : undefined,
        })
      : undefined;
  const caution = kind && rescueCaution(kind, pot?.serve ?? "hot");
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-3">
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">Something went wrong</h1>
        <span className="ml-auto">
          <Back otherwise="/bar" />
        </span>
      </header>
      <Panel label="What happened">
        <ChoiceField
          label="with the pot of"
          value={pot?.cardId ?? ""}
          options={[
            ...(pot ? [] : [{ value: "", text: "choose its card" }]),
            ...(pot && !cards.some(({ id }) => id === pot.cardId)
              ? [{ value: pot.cardId, text: pot.title }]
              : []),
            ...cards.map(({ id, title }) => ({ value: id, text: title })),
          ]}
          onChange={(id) => router.replace(id === "" ? "/rescue" : `/rescue?card=${id}`)}
        />
        {pot && (
          <Taps
            label="what went wrong"
            many={false}
            options={kinds.map((value) => ({ value, text: WENT_WORDS[value].label }))}
            text={kind ?? ""}
            onText={(text) => setKind(text === "" ? undefined : (text as WentKind))}
          />
        )}
        {kind && (
          <div className="grid grid-cols-1 gap-x-3 sm:grid-cols-2">
            {kind === "extractionOff" ? (
              <FigureField
                label={WENT_WORDS[kind].by}
                kind="%"
                value={extractionPct}
                optional
                bounds={[1, 35]}
                help={`the sheet counts with ${printPct(pot?.extractionPct ?? 0, { decimals: 1 })}`}
                onValue={setExtractionPct}
              />
            ) : kind === "doseOff" ? (
              <FigureField
                key={kind}
                label={WENT_WORDS[kind].by}
                kind="g"
                optional
                value={g === null ? null : g + (pot?.sheet.doseG ?? 0)}
                bounds={[1, MOST_G]}
                help={`${units.printMass(pot?.sheet.doseG ?? 0)} on the card`}
                onValue={(dose) => setG(dose === null ? null : dose - (pot?.sheet.doseG ?? 0))}
              />
            ) : (
              <FigureField
                key={kind}
                label={WENT_WORDS[kind].by}
                kind={ICED_ONLY.includes(kind) ? "g" : "liquidG"}
                optional
                value={g}
                bounds={[0, MOST_G]}
                onValue={setG}
              />
            )}
            {kind === "mixed" && (
              <FigureField
                label="the other pot's strength"
                kind="%"
                optional
                value={otherPct}
                bounds={[0.1, 30]}
                onValue={setOtherPct}
              />
            )}
            {isIced && (
              <FigureField
                label="warm, as it stands"
                kind="°C"
                optional
                value={potTempC}
                bounds={[0, 100]}
                help="with it, how much ice helps"
                onValue={setPotTempC}
              />
            )}
          </div>
        )}
        {caution && <p className="text-due">{caution}</p>}
      </Panel>
      {rescued && !rescued.ok && (
        <p role="alert" className="rounded-panel border-2 border-stop bg-enamel p-3">
          {nothingLeftSentence()}
        </p>
      )}
      {rescued?.ok && (
        <Panel label="What to do">
          <p data-testid="best" className="font-bold font-display text-4xl leading-tight">
            {moveSentence(rescued.value.options[0]!, units)}
          </p>
          <p className="mt-1 text-lg">{moveReason(rescued.value.options[0]!, units)}.</p>
          <p className="mt-1 text-quiet">
            As it stands: {units.printLiquid(Math.round(rescued.value.now.liquidG))} at{" "}
            {printPct(rescued.value.now.strengthPct)}; {printPct(pot?.sheet.strengthPct ?? 0)} on the card.
          </p>
          <h2 className="mt-3 text-lg">Or else</h2>
          <ul className="flex flex-col" aria-label="other moves">
            {rescued.value.options.slice(1).map((move) => (
              <li key={move.kind} className="border-rim/20 border-t py-2 first:border-t-0">
                <span className="font-semibold">{moveSentence(move, units)}</span>{" "}
                <span className="text-quiet">{moveReason(move, units)}</span>
              </li>
            ))}
          </ul>
        </Panel>
      )}
    </div>
  );
}

/** What went wrong as the rescue takes it; undefined while a figure is missing. */
function wentOf(
  kind: WentKind,
  {
    g,
    strengthPct,
    extractionPct,
  }: {
    readonly g: number | null;
    readonly strengthPct: number | null;
    readonly extractionPct: number | null;
  },
): Went | undefined {
  if (kind === "extractionOff") return extractionPct === null ? undefined : { kind, extractionPct };
  if (g === null) return undefined;
  if (kind === "mixed") return strengthPct === null ? undefined : { kind, g, strengthPct };
  return { kind, g };
}
