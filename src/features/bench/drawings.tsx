import type { Figures } from "#contract/fields.ts";
import { printNumber } from "#core/units";
import { Pot } from "#parts/pot.tsx";

/*
 * What is measured, drawn: each kind to one scale, so that its things can be told from each other at a glance.
 */

type Vessel = Pick<Figures<"vessel">, "name" | "brimG" | "workingG" | "iced">;

const TALLEST_PX = 96;
/** Insulated pots and servers are about so wide for their height. */
const WIDE_SHARE = 0.68;

/** A vessel's height in a drawing: what holds eight times as much is twice as tall. */
function heightOf({ brimG }: Pick<Vessel, "brimG">, mostG: number): number {
  return TALLEST_PX * Math.cbrt(brimG / mostG);
}

/** Vessels to scale, beside each other on one shelf, each filled as it is used. */
export function VesselShelf({ vessels }: { readonly vessels: readonly Vessel[] }) {
  const mostG = Math.max(...vessels.map(({ brimG }) => brimG));
  return (
    <div aria-hidden className="flex flex-wrap items-end gap-x-6 gap-y-2 border-rim border-b-2 pt-1">
      {vessels.map((vessel) => {
        const height = heightOf(vessel, mostG);
        const width = WIDE_SHARE * height;
        const fill = vessel.workingG / vessel.brimG;
        return (
          <figure key={vessel.name} className="flex flex-col items-center">
            <svg width={width} height={height} aria-hidden="true" className="block">
              <Pot fill={fill} working={fill} iced={vessel.iced} width={width} height={height} />
            </svg>
            <figcaption className="max-w-28 text-center text-quiet text-xs leading-tight">
              <bdi>{vessel.name}</bdi>
            </figcaption>
          </figure>
        );
      })}
    </div>
  );
}

const BASKET_PX = 72;
/** Drawn width of a basket's picture, unless the basket is larger; mm. */
const MOST_MM = 170;

/** A basket's outline, all to one scale. */
export function BasketOutline({ topDiameterMm, bottomDiameterMm, heightMm }: Figures<"brewer">) {
  if (topDiameterMm === null || bottomDiameterMm === null || heightMm === null) {
    return <span className="w-18 shrink-0 text-center text-quiet text-xs">not measured</span>;
  }
  const scale = BASKET_PX / Math.max(MOST_MM, topDiameterMm, heightMm);
  const [top, bottom, height] = [topDiameterMm * scale, bottomDiameterMm * scale, heightMm * scale];
  const middle = BASKET_PX / 2;
  const floor = BASKET_PX - 2;
  return (
    <svg width={BASKET_PX} height={BASKET_PX} aria-hidden="true" className="shrink-0">
      <path
        d={`M ${middle - top / 2} ${floor - height} L ${middle - bottom / 2} ${floor} L ${middle + bottom / 2} ${floor} L ${middle + top / 2} ${floor - height}`}
        className="fill-worktop stroke-rim"
        strokeWidth={3}
        strokeLinejoin="round"
      />
    </svg>
  );
}

const LINE_PX = { width: 132, height: 44, rim: 5 } as const;

interface DeliveryLineProps {
  /** delivered = interceptG + slope · set */
  readonly slope: number;
  readonly interceptG: number;
  readonly rangeG: readonly [least: number, most: number];
  readonly runs: readonly { readonly setG: number; readonly weighedG: number }[];
}

/** Delivered less set over what can be set: the line, its runs, and the level where nothing is lost. */
export function DeliveryLine({ slope, interceptG, rangeG, runs }: DeliveryLineProps) {
  const [least, most] = rangeG;
  if (!(most > least)) return null;
  const lessAt = (setG: number) => interceptG + (slope - 1) * setG;
  const offs = [0, lessAt(least), lessAt(most), ...runs.map(({ setG, weighedG }) => weighedG - setG)];
  const [low, high] = [Math.min(...offs), Math.max(...offs)];
  const { width, height, rim } = LINE_PX;
  const x = (setG: number) => rim + ((width - 2 * rim) * (setG - least)) / (most - least);
  const y = (offG: number) => height - rim - ((height - 2 * rim) * (offG - low)) / (high - low || 1);
  return (
    <svg width={width} height={height} aria-hidden="true" className="block">
      <line x1={rim} x2={width - rim} y1={y(0)} y2={y(0)} className="stroke-rim/40" strokeDasharray="3 3" />
      <line
        x1={x(least)}
        x2={x(most)}
        y1={y(lessAt(least))}
        y2={y(lessAt(most))}
        className="stroke-rim"
        strokeWidth={2}
      />
      {runs.map(({ setG, weighedG }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: runs may be alike, and never change their places
        <circle key={i} cx={x(setG)} cy={y(weighedG - setG)} r={3} className="fill-coffee" />
      ))}
    </svg>
  );
}

const DIAL_PX = { width: 190, height: 64, rim: 8 } as const;

interface DialPictureProps {
  readonly dial: Pick<Figures<"grinder">, "dialMin" | "dialMax">;
  /** What the dial grinds, from its least setting to its most; empty where nobody knows. */
  readonly curve: readonly { readonly setting: number; readonly um: number }[];
  readonly points: readonly { readonly setting: number; readonly um: number }[];
  /** Settings of approved pots. */
  readonly standards: readonly number[];
}

/** A grinder's dial laid flat: its curve with what was measured of it, and where approved pots stand on it. */
export function DialPicture({ dial: { dialMin, dialMax }, curve, points, standards }: DialPictureProps) {
  const { width, height, rim } = DIAL_PX;
  const sizes = [...curve, ...points].map(({ um }) => um);
  const [finest, coarsest] = [Math.min(...sizes), Math.max(...sizes)];
  const x = (setting: number) => rim + ((width - 2 * rim) * (setting - dialMin)) / (dialMax - dialMin);
  const floor = height - 2 * rim;
  const y = (um: number) => floor - ((floor - rim) * (um - finest)) / (coarsest - finest || 1);
  return (
    <svg width={width} height={height} aria-hidden="true" className="block shrink-0">
      <line x1={rim} x2={width - rim} y1={floor} y2={floor} className="stroke-rim" strokeWidth={2} />
      <text x={0} y={height - 1} fontSize={11} className="fill-quiet">
        {printNumber(dialMin, 1)}
      </text>
      <text x={width} y={height - 1} fontSize={11} textAnchor="end" className="fill-quiet">
        {printNumber(dialMax, 1)}
      </text>
      {curve.length > 1 && (
        <polyline
          points={curve.map(({ setting, um }) => `${x(setting)},${y(um)}`).join(" ")}
          className="fill-none stroke-rim"
          strokeWidth={2}
        />
      )}
      {points.map(({ setting, um }) => (
        <circle key={setting} cx={x(setting)} cy={y(um)} r={3} className="fill-coffee" />
      ))}
      {[...new Set(standards)].map((setting) => (
        <path key={setting} d={`M ${x(setting)} ${floor} l -4 9 h 8 z`} className="fill-good" />
      ))}
    </svg>
  );
}
