import { RateLimiterMemory, RateLimiterRes } from "rate-limiter-flexible";

/** The open compute API: far above what a spreadsheet sends, far below what would starve a pot's card. */
const CALC_REQUESTS = 600;
const CALC_WINDOW_S = 30;

const calcLimiter = new RateLimiterMemory({ points: CALC_REQUESTS, duration: CALC_WINDOW_S });

/**
 * Counts one compute request against its sender.
 *
 * @param address the socket's, as the server put it into the request
 * @returns seconds until the next is answered, or 0 when this one is
 */
export async function calcWaitS(address: string): Promise<number> {
  try {
    await calcLimiter.consume(address);
    return 0;
  } catch (refused) {
    if (!(refused instanceof RateLimiterRes)) throw refused;
    return Math.max(1, Math.ceil(refused.msBeforeNext / 1000));
  }
}
