import { type Basket, bedDepthMm } from "#core/brew";
import { printNumber } from "#core/units";

interface BasketDrawingProps {
  readonly basket: Basket;
  /** A levelled dose in it, and how dense it lies. */
  readonly doseG: number;
  readonly densityGPerMl: number;
}

const SIZE = 150;
const MARGIN = 14;

/** A basket cut through: its wall, a dry level bed, and its measures. */
export function BasketDrawing({ basket, doseG, densityGPerMl }: BasketDrawingProps) {
  const { topDiameterMm, bottomDiameterMm, heightMm } = basket;
  const scale = (SIZE - 2 * MARGIN) / Math.max(topDiameterMm, heightMm);
  const middle = SIZE / 2;
  const [top, bottom, height] = [topDiameterMm, bottomDiameterMm, heightMm].map((mm) => mm * scale) as [
    number,
    number,
    number,
  ];
  const depth = bedDepthMm({ doseG, densityGPerMl, basket });
  const depthMm = depth.ok ? depth.value : heightMm;
  const bedTop = bottom + ((top - bottom) * depthMm) / heightMm;
  const trapezoid = (upper: number, upperY: number) =>
    `M ${middle - upper / 2} ${upperY} L ${middle + upper / 2} ${upperY} L ${middle + bottom / 2} ${MARGIN + height} L ${middle - bottom / 2} ${MARGIN + height} Z`;
  const label = depth.ok
    ? `bed ${printNumber(depthMm, 0)} mm at ${printNumber(doseG, 0)} g`
    : `${printNumber(doseG, 0)} g do not fit: ${printNumber(depth.failure.capacityG, 0)} g do`;
  return (
    <figure className="w-40 shrink-0 text-center">
      <svg viewBox={`0 0 ${SIZE} ${SIZE}`} className="block" aria-hidden="true">
        <path d={trapezoid(top, MARGIN)} className="fill-worktop" />
        <path d={trapezoid(bedTop, MARGIN + height - depthMm * scale)} className="fill-coffee" />
        <path
          d={trapezoid(top, MARGIN)}
          className="fill-none stroke-rim"
          strokeWidth={3}
          strokeLinejoin="round"
        />
      </svg>
      <figcaption className={`text-sm ${depth.ok ? "text-quiet" : "text-stop"}`}>{label}</figcaption>
    </figure>
  );
}
