import Link from "next/link";
import type { BenchVessel } from "#contract/bench.ts";
import { Pot } from "#parts/pot.tsx";

/** More than a counter holds: of a site with hundreds the others are on the bench. */
const MOST_ON_SHELF = 30;

/** The site's vessels, and what is in them. Until batches are logged, they stand empty. */
export function Shelf({ vessels }: { readonly vessels: readonly BenchVessel[] }) {
  const others = vessels.length - MOST_ON_SHELF;
  return (
    <aside
      aria-label="Pot shelf"
      className="shrink-0 overflow-x-auto border-rim border-t-2 bg-worktop px-4 py-1.5 max-sm:hidden print:hidden"
    >
      <ul className="flex gap-6">
        {vessels.slice(0, MOST_ON_SHELF).map(({ id, name, iced }) => (
          <li key={id} className="flex shrink-0 items-center gap-2">
            <svg width={30} height={44} aria-hidden="true">
              <Pot fill={0} iced={iced} width={30} height={44} />
            </svg>
            <span className="text-sm leading-tight">
              <span className="font-semibold">{name}</span>
              <br />
              <span className="text-quiet">empty</span>
            </span>
          </li>
        ))}
        {others > 0 && (
          <li className="shrink-0 self-center text-sm">
            <Link href="/bench/vessels" className="underline decoration-rim/40">
              and {others} more
            </Link>
          </li>
        )}
      </ul>
    </aside>
  );
}
