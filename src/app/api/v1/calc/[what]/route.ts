import { refusal } from "#calc/answer.ts";
import { MOST_BYTES } from "#contract/calc.ts";
import { answerInThread, ThreadBusy } from "#server/inThread.ts";
import { computeWaitS } from "#server/limit.ts";
import { openRoute } from "#server/route.ts";

/**
 * The same as `./tumbek calc <what>`, over HTTP: stateless, limited by size and rate. Open while only this
 * machine reaches the house.
 */
export const POST = openRoute<{ what: string }>("here", async (request, { params }) => {
  const waitS = await computeWaitS(request.headers);
  if (waitS > 0) return later(waitS);
  const bytes = await readBody(request);
  try {
    const { status, body } = await answerInThread(params.what, bytes, request.signal);
    return reply(status, body);
  } catch (error) {
    if (error instanceof ThreadBusy) return later(error.retryAfterS);
    throw error;
  }
});

/** Refuses a request that cannot be answered in good time, with when to come back. */
function later(retryAfterS: number): Response {
  const { status, body } = refusal({ code: "tooManyRequests", retryAfterS });
  return reply(status, JSON.stringify(body), { "Retry-After": String(retryAfterS) });
}

function reply(status: number, body: string, headers: Record<string, string> = {}): Response {
  return new Response(body, {
    status,
    headers: { "Content-Type": "application/json", "Cache-Control": "no-store", ...headers },
  });
}

/** The body, and no more of it than tells that it is too large. */
async function readBody(request: Request): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader && size <= MOST_BYTES) {
    const { done, value } = await reader.read();
    if (done) break;
    chunks.push(value);
    size += value.length;
  }
  await reader?.cancel();
  return Buffer.concat(chunks);
}
