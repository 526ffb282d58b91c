/** Where somebody was on this device: for the way back, and for what is found first. */

/** Screens that were seen since this window was opened. */
let seen = 0;

export function countScreen(): void {
  seen += 1;
}

/** Whether the browser's own way back leads to a screen of this house. */
export function cameFromInside(): boolean {
  return seen > 1;
}

/** A recipe, card or batch that was opened, by its name. */
export interface Opened {
  readonly href: string;
  readonly text: string;
}

const MOST = 6;
const keyOf = (personId: string) => `tumbek.lately.${personId}`;

/** What a person opened last on this device, the newest first. */
export function openedLately(personId: string): readonly Opened[] {
  return openedFrom(localStorage.getItem(keyOf(personId)));
}

export function rememberOpened(personId: string, opened: Opened): void {
  localStorage.setItem(keyOf(personId), JSON.stringify(withOpened(openedLately(personId), opened)));
}

/** A list with what was opened now in front, each thing once, and no longer than is read at a glance. */
export function withOpened(before: readonly Opened[], opened: Opened): readonly Opened[] {
  return [opened, ...before.filter(({ href }) => href !== opened.href)].slice(0, MOST);
}

/** A kept list; nothing where something else stands. */
export function openedFrom(text: string | null): readonly Opened[] {
  try {
    const list: unknown = JSON.parse(text ?? "[]");
    return Array.isArray(list) ? list.filter(isOpened) : [];
  } catch {
    return [];
  }
}

function isOpened(value: unknown): value is Opened {
  const { href, text } = Object(value) as Partial<Opened>;
  // Only a path of this house is gone to.
  return typeof href === "string" && /^\/[a-z]/.test(href) && typeof text === "string";
}
