import NextLink from "next/link";
import type { ComponentProps } from "react";

export { useLinkStatus } from "next/link";

/**
 * A link within the house. Nothing is fetched ahead of a tap: each page shows the house as it is at that moment, so only its title could
 * be fetched, and the two requests for each link cost the house more than the page that shows them.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, "prefetch">) {
  return <NextLink prefetch={false} {...props} />;
}
