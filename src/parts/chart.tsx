"use client";

import { useEffect, useRef, useState } from "react";
import { Folded } from "#ui/folded.tsx";

export interface Series {
  readonly name: string;
  readonly as: keyof typeof LOOK;
  readonly x: readonly number[];
  readonly y: readonly number[];
  /** Names of the points, for the table: a line's points are left out of it where they have no names. */
  readonly each?: readonly string[];
}

interface Axis {
  readonly title: string;
  readonly range?: readonly [number, number];
}

interface ChartProps {
  /** Description of the chart, for a reader who does not see it. */
  readonly label: string;
  readonly x: Axis;
  readonly y: Axis;
  readonly series: readonly Series[];
}

const HEIGHT = 260;
const MARGIN = { l: 56, r: 12, t: 8, b: 44 };
/** Each kind of series has its own colour and its own shape. */
const LOOK = {
  points: { token: "--color-rim", mode: "markers", symbol: "circle", dash: "solid", fill: "none" },
  squares: { token: "--color-ink", mode: "markers", symbol: "square", dash: "solid", fill: "none" },
  crosses: { token: "--color-due", mode: "markers", symbol: "x", dash: "solid", fill: "none" },
  line: { token: "--color-hot", mode: "lines", symbol: "circle", dash: "solid", fill: "none" },
  dashes: { token: "--color-ice", mode: "lines", symbol: "circle", dash: "dash", fill: "none" },
  thin: { token: "--color-rim", mode: "lines", symbol: "circle", dash: "dot", fill: "none" },
  area: { token: "--color-good", mode: "lines", symbol: "circle", dash: "solid", fill: "toself" },
} as const;
/** Drawn when it comes so near to what is seen. */
const NEAR = "120px";
const AREA_OPACITY = 0.16;
const DECIMALS = 2;

/** The one way to a drawn chart: loaded when one is shown, in the house's colours, its figures in a table beside it. */
export function Chart({ label, x, y, series }: ChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState(false);
  const [seen, setSeen] = useState(false);
  // Drawn while it is looked at: a chart below the fold costs nothing.
  useEffect(() => {
    const watch = new IntersectionObserver(([entry]) => setSeen(entry?.isIntersecting ?? false), {
      rootMargin: NEAR,
    });
    if (place.current) watch.observe(place.current);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (!seen) return;
    let isMounted = true;
    const draw = async () => {
      const { default: Plotly } = await import("plotly.js-cartesian-dist-min");
      const div = place.current;
      if (!isMounted || !div) return;
      const css = getComputedStyle(document.documentElement);
      const colour = (token: string) => css.getPropertyValue(token).trim();
      const axis = ({ title, range }: Axis) => ({
        title: { text: title },
        ...(range && { range: [...range] }),
        gridcolor: colour("--color-worktop"),
        zeroline: false,
        linecolor: colour("--color-ink"),
      });
      await Plotly.react(
        div,
        series.map(({ as, name, x: xs, y: ys }) => {
          const { token, mode, symbol, dash, fill } = LOOK[as];
          return {
            type: "scatter",
            name,
            mode,
            x: [...xs],
            y: [...ys],
            marker: { symbol, size: 9, color: colour(token) },
            line: { width: 2, color: colour(token), shape: "linear", dash },
            fill,
            ...(fill === "toself" && { fillcolor: tint(colour(token)) }),
          };
        }),
        {
          height: HEIGHT,
          margin: MARGIN,
          // Its own legend takes longer to draw than all the rest.
          showlegend: false,
          font: { family: css.getPropertyValue("--font-text"), color: colour("--color-ink") },
          paper_bgcolor: "transparent",
          plot_bgcolor: "transparent",
          xaxis: axis(x),
          yaxis: axis(y),
        },
        { displayModeBar: false, responsive: true, staticPlot: true },
      );
    };
    draw().catch(() => setFailed(true));
    return () => {
      isMounted = false;
    };
  }, [seen, x, y, series]);
  return (
    <figure className="min-w-64 flex-1">
      <div ref={place} role="img" aria-label={label} style={{ height: HEIGHT }} />
      {series.length > 1 && <Legend series={series} />}
      {failed && <p className="text-quiet text-sm">The chart could not be drawn; its figures are below.</p>}
      <Folded
        summary={<summary className="min-h-8 cursor-pointer text-quiet text-sm">{label}, as a table</summary>}
      >
        <Table x={x} y={y} series={series} />
      </Folded>
    </figure>
  );
}

/** The points, and those of a line where each has a name; drawn when somebody opens it. */
function Table({ x, y, series }: Pick<ChartProps, "x" | "y" | "series">) {
  const labelled = series.filter(({ as, each }) => LOOK[as].mode === "markers" || each);
  return (
    <table className="text-sm tabular-nums">
      <thead>
        <tr>
          <th className="pr-4 text-left font-normal text-quiet">{x.title}</th>
          <th className="pr-4 text-left font-normal text-quiet">{y.title}</th>
          <th className="text-left font-normal text-quiet">what</th>
        </tr>
      </thead>
      <tbody>
        {labelled.flatMap(({ name, each, x: xs, y: ys }) =>
          xs.map((at, i) => (
            <tr key={`${name} ${each?.[i]} ${at} ${ys[i]}`}>
              <td>{Number(at.toFixed(DECIMALS))}</td>
              <td>{Number((ys[i] ?? 0).toFixed(DECIMALS))}</td>
              <td>{each ? `${name}, ${each[i]}` : name}</td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}

/** Look of each series, in a small drawing beside its name. */
function Legend({ series }: { readonly series: readonly Series[] }) {
  return (
    <ul className="flex flex-wrap gap-x-4 pl-14 text-sm">
      {series.map(({ name, as }) => {
        const { token, mode, symbol, dash, fill } = LOOK[as];
        const colour = `var(${token})`;
        return (
          <li key={name} className="flex items-center gap-1.5">
            <svg width={26} height={14} aria-hidden="true">
              {fill === "toself" && (
                <rect
                  x={1}
                  y={1}
                  width={24}
                  height={12}
                  fill={colour}
                  stroke={colour}
                  fillOpacity={AREA_OPACITY}
                />
              )}
              {mode === "lines" && fill === "none" && (
                <line
                  x1={0}
                  x2={26}
                  y1={7}
                  y2={7}
                  stroke={colour}
                  strokeWidth={2}
                  strokeDasharray={DASHES[dash]}
                />
              )}
              {mode === "markers" && (
                <path d={SHAPES[symbol]} fill={colour} stroke={colour} strokeWidth={2} />
              )}
            </svg>
            {name}
          </li>
        );
      })}
    </ul>
  );
}
const DASHES = { solid: undefined, dash: "7 5", dot: "2 3" } as const;
const SHAPES = {
  circle: "M 17 7 A 4 4 0 1 1 9 7 A 4 4 0 1 1 17 7",
  square: "M 9 3 h 8 v 8 h -8 Z",
  x: "M 9 3 L 17 11 M 17 3 L 9 11",
} as const;

/** A colour of the theme, thinned to lie under lines. */
function tint(hex: string): string {
  const [r, g, b] = [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16));
  return `rgba(${r}, ${g}, ${b}, ${AREA_OPACITY})`;
}
