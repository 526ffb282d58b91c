import type { ReactNode } from "react";

interface PanelProps {
  readonly title?: string;
  /** Its name for a screen reader, where what lies in it heads it. */
  readonly label?: string;
  readonly aside?: ReactNode;
  readonly children: ReactNode;
  readonly className?: string;
}

/** White enamel with its rim. */
export function Panel({ title, label = title, aside, children, className = "" }: PanelProps) {
  return (
    <section className={`rounded-panel border-2 border-rim bg-enamel p-4 ${className}`} aria-label={label}>
      {title && (
        <header className="mb-2 flex items-baseline justify-between gap-3">
          <h2 className="text-lg">{title}</h2>
          {aside}
        </header>
      )}
      {children}
    </section>
  );
}
