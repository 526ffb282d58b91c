import type { BenchGrinder } from "#contract/bench.ts";
import { printNumber } from "#core/units";

/** A setting on the rail. */
export interface Mark {
  readonly at: number;
  readonly word: string;
  readonly picked: boolean;
}

/** The approved batches on the dial: the range of eight in ten, and each setting. */
export interface RailBand {
  readonly range: readonly [low: number, high: number];
  readonly approved: readonly number[];
}

const HEIGHT = 170;
const RAIL_X = 44;
const WIDTH = 104;
/** The rail shows so much of the dial around its marks, and some steps beyond them. */
const SHOWN_SHARE = 1 / 3;
const AROUND = 1.3;

/** Settings of the dial: the source's, with the bed's pull added, and with the short brew's too. */
export interface RailPulls {
  readonly from: number;
  readonly bed: number;
  readonly all: number;
}

/** The dial as a rail, coarse on top, with its steps and what is marked on it. */
export function DialRail({
  grinder,
  marks,
  band,
  pulls,
}: {
  readonly grinder: BenchGrinder;
  readonly marks: readonly Mark[];
  readonly band: RailBand | undefined;
  /** Pulls that take the picked answer away from the source, one after the other. */
  readonly pulls?: RailPulls | undefined;
}) {
  const { min, max, step, higherIs } = grinder;
  const pulled = pulls ? [pulls.from, pulls.bed, pulls.all] : [];
  const settings = [...marks.map(({ at }) => at), ...(band?.approved ?? []), ...pulled];
  const [least, most] = [Math.min(...settings), Math.max(...settings)];
  const span = Math.min(max - min, Math.max(step * 8, (max - min) * SHOWN_SHARE, (most - least) * AROUND));
  const low = Math.max(min, Math.min((least + most) / 2 - span / 2, max - span));
  const high = low + span;
  const y = (setting: number) => {
    const share = (setting - low) / (high - low);
    return 12 + (HEIGHT - 24) * (higherIs === "coarser" ? 1 - share : share);
  };
  const first = Math.ceil((low - min) / step);
  const last = Math.floor((high - min) / step + 1e-9);
  const ticks = Array.from({ length: last - first + 1 }, (_, i) => min + (first + i) * step);
  const every = span > 30 ? 10 : span > 12 ? 5 : 1;
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden="true" className="shrink-0 max-sm:hidden">
      {band && <Band from={y(Math.max(low, band.range[0]))} to={y(Math.min(high, band.range[1]))} />}
      <line x1={RAIL_X} x2={RAIL_X} y1={6} y2={HEIGHT - 6} className="stroke-ink" strokeWidth={2} />
      {band?.approved.map((setting) => (
        <circle key={setting} cx={RAIL_X} cy={y(setting)} r={4} className="fill-good stroke-enamel" />
      ))}
      {ticks.map((tick) => {
        const named = Math.abs(tick / every - Math.round(tick / every)) < 1e-9;
        return (
          <g key={tick}>
            <line
              x1={RAIL_X - (named ? 12 : 7)}
              x2={RAIL_X}
              y1={y(tick)}
              y2={y(tick)}
              className="stroke-ink"
            />
            {named && (
              <text x={RAIL_X - 16} y={y(tick) + 4} textAnchor="end" className="fill-quiet text-xs">
                {printNumber(tick, 0)}
              </text>
            )}
          </g>
        );
      })}
      {marks.map(({ at, word, picked }) => (
        <line
          key={word}
          x1={RAIL_X}
          x2={RAIL_X + (picked ? 32 : 20)}
          y1={y(at)}
          y2={y(at)}
          className={picked ? "stroke-rim" : "stroke-ink"}
          strokeWidth={picked ? 6 : 2}
        />
      ))}
      {pulls && (
        <>
          <Pull x={RAIL_X + 40} from={y(pulls.from)} to={y(pulls.bed)} className="stroke-hot" />
          <Pull x={RAIL_X + 52} from={y(pulls.bed)} to={y(pulls.all)} className="stroke-ice" dashed />
        </>
      )}
    </svg>
  );
}

interface PullProps {
  readonly x: number;
  readonly from: number;
  readonly to: number;
  readonly className: string;
  readonly dashed?: boolean;
}

const ARROW = 4;

/** An arrow along the rail; none where it would be no longer than its head. */
function Pull({ x, from, to, className, dashed }: PullProps) {
  if (Math.abs(to - from) < ARROW) return null;
  const back = to > from ? -ARROW : ARROW;
  return (
    <g className={`fill-none ${className}`} strokeWidth={2}>
      <line x1={x} x2={x} y1={from} y2={to} strokeDasharray={dashed ? "4 3" : undefined} />
      <path d={`M ${x - ARROW} ${to + back} L ${x} ${to} L ${x + ARROW} ${to + back}`} />
    </g>
  );
}

/** The band of eight in ten, hatched so that it is no plain colour. */
function Band({ from, to }: { readonly from: number; readonly to: number }) {
  const [top, bottom] = [Math.min(from, to), Math.max(from, to)];
  return (
    <g>
      <rect x={RAIL_X} y={top} width={30} height={bottom - top} className="fill-good/15" />
      {[top, bottom].map((edge) => (
        <line
          key={edge}
          x1={RAIL_X}
          x2={RAIL_X + 30}
          y1={edge}
          y2={edge}
          className="stroke-good"
          strokeDasharray="3 2"
        />
      ))}
    </g>
  );
}
