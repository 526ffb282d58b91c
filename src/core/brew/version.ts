/** Counts the forecast's changes that move its figures: what an older one said stays until it is asked anew. */
export const FORECAST_VERSION = 2;
