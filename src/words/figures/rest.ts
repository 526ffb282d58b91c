const DAY_MS = 86_400_000;

/** How long a coffee has rested since it was roasted, both ISO dates: "9 days off roast". */
export function printRest(roastedOn: string, today: string): string {
  // Dates without an hour are midnights of one zone: their difference is whole days.
  const days = (Date.parse(today) - Date.parse(roastedOn)) / DAY_MS;
  if (days < 0) return "not roasted yet";
  if (days === 0) return "roasted today";
  return days === 1 ? "1 day off roast" : `${days} days off roast`;
}
