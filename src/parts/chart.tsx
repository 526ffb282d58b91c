"use client";

import { useEffect, useRef, useState } from "react";

export interface Series {
  readonly name: string;
  readonly as: keyof typeof LOOK;
  readonly x: readonly number[];
  readonly y: readonly number[];
  /** What each point is, for the table: a line's points are left out of it where they have no names. */
  readonly each?: readonly string[];
}

interface Axis {
  readonly title: string;
  readonly range?: readonly [number, number];
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
/** A legend of several lines stands below the chart and makes it taller. */
const LEGEND_ROW = 22;
const LEGEND_IN_ROW = 2;
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
const AREA_OPACITY = 0.16;
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
          height: heightOf(series),
          margin: { ...MARGIN, b: MARGIN.b + heightOf(series) - HEIGHT },
          showlegend: series.length > 1,
          legend: { orientation: "h", yref: "container", y: 0, yanchor: "bottom", x: 0 },
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
  const height = heightOf(series);
  const told = series.filter(({ as, each }) => LOOK[as].mode === "markers" || each);
  return (
    <figure className="min-w-64 flex-1">
      <div ref={place} role="img" aria-label={label} style={{ height }} />
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
            {told.flatMap(({ name, each, x: xs, y: ys }) =>
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
      </details>
    </figure>
  );
}

function heightOf(series: readonly Series[]): number {
  return HEIGHT + (series.length > 1 ? LEGEND_ROW * Math.ceil(series.length / LEGEND_IN_ROW) : 0);
}

/** A colour of the theme, thinned to lie under lines. */
function tint(hex: string): string {
  const [r, g, b] = [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16));
  return `rgba(${r}, ${g}, ${b}, ${AREA_OPACITY})`;
}
