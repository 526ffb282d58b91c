"use client";

import { ArrowLeft } from "lucide-react";
import { useRouter } from "next/navigation";
import { buttonClass } from "./button.tsx";
import { Link } from "./link.tsx";
import { cameFromInside } from "./trail.ts";

interface BackProps {
  /** Where it leads for somebody who came from outside, by a printed code or a link that was sent. */
  readonly otherwise: string;
}

/** The way back to where a person came from. */
export function Back({ otherwise }: BackProps) {
  const router = useRouter();
  return (
    <Link
      href={otherwise}
      onClick={(event) => {
        if (!cameFromInside() || event.metaKey || event.ctrlKey) return;
        event.preventDefault();
        router.back();
      }}
      className={buttonClass()}
    >
      <ArrowLeft size={18} aria-hidden /> Back
    </Link>
  );
}
