import type { BatchOfCard } from "#contract/batch.ts";
import type { CardSheet } from "#contract/card.ts";
import type { PlannedStep } from "#contract/guideKinds.ts";
import type { BrewInput } from "#core/brew";
import type { GuideEvent } from "#core/guide";

/** A guide as its page works with it. */
export interface GuideView {
  readonly id: string;
  readonly cardId: string;
  readonly title: string;
  readonly sheet: CardSheet;
  readonly brew: BrewInput | null;
  readonly steps: readonly PlannedStep[];
  /** Its batch as it will be logged: what the card says of it. */
  readonly batch: BatchOfCard;
  readonly events: readonly GuideEvent[];
}

export interface GuidePageProps {
  readonly siteId: string;
  /** The machine's time and the house's, which stands still in tests, when the page was made, ms. */
  readonly machineMs: number;
  readonly nowMs: number;
  readonly guide: GuideView;
  readonly hasCardChanged: boolean;
  readonly batchId: string | null;
  readonly isEnded: boolean;
  readonly others: readonly GuideView[];
  /** It was begun on this device while the house was away. */
  readonly isNew?: boolean;
}
