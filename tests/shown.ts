/** What a page shows; a failure of the test where it has nothing to show, or is not there. */
export async function shown<T>(page: Promise<T>): Promise<Exclude<T, string | undefined>> {
  const found = await page;
  if (typeof found === "string" || found === undefined) throw new Error(`nothing to show: ${found}`);
  return found as Exclude<T, string | undefined>;
}
