/** The grind across grinders, sizes and service: for now the house rule. */
export { type Bracket, bracketAround } from "./bracket.ts";
export { coarser, type Dial, type DialSetting, onDial } from "./dial.ts";
export { type HouseRule, type HouseRuleInput, houseRule, usualRule } from "./houseRule.ts";
export {
  type MatchedPair,
  reversed,
  type Translation,
  type TranslationFailure,
  translate,
} from "./translate.ts";
