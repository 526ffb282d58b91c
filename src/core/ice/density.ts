/** Solid ice, g/ml. */
export const ICE_G_PER_ML = 0.917;
/** Coffee at serving heat, g/ml; 0.965 at 85–90 °C. Cold coffee counts as water, 1 g/ml. */
export const HOT_COFFEE_G_PER_ML = 0.965;
