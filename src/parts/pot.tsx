interface PotProps {
  /** Filled part of the brim's volume, 0 to 1 and above when it overflows. */
  readonly fill: number;
  /** The working fill as a part of the brim's volume. */
  readonly working?: number;
  readonly iced?: boolean;
  readonly width: number;
  readonly height: number;
}

const LID = 0.09;
const WALL = 3;

/** Where a drawn vessel's inside begins, from above, and how high it is. */
export function insideOf(height: number): { readonly top: number; readonly height: number } {
  const lidH = height * LID;
  return { top: lidH + WALL, height: height - lidH - 2 * WALL };
}

/** A vessel in outline, filled to its level; drawn inside an svg, from its own upper left corner. */
export function Pot({ fill, working, iced = false, width, height }: PotProps) {
  const lidH = height * LID;
  const bodyH = height - lidH;
  const innerH = insideOf(height).height;
  const level = Math.min(1, Math.max(0, fill)) * innerH;
  return (
    <g>
      <rect
        x={width * 0.36}
        y={0}
        width={width * 0.28}
        height={lidH + 2}
        rx={3}
        className="fill-none stroke-rim"
        strokeWidth={WALL}
      />
      <rect
        x={WALL / 2}
        y={lidH}
        width={width - WALL}
        height={bodyH - WALL / 2}
        rx={Math.min(10, width / 6)}
        className="fill-enamel stroke-rim"
        strokeWidth={WALL}
      />
      <rect
        x={2 * WALL}
        y={lidH + WALL + innerH - level}
        width={width - 4 * WALL}
        height={level}
        rx={Math.min(6, width / 8)}
        className={`motion-safe:transition-all ${iced ? "fill-ice-coffee" : "fill-coffee"}`}
      />
      {working !== undefined && (
        <line
          x1={WALL}
          x2={width - WALL}
          y1={lidH + WALL + innerH * (1 - working)}
          y2={lidH + WALL + innerH * (1 - working)}
          className="stroke-rim"
          strokeWidth={1.5}
          strokeDasharray="5 4"
        />
      )}
    </g>
  );
}
