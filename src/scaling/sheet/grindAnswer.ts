import type { BenchBrewer } from "#contract/bench.ts";
import { type Basket, meanBedDepthMm } from "#core/brew";
import {
  type Bracket,
  bracketAround,
  type DialSetting,
  fitCurve,
  type HouseRule,
  houseRule,
  onDial,
  type Pulls,
  type RuleFrom,
  ruleOn,
  rulePulls,
  settingAt,
  TEXTURE_UM,
  translate,
  umAt,
} from "#core/grind";
import type { Serve } from "#core/sheet";
import { type Chosen, settingSince } from "#scaling/choice";

/** A day before every move of a grinder. */
const BEFORE_ALL = "0000-01-01";

export interface GrindAnswer {
  /** The source's own setting, on its own grinder; undefined where only its texture was written down. */
  readonly source: { readonly grinder: string; readonly setting: number } | undefined;
  /** The same on this grinder's dial; undefined when the two were never matched. */
  readonly translated?: DialSetting & {
    readonly by: "pairs" | "curves" | "texture";
    readonly extrapolated: boolean;
  };
  /** The house rule from there, with the mean depths of the beds that it counts from and to. */
  readonly rule?: DialSetting & {
    readonly from: RuleFrom;
    readonly pulls: Pulls;
    readonly targetMm: number;
  };
  readonly bracket?: Bracket;
}

/** The dial's answers before there is a forecast: the source translated, and the house rule. */
export function grindAnswer(chosen: Chosen, doseG: number, serve: Serve, houseRules: HouseRule): GrindAnswer {
  const { recipe, grinder, brewer, coffee } = chosen;
  const source =
    recipe.grinder && recipe.dialSetting !== null
      ? { grinder: recipe.grinder.name, setting: recipe.dialSetting }
      : undefined;
  const then = onOther(chosen);
  if (!then) return { source };
  const otherDial = { ...then, setting: sourceNow(then.setting, chosen) };
  const translated = {
    ...onDial(otherDial.setting, grinder),
    by: otherDial.by,
    extrapolated: otherDial.extrapolated,
  };
  const sourceMm = depthIn(recipe.brewer.kind, recipe.basket, recipe);
  const targetMm = depthIn(brewer.kind, brewer.basket, { doseG, densityGPerMl: coffee.densityGPerMl });
  if (!sourceMm || !targetMm) return { source, translated };
  const shared = ruleOn(grinder, houseRules);
  const rule = {
    unitsPerDoubling: grinder.ruleUnits ?? shared.unitsPerDoubling,
    icedUnits: grinder.ruleIcedUnits ?? shared.icedUnits,
  };
  const icedShift = serve === "iced" && recipe.serve === "hot";
  const from = { sourceSetting: otherDial.setting, sourceMm, icedShift, rule };
  const setting = houseRule(from, targetMm, grinder);
  return {
    source,
    translated,
    rule: { ...setting, from, pulls: rulePulls(from, targetMm), targetMm },
    bracket: bracketAround(setting.setting, grinder),
  };
}

/** How deep a dose lies on average; undefined in a press, where it does not fit, or where nobody has measured the basket. */
function depthIn(
  kind: BenchBrewer["kind"],
  basket: Basket | null,
  { doseG, densityGPerMl }: { readonly doseG: number; readonly densityGPerMl: number },
): number | undefined {
  return basket && kind !== "press" ? resultOr(meanBedDepthMm({ doseG, densityGPerMl, basket })) : undefined;
}

/**
 * The source's setting as this grinder grinds now. On its own grinder it is of the day that it was written; matched pairs and
 * curves are of before any move.
 */
function sourceNow(setting: number, { recipe, grinder, moves }: Chosen): number {
  const since = recipe.grinder?.id === grinder.id ? recipe.madeAt : BEFORE_ALL;
  return settingSince(setting, since, grinder, moves);
}

/** The source's setting on this grinder: its own, by matched pairs, or by what both dials grind. */
function onOther({ recipe, grinder }: Chosen) {
  const { dialSetting: setting, texture } = recipe;
  const to = resultOr(fitCurve(grinder.curve));
  if (!recipe.grinder || setting === null) {
    return texture && to
      ? { setting: settingAt(to, TEXTURE_UM[texture]), extrapolated: false, by: "texture" as const }
      : undefined;
  }
  if (recipe.grinder.id === grinder.id) return { setting, extrapolated: false, by: "pairs" as const };
  const matched = resultOr(translate(setting, recipe.pairs[grinder.id] ?? []));
  if (matched) return { ...matched, by: "pairs" as const };
  const from = resultOr(fitCurve(recipe.grinder.curve));
  return from && to
    ? { setting: settingAt(to, umAt(from, setting)), extrapolated: false, by: "curves" as const }
    : undefined;
}

function resultOr<T>(
  result: { readonly ok: true; readonly value: T } | { readonly ok: false },
): T | undefined {
  return result.ok ? result.value : undefined;
}
