import { printTime } from "#core/units";
import { useUnits } from "#ui/units.tsx";

interface FillingLineProps {
  /** As the scale shows; undefined without one. */
  readonly shownG: number | undefined;
  /** Where it should stand now, and where the running step ends; undefined where nobody knows. */
  readonly wantedG: number | undefined;
  readonly toG: number | undefined;
  /** The whole line, and what is marked on it. */
  readonly mostG: number;
  readonly marks: readonly number[];
  /** Half of it, and when it should be there, s; undefined where no plan says it. */
  readonly half: { readonly massG: number; readonly byS: number } | undefined;
}

const WIDTH = 1000;
const HEIGHT = 150;
const LEFT = 20;
const TOP = 58;
const BAR = 50;
/** Marks nearer than this to each other would print over each other. */
const LEAST_GAP = 90;
/** The same above the line, where the step's end is said. */
const LEAST_GAP_ABOVE = 240;

/** The scale as a line that fills: how far it is, where it should be now, and where the step ends. */
export function FillingLine({ shownG, wantedG, toG, mostG, marks, half }: FillingLineProps) {
  const units = useUnits();
  const x = (massG: number) => LEFT + (Math.min(mostG, Math.max(0, massG)) / mostG) * (WIDTH - 2 * LEFT);
  const labelled = marks.filter(
    (mark, i) => mark !== toG && marks.slice(0, i).every((other) => x(mark) - x(other) > LEAST_GAP),
  );
  const anchor = (at: number) => (at > WIDTH - 120 ? "end" : at < 120 ? "start" : "middle");
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full" role="img" aria-label={label()}>
      <rect
        x={LEFT}
        y={TOP}
        width={WIDTH - 2 * LEFT}
        height={BAR}
        rx={10}
        className="fill-enamel stroke-rim"
        strokeWidth={4}
      />
      {shownG !== undefined && (
        <rect
          x={LEFT + 3}
          y={TOP + 3}
          width={Math.max(0, x(shownG) - LEFT - 3)}
          height={BAR - 6}
          rx={8}
          className="fill-hot/80"
          data-testid="filled"
        />
      )}
      {marks.map((mark) => (
        <line
          key={mark}
          x1={x(mark)}
          x2={x(mark)}
          y1={TOP}
          y2={TOP + BAR}
          className="stroke-ink"
          strokeWidth={2}
        />
      ))}
      {labelled.map((mark) => (
        <text
          key={mark}
          x={x(mark)}
          y={TOP + BAR + 34}
          textAnchor={anchor(x(mark))}
          className="fill-quiet font-semibold text-[20px] max-sm:text-[40px]"
        >
          {units.printLiquid(mark)}
        </text>
      ))}
      {half && (
        <>
          <line
            x1={x(half.massG)}
            x2={x(half.massG)}
            y1={TOP - 10}
            y2={TOP + 20}
            className="stroke-ink"
            strokeWidth={4}
          />
          {(toG === undefined || Math.abs(x(toG) - x(half.massG)) > LEAST_GAP_ABOVE) && (
            <text
              x={x(half.massG)}
              y={TOP - 18}
              textAnchor="middle"
              className="fill-ink font-semibold text-[22px] max-sm:text-[40px]"
            >
              half by {printTime(half.byS)}
            </text>
          )}
        </>
      )}
      {toG !== undefined && (
        <>
          <line
            x1={x(toG)}
            x2={x(toG)}
            y1={TOP - 12}
            y2={TOP + BAR + 10}
            className="stroke-ink"
            strokeWidth={6}
          />
          <text
            x={x(toG)}
            y={TOP - 18}
            textAnchor={anchor(x(toG))}
            className="fill-ink font-bold font-display text-[26px] max-sm:text-[44px]"
          >
            to {units.printLiquid(toG)}
          </text>
        </>
      )}
      {wantedG !== undefined && (
        <>
          <line
            x1={x(wantedG)}
            x2={x(wantedG)}
            y1={TOP}
            y2={TOP + BAR}
            className="stroke-ink"
            strokeWidth={4}
            strokeDasharray="6 6"
          />
          <text
            x={x(wantedG)}
            y={HEIGHT - 2}
            textAnchor={anchor(x(wantedG))}
            className="fill-quiet text-[18px] max-sm:hidden"
          >
            where it should stand now
          </text>
        </>
      )}
    </svg>
  );

  function label(): string {
    const shows =
      shownG === undefined ? "no scale" : `the scale shows ${units.printLiquid(Math.round(shownG))}`;
    const to = toG === undefined ? "" : `, to ${units.printLiquid(toG)}`;
    const wanted =
      wantedG === undefined ? "" : `; it should stand at ${units.printLiquid(Math.round(wantedG))} now`;
    const halfway = half ? `; half by ${printTime(half.byS)}` : "";
    return `${shows}${wanted}${to}${halfway}`;
  }
}
