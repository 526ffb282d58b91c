const text = new TextEncoder();

/** A message of an event stream, as HTML's "Server-sent events" writes it; data is one line of JSON. */
export function message({
  id,
  event,
  data,
}: {
  readonly id?: number;
  readonly event: string;
  readonly data: unknown;
}): Uint8Array {
  const head = id === undefined ? "" : `id: ${id}\n`;
  return text.encode(`${head}event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
}

/** Tells a browser how soon it comes again after its connection broke, ms. */
export function comesAgainAfter(ms: number): Uint8Array {
  return text.encode(`retry: ${ms}\n\n`);
}
