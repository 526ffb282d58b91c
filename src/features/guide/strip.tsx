import { printTime } from "#core/units";
import { Link } from "#ui/link.tsx";
import { useUnits } from "#ui/units.tsx";
import { stepWords } from "#words/guide";
import { dueInS, stepsAt } from "./figures.ts";
import type { GuideNow } from "./useGuides.ts";

/** The guides that run at a site, the most urgent first: each with its clock and what comes next. */
export function Strip({ guides, openId }: { readonly guides: readonly GuideNow[]; readonly openId: string }) {
  const units = useUnits();
  if (guides.length < 2) return undefined;
  const urgency = ({ guide, state, clockS }: GuideNow) =>
    dueInS(guide.steps, state, clockS) ?? Number.POSITIVE_INFINITY;
  const sorted = guides.toSorted((a, b) => urgency(a) - urgency(b));
  return (
    <nav aria-label="guides that run" className="flex gap-2 overflow-x-auto pb-1">
      {sorted.map(({ guide, state, clockS }) => {
        const { now, next } = stepsAt(guide.steps, state);
        const due = dueInS(guide.steps, state, clockS);
        const isOpen = guide.id === openId;
        const shown = next ?? now;
        return (
          <Link
            key={guide.id}
            href={`/guide/${guide.id}`}
            aria-current={isOpen ? "page" : undefined}
            className={`flex min-h-12 shrink-0 flex-col justify-center rounded-panel border-2 px-3 py-1 ${isOpen ? "border-rim bg-rim text-enamel" : "border-rim/50 bg-enamel"}`}
          >
            <span className="font-semibold">
              <bdi>{guide.title}</bdi>{" "}
              <span className="tabular-nums">
                {state.begunMs === null ? "getting ready" : printTime(Math.floor(clockS))}
              </span>
            </span>
            {shown && state.begunMs !== null && (
              <span className="text-sm">
                {due === undefined ? "" : due > 0 ? `in ${printTime(Math.ceil(due))}: ` : "now: "}
                {stepWords(shown, guide.sheet, units.words).title}
              </span>
            )}
          </Link>
        );
      })}
    </nav>
  );
}
