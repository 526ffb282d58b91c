import { ChevronDown } from "lucide-react";
import type { ReactNode } from "react";

/** How what opens a choice looks, and what it is told of. */
export interface Trigger {
  readonly className: string;
  /** Plain word before what is chosen; none where a label stands over it. */
  readonly word?: string | undefined;
  readonly invalid?: boolean;
  readonly describedBy?: string | undefined;
}

export function Face({
  word,
  children,
}: {
  readonly word?: string | undefined;
  readonly children: ReactNode;
}) {
  return (
    <>
      {word && <span className="text-quiet text-sm">{word}</span>}
      <span className={`truncate ${word ? "font-semibold" : "grow"}`}>{children}</span>
      <ChevronDown size={16} aria-hidden className="shrink-0" />
    </>
  );
}
