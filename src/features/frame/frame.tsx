import type { ReactNode } from "react";
import type { Bench } from "#contract/bench.ts";
import { Head } from "./head.tsx";
import { Keys } from "./keys.tsx";
import { Notices } from "./notices.tsx";
import { Rail } from "./rail.tsx";
import { Shelf } from "./shelf.tsx";
import { Trail } from "./trail.tsx";

interface FrameProps {
  /** Undefined while the house has no site. */
  readonly bench: Bench | undefined;
  /** Who is signed in, in the head line. */
  readonly who: ReactNode;
  readonly children: ReactNode;
}

/** The frame around every screen but print: work rail, head line, pot shelf; the rest is the worktop. */
export function Frame({ bench, who, children }: FrameProps) {
  return (
    <div className="flex h-dvh max-sm:flex-col print:block print:h-auto">
      <Rail />
      <div className="flex min-w-0 flex-1 flex-col max-sm:min-h-0">
        <Head site={bench?.site.id} sites={bench?.sites ?? []} who={who} />
        <main
          // The worktop scrolls by itself, so that the keyboard must reach it even where nothing in it can be pressed.
          // biome-ignore lint/a11y/noNoninteractiveTabindex: see above
          tabIndex={0}
          aria-label="Worktop"
          className="min-h-0 flex-1 overflow-y-auto p-4 print:overflow-visible print:p-0"
        >
          {children}
        </main>
        <Shelf />
      </div>
      <Keys />
      <Trail />
      <Notices />
    </div>
  );
}
