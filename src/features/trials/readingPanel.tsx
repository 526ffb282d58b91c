"use client";

import { PROMISES } from "#contract/trialKinds.ts";
import type { ReadSigns } from "#contract/trials.ts";
import { CHANGEABLE, FACTS, type FactName, SIGNS, type SignName, type Signs } from "#core/trial";
import { printTime } from "#core/units";
import { isLiked, type SeenBatch, type Wanted } from "#scaling/trial";
import { Taps } from "#ui/choice/taps.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { Folded } from "#ui/folded.tsx";
import { CHANGE_WORDS, FACT_WORDS, PROMISE_WORDS, SIGN_WORDS } from "#words/trials";
import { BedAbove, BedSide, CupLight, SlurryMark } from "./signDrawings.tsx";

interface ReadingPanelProps {
  readonly seen: SeenBatch;
  readonly wanted: Wanted;
  readonly read: ReadSigns;
  readonly isFirst: boolean;
  /** What the bag says it tastes of; empty where it says nothing. */
  readonly promises: string;
  readonly mayRead: boolean;
  readonly onRead: (change: (read: ReadSigns) => ReadSigns) => void;
}

/** Signs beyond the bed, by how it is brewed. */
const MORE: { readonly [method in Wanted["method"]]: readonly SignName[] } = {
  batch: ["wall", "slurry", "top", "colour", "filter", "flowSwitch"],
  hand: ["wall", "slurry", "top", "colour", "bloom", "filter"],
  press: ["force", "colour", "top", "filter", "bloom"],
};
const ICED: readonly SignName[] = ["finalTemp", "iceLeft"];
/** What the figures do not tell: the rest is seen from the batches themselves. */
const SAID_CHANGES = CHANGEABLE.filter(
  (name) => !["dial", "ratio", "batch", "bag", "burrs", "ice"].includes(name),
);

/** What was seen of a batch, by taps: its bed first, the rest one tap away. */
export function ReadingPanel({ seen, wanted, read, isFirst, promises, mayRead, onRead }: ReadingPanelProps) {
  const { batch, reading } = seen;
  const set = (change: Partial<Signs>) =>
    onRead((before) => ({ ...before, signs: { ...before.signs, ...change } }));
  const sign = (name: SignName) => {
    const { label, words } = SIGN_WORDS[name];
    return (
      <Taps
        key={name}
        label={label}
        many={false}
        options={SIGNS[name].map((value) => ({
          value,
          text: words[value] ?? value,
          drawing: drawingOf(name, value),
        }))}
        text={reading.signs[name] ?? ""}
        onText={(text) => set({ [name]: text === "" ? undefined : text })}
      />
    );
  };
  const fact = (name: FactName) => (
    <Taps
      key={name}
      label={FACT_WORDS[name].label}
      many={false}
      options={[
        { value: "yes", text: "yes" },
        { value: "no", text: "no" },
      ]}
      text={reading.signs[name] === undefined ? "" : reading.signs[name] ? "yes" : "no"}
      onText={(text) => set({ [name]: text === "" ? undefined : text === "yes" })}
    />
  );
  const isIced = wanted.serve === "iced";
  return (
    <fieldset disabled={!mayRead} className="min-w-0">
      <legend className="sr-only">What was seen</legend>
      {sign("bed")}
      <p className="text-sm tabular-nums" data-testid="time-beside">
        {timeLine(batch.brewTimeS, wanted.brewTimeS, reading.signs.time)}
      </p>
      <Taps
        label="in the cup"
        many={false}
        options={[
          { value: "yes", text: "liked" },
          { value: "no", text: "not liked" },
        ]}
        text={({ true: "yes", false: "no", null: "" } as const)[`${isLiked(batch)}`]}
        onText={(text) => onRead((before) => ({ ...before, liked: text === "" ? null : text === "yes" }))}
      />
      {promises !== "" && (
        <Taps
          label={`the bag promises: ${promises}`}
          many={false}
          options={PROMISES.map((value) => ({ value, text: PROMISE_WORDS[value] }))}
          text={read.promise ?? ""}
          onText={(text) =>
            onRead((before) => ({ ...before, promise: PROMISES.find((each) => each === text) ?? null }))
          }
        />
      )}
      <StallFirst signs={reading.signs} />
      {isIced && <div className="mt-1 flex flex-wrap gap-x-6">{ICED.map(sign)}</div>}
      <Folded
        className="mt-1"
        summary={<summary className="min-h-10 cursor-pointer py-2 font-semibold">More that was seen</summary>}
      >
        <div className="flex flex-wrap gap-x-6">
          {MORE[wanted.method].map(sign)}
          {FACTS.filter((name) => name !== "doseFits" || reading.signs.slurry === "over").map(fact)}
          <FigureField
            label="water at the bed"
            kind="°C"
            optional
            value={read.waterTempC}
            bounds={[0, 100]}
            disabled={!mayRead}
            onValue={(waterTempC) => onRead((before) => ({ ...before, waterTempC }))}
          />
          {!isFirst && (
            <Taps
              label="changed too since the batch before"
              many
              options={SAID_CHANGES.map((value) => ({ value, text: CHANGE_WORDS[value] }))}
              text={read.changed.join(" ")}
              onText={(text) =>
                onRead((before) => ({
                  ...before,
                  changed: CHANGEABLE.filter((name) => text.split(" ").includes(name)),
                }))
              }
            />
          )}
        </div>
      </Folded>
    </fieldset>
  );
}

function drawingOf(name: SignName, value: string) {
  const signs = { [name]: value } as Signs;
  if (name === "bed" && signs.bed)
    return (
      <span className="flex items-center gap-1">
        <BedSide bed={signs.bed} />
        <BedAbove bed={signs.bed} />
      </span>
    );
  if (name === "wall") return <BedSide wall={signs.wall} />;
  if (name === "slurry" && signs.slurry) return <SlurryMark slurry={signs.slurry} />;
  if (name === "colour" && signs.colour) return <CupLight colour={signs.colour} />;
  return undefined;
}

function timeLine(tookS: number | null, wantedS: number | null, time: Signs["time"]): string {
  if (tookS === null) return "Its time was not taken: the log has it, once it is corrected there.";
  if (wantedS === null) return `It took ${printTime(tookS)}; nothing says how long it should.`;
  return `It took ${printTime(tookS)}, planned ${printTime(wantedS)}: ${time ? SIGN_WORDS.time.words[time] : "open"}.`;
}

/** What to look at before the grind is blamed. */
function StallFirst({ signs }: { readonly signs: Signs }) {
  const says =
    signs.stalled && !signs.filter
      ? "It stalled: before the grind, look for two papers, a paper sealed to the wall, the flow switch, and a blocked spray."
      : signs.slurry === "over" && signs.doseFits === undefined
        ? "It ran over the paper: before the grind, look whether the dose, or the batch, is too large for this basket."
        : undefined;
  return says ? (
    <p role="status" className="my-1 rounded-panel border-2 border-due p-2 text-sm">
      {says}
    </p>
  ) : undefined;
}
