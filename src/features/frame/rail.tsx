"use client";

import {
  BookOpen,
  Brackets,
  CalendarClock,
  GlassWater,
  type LucideIcon,
  NotebookPen,
  PanelTop,
  Ruler,
  Scale,
} from "lucide-react";
import { usePathname } from "next/navigation";
import { useCounter } from "#ui/counter.tsx";
import { Link, useLinkStatus } from "#ui/link.tsx";

interface Place {
  readonly href: string;
  /** Where a lead begins: with the plan, not with what is to be weighed out. */
  readonly leads?: string;
  readonly name: string;
  readonly Icon: LucideIcon;
}

const PLACES: readonly Place[] = [
  { href: "/bench", name: "Bench", Icon: Ruler },
  { href: "/recipes", name: "Recipes", Icon: BookOpen },
  { href: "/scale", name: "Scale", Icon: Scale },
  { href: "/trials", name: "Trials", Icon: Brackets },
  { href: "/wall", name: "Wall", Icon: PanelTop },
  { href: "/shift", leads: "/shift/plan", name: "Shift", Icon: CalendarClock },
  { href: "/bar", name: "Bar", Icon: GlassWater },
  { href: "/log", name: "Log", Icon: NotebookPen },
];

/** A place's icon, which gives way to a sign of work while its page is on its way. */
function PlaceIcon({ Icon }: { readonly Icon: LucideIcon }) {
  const { pending } = useLinkStatus();
  return (
    <span className="relative flex size-6 items-center justify-center">
      <Icon size={22} aria-hidden className={pending ? "opacity-40" : ""} />
      {pending && (
        <span aria-hidden className="late absolute inset-0">
          <span className="turning block size-full rounded-full border-2 border-current border-t-transparent" />
        </span>
      )}
    </span>
  );
}

/** The job in its order. */
export function Rail() {
  const path = usePathname();
  const { person } = useCounter();
  return (
    <nav
      aria-label="Places"
      className="flex shrink-0 gap-2 bg-rail p-2 text-white max-sm:order-last max-sm:gap-0.5 max-sm:px-1 sm:w-19 sm:flex-col print:hidden"
    >
      {PLACES.map(({ href, leads = href, name, Icon }) => (
        <Link
          key={href}
          href={person.role === "lead" ? leads : href}
          aria-current={path.startsWith(href) ? "page" : undefined}
          className="flex min-h-14 flex-col items-center justify-center gap-1 rounded-panel px-2 text-sm max-sm:min-w-0 max-sm:px-0.5 max-sm:text-xs aria-[current]:bg-white aria-[current]:font-semibold aria-[current]:text-rail max-sm:flex-1"
        >
          <PlaceIcon Icon={Icon} />
          {name}
        </Link>
      ))}
    </nav>
  );
}
