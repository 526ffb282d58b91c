"use client";

import { useEffect, useRef, useState } from "react";

export interface Series {
  readonly name: string;
  readonly as: "points" | "line" | "crosses";
  readonly x: readonly number[];
  readonly y: readonly number[];
}

interface Axis {
  readonly title: string;
}

interface ChartProps {
  /** What it shows, for who does not see it. */
  readonly label: string;
  readonly x: Axis;
  readonly y: Axis;
  readonly series: readonly Series[];
}

const HEIGHT = 260;
const MARGIN = { l: 56, r: 12, t: 8, b: 44 };
/** Each kind of series has its own colour and its own shape. */
const LOOK = {
  points: { token: "--color-rim", mode: "markers", symbol: "circle" },
  crosses: { token: "--color-due", mode: "markers", symbol: "x" },
  line: { token: "--color-hot", mode: "lines", symbol: "circle" },
} as const;
const DECIMALS = 2;

/** The one way to a drawn chart: loaded when one is shown, in the house's colours, its figures in a table beside it. */
export function Chart({ label, x, y, series }: ChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let here = true;
    const draw = async () => {
      const { default: Plotly } = await import("plotly.js-cartesian-dist-min");
      const div = place.current;
      if (!here || !div) return;
      const css = getComputedStyle(document.documentElement);
      const colour = (token: string) => css.getPropertyValue(token).trim();
      const axis = ({ title }: Axis) => ({
        title: { text: title },
        gridcolor: colour("--color-worktop"),
        zeroline: false,
        linecolor: colour("--color-ink"),
      });
      await Plotly.react(
        div,
        series.map(({ as, name, x: xs, y: ys }) => {
          const { token, mode, symbol } = LOOK[as];
          return {
            type: "scatter",
            name,
            mode,
            x: [...xs],
            y: [...ys],
            marker: { symbol, size: 9, color: colour(token) },
            line: { width: 2, color: colour(token), shape: "linear" },
          };
        }),
        {
          height: HEIGHT,
          margin: MARGIN,
          showlegend: series.length > 1,
          legend: { orientation: "h", y: 1.15 },
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
      here = false;
    };
  }, [x, y, series]);
  const points = series.filter(({ as }) => as !== "line");
  return (
    <figure className="min-w-64 flex-1">
      <div ref={place} role="img" aria-label={label} style={{ height: HEIGHT }} />
      {failed && <p className="text-quiet text-sm">The chart could not be drawn; its figures are below.</p>}
      <details>
        <summary className="min-h-8 cursor-pointer text-quiet text-sm">{label}, as a table</summary>
        <table className="text-sm tabular-nums">
          <thead>
            <tr>
              <th className="pr-4 text-left font-normal text-quiet">{x.title}</th>
              <th className="pr-4 text-left font-normal text-quiet">{y.title}</th>
              <th className="text-left font-normal text-quiet">what</th>
            </tr>
          </thead>
          <tbody>
            {points.flatMap(({ name, x: xs, y: ys }) =>
              xs.map((at, i) => (
                <tr key={`${name} ${at} ${ys[i]}`}>
                  <td>{Number(at.toFixed(DECIMALS))}</td>
                  <td>{Number((ys[i] ?? 0).toFixed(DECIMALS))}</td>
                  <td>{name}</td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      </details>
    </figure>
  );
}
