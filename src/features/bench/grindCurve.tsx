"use client";

import { useMemo, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { CurveReason } from "#contract/aspects.ts";
import { type CurvePoint, fitCurve, TEXTURE_UM, TEXTURES, type Texture, umAt } from "#core/grind";
import { ok } from "#core/result";
import { printNumber } from "#core/units";
import { Chart } from "#parts/chart.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { FIGURE_KINDS, plain } from "#ui/figure/kinds.ts";
import { curveSentence } from "#words/bench";
import type { Measured } from "./measured.ts";
import { Readings } from "./readings.tsx";
import type { GrinderRow } from "./rows.ts";

const WHY: { readonly [why in CurveReason]: string } = {
  first: "it is measured better now",
  newBurrs: "it has new burrs",
  recalibrated: "its dial was set anew",
};

const LEAST_UM = 50;
const MOST_UM = 3000;
const n = (value: number) => printNumber(value, 2);
const printUm = (um: number) => `${printNumber(um, 0)} µm`;

/** A size in µm, or the word for how it feels. */
const SIZE: Measured = {
  kind: {
    ...plain("µm", 10, 0),
    parse: (text) => {
      const word = TEXTURES.find((texture) => texture === text.trim().toLowerCase());
      return word
        ? ok(TEXTURE_UM[word])
        : plain("µm", 1).parse(text.replace(/um$/, "µm"), undefined as never);
    },
    letters: true,
  },
  bounds: [LEAST_UM, MOST_UM],
  or: `Or a word: ${TEXTURES.join(", ")}.`,
};

interface GrindCurveProps {
  readonly grinder: GrinderRow;
  readonly onDone: () => void;
}

/** A grinder's curve at a few settings, by feel or by sieve: always kept as a new version. */
export function GrindCurve({ grinder, onDone }: GrindCurveProps) {
  const [curveId] = useState(() => uuidv7());
  const [newest] = grinder.curves;
  const [why, setWhy] = useState<CurveReason>("first");
  const { name, dialMin, dialMax, dialStep } = grinder.figures;
  const pointsOf = (rows: readonly PointRow[]): CurvePoint[] =>
    rows.map(({ setting, um, sieved }) => ({ setting, um, by: sieved ? "sieve" : "word" }));
  const summary = (rows: readonly PointRow[]) => {
    const fit = fitCurve(pointsOf(rows));
    if (!fit.ok) return curveSentence(fit.failure);
    return `From ${printUm(umAt(fit.value, dialMin))} at ${n(dialMin)} to ${printUm(umAt(fit.value, dialMax))} at ${n(dialMax)}.`;
  };
  return (
    <Readings
      what={`${name}'s curve`}
      start={(newest?.points ?? []).map(({ setting, um, by }) => ({
        id: uuidv7(),
        setting,
        um,
        sieved: by === "sieve" ? 1 : 0,
      }))}
      revision={grinder.revision}
      columns={[
        {
          name: "setting",
          label: "setting",
          measured: { kind: { ...FIGURE_KINDS.dial, step: dialStep }, bounds: [dialMin, dialMax] },
          print: n,
        },
        { name: "um", label: "grinds", help: `µm, or ${wordsSaid()}`, measured: SIZE, print: printUm },
        {
          name: "sieved",
          label: "by sieve",
          print: (sieved) => (sieved ? "by sieve" : "by feel"),
        },
      ]}
      summary={summary}
      chart={(rows) => <CurveChart points={pointsOf(rows)} dialMin={dialMin} dialMax={dialMax} />}
      besides={() =>
        newest && (
          <Choice
            label="a new curve, because"
            value={why}
            options={Object.entries(WHY).map(([value, text]) => ({ value, text }))}
            onChange={(value) => setWhy(value as CurveReason)}
          />
        )
      }
      measured={(rows, revision) => ({
        what: "curve",
        of: { id: grinder.id, revision, curveId, why, points: pointsOf(rows) },
      })}
      onDone={onDone}
    />
  );
}

type PointRow = {
  readonly id: string;
  readonly setting: number;
  readonly um: number;
  readonly sieved: number;
};

function wordsSaid(): string {
  const last: Texture = "coarse grit";
  return `powder, table salt … ${last}`;
}

const X = { title: "setting" };
const Y = { title: "µm" };
const CURVE_POINTS = 48;

interface CurveChartProps {
  readonly points: readonly CurvePoint[];
  readonly dialMin: number;
  readonly dialMax: number;
}

function CurveChart({ points, dialMin, dialMax }: CurveChartProps) {
  // The points are made anew with each drawing; what they say is their key.
  const key = JSON.stringify(points);
  const series = useMemo(() => {
    const list: readonly CurvePoint[] = JSON.parse(key);
    const fit = fitCurve(list);
    if (!fit.ok) return undefined;
    const along = Array.from(
      { length: CURVE_POINTS + 1 },
      (_, i) => dialMin + ((dialMax - dialMin) * i) / CURVE_POINTS,
    );
    const of = (by: CurvePoint["by"]) => list.filter((point) => point.by === by);
    const xy = (some: readonly CurvePoint[]) => ({
      x: some.map(({ setting }) => setting),
      y: some.map(({ um }) => um),
    });
    return [
      { name: "by sieve", as: "points" as const, ...xy(of("sieve")) },
      { name: "by feel", as: "crosses" as const, ...xy(of("word")) },
      {
        name: "curve",
        as: "line" as const,
        x: along,
        y: along.map((setting) => umAt(fit.value, setting)),
      },
    ].filter(({ x }) => x.length > 0);
  }, [key, dialMin, dialMax]);
  return series && <Chart label="What the dial grinds" x={X} y={Y} series={series} />;
}
