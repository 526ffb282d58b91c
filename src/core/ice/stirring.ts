/** How the server is moved while its ice melts. */
export const STIRRINGS = ["still", "swirled", "stirred"] as const;
export type Stirring = (typeof STIRRINGS)[number];

/** Heat from moving water to ice, W/m²/K: left alone, swirled and stirred; usual 200–800, 800–2000 and 1500–3000. */
export const TRANSFER_W_PER_M2_K: { readonly [stirring in Stirring]: number } = {
  still: 400,
  swirled: 1200,
  stirred: 2000,
};
