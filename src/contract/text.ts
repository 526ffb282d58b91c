/** Half of a character pair, as JSON prints it: whole pairs are printed as they are. */
const HALF = /\\ud[89a-f][0-9a-f]{2}/i;

/** Whether every text in a message, keys too, is made of whole characters. */
export function isWellFormed(message: unknown): boolean {
  return !HALF.test((JSON.stringify(message) ?? "").replaceAll("\\\\", ""));
}
