import { useEffect, useMemo, useState } from "react";
import type { Bench } from "#contract/bench.ts";
import type { IcedSheet } from "#core/iced";
import type { WayAnswer, WayAsked } from "#core/outlook";
import { printNumber, printPct, printTime } from "#core/units";
import type { ScaleState } from "#scaling/choice";
import { type WayState, waysOf } from "#scaling/sheet";
import { Button } from "#ui/button.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { handsSentence, WAY_WORDS, wasteSentence } from "#words/brew";

interface BiggerPanelProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
  readonly grinder: string;
  readonly compare: (asked: readonly WayAsked[], wantedG: number) => Promise<readonly WayAnswer[]>;
  readonly onWay: (state: ScaleState, answer: WayAnswer) => void;
}

/** A sheet that has rested so long is compared: it is no part of an edit. */
const AFTER_MS = 250;

interface Compared {
  readonly of: readonly WayState[];
  readonly answers: readonly WayAnswer[];
}

/** Where one batch is more than the bed does well: the other ways beside it, each worked out. */
export function BiggerPanel({ state, bench, sheet, grinder, compare, onWay }: BiggerPanelProps) {
  const units = useUnits();
  const wantedG = sheet.rounded.yieldG;
  const [compared, setCompared] = useState<Compared>();
  // A picked setting is no other way to brew it.
  const { grind: _grind, ...asked } = state;
  const key = JSON.stringify(asked);
  // biome-ignore lint/correctness/useExhaustiveDependencies: figures, not objects, say whether anything has changed
  const ask = useMemo(() => ({ state, sheet }), [key, bench]);
  useEffect(() => {
    let isMounted = true;
    const timer = setTimeout(() => {
      const ways = waysOf(ask.state, bench, ask.sheet);
      compare(
        ways.map((way) => way.asked),
        ask.sheet.rounded.yieldG,
      ).then(
        (answers) => isMounted && setCompared({ of: ways, answers }),
        () => isMounted && setCompared(undefined),
      );
    }, AFTER_MS);
    return () => {
      isMounted = false;
      clearTimeout(timer);
    };
  }, [ask, bench, compare]);
  if (!compared || compared.answers.length < 2) return null;
  return (
    <Panel title="More than one bed does well">
      <div className="overflow-x-auto">
        <table className="w-full text-sm tabular-nums" aria-label="ways to brew it">
          <thead>
            <tr className="text-left text-quiet">
              {["way", "coffee", "dial", "time in all", "strength", "extraction", "bed", "over", "hands"].map(
                (head) => (
                  <th key={head} className="pr-3 font-normal">
                    {head}
                  </th>
                ),
              )}
              <th>
                <span className="sr-only">take</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {compared.answers.map((answer) => {
              const { by, place, times, doseG, bypassPct, bedDepthMm, brewed, clean } = answer;
              return (
                <tr key={by} className="border-rim/20 border-t">
                  <td className="py-1 pr-3">
                    {WAY_WORDS[by]}
                    {by === "bypass" && `, ${printPct(bypassPct, { decimals: 0 })}`}
                    {clean && (
                      <span className="ml-2 whitespace-nowrap rounded bg-good px-1.5 text-enamel text-xs">
                        nothing against it
                      </span>
                    )}
                  </td>
                  <td className="whitespace-nowrap pr-3">
                    {times > 1 && `${times} × `}
                    {units.printMass(doseG)}
                  </td>
                  {brewed ? (
                    <>
                      <td className="pr-3">{printNumber(brewed.setting, 2)}</td>
                      <td className="pr-3">{printTime(Math.round(brewed.timeS))}</td>
                      <td className="whitespace-nowrap pr-3">{printPct(brewed.strengthPct)}</td>
                      <td className="whitespace-nowrap pr-3">
                        {printPct(brewed.extractionPct, { decimals: 1 })}
                      </td>
                    </>
                  ) : (
                    <td colSpan={4} className="pr-3 text-stop">
                      cannot be brewed so
                    </td>
                  )}
                  <td className="whitespace-nowrap pr-3">
                    {bedDepthMm === undefined ? "—" : `${printNumber(bedDepthMm, 0)} mm`}
                  </td>
                  <td className="pr-3">{wasteSentence(answer, units.printLiquid)}</td>
                  <td className="pr-3">{handsSentence(answer)}</td>
                  <td className="py-1 text-right">
                    {by !== "one" && brewed && (
                      <Button
                        className="whitespace-nowrap"
                        onClick={() => onWay(compared.of[place]!.state, answer)}
                      >
                        Take it<span className="sr-only">: {WAY_WORDS[by]}</span>
                      </Button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-quiet text-sm">
        For {units.printLiquid(wantedG)} in all, each ground on {grinder} as the ladder would suggest; two
        batches count the rinse between them.
      </p>
    </Panel>
  );
}
