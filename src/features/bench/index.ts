/** The Bench: what was measured of vessels, brewers and coffees, and measuring it again. */
export { Bench } from "./bench.tsx";
