"use client";

import { Check, Minus, Plus } from "lucide-react";
import { memo } from "react";
import type { Bench, BenchGrinder } from "#contract/bench.ts";
import type { Standard } from "#contract/standard.ts";
import { bracketAround, coarser, onDial } from "#core/grind";
import type { Answer, First, Rung } from "#core/outlook";
import { printMass, printNumber, printPct, printTime } from "#core/units";
import { type GrindPick, movesOf, settingNow } from "#scaling/choice";
import type { GrindAnswer } from "#scaling/sheet";
import { teaches } from "#scaling/sheet";
import { Button } from "#ui/button.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import {
  ANSWER_WORDS,
  dialReason,
  differSentences,
  missSentence,
  movedSentence,
  outlookWords,
} from "#words/brew";
import { DialRail, type Mark } from "./dialRail.tsx";
import { LearnedNote } from "./learnedNote.tsx";
import { PullsNote } from "./pullsNote.tsx";

const n = (value: number) => printNumber(value, 2);

interface DialLadderProps {
  readonly grinder: BenchGrinder;
  /** Answers of the dial that need no forecast. */
  readonly answer: GrindAnswer;
  /** What was approved for this very pot, as this dial grinds now. */
  readonly approved: number | undefined;
  /** The forecast at what is picked, which is there before the answers beside it. */
  readonly picked: { readonly setting: number; readonly by: Answer | undefined } | undefined;
  readonly first: First | undefined;
  readonly pick: GrindPick;
  /** Brewed short, with ice for the rest of its water. */
  readonly iced: boolean;
  readonly onPick: (pick: GrindPick) => void;
  readonly bench: Bench;
  readonly coffeeId: string;
  /** The approved batch of this coffee, brewer, service and size, where there is one. */
  readonly standard: Standard | undefined;
  readonly onStandard: (standard: Standard) => void;
}

/** A line of the ladder: an answer that the forecast has worked out, or that is known without one. */
interface Line {
  readonly by: Answer;
  readonly setting: number;
  readonly rung: Rung | undefined;
}

/** The dial's answer to "how fine", with its reason; the other answers, and what each would give, a tap away. */
export const DialLadder = memo(function DialLadder({
  grinder,
  answer,
  approved,
  picked,
  first,
  pick,
  iced,
  onPick,
  bench,
  coffeeId,
  standard,
  onStandard,
}: DialLadderProps) {
  const { source, translated, rule } = answer;
  const rungs = first?.ladder.rungs ?? [];
  // A hot sheet's rule has the bed's pull alone, which its reasons say.
  const rulePull = iced ? rule?.pulls : undefined;
  if (!translated && approved === undefined && !picked && rungs.length === 0) {
    return (
      <Panel title={`On ${grinder.name}'s dial`}>
        <p>
          {source
            ? `${source.grinder} and ${grinder.name} were never matched, so ${source.grinder} ${n(source.setting)} says nothing here. Grind a pinch on both until they look alike, at two settings, and note the pairs.`
            : `The recipe names a texture, and nobody has noted what ${grinder.name}'s dial grinds. Grind a pinch at a few settings, and note how it looks.`}
        </p>
      </Panel>
    );
  }
  const lines: Line[] = (
    [
      ["source", translated?.setting],
      ["rule", rule?.setting],
      ["contact", undefined],
      ["extraction", undefined],
      ["learned", undefined],
      ["standard", approved],
    ] as const
  ).flatMap(([by, unforecast]) => {
    const rung = rungs.find((each) => each.by === by);
    const setting = rung?.at.setting ?? unforecast;
    return setting === undefined ? [] : [{ by, setting, rung }];
  });
  const known = approved === undefined ? (rule ? "rule" : "source") : "standard";
  const best = first?.ladder.best ?? (pick === "best" ? (picked?.by ?? known) : undefined);
  const by = typeof pick === "number" ? undefined : pick === "best" ? best : pick;
  const byAnswer = lines.find((line) => line.by === by)?.setting;
  const setting = typeof pick === "number" ? pick : (byAnswer ?? picked?.setting ?? lines[0]?.setting ?? 0);
  const bestLine = lines.find((line) => line.by === best);
  const marks: Mark[] = [
    ...lines.map((line) => ({ at: line.setting, word: ANSWER_WORDS[line.by], picked: line.by === by })),
    // Set by hand, or known before the answers beside it are.
    ...(byAnswer === undefined ? [{ at: setting, word: "picked", picked: true }] : []),
  ];
  const step = (steps: number) =>
    onPick(onDial(coarser(setting, steps * grinder.step, grinder), grinder).setting);
  const learned = rungs.find((rung) => rung.by === "learned")?.learned;
  const teaching = bench.standards.filter(({ grinderId }) => grinderId === grinder.id);
  const band = learned && {
    range: learned.range,
    approved: [
      ...new Set(
        learned.taught.flatMap((lesson) =>
          teaching.find((each) => each.batchId === lesson.batchId)?.coffeeId === coffeeId
            ? lesson.setting
            : [],
        ),
      ),
    ],
  };
  const pull = by === "rule" ? rulePull : by === "extraction" ? first?.ladder.pulls : undefined;
  const from = translated?.exact;
  const pulls =
    pull && from !== undefined
      ? {
          from,
          bed: coarser(from, pull.bed, grinder),
          all: coarser(from, pull.bed + pull.short, grinder),
        }
      : undefined;
  const bracket = bracketAround(setting, grinder);
  const moved =
    standard?.grinderId === grinder.id ? settingNow(standard, grinder, movesOf(bench, grinder)) : undefined;
  const aside = [bracket.finer, bracket.coarser].filter((each) => each !== undefined);
  const others = lines.filter((line) => line.by !== by);
  return (
    <Panel
      title={`On ${grinder.name}'s dial`}
      aside={
        <span className="flex items-center gap-1.5">
          <Button look="icon" aria-label="finer" onClick={() => step(-1)}>
            <Minus size={18} aria-hidden />
          </Button>
          <strong
            aria-live="polite"
            className="min-w-16 text-center font-bold font-display text-4xl tabular-nums"
            data-testid="dial"
          >
            {n(setting)}
          </strong>
          <Button look="icon" aria-label="coarser" onClick={() => step(1)}>
            <Plus size={18} aria-hidden />
          </Button>
        </span>
      }
    >
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        <DialRail grinder={grinder} marks={marks} band={band} pulls={pulls} />
        <div className="min-w-0 flex-1 overflow-x-auto">
          <p data-testid="dial reason">
            {by === undefined
              ? "Set by hand."
              : dialReason(by, { from: translated?.setting, learned, grinder: grinder.name })}
            {bestLine && by !== best && (
              <Button className="ml-2" onClick={() => onPick("best")}>
                Take what is best known: {n(bestLine.setting)}, {ANSWER_WORDS[bestLine.by]}
              </Button>
            )}
          </p>
          {grinder.homeLegend && (
            <p className="mt-1 text-sm">
              Go by the number: the words on {grinder.name} are meant for small home pots, and grind too fine
              for a batch.
            </p>
          )}
          {standard && (
            <p className="mt-2 flex flex-wrap items-center gap-2 rounded-panel border-2 border-good px-2 py-1 text-sm">
              <Check size={18} aria-hidden className="text-good" />
              <span>
                <strong>Approved</strong> for this pot: {printMass(standard.doseG)} at{" "}
                {n(standard.dialSetting)}
                {standard.strengthPct !== null && `, ${printPct(standard.strengthPct)}`}.{" "}
                {moved && (
                  <span className="text-due">{movedSentence(grinder.name, moved, bench.site.timeZone)}</span>
                )}
              </span>
              <Link href={`/log/${standard.batchId}`} className="underline underline-offset-4">
                the batch
              </Link>
              {standard.grinderId === grinder.id && (
                <Button onClick={() => onStandard(standard)}>
                  Take it<span className="sr-only">: what was approved</span>
                </Button>
              )}
            </p>
          )}
          {aside.length > 0 && by !== "standard" && (
            <p className="mt-1 text-quiet text-sm">A first trial also brews {aside.map(n).join(" and ")}.</p>
          )}
          <details className="mt-2">
            <summary className="min-h-10 cursor-pointer py-2 text-sm">
              <span className="font-semibold">Other answers</span>
              {others.length > 0 && (
                <span className="text-quiet">
                  : {others.map((line) => `${ANSWER_WORDS[line.by]} ${n(line.setting)}`).join(", ")}
                </span>
              )}
            </summary>
            <table className="w-full text-sm tabular-nums" aria-label="answers on the dial">
              <thead>
                <tr className="text-left text-quiet">
                  <th className="font-normal">take</th>
                  <th className="px-1 text-right sm:px-2 font-normal">dial</th>
                  <th className="px-1 text-right sm:px-2 font-normal">time</th>
                  <th className="px-1 text-right sm:px-2 font-normal">strength</th>
                  <th className="px-1 text-right sm:px-2 font-normal">extraction</th>
                  <th className="pl-1 text-right sm:pl-2 font-normal">slurry to</th>
                </tr>
              </thead>
              <tbody>
                {lines.map((line) => (
                  <tr key={line.by} className={line.by === by ? "bg-rim/5 font-semibold" : undefined}>
                    <td className="py-0.5">
                      <label className="flex min-h-8 cursor-pointer flex-wrap items-center gap-x-2 sm:whitespace-nowrap">
                        <input
                          type="radio"
                          name="grind"
                          className="size-4 accent-rim"
                          checked={line.by === by}
                          // What is best known may be another answer on another sheet: it goes on following that.
                          onChange={() => onPick(line.by === best ? "best" : line.by)}
                        />
                        {ANSWER_WORDS[line.by]}
                        {line.by === best && (
                          <span className="rounded bg-good px-1.5 text-enamel text-xs">best known</span>
                        )}
                      </label>
                    </td>
                    <td className="px-1 text-right sm:px-2 font-display text-base" data-testid={line.by}>
                      {n(line.setting)}
                    </td>
                    <Given rung={line.rung} />
                  </tr>
                ))}
              </tbody>
            </table>
            <PullsNote rule={rulePull} forecast={first?.ladder.pulls} grinder={grinder} />
            <Reasons lines={lines} grinder={grinder} />
            {learned && (
              <LearnedNote
                learned={learned}
                bench={bench}
                otherBurrs={teaching.filter((each) => !teaches(each, grinder)).length}
              />
            )}
          </details>
        </div>
      </div>
    </Panel>
  );
});

/** The brew that an answer would give. */
function Given({ rung }: { readonly rung: Rung | undefined }) {
  if (!rung) return <td colSpan={4} />;
  if (!rung.outlook.ok) {
    return (
      <td colSpan={4} className="px-1 text-right sm:px-2 text-stop">
        {outlookWords(rung.outlook.failure)}
      </td>
    );
  }
  const { brew, strengthPct, checks } = rung.outlook.value;
  const warned = (...codes: string[]) =>
    checks.some(({ code }) => codes.includes(code)) ? "text-due underline decoration-dotted" : "";
  return (
    <>
      <td className={`px-1 text-right sm:px-2 ${warned("timeOutsideWindow")}`}>
        {printTime(Math.round(brew.brewTimeS))}
      </td>
      <td className={`px-1 text-right sm:px-2 ${warned("strengthOutsideWindow")}`}>
        {printPct(strengthPct)}
      </td>
      <td className={`px-1 text-right sm:px-2 ${warned("extractionOutsideWindow")}`}>
        {printPct(brew.extractionPct, { decimals: 1 })}
      </td>
      <td className={`pl-1 text-right sm:pl-2 ${warned("overflow", "slurryOverPaper")}`}>
        {brew.overflowG > 0 ? "over the rim" : `${printNumber(brew.highWaterMm, 0)} mm`}
      </td>
    </>
  );
}

/** In words: what is out of reach, and why the answers differ. */
function Reasons({ lines, grinder }: { readonly lines: readonly Line[]; readonly grinder: BenchGrinder }) {
  const labels = lines.flatMap(({ by, rung }) => [
    ...(rung?.miss ? [`${ANSWER_WORDS[by]}: ${missSentence(by, rung.miss)}`] : []),
    ...(rung?.at.limitedBy ? [`${ANSWER_WORDS[by]}: ${grinder.name}'s dial ends there.`] : []),
  ]);
  const rungs = lines.flatMap(({ rung }) => rung ?? []);
  return [...differSentences(rungs, grinder), ...labels].map((sentence) => (
    <p key={sentence} className="mt-1 text-sm">
      {sentence}
    </p>
  ));
}
