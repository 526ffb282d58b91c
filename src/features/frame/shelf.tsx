import type { BenchVessel } from "#contract/bench.ts";
import { Pot } from "#parts/pot.tsx";

/** The site's vessels, and what is in them. Until batches are logged, they stand empty. */
export function Shelf({ vessels }: { readonly vessels: readonly BenchVessel[] }) {
  return (
    <aside
      aria-label="Pot shelf"
      className="shrink-0 overflow-x-auto border-rim border-t-2 bg-worktop px-4 py-1.5 max-sm:hidden print:hidden"
    >
      <ul className="flex gap-6">
        {vessels.map(({ id, name, iced }) => (
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
      </ul>
    </aside>
  );
}
