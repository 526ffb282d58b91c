const DIGITS = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_";
/** A character carries so many bits, and one that says whether more follow. */
const BITS = 5;
const MORE = 1 << BITS;
const TENTHS = 10;

/**
 * Readings of a scale in a few characters each: tenths of a gram, as differences, small ones short.
 *
 * @param massG g; each is kept to a tenth
 */
export function packTape(massG: readonly number[]): string {
  let before = 0;
  return massG
    .map((mass) => {
      const tenths = Math.round(TENTHS * mass);
      const difference = tenths - before;
      before = tenths;
      return packed(difference < 0 ? -2 * difference - 1 : 2 * difference);
    })
    .join("");
}

function packed(value: number): string {
  let text = "";
  let rest = value;
  for (; rest >= MORE; rest = Math.floor(rest / MORE)) text += DIGITS[MORE + (rest % MORE)];
  return text + DIGITS[rest];
}

/** The readings of a packed recording, g; what is no recording ends it. */
export function unpackTape(text: string): number[] {
  const massG: number[] = [];
  let [tenths, value, place] = [0, 0, 1];
  for (const character of text) {
    const digit = DIGITS.indexOf(character);
    if (digit < 0) break;
    value += (digit % MORE) * place;
    place *= MORE;
    if (digit >= MORE) continue;
    tenths += value % 2 === 1 ? -(value + 1) / 2 : value / 2;
    massG.push(tenths / TENTHS);
    [value, place] = [0, 1];
  }
  return massG;
}
