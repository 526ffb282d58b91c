import type { Basket } from "#core/brew";

interface BrewingBasketProps {
  readonly basket: Basket;
  readonly bedMm: number;
  /** Of the slurry, at the moment that is drawn. */
  readonly levelMm: number;
  /** The highest that it stands in the whole brew. */
  readonly markMm: number;
  readonly pouring: boolean;
}

const SIZE = 176;
const MARGIN = { top: 26, side: 10, bottom: 26 };

/** A basket cut through while water runs: wall and paper, slurry over the bed, and the mark it leaves. */
export function BrewingBasket({ basket, bedMm, levelMm, markMm, pouring }: BrewingBasketProps) {
  const { topDiameterMm, bottomDiameterMm, heightMm } = basket;
  const scale = Math.min(
    (SIZE - 2 * MARGIN.side) / topDiameterMm,
    (SIZE - MARGIN.top - MARGIN.bottom) / heightMm,
  );
  const middle = SIZE / 2;
  const floorY = MARGIN.top + heightMm * scale;
  const halfAt = (mm: number) =>
    ((bottomDiameterMm + ((topDiameterMm - bottomDiameterMm) * mm) / heightMm) * scale) / 2;
  const y = (mm: number) => floorY - mm * scale;
  const upTo = (mm: number) =>
    `M ${middle - halfAt(mm)} ${y(mm)} L ${middle + halfAt(mm)} ${y(mm)} L ${middle + halfAt(0)} ${floorY} L ${middle - halfAt(0)} ${floorY} Z`;
  const risky = markMm > heightMm - 3;
  const level = Math.min(heightMm, levelMm);
  return (
    <svg viewBox={`0 0 ${SIZE} ${SIZE}`} className="block w-44 shrink-0" aria-hidden="true">
      <path d={upTo(heightMm)} className="fill-worktop" />
      <path d={upTo(level)} className="fill-water" opacity={0.55} />
      <path d={upTo(Math.min(bedMm, level))} className="fill-coffee" />
      {pouring && (
        <line
          x1={middle}
          x2={middle}
          y1={2}
          y2={y(level)}
          className="stroke-water"
          strokeWidth={5}
          strokeLinecap="round"
        />
      )}
      <path
        d={`M ${middle} ${floorY + 4} L ${middle} ${SIZE - 4}`}
        className="stroke-coffee"
        strokeWidth={4}
        strokeDasharray="5 6"
        strokeLinecap="round"
      />
      <line
        x1={middle - halfAt(Math.min(markMm, heightMm)) - 6}
        x2={middle + halfAt(Math.min(markMm, heightMm)) + 6}
        y1={y(Math.min(markMm, heightMm))}
        y2={y(Math.min(markMm, heightMm))}
        className={risky ? "stroke-stop" : "stroke-rim"}
        strokeWidth={2}
        strokeDasharray="4 4"
      />
      <path d={upTo(heightMm)} className="fill-none stroke-rim" strokeWidth={3} strokeLinejoin="round" />
    </svg>
  );
}
