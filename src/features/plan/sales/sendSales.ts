import type { FileSale } from "./salesFile.ts";

/** Sales that are sent at once. */
const MOST_AT_ONCE = 500;

/** Sends sales to the house in parts; each is kept once, however often it is sent. @param onShare told how far it is */
export async function sendSales(
  siteId: string,
  sales: readonly FileSale[],
  onShare: (share: number) => void,
): Promise<{ readonly ok: true } | { readonly ok: false; readonly sentence: string }> {
  for (let from = 0; from < sales.length; from += MOST_AT_ONCE) {
    const response = await fetch(`/api/v1/sales?site=${siteId}`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ sales: sales.slice(from, from + MOST_AT_ONCE) }),
    }).catch(() => undefined);
    if (!response?.ok) {
      const body = await response?.json().catch(() => undefined);
      const why = body?.error?.message ?? "Tumbek does not answer.";
      const before =
        from > 0 ? ` ${from} of them are kept; sending the same file again keeps none twice.` : "";
      return { ok: false, sentence: `${why}${before}` };
    }
    onShare(Math.min(1, (from + MOST_AT_ONCE) / sales.length));
  }
  return { ok: true };
}
