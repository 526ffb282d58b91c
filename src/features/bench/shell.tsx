"use client";

import type { ReactNode } from "react";
import { Link } from "#ui/link.tsx";
import { type BenchSite, WithSite } from "./context.tsx";
import { PARTS, type Part } from "./parts.ts";
import { WithInstruments } from "./withInstruments.tsx";

/** Where something is weighed or read off; the first house is weighed on the overview. */
const WEIGHS: readonly (Part | undefined)[] = [undefined, "vessels", "brewers", "coffees", "supplies"];

interface ShellProps {
  readonly site: BenchSite;
  /** Undefined on the overview. */
  readonly part: Part | undefined;
  readonly children: ReactNode;
}

/** The bench of a site: its parts along the top, one of them below. */
export function Shell({ site, part, children }: ShellProps) {
  const links = [{ part: undefined, title: "Overview" }, ...PARTS];
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-2xl">Bench{site.name && `, ${site.name}`}</h1>
        <nav aria-label="Parts of the bench" className="flex flex-wrap gap-1">
          {links.map((link) => (
            <Link
              key={link.title}
              href={link.part ? `/bench/${link.part}` : "/bench"}
              aria-current={link.part === part ? "page" : undefined}
              className="flex min-h-10 items-center rounded-panel border-2 border-transparent px-3 aria-[current]:border-rim aria-[current]:bg-enamel aria-[current]:font-semibold hover:bg-rim/10"
            >
              {link.title}
            </Link>
          ))}
        </nav>
      </header>
      <WithSite site={site}>
        {WEIGHS.includes(part) ? <WithInstruments>{children}</WithInstruments> : children}
      </WithSite>
    </div>
  );
}
