import NextLink from "next/link";
import type { ComponentProps } from "react";

export { useLinkStatus } from "next/link";

/**
 * A link within the house. Nothing is fetched ahead of a tap: each page shows the house as it is at that moment, so only its title could
 * be, and two requests for each link on a page cost the house many times what the page itself does.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, "prefetch">) {
  return <NextLink prefetch={false} {...props} />;
}
