"use client";

import type { RowOf } from "#contract/things.ts";
import { fitCurve, umAt } from "#core/grind";
import { printNumber } from "#core/units";
import { counted } from "#words/figures";
import { DialPicture } from "./drawings.tsx";
import { GrindCurve, Pairs } from "./measures.ts";
import type { GrinderRow } from "./rows.ts";
import { Things } from "./things.tsx";

interface GrindersProps {
  readonly grinders: readonly GrinderRow[];
  /** Every grinder of the house that one can be matched with. */
  readonly others: readonly { readonly id: string; readonly name: string }[];
}

const n = (value: number) => printNumber(value, 2);

/** Places along a dial at which its curve is drawn. */
const CURVE_POINTS = 25;

/** A grinder's dial with its newest curve, and the settings of what was approved. */
function Picture({ grinder }: { readonly grinder: GrinderRow }) {
  const { dialMin, dialMax } = grinder.figures;
  const points = grinder.curves[0]?.points ?? [];
  const fit = fitCurve(points);
  const settings = Array.from(
    { length: CURVE_POINTS },
    (_, i) => dialMin + ((dialMax - dialMin) * i) / (CURVE_POINTS - 1),
  );
  const curve = fit.ok ? settings.map((setting) => ({ setting, um: umAt(fit.value, setting) })) : [];
  return <DialPicture dial={grinder.figures} curve={curve} points={points} standards={grinder.standards} />;
}

/** Grinders: dial, grind in micrometres, and matched settings of other grinders. */
export function Grinders({ grinders, others }: GrindersProps) {
  const wholeOf = (row: RowOf<"grinder">) => grinders.find(({ id }) => id === row.id)!;
  const say = (row: RowOf<"grinder">) => {
    const { dialMin, dialMax, dialStep, higherIs, ruleUnits, ruleIcedUnits } = row.figures;
    const { curves, pairs } = wholeOf(row);
    const [newest] = curves;
    const fit = newest && fitCurve(newest.points);
    const size = (setting: number) => (fit?.ok ? `${printNumber(umAt(fit.value, setting), 0)} µm` : "");
    const matched = pairs.map(
      ({ otherId, pairs: list }) =>
        `${counted(list.length, "pair")} with ${others.find(({ id }) => id === otherId)?.name ?? "another grinder"}`,
    );
    const rule = [
      ruleUnits !== null && `${n(ruleUnits)} coarser per doubling of the bed`,
      ruleIcedUnits !== null && `${n(ruleIcedUnits)} finer for a short iced brew`,
    ].filter(Boolean);
    return (
      <>
        dial {n(dialMin)} to {n(dialMax)} by {n(dialStep)}, higher is {higherIs}
        {rule.length > 0 && `; its own rule: ${rule.join(", ")}`}
        <br />
        {fit?.ok
          ? `from ${size(dialMin)} to ${size(dialMax)}, curve ${newest?.version} since ${newest?.since}`
          : "what it grinds was not measured"}
        {matched.length > 0 && `; ${matched.join(", ")}`}
      </>
    );
  };
  return (
    <Things
      kind="grinder"
      rows={grinders}
      empty="Put a grinder on the bench: its dial is what a card names."
      first={["name", "dialMin", "dialMax", "dialStep", "higherIs", "purgeG"]}
      say={say}
      picture={(row) => <Picture grinder={wholeOf(row)} />}
      ways={(row) => [
        { verb: "Curve", form: (onDone) => <GrindCurve grinder={wholeOf(row)} onDone={onDone} /> },
        {
          verb: "Pairs",
          form: (onDone) => (
            <Pairs grinder={wholeOf(row)} others={others.filter(({ id }) => id !== row.id)} onDone={onDone} />
          ),
        },
      ]}
    />
  );
}
