/** People, rights, and the work behind the counter. */
export { JOB_WORDS, triesWords } from "./jobs.ts";
export {
  ACTION_WORDS,
  formerName,
  nameSentence,
  otherPersonSentence,
  peopleSentence,
  pinSentence,
  ROLE_WORDS,
  rightSentence,
  SCOPE_WORDS,
  SIGN_IN_SENTENCE,
  SUBJECT_WORDS,
  waitSentence,
} from "./people.ts";
