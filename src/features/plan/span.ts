/** What a drawing reaches from and to, minutes of the day. */
export interface Span {
  readonly fromMin: number;
  readonly toMin: number;
}

export function leftOf(min: number, { fromMin, toMin }: Span): string {
  return `${((Math.min(toMin, Math.max(fromMin, min)) - fromMin) / (toMin - fromMin)) * 100}%`;
}

export function widthOf(from: number, to: number, span: Span): string {
  const begin = Math.max(span.fromMin, from);
  const end = Math.min(span.toMin, to);
  return `${(Math.max(0, end - begin) / (span.toMin - span.fromMin)) * 100}%`;
}
