/** Figures to nine digits, wherever they stand in a value: sums in another order differ in the last ones. */
export function nearly(value: unknown): unknown {
  return JSON.parse(
    JSON.stringify(value, (_, each) => (typeof each === "number" ? Number(each.toPrecision(9)) : each)),
  );
}
