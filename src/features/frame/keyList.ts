/** What a key does, as it is read: the keys, and a sentence. */
export interface KeyLine {
  readonly keys: readonly string[];
  readonly does: string;
}

const EVERYWHERE: readonly KeyLine[] = [
  { keys: ["/"], does: "Find or do: a recipe, a card, a place" },
  { keys: ["?"], does: "These keys" },
  { keys: ["Esc"], does: "Close what is open; leave a figure as it was" },
  { keys: ["Tab"], does: "To the next figure, choice or button" },
];
const FIGURES: readonly KeyLine[] = [
  { keys: ["↑", "↓"], does: "A figure up or down by its step" },
  { keys: ["Enter"], does: "Take what is typed" },
];
const TABLES: readonly KeyLine[] = [
  { keys: ["↑", "↓"], does: "To the row above or below" },
  { keys: ["Enter"], does: "Open the row" },
  { keys: ["Space"], does: "Choose the row, where its box has the focus" },
];

/** Keys of one place, by the beginning of its path; the first that fits counts. */
const PLACES: readonly { readonly path: RegExp; readonly keys: readonly KeyLine[] }[] = [
  {
    path: /^\/scale/,
    keys: [
      ...FIGURES,
      { keys: ["p"], does: "Pin the figure, or let it follow" },
      { keys: ["Ctrl", "Z"], does: "Take back the last change" },
      { keys: ["Ctrl", "Shift", "Z"], does: "Do it again" },
    ],
  },
  {
    path: /^\/recipes\/(new|[^/]+\/edit)/,
    keys: [
      ...FIGURES,
      { keys: ["←", "→"], does: "On the time line: the pour sooner or later" },
      { keys: ["Space"], does: "Pick a pour up, and put it down" },
      { keys: ["Ctrl", "Z"], does: "Take back the last change" },
      { keys: ["Ctrl", "Shift", "Z"], does: "Do it again" },
    ],
  },
  { path: /^\/(recipes|log|cards|people)(\/audit)?$/, keys: TABLES },
  {
    path: /^\/shift/,
    keys: [{ keys: ["Space"], does: "Pick a line up, and put it down; the arrows move it" }, ...FIGURES],
  },
  { path: /^\/bench/, keys: FIGURES },
  {
    path: /^\/guide/,
    keys: [
      { keys: ["Space"], does: "The first water; then the next step" },
      { keys: ["u"], does: "Take back what was tapped last" },
      { keys: ["+", "-"], does: "The clock 5 s on, or back" },
    ],
  },
];

/** The keys of the screen at a path: its own first. */
export function keysAt(path: string): readonly KeyLine[] {
  return [...(PLACES.find((place) => place.path.test(path))?.keys ?? []), ...EVERYWHERE];
}
