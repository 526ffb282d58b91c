import { bedDepthMm } from "#core/brew";
import {
  type Bracket,
  bracketAround,
  type DialSetting,
  houseRule,
  onDial,
  translate,
  usualRule,
} from "#core/grind";
import type { Serve } from "#core/sheet";
import type { Chosen } from "./state.ts";

export interface GrindAnswer {
  /** The source's own setting, on its own grinder. */
  readonly source: { readonly grinder: string; readonly setting: number };
  /** The same on this grinder's dial; undefined when the two were never matched. */
  readonly translated?: DialSetting & { readonly extrapolated: boolean };
  /** The house rule from there, with the beds that it counts from. */
  readonly rule?: DialSetting & {
    readonly sourceMm: number;
    readonly targetMm: number;
    readonly icedUnits: number;
  };
  readonly bracket?: Bracket;
}

/** What the dial can say before there is a forecast: the source translated, and the house rule. */
export function grindAnswer(
  { recipe, grinder, brewer, coffee }: Chosen,
  doseG: number,
  serve: Serve,
): GrindAnswer {
  const source = { grinder: recipe.grinder.name, setting: recipe.dialSetting };
  const same = recipe.grinder.id === grinder.id;
  const there = same
    ? { setting: recipe.dialSetting, extrapolated: false }
    : resultOr(translate(recipe.dialSetting, recipe.pairs[grinder.id] ?? []));
  if (!there) return { source };
  const translated = { ...onDial(there.setting, grinder), extrapolated: there.extrapolated };
  const sourceMm = resultOr(
    bedDepthMm({ doseG: recipe.doseG, densityGPerMl: recipe.densityGPerMl, basket: recipe.basket }),
  );
  const targetMm = resultOr(
    bedDepthMm({ doseG, densityGPerMl: coffee.densityGPerMl, basket: brewer.basket }),
  );
  if (!sourceMm || !targetMm) return { source, translated };
  const rule = usualRule(grinder);
  const icedShift = serve === "iced" && recipe.serve === "hot";
  const doubling = { source: sourceMm, target: targetMm };
  const setting = houseRule({ sourceSetting: there.setting, doubling, icedShift, dial: grinder, rule });
  return {
    source,
    translated,
    rule: { ...setting, sourceMm, targetMm, icedUnits: icedShift ? rule.icedUnits : 0 },
    bracket: bracketAround(setting.setting, grinder),
  };
}

function resultOr<T>(
  result: { readonly ok: true; readonly value: T } | { readonly ok: false },
): T | undefined {
  return result.ok ? result.value : undefined;
}
