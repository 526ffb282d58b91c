import { signedInUnseen } from "#server/session.ts";
import { type Follower, leave } from "./followers.ts";
import { comesAgainAfter } from "./messages.ts";
import { join } from "./rounds.ts";

/** A browser whose connection broke comes again so soon, ms. */
const AGAIN_MS = 500;
/** One that has so much still to read is ended, bytes: it comes again from the last event that it has. */
const MOST_WAITING = 4_000_000;
/** A token is looked at anew so often, ms: who follows with one comes again. */
const TOKEN_MS = 60_000;

/** A site followed over a connection that stays open, from an event's number on. */
export async function followed(
  request: Request,
  { siteId, of, after }: Pick<Follower, "siteId" | "of"> & { readonly after: number },
): Promise<Response> {
  const byToken = request.headers.has("authorization");
  const session = byToken ? undefined : await signedInUnseen();
  let leaves = () => {};
  const body = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        controller.enqueue(comesAgainAfter(AGAIN_MS));
        const follower: Follower = {
          siteId,
          of,
          sessionId: session?.id ?? null,
          n: after,
          push: (message) => {
            controller.enqueue(message);
            return (controller.desiredSize ?? 0) > 0;
          },
          end: () => {
            clearTimeout(untilAskedAgain);
            try {
              controller.close();
            } catch {
              // Closed by whoever read it.
            }
          },
        };
        leaves = () => leave(follower);
        const untilAskedAgain = byToken ? setTimeout(leaves, TOKEN_MS) : undefined;
        join(follower);
      },
      cancel: () => leaves(),
    },
    new ByteLengthQueuingStrategy({ highWaterMark: MOST_WAITING }),
  );
  request.signal.addEventListener("abort", () => leaves());
  return new Response(body, {
    headers: {
      "Content-Type": "text/event-stream",
      // Nothing on the way may hold a message back to press it together with the next.
      "Cache-Control": "no-store, no-transform",
    },
  });
}
