const ID = "[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}";
/** Pages of a site that a device keeps for when there is no network: the Bar, today's list, the wall, cards with what is begun and logged from them, and guides. */
const KEPT_PATH = new RegExp(`^/(bar|wall|shift|cards|(cards|guide)/${ID}|(log|guide/new)\\?card=${ID})$`);

/** When a kept page was drawn, by this device's clock, ms. */
const DRAWN_HEADER = "x-tumbek-drawn";
/** A copy is written as it is read: neither packed nor of the length that the house said. */
const NOT_OF_A_COPY = ["content-encoding", "content-length", "transfer-encoding"];
const PERSON = /<meta name="tumbek-person" content="([^"]*)"/;

/** A page's path with what it asks for. */
export function pathOf(url: string): string {
  const { pathname, search } = new URL(url);
  return pathname + search;
}

export function isKeptPath(path: string): boolean {
  return KEPT_PATH.test(path);
}

/**
 * A page as this device keeps it, with the moment at which it was drawn.
 *
 * @param nowMs by this device's clock
 * @returns undefined where the answer is no page of the house, or another person's
 */
export async function keptCopy(
  answer: Response,
  personId: string,
  nowMs: number,
): Promise<Response | undefined> {
  const isPage = answer.headers.get("content-type")?.startsWith("text/html");
  if (answer.status !== 200 || answer.redirected || !isPage) return undefined;
  const html = await answer.clone().text();
  if (PERSON.exec(html)?.[1] !== personId) return undefined;
  const headers = new Headers(answer.headers);
  for (const name of NOT_OF_A_COPY) headers.delete(name);
  headers.set(DRAWN_HEADER, String(nowMs));
  return new Response(html, { headers });
}

/** When a kept page was drawn, by this device's clock, ms. */
export function drawnMs(kept: Response): number {
  return Number(kept.headers.get(DRAWN_HEADER));
}

/** A kept page as it is shown: it says of itself that it was kept, and since when. */
export async function shownCopy(kept: Response): Promise<Response> {
  const html = await kept.text();
  return new Response(html.replace("<html", `<html data-drawn="${drawnMs(kept)}"`), {
    headers: kept.headers,
  });
}
