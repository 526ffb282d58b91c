/**
 * A grinder's dial: its settings, what they grind, the house rule, and what another grinder calls them;
 * and the grind that makes one brew like another.
 */
export { type Bracket, bracketAround } from "./bracket.ts";
export { type Curve, type CurveFailure, type CurvePoint, fitCurve, settingAt, umAt } from "./curve.ts";
export { coarser, type Dial, type DialSetting, onDial } from "./dial.ts";
export {
  dialUnit,
  type HouseRule,
  houseRule,
  type Pulls,
  type RuleFrom,
  ruleOn,
  rulePulls,
  USUAL_RULE,
} from "./houseRule.ts";
export {
  type FoundGrind,
  type GrindFailure,
  type OutOfReach,
  sameContact,
  sameExtraction,
} from "./sameCup.ts";
export { SIZE_SHARE, TEXTURE_UM, TEXTURES, type Texture } from "./texture.ts";
export {
  type MatchedPair,
  reversed,
  type Translation,
  type TranslationFailure,
  translate,
} from "./translate.ts";
