"use client";

import { BookOpen, CalendarClock, NotebookPen, PanelTop, Ruler, Scale } from "lucide-react";
import Link from "next/link";
import { usePathname } from "next/navigation";

const PLACES = [
  { href: "/bench", name: "Bench", Icon: Ruler },
  { href: "/recipes", name: "Recipes", Icon: BookOpen },
  { href: "/scale", name: "Scale", Icon: Scale },
  { href: "/wall", name: "Wall", Icon: PanelTop },
  { href: "/shift", name: "Shift", Icon: CalendarClock },
  { href: "/log", name: "Log", Icon: NotebookPen },
] as const;

/** The job in its order. */
export function Rail() {
  const path = usePathname();
  return (
    <nav
      aria-label="Places"
      className="flex shrink-0 gap-2 bg-rail p-2 text-white max-sm:order-last max-sm:justify-around sm:w-19 sm:flex-col print:hidden"
    >
      {PLACES.map(({ href, name, Icon }) => (
        <Link
          key={href}
          href={href}
          aria-current={path.startsWith(href) ? "page" : undefined}
          className="flex min-h-14 flex-col items-center justify-center gap-1 rounded-panel px-2 text-sm aria-[current]:bg-white aria-[current]:font-semibold aria-[current]:text-rail max-sm:flex-1"
        >
          <Icon size={22} aria-hidden />
          {name}
        </Link>
      ))}
    </nav>
  );
}
