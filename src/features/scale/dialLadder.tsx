import type { BenchGrinder } from "#contract/bench.ts";
import { printNumber } from "#core/units";
import { Panel } from "#ui/panel.tsx";
import type { GrindAnswer } from "./grindAnswer.ts";

const HEIGHT = 196;
const RAIL_X = 58;
/** The ladder shows so much of the dial around its answers. */
const SHOWN_SHARE = 1 / 3;

const n = (value: number) => printNumber(value, 1);

/** The grinder's dial, with the source's setting on it and what the house rule makes of it. */
export function DialLadder({
  grinder,
  answer,
}: {
  readonly grinder: BenchGrinder;
  readonly answer: GrindAnswer;
}) {
  const { source, translated, rule, bracket } = answer;
  if (!translated) {
    return (
      <Panel title={`On ${grinder.name}'s dial`}>
        <p>
          {source.grinder} and {grinder.name} were never matched, so {source.grinder} {n(source.setting)} says
          nothing here. Grind a pinch on both until they look alike, at two settings, and note the pairs.
        </p>
      </Panel>
    );
  }
  const span = Math.max(grinder.step * 8, (grinder.max - grinder.min) * SHOWN_SHARE);
  const middle = rule ? (translated.setting + rule.setting) / 2 : translated.setting;
  const low = Math.max(grinder.min, Math.min(middle - span / 2, grinder.max - span));
  const high = Math.min(grinder.max, low + span);
  const y = (setting: number) => 12 + (HEIGHT - 24) * (1 - (setting - low) / (high - low));
  const whole = Math.max(1, grinder.step);
  const ticks = Array.from(
    { length: Math.floor((high - low) / grinder.step + 1e-9) + 1 },
    (_, i) => low + i * grinder.step,
  );
  return (
    <Panel
      title={`On ${grinder.name}'s dial`}
      aside={<span className="text-quiet text-sm">{grinder.higherIs} ↑</span>}
    >
      <div className="flex gap-3">
        <svg width={96} height={HEIGHT} aria-hidden="true" className="shrink-0">
          <line x1={RAIL_X} x2={RAIL_X} y1={6} y2={HEIGHT - 6} className="stroke-ink" strokeWidth={2} />
          {ticks.map((tick) => {
            const named = Math.abs(tick / whole - Math.round(tick / whole)) < 1e-9;
            return (
              <g key={tick}>
                <line
                  x1={RAIL_X - (named ? 12 : 7)}
                  x2={RAIL_X}
                  y1={y(tick)}
                  y2={y(tick)}
                  className="stroke-ink"
                />
                {named &&
                  (whole > 0.9 || ticks.length < 30) &&
                  Math.round(tick) % (span > 12 ? 5 : 1) === 0 && (
                    <text x={RAIL_X - 16} y={y(tick) + 4} textAnchor="end" className="fill-quiet text-xs">
                      {n(tick)}
                    </text>
                  )}
              </g>
            );
          })}
          {bracket?.finer !== undefined && bracket.coarser !== undefined && (
            <rect
              x={RAIL_X - 4}
              width={8}
              y={Math.min(y(bracket.coarser), y(bracket.finer))}
              height={Math.abs(y(bracket.finer) - y(bracket.coarser))}
              className="fill-rim/25"
            />
          )}
          <line
            x1={RAIL_X}
            x2={RAIL_X + 26}
            y1={y(translated.setting)}
            y2={y(translated.setting)}
            className="stroke-ink"
            strokeWidth={2}
          />
          {rule && (
            <line
              x1={RAIL_X}
              x2={RAIL_X + 36}
              y1={y(rule.setting)}
              y2={y(rule.setting)}
              className="stroke-rim"
              strokeWidth={5}
            />
          )}
        </svg>
        <dl className="space-y-2 text-sm">
          {rule && (
            <div>
              <dt className="text-quiet">house rule</dt>
              <dd>
                <strong className="font-display text-3xl tabular-nums" data-testid="house-rule">
                  {n(rule.setting)}
                </strong>
                <br />
                bed {n(rule.targetMm)} mm, the source's {n(rule.sourceMm)} mm
                {rule.icedUnits > 0 && `; ${n(rule.icedUnits)} finer for a short iced brew`}
                {rule.limitedBy && "; the dial ends there"}
              </dd>
            </div>
          )}
          <div>
            <dt className="text-quiet">
              the source, {source.grinder} {n(source.setting)}
            </dt>
            <dd>
              <strong className="font-display text-xl tabular-nums">{n(translated.setting)}</strong>
              {translated.by === "curves" && " by what both dials grind; the two were never matched"}
              {translated.extrapolated && " beyond the matched pairs"}
            </dd>
          </div>
          {bracket && (
            <div>
              <dt className="text-quiet">a first trial also brews</dt>
              <dd className="tabular-nums">
                {[bracket.finer, bracket.coarser]
                  .filter((setting) => setting !== undefined)
                  .map(n)
                  .join(" and ")}
              </dd>
            </div>
          )}
        </dl>
      </div>
    </Panel>
  );
}
