/** Words of a sheet: its failures and its checks. */
export { checkSentence } from "./checks.ts";
export { freezeSentence, sheetFailureSentence } from "./sheet.ts";
