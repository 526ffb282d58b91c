import type { CardsFollowed } from "#contract/cardEffect.ts";
import { toast } from "#ui/notice.ts";
import { followedSentence } from "#words/log";

/** Time to read two sentences, ms. */
const READ_MS = 12_000;

/** Says what was made anew because a batch that is a standard was corrected, taken out or put back. */
export function sayFollowed({ followed }: { readonly followed?: CardsFollowed | undefined }): void {
  if (followed !== undefined) toast.info(followedSentence(followed), { duration: READ_MS });
}
