import { type Place, samePlace } from "#contract/place.ts";
import type { Standard } from "#contract/standard.ts";

/** The standard in force of a place; the nearest in size where sizes overlap. */
export function standardAt(standards: readonly Standard[], place: Place): Standard | undefined {
  return standards
    .filter((each) => samePlace(each, place))
    .toSorted((a, b) => Math.abs(a.sizeG - place.sizeG) - Math.abs(b.sizeG - place.sizeG))[0];
}
