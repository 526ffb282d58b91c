import { v7 as uuidv7 } from "uuid";
import type { BatchMoves } from "./batchBar.tsx";
import type { Span } from "./span.ts";
import type { Change } from "./useKept.ts";

/** A batch that is wanted at another time is kept away for so long at least, min. */
const LEAST_MIN = 30;

/** What a lead may do with a batch of the timeline, as changes of the day. */
export function batchMoves(change: (change: Change) => void, { fromMin, toMin }: Span): BatchMoves {
  return {
    onPin: ({ pinId, option }, wantedMin) => {
      if (!option) return;
      const readyMin = Math.min(toMin, Math.max(fromMin, wantedMin));
      const pin = { id: pinId ?? uuidv7(), cardId: option.cardId, readyMin };
      change(({ pins }) => ({ pins: [...pins.filter(({ id }) => id !== pinId), pin] }));
    },
    onFree: ({ pinId }) => change(({ pins }) => ({ pins: pins.filter(({ id }) => id !== pinId) })),
    onForbid: ({ option, earliestMin, latestMin }) => {
      if (!option) return;
      const hours = { fromMin: earliestMin, toMin: Math.max(latestMin, earliestMin + LEAST_MIN) };
      const forbidden = { id: uuidv7(), what: "card" as const, ofId: option.cardId, ...hours };
      change(({ away }) => ({ away: [...away, forbidden] }));
    },
  };
}
