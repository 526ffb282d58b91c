/** The parts of the bench, in the order in which they are measured. */
export const PARTS = [
  { part: "vessels", title: "Vessels" },
  { part: "brewers", title: "Brewers" },
  { part: "grinders", title: "Grinders" },
  { part: "coffees", title: "Coffees" },
  { part: "supplies", title: "Water, ice, cups" },
  { part: "care", title: "Care" },
  { part: "house", title: "Sites and settings" },
] as const;
export type Part = (typeof PARTS)[number]["part"];
