import { type Basket, bedDepthMm } from "#core/brew";
import { HOT_COFFEE_G_PER_ML } from "#core/ice";
import type { SheetFigures } from "#core/sheet";
import { Pot } from "#parts/pot.tsx";

interface DrawingProps {
  readonly figures: SheetFigures;
  readonly retentionGPerG: number;
  /** Null where nobody has measured it: an open outline stands for it. */
  readonly basket: Basket | null;
  readonly densityGPerMl: number;
  readonly brimG: number;
  readonly workingG: number;
  readonly iced: boolean;
}

/** The worktop's width and height in the drawing's own units. */
export const WIDTH = 1166;
export const HEIGHT = 324;

/** All the water of a sheet is so wide. */
const WATER_WIDTH = 126;
const WATER_MIDDLE = 196;
const BASKET = { x: 430, y: 92, most: 176, scale: 1.1 };
const VESSEL = { x: 800, y: 78, width: 130, height: 206 };
const BYPASS_Y = 20;

/** The ribbon: every stream as wide as its mass, from the water to the pot. */
export function Drawing(props: DrawingProps) {
  const { figures, retentionGPerG, basket, densityGPerMl, brimG, workingG, iced } = props;
  const { doseG, brewWaterG, bypassG, iceG, yieldG } = figures;
  const perG = WATER_WIDTH / (brewWaterG + bypassG + iceG);
  const keptG = retentionGPerG * doseG;
  const water = brewWaterG * perG;
  const bypass = bypassG * perG;
  const hot = (brewWaterG - keptG) * perG;
  const keptHeight = Math.max(4, keptG * perG);
  const ice = iceG * perG;

  const shape = basketShape(basket, doseG, densityGPerMl);
  const outX = BASKET.x + shape.topW / 2;
  const outY = BASKET.y + shape.height;
  const potMiddle = VESSEL.y + VESSEL.height * 0.55;
  const perMl = iced ? 1 : HOT_COFFEE_G_PER_ML;
  const top = WATER_MIDDLE - water / 2;

  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block h-auto w-full" aria-hidden="true">
      <defs>
        <pattern id="kept" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="8" height="8" className="fill-worktop" />
          <line x1="0" y1="0" x2="0" y2="8" className="stroke-quiet" strokeWidth="3" />
        </pattern>
      </defs>
      {/* What goes round the bed. */}
      {bypass > 0 && (
        <path
          d={`M 0 ${top - bypass / 2 - 2} L 240 ${top - bypass / 2 - 2} C 340 ${top - bypass / 2 - 2} 330 ${BYPASS_Y + bypass / 2} 420 ${BYPASS_Y + bypass / 2} L 690 ${BYPASS_Y + bypass / 2} C 800 ${BYPASS_Y + bypass / 2} ${VESSEL.x - 30} ${VESSEL.y + 40} ${VESSEL.x + 10} ${VESSEL.y + 60}`}
          className="fill-none stroke-water"
          strokeWidth={Math.max(3, bypass)}
        />
      )}
      {/* What goes through it. */}
      <path
        d={`M 0 ${top} L 330 ${top} C 400 ${top} 400 ${BASKET.y + 6} ${BASKET.x + 14} ${BASKET.y + 6} L ${BASKET.x + shape.topW - 14} ${BASKET.y + 6} L ${outX} ${outY - 10} L ${BASKET.x + 14} ${BASKET.y + 30} C 420 ${top + water} 400 ${top + water} 330 ${top + water} L 0 ${top + water} Z`}
        className="fill-water"
      />
      {/* What the bed keeps. */}
      <path
        d={`M ${outX - 10} ${outY - 14} C ${outX - 14} ${outY + 30} ${outX - 60} ${HEIGHT - 10} ${outX - 90} ${HEIGHT + 10}`}
        className="fill-none"
        stroke="url(#kept)"
        strokeWidth={keptHeight}
      />
      {/* What comes out. */}
      <path
        d={`M ${outX} ${outY - 30} C ${outX + 110} ${outY - 30} ${outX + 80} ${potMiddle - hot / 2} ${outX + 190} ${potMiddle - hot / 2} L ${VESSEL.x + 8} ${potMiddle - hot / 2} L ${VESSEL.x + 8} ${potMiddle + hot / 2} L ${outX + 190} ${potMiddle + hot / 2} C ${outX + 80} ${potMiddle + hot / 2} ${outX + 70} ${outY} ${outX} ${outY} Z`}
        className="fill-coffee"
      />
      {ice > 0 && (
        <path
          d={`M ${VESSEL.x + VESSEL.width / 2} 0 L ${VESSEL.x + VESSEL.width / 2} ${VESSEL.y + 30}`}
          className="fill-none stroke-ice"
          strokeWidth={Math.max(6, ice)}
          strokeDasharray="14 5"
        />
      )}
      <g transform={`translate(${BASKET.x} ${BASKET.y})`}>
        <path d={shape.inside} className="fill-enamel" />
        {shape.bed && <path d={shape.bed} className="fill-coffee" />}
        <path
          d={shape.outline}
          className="fill-none stroke-rim"
          strokeWidth={3}
          strokeLinejoin="round"
          strokeDasharray={basket ? undefined : "6 6"}
        />
      </g>
      <g transform={`translate(${VESSEL.x} ${VESSEL.y})`}>
        <Pot
          fill={yieldG / perMl / brimG}
          working={workingG / perMl / brimG}
          iced={iced}
          width={VESSEL.width}
          height={VESSEL.height}
        />
      </g>
    </svg>
  );
}

/** Only an outline. */
const ANY_BASKET: Basket = { shape: "flat", topDiameterMm: 150, bottomDiameterMm: 120, heightMm: 85 };

/** The basket and the dry, level bed in it, to one scale. */
function basketShape(known: Basket | null, doseG: number, densityGPerMl: number) {
  const basket = known ?? ANY_BASKET;
  const scale = Math.min(BASKET.scale, BASKET.most / basket.topDiameterMm);
  const topW = basket.topDiameterMm * scale;
  const bottomW = basket.bottomDiameterMm * scale;
  const height = basket.heightMm * scale;
  const depth = bedDepthMm({ doseG, densityGPerMl, basket });
  const depthMm = depth.ok ? depth.value : basket.heightMm;
  const bedTopW = bottomW + ((topW - bottomW) * depthMm) / basket.heightMm;
  const trapezoid = (upper: number, upperY: number) =>
    `M ${(topW - upper) / 2} ${upperY} L ${(topW + upper) / 2} ${upperY} L ${(topW + bottomW) / 2} ${height} L ${(topW - bottomW) / 2} ${height} Z`;
  return {
    topW,
    height,
    inside: trapezoid(topW, 0),
    bed: known && trapezoid(bedTopW, height - depthMm * scale),
    outline: trapezoid(topW, 0),
  };
}
