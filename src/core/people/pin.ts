/** A PIN is this many digits at least; a thousand wrong guesses a year then find one in a thousand. */
export const LEAST_DIGITS = 6;
/** Anything with a letter in it is a passphrase. */
export const LEAST_PHRASE = 8;
export const MOST_PIN = 128;

/** Repeats of up to so many characters are seen: 000000, 121212, 123123. */
const LONGEST_REPEAT = 3;
/** Walks over a keypad and numbers that everybody knows; what a rule finds is not listed. */
const KNOWN = ["102030", "112358", "123654", "147258", "147852", "159357", "159753", "258456", "314159"];
const WORDS = ["password", "passphrase", "letmein", "qwerty", "coffee", "tumbek"];

export type PinFailure =
  | { readonly code: "pinShort"; readonly least: number }
  | { readonly code: "phraseShort"; readonly least: number }
  | { readonly code: "pinLong"; readonly most: number }
  | { readonly code: "pinRepeats" | "pinRuns" | "pinKnown" | "pinIsName" };

/**
 * Why a PIN or passphrase would be guessed, or undefined when it is good enough.
 *
 * @param pin as typed
 * @param name whose it is: a passphrase that holds it is refused
 */
export function pinFault(pin: string, name: string): PinFailure | undefined {
  const text = pin.normalize("NFKC");
  if (text.length > MOST_PIN) return { code: "pinLong", most: MOST_PIN };
  const digits = /^\d*$/.test(text);
  if (digits && text.length < LEAST_DIGITS) return { code: "pinShort", least: LEAST_DIGITS };
  if (!digits && text.length < LEAST_PHRASE) return { code: "phraseShort", least: LEAST_PHRASE };
  if (repeats(text) || new Set(text).size < LONGEST_REPEAT) return { code: "pinRepeats" };
  if (runs(text) || runs(text.replaceAll(/(.)\1+/g, "$1"))) return { code: "pinRuns" };
  if (KNOWN.some((known) => text === known || text === reversed(known))) return { code: "pinKnown" };
  if (digits) return undefined;
  const lower = text.toLowerCase();
  if (WORDS.some((word) => lower.includes(word) && lower.length < word.length + LEAST_DIGITS)) {
    return { code: "pinKnown" };
  }
  return name.length > 2 && lower.includes(name.toLowerCase()) ? { code: "pinIsName" } : undefined;
}

function repeats(text: string): boolean {
  for (let length = 1; length <= LONGEST_REPEAT; length++) {
    if (
      text ===
      text
        .slice(0, length)
        .repeat(Math.ceil(text.length / length))
        .slice(0, text.length)
    )
      return true;
  }
  return false;
}

/** Whether each digit is as far from the one before as the next, round the clock of ten: 123456, 975310. */
function runs(text: string): boolean {
  if (!/^\d{3,}$/.test(text)) return false;
  const steps = [...text].slice(1).map((digit, i) => (Number(digit) - Number(text[i]) + 10) % 10);
  return steps.every((step) => step === steps[0]);
}

function reversed(text: string): string {
  return [...text].reverse().join("");
}
