/** One line of an opened choice: a thumb's height on a tablet and a phone. */
export const OPTION = "flex min-h-12 cursor-pointer items-center gap-2 rounded-md px-3 outline-none";

/** What a choice opens. */
export const SHEET = "z-50 rounded-panel border-2 border-rim bg-enamel p-1 text-ink shadow-lg";
