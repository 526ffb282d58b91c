/** One line of an opened choice: a thumb's height on a tablet and a phone. */
export const OPTION = "flex min-h-12 cursor-pointer items-center gap-2 rounded-md px-3 outline-none";
