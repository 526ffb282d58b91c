/** Scale: the sheet on one drawing. */

export { Scale } from "./scale.tsx";
