/** A link's query, as the framework hands it to a page. */
export type LinkQuery = Readonly<Record<string, string | string[] | undefined>>;

/** The same with each name once; what is empty or said twice is left out. */
export function paramsOf(query: LinkQuery): URLSearchParams {
  return new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) =>
      typeof value === "string" && value !== "" ? [[name, value]] : [],
    ),
  );
}
