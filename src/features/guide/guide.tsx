"use client";

import { LifeBuoy, RotateCcw } from "lucide-react";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useRef, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { EndedGuide } from "#contract/guide.ts";
import { atTime, isOver } from "#core/guide";
import { hasDrained } from "#core/weighing";
import { Letters } from "#parts/letters.tsx";
import { Back } from "#ui/back.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { notFetched } from "#ui/notFetched.ts";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useLatest } from "#ui/useLatest.ts";
import { useOutbox } from "#ui/useOutbox.ts";
import { afterwardsSentence, helpSentence, onWords, paceOf, runningSentence, stepWords } from "#words/guide";
import { Ended } from "./ended.tsx";
import { batchOf, doneAtS, halfOf, plannedMass, stepsAt } from "./figures.ts";
import { FillingLine } from "./fillingLine.tsx";
import type { GuidePageProps } from "./guideProps.ts";
import { NowPanel } from "./nowPanel.tsx";
import { PreparePanel } from "./preparePanel.tsx";
import { SHIFT_S, Shift } from "./shift.tsx";
import { Strip } from "./strip.tsx";
import { useAwake, useOwnSwitch, useSpoken } from "./useAttention.ts";
import { useDevice } from "./useDevice.ts";
import { useGuideClock } from "./useGuideClock.ts";
import { type GuideHappening, useGuides } from "./useGuides.ts";
import { useKeys } from "./useKeys.ts";
import { useLive } from "./useLive.ts";
import { usePlannedDrip } from "./usePlannedDrip.ts";
import { useScale } from "./useScale.ts";

/** Parts that are not needed at once are fetched beside the page, so that all of them are there when the network goes. */
const finishPanel = () => import("./finishPanel.tsx").then(({ FinishPanel }) => FinishPanel);
const scalePanel = () => import("./scalePanel.tsx").then(({ ScalePanel }) => ScalePanel);
const FinishPanel = dynamic(finishPanel, { ssr: false });
const ScalePanel = dynamic(scalePanel, { ssr: false });
const Following = dynamic(() => import("./following.tsx").catch(notFetched), { ssr: false });

const MS = 1000;

/** One guide: getting ready, the clock with the running step, and what it came to; beside it those that run with it. */
export function Guide(props: GuidePageProps) {
  const { siteId, machineMs, others, batchId } = props;
  const { may, person, locked } = useCounter();
  const units = useUnits();
  const clock = useGuideClock(machineMs);
  const outbox = useOutbox();
  const initial = useMemo(() => [props.guide, ...others], [props.guide, others]);
  const { guides, tell, answered = props, onAnswer, isThere } = useGuides(initial, clock, outbox);
  // One that was begun here is nowhere else until the house has heard of it.
  const hasEnded = isThere === false && !props.isNew;
  const now = guides.find(({ guide }) => guide.id === props.guide.id)!;
  const { guide, state, clockS } = now;
  const { steps, sheet } = guide;
  const isEnded = props.isEnded || hasEnded || isOver(state);
  const mayBrew = may("logBatches") && !locked && !isEnded;
  const { now: step, next } = stepsAt(steps, state);
  const isRunning = state.begunMs !== null && !isEnded;
  const doneS = doneAtS(steps, state);
  const isBrewing = isRunning && doneS === undefined;
  const happen = (happening: GuideHappening) => mayBrew && tell(guide.id, happening);

  const under = sheet.madeWith.brewerKind === "batch" ? "vessel" : "brewer";
  const { yieldG, iceG, bypassG } = sheet.result.rounded;
  const drippedG = yieldG - iceG - bypassG;
  const readClock = useLatest(clockS);
  const readPlanned = useLatest(plannedMass(steps, state, clockS));
  const { device, isSimulated, plays, setPlays, connect } = useDevice({
    guide: props.guide,
    under,
    clockS: readClock,
    plannedG: readPlanned,
  });
  const scale = useScale({ guideId: guide.id, device, clockS: readClock, isRunning: isBrewing, isEnded });
  const live = useLive({
    brew: guide.brew,
    under,
    readings: scale.readings,
    clockS: readClock,
    isRunning: isBrewing && device !== undefined,
  });
  const [isLoud, setLoud] = useOwnSwitch("guideSpeaks", person.id);
  const [isFar, setFar] = useOwnSwitch("guideFar", person.id);
  useEffect(() => {
    void Promise.all([finishPanel(), scalePanel()]);
  }, []);
  const router = useRouter();
  useEffect(() => {
    if (props.isNew && isThere) router.replace(`/guide/${props.guide.id}`);
  }, [props.isNew, isThere, props.guide.id, router]);
  // Ended elsewhere: its batch is asked for.
  useEffect(() => {
    if (hasEnded && !props.isEnded) router.refresh();
  }, [hasEnded, props.isEnded, router]);
  useAwake(isRunning);
  const words = step && stepWords(step, sheet, units.words);
  useSpoken(isRunning ? step?.id : undefined, words?.title ?? "", isLoud);

  const shift = (byS: number) => happen({ kind: "shifted", byS });
  const stepOn = () => {
    if (state.begunMs === null) happen({ kind: "begun" });
    else if (next) happen({ kind: "stepped" });
  };
  // A scale under the vessel tells when it has drained.
  const isDrained = under === "vessel" && next?.starts.by === "bed" && hasDrained(scale.readings, drippedG);
  useKeys({
    " ": stepOn,
    u: () => happen({ kind: "undone" }),
    "+": () => shift(SHIFT_S),
    "-": () => shift(-SHIFT_S),
  });
  const hasToldDrained = useRef(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is told when it is so, and once: whoever takes it back is right
  useEffect(() => {
    if (!isDrained || hasToldDrained.current) return;
    hasToldDrained.current = true;
    happen({ kind: "stepped" });
    const weighedG = scale.readings.at(-1)?.massG;
    // Over ice the scale's zero lies on the ice: what came out is weighed when it has melted.
    if (weighedG !== undefined && sheet.input.serve === "hot")
      happen({ kind: "measured", what: "yieldG", value: Math.round(weighedG) });
  }, [isDrained]);

  const [ids] = useState(() => ({ batch: uuidv7(), filled: uuidv7() }));
  const keep = (brewTimeS: number | null, confirmed: boolean) => {
    const doneMs = (state.begunMs ?? clock.now()) + (doneS ?? 0) * MS;
    // A brew is timed by the machine's clock, and logged by the house's.
    const at = new Date(doneMs + answered.nowMs - answered.machineMs);
    const batch = batchOf({
      id: ids.batch,
      card: guide.batch,
      measured: state.measured,
      brewTimeS,
      confirmed,
      at: at.toISOString(),
    });
    const tape = scale.tape();
    const event = tell(guide.id, { kind: "logged", batchId: ids.batch });
    const end: EndedGuide = {
      batch,
      tapes: tape ? [{ under, ...tape }] : [],
      filledId: may("serve") && guide.batch.vesselId !== null ? ids.filled : null,
      event,
    };
    outbox.put(`/api/v1/guides/${guide.id}/end`, end);
  };

  const plainDrip = usePlannedDrip(guide.brew);
  const plannedG = under === "brewer" ? plannedMass(steps, state, clockS) : plainDrip?.(clockS);
  const { shownG } = scale;
  const running = live && {
    ...live,
    plannedS: sheet.standard?.brewTimeS ?? sheet.forecast?.brewTimeS ?? null,
    hasStalled: live.stall !== undefined,
    byHand: under === "brewer",
  };
  const help = running && helpSentence(running);
  const half =
    under === "brewer"
      ? halfOf((atS) => plannedMass(steps, atTime(state, atS, steps), atS), sheet.result.rounded.brewWaterG)
      : plainDrip && halfOf(plainDrip, drippedG);
  const marks = [...new Set(steps.flatMap(({ pour: water }) => (water ? [water.toG] : [])))];
  return (
    <div className="mx-auto flex max-w-[1240px] flex-col gap-3">
      {!locked && <Following siteId={siteId} guideId={guide.id} onAnswer={onAnswer} />}
      <Strip guides={guides.filter(({ state: each }) => !isOver(each))} openId={guide.id} />
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h1 className="text-xl max-sm:text-base">
          <bdi>{guide.title}</bdi>
        </h1>
        <span className="ml-auto flex flex-wrap gap-2">
          <Button look="quiet" aria-pressed={isLoud} onClick={() => setLoud(!isLoud)}>
            {isLoud ? "Says each step" : "Say each step"}
          </Button>
          <Button look="quiet" aria-pressed={isFar} onClick={() => setFar(!isFar)} className="max-sm:hidden">
            {isFar ? "Large" : "Larger"}
          </Button>
          <Back otherwise={`/cards/${guide.cardId}`} />
        </span>
      </header>
      {props.hasCardChanged && !isEnded && (
        <p role="status" className="rounded-panel border-2 border-due bg-enamel px-3 py-2">
          The card has changed since this brew began: it goes on by what the card said then.
        </p>
      )}
      <Letters outbox={outbox} />
      {isEnded ? (
        <Ended
          batchId={state.batchId ?? batchId}
          waits={outbox.mine.length > 0}
          afterwards={running && afterwardsSentence(live.hadStalled, paceOf(running))}
        />
      ) : state.begunMs === null ? (
        <PreparePanel now={now} mayBrew={mayBrew} onHappening={happen} />
      ) : (
        <>
          <NowPanel
            now={now}
            clockS={doneS ?? clockS}
            shownG={shownG}
            help={help}
            hasScale={device !== undefined && under === "vessel"}
            isDone={doneS !== undefined}
            isFar={isFar && doneS === undefined}
          />
          {isBrewing && (under === "brewer" || device) && (
            <Panel label="The scale" className="py-2">
              <FillingLine
                shownG={shownG}
                wantedG={plannedG}
                toG={under === "brewer" ? step?.pour?.toG : drippedG}
                mostG={under === "brewer" ? (marks.at(-1) ?? 1) : 1.08 * drippedG}
                marks={under === "brewer" ? marks : []}
                half={half}
              />
            </Panel>
          )}
          <div className="flex flex-wrap items-stretch gap-2 bg-worktop max-sm:contents sm:sticky sm:bottom-0 sm:z-10 sm:py-1">
            {isBrewing && (running || scale.isAway) && (
              <div
                role="status"
                data-testid="live"
                className={`min-w-64 flex-1 rounded-panel border-2 bg-enamel p-3 ${help ? "border-due" : "border-rim/40"}`}
              >
                {scale.isAway ? (
                  <p>The scale says nothing: go by the clock, and weigh what comes out at the end.</p>
                ) : (
                  running && <p>{runningSentence(running)}</p>
                )}
              </div>
            )}
            {mayBrew && (
              <div className="ml-auto flex flex-wrap items-stretch gap-2 max-sm:sticky max-sm:bottom-2 max-sm:z-10 max-sm:w-full max-sm:rounded-panel max-sm:bg-worktop max-sm:py-1">
                {isBrewing && <Shift className="max-sm:hidden" onShift={shift} />}
                <Button className="min-h-16 px-5 text-lg" onClick={() => happen({ kind: "undone" })}>
                  <RotateCcw size={20} aria-hidden /> Undo
                </Button>
                {next && (
                  <Button look="main" className="min-h-16 flex-1 px-8 text-xl" onClick={stepOn}>
                    {onWords(next)}
                  </Button>
                )}
              </div>
            )}
          </div>
          {doneS !== undefined && mayBrew && (
            <FinishPanel
              now={now}
              tookS={doneS}
              onHappening={happen}
              weighedG={under === "vessel" ? scale.steadyG : undefined}
              onKeep={keep}
            />
          )}
        </>
      )}
      {mayBrew && (
        <div className="flex flex-wrap items-center gap-2">
          {isBrewing && <Shift className="sm:hidden" onShift={shift} />}
          <ScalePanel
            scale={scale}
            hasDevice={device !== undefined}
            isSimulated={isSimulated}
            plays={plays}
            onPlays={setPlays}
            onConnect={connect}
          />
          <Link href={`/rescue?card=${guide.cardId}`} className={buttonClass()}>
            <LifeBuoy size={18} aria-hidden /> Something went wrong
          </Link>
          <Button look="quiet" onClick={() => happen({ kind: "left" })}>
            Leave this brew
          </Button>
        </div>
      )}
    </div>
  );
}
