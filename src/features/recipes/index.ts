/** Recipes: written down, forecast, compared, made the standard; and taken in and out as files. */
export { Approval } from "./approval.tsx";
export { Compare } from "./compare.tsx";
export { type Draft, firstDraft, nextDraft } from "./draft.ts";
export { Editor } from "./editor.tsx";
export { Recipes } from "./list.tsx";
export { type SideView, Sites } from "./sites.tsx";
export { RecipeView } from "./view.tsx";
