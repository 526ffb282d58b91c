/** What stands around every screen. */
export { Frame } from "./frame.tsx";
export { Trouble } from "./trouble.tsx";
