/** The frame around every screen. */
export { Frame } from "./frame.tsx";
export { Refused } from "./refused.tsx";
export { Trouble } from "./trouble.tsx";
