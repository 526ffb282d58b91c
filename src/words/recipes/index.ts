/** Words of recipes and of their files. */
export {
  AGITATION_WORDS,
  BASIS_WORDS,
  DRAFT_GONE,
  fileFailureSentence,
  HAND_ACT_WORDS,
  importLineSentence,
  METHOD_WORDS,
  MOMENT_WORDS,
  NOT_A_RECIPE,
  pressCautions,
  RECIPE_NAME_TAKEN,
  recipeForecastSentence,
  recipeSentence,
  rhythmSentence,
  SERVICE_WORDS,
  STATE_WORDS,
} from "./recipe.ts";
