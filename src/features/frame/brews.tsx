import { Timer } from "lucide-react";
import type { BarView } from "#contract/potView.ts";
import { Link } from "#ui/link.tsx";

/** The way back to brews that are followed step by step, from every screen. */
export default function Brews({ guides }: Pick<BarView, "guides">) {
  return guides.map(({ id, coffee, brewer }) => (
    <li key={id} className="shrink-0">
      <Link
        href={`/guide/${id}`}
        className="flex min-h-12 items-center gap-2 rounded-panel border-2 border-hot px-2 text-sm leading-tight"
      >
        <Timer size={24} aria-hidden className="text-hot" />
        <span>
          <span className="font-semibold">brewing</span>
          <br />
          <bdi>{coffee}</bdi> on <bdi>{brewer}</bdi>
        </span>
      </Link>
    </li>
  ));
}
