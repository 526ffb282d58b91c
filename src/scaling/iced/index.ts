/** An iced sheet's further figures: bath, glass, melting, and corrections after tasting. */
export { type Bathed, bathOf } from "./bath.ts";
export { cardIcedOf } from "./cardIced.ts";
export { corrected } from "./corrected.ts";
export { GLASS_MOMENTS_S, glassesOf } from "./glass.ts";
export { meltingOf } from "./melting.ts";
export { figureIn, turned } from "./placed.ts";
export { serverMend } from "./serverFits.ts";
