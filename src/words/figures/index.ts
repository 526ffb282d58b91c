/** How figures, names and times are read. */
export { counted, listed, MASS_WORDS, PIN_WORDS, printPin, withArticle } from "./names.ts";
export { PLAIN, type Printers, printersOf } from "./printers.ts";
export { quantitySentence } from "./quantity.ts";
export { printRest } from "./rest.ts";
export { type Marks, nearestSettingSentence, parseSetting, printSetting } from "./setting.ts";
export {
  deviceOf,
  NO_ZONE,
  printAgo,
  printDay,
  printHour,
  printIsoDay,
  printListDay,
  printMoment,
  printTime,
  type ReadTimes,
} from "./times.ts";
