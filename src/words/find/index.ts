/** Words as they are looked for. */
const MARKS = /\p{M}/gu;

/** Text without accents and capitals: a person who types "cafe" finds "Café". */
export function folded(text: string): string {
  return text.normalize("NFD").replace(MARKS, "").toLowerCase();
}
