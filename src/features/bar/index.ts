/** The bar: what stands there, and what happens to it. */
export { Bar } from "./bar.tsx";
export { PotPage } from "./potPage.tsx";
