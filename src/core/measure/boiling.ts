/** Standard atmosphere at the sea, hPa, and how it thins with height (ISO 2533, lowest layer). */
const SEA_HPA = 1013.25;
const LAPSE_PER_M = 2.25577e-5;
const EXPONENT = 5.25588;
/** Water's vapour pressure over 1 to 100 °C (Antoine; log10 of mmHg; usual constants). */
const ANTOINE = { a: 8.07131, b: 1730.63, c: 233.426 };
const MMHG_PER_HPA = 0.750062;

/**
 * The temperature at which water boils at a height above the sea, in a standard atmosphere: about one degree
 * less for each 300 m. The weather moves it by half a degree.
 *
 * @param altitudeM m, −400 to 5000
 * @returns °C
 */
export function boilingC(altitudeM: number): number {
  const hPa = SEA_HPA * (1 - LAPSE_PER_M * altitudeM) ** EXPONENT;
  return ANTOINE.b / (ANTOINE.a - Math.log10(hPa * MMHG_PER_HPA)) - ANTOINE.c;
}
