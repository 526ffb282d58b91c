import type { CARE_KINDS } from "#contract/aspects.ts";
import type { CareDue } from "#core/measure";

type CareKind = (typeof CARE_KINDS)[number];

const CHEMICAL =
  "Descaler and cleaners are irritants: gloves, fresh air, never on a bench with food, and rinse until clear.";
const HOT = "Hot parts and hot water scald: let it cool down first.";
const ELECTRIC = "Pull the plug before you open anything. Wiring and plumbing are for licensed people.";
const MAKER = "The maker's sheet and your local codes come first.";

/** A task's cautions, where it is done. */
export function careCautions(kind: CareKind): readonly string[] {
  switch (kind) {
    case "rinse":
      return [HOT];
    case "soak":
      return [CHEMICAL, HOT];
    case "descale":
      return [CHEMICAL, HOT, ELECTRIC, MAKER];
    case "burrs":
      return [ELECTRIC, "Burrs cut: a brush, no fingers.", MAKER];
    case "other":
      return [MAKER];
  }
}

const MEASURE_WORDS: { readonly [by in CareDue["by"]]: string } = {
  days: "days",
  litres: "litres",
  kg: "kilograms",
};

const PER_CENT = 100;

/** How far along a task is. */
export function dueSentence({ share, by }: CareDue): string {
  const pct = Math.round(share * PER_CENT);
  if (share >= 1) return `due, by its ${MEASURE_WORDS[by]}`;
  return share === 0 ? "done just now" : `${pct} % of its ${MEASURE_WORDS[by]} gone`;
}
