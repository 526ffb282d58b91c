import { CircleCheck, CircleDashed, FlaskConical, History } from "lucide-react";
import type { RecipeState } from "#contract/recipeKinds.ts";
import { STATE_WORDS } from "#words/recipes";

const LOOKS = {
  draft: { Icon: CircleDashed, colour: "text-quiet" },
  trial: { Icon: FlaskConical, colour: "text-due" },
  standard: { Icon: CircleCheck, colour: "text-good" },
  earlier: { Icon: History, colour: "text-quiet" },
} as const;

/** Where a version stands, in a word with its sign. */
export function StateMark({ state, version }: { readonly state: RecipeState; readonly version: number }) {
  const { Icon, colour } = LOOKS[state];
  return (
    <span className="inline-flex items-center gap-1 whitespace-nowrap">
      <Icon size={16} aria-hidden className={colour} />
      <span>
        v{version}, {STATE_WORDS[state]}
      </span>
    </span>
  );
}
