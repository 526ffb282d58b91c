/** When this page was drawn, where it is one that the device kept, by the device's clock, ms; undefined for one from the house. */
export function keptSinceMs(): number | undefined {
  // The house draws no kept page.
  if (typeof document === "undefined") return undefined;
  const { drawn } = document.documentElement.dataset;
  return drawn === undefined ? undefined : Number(drawn);
}

/** The house was heard of: from now on what stands on the page is as of now. */
export function becomeFresh(): void {
  delete document.documentElement.dataset.drawn;
}

/** How long ago this page was drawn, ms: the house's time in it is that much older than now. */
export function drawnAgoMs(): number {
  const since = keptSinceMs();
  return since === undefined ? 0 : Date.now() - since;
}
