"use client";

import { type ReactNode, useEffect, useRef, useState } from "react";

interface FoldedProps {
  /** The `summary` element, which unfolds it. */
  readonly summary: ReactNode;
  readonly className?: string;
  readonly children: ReactNode;
}

/** Details that are rarely wanted: drawn once they are first unfolded. */
export function Folded({ summary, className, children }: FoldedProps) {
  const [isDrawn, setDrawn] = useState(false);
  const details = useRef<HTMLDetailsElement>(null);
  // A reader faster than the page's script has unfolded it already.
  useEffect(() => {
    if (details.current?.open) setDrawn(true);
  }, []);
  return (
    <details
      ref={details}
      className={className}
      onToggle={(event) => event.currentTarget.open && setDrawn(true)}
    >
      {summary}
      {isDrawn && children}
    </details>
  );
}
