import type { GuideRefusal } from "#contract/guideKinds.ts";

const REFUSALS: { readonly [code in GuideRefusal]: string } = {
  notThere: "This guide is not there any more.",
  stale: "Something else was begun under this id: open the card once more.",
  draft: "Something stands against brewing this card: see to that on Scale first.",
  ended: "Somebody else has ended this guide: its batch is in the log.",
};

/** Why a guide does not take what was sent. */
export function guideSentence(code: GuideRefusal): string {
  return REFUSALS[code];
}
