"use client";

import { usePathname } from "next/navigation";
import { Link } from "#ui/link.tsx";

const TABS = [
  { href: "/log", name: "Batches" },
  { href: "/log/moved", name: "What has moved" },
  { href: "/log/forecast", name: "Forecast and clock" },
] as const;

/** Tabs of the log: batches, what has moved, and how good the forecast has been. */
export function LogTabs() {
  const path = usePathname();
  return (
    <nav aria-label="the log" className="flex flex-wrap gap-1.5">
      {TABS.map(({ href, name }) => (
        <Link
          key={href}
          href={href}
          aria-current={path === href ? "page" : undefined}
          className="flex min-h-10 items-center rounded-panel border-2 border-rim px-3 aria-[current]:bg-rim aria-[current]:font-semibold aria-[current]:text-enamel"
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}
