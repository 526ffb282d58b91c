/** How ground coffee looks and feels between two fingers, from fine to coarse. */
export const TEXTURES = ["powder", "table salt", "fine sea salt", "coarse sea salt", "coarse grit"] as const;
export type Texture = (typeof TEXTURES)[number];

/**
 * Median particle diameter that a texture word stands for, µm: kitchen salts and grits by their usual sieve
 * grades. Two people's words differ by about a quarter, which `WORD_SHARE` says.
 */
export const TEXTURE_UM: { readonly [texture in Texture]: number } = {
  powder: 250,
  "table salt": 450,
  "fine sea salt": 700,
  "coarse sea salt": 1000,
  "coarse grit": 1400,
};

/** Standard deviation of a size as a share of it: by a word, and by sieves. */
export const SIZE_SHARE = { word: 0.25, sieve: 0.05 } as const;
