/** Words as they are looked for. */
const MARKS = /\p{M}/gu;

/** Text without accents and capitals: a person who types "cafe" finds "Café". */
export function folded(text: string): string {
  return text.normalize("NFD").replace(MARKS, "").toLowerCase();
}

/** Whether every word that is typed begins some word of what is said; capitals, accents and punctuation do not count. */
export function wordsFit(said: string, typed: string): boolean {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  const within = ` ${plain(said)}`;
  return words.every((word) => within.includes(` ${word}`));
}

/** Words parted by single spaces, without capitals, accents and punctuation. */
function plain(text: string): string {
  return folded(text)
    .replace(/[^\p{L}\p{N}.,/:]+/gu, " ")
    .trim();
}
