import { Link } from "#ui/link.tsx";

interface ShiftTabsProps {
  readonly at: (typeof TABS)[number]["at"];
  readonly day: string;
}

const TABS = [
  { at: "plan", text: "Plan", path: "/shift/plan" },
  { at: "list", text: "List", path: "/shift" },
  { at: "sites", text: "All sites", path: "/shift/sites" },
  { at: "after", text: "Afterwards", path: "/shift/after" },
] as const;

/** The parts of a shift: what the day will bring, what is weighed out for it, and what became of it. */
export function ShiftTabs({ at, day }: ShiftTabsProps) {
  return (
    <nav aria-label="of this day" className="flex rounded-panel border-2 border-rim print:hidden">
      {TABS.map((tab) => (
        <Link
          key={tab.at}
          href={`${tab.path}?day=${day}`}
          aria-current={tab.at === at ? "page" : undefined}
          className="inline-flex min-h-10 items-center px-3 font-semibold first:rounded-l-md last:rounded-r-md aria-[current]:bg-rim aria-[current]:text-enamel"
        >
          {tab.text}
        </Link>
      ))}
    </nav>
  );
}
