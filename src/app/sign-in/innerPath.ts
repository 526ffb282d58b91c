const HOUSE = "http://house.invalid";

/**
 * The path of this house that a link names, for going on there after a sign-in; `/` where it leads elsewhere. Dots and backslashes are
 * resolved first, as a browser does: `/x/..//host` is another site.
 */
export function innerPath(named: unknown): string {
  if (typeof named !== "string" || !named.startsWith("/")) return "/";
  try {
    const { origin, pathname, search } = new URL(named, HOUSE);
    // Two slashes at the beginning name a host.
    return origin === HOUSE && !pathname.startsWith("//") ? pathname + search : "/";
  } catch {
    return "/";
  }
}
