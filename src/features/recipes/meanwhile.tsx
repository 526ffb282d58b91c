"use client";

import type { RecipeVersion } from "#contract/recipe.ts";
import { namedOf, type RecipeKit } from "#scaling/sheet";
import { Button } from "#ui/button.tsx";
import { useUnits } from "#ui/units.tsx";
import { DRAFT_GONE } from "#words/recipes";
import { ComparedTable } from "./comparedTable.tsx";
import type { Draft } from "./draft.ts";
import { compared } from "./rows.ts";

interface MeanwhileProps {
  readonly kit: RecipeKit;
  readonly mine: Draft;
  readonly theirs: RecipeVersion & { readonly name: string };
  readonly onMine: () => void;
  readonly onTheirs: () => void;
}

/** The draft was changed elsewhere while it was written here: both are shown, and one is taken. */
export function Meanwhile({ kit, mine, theirs, onMine, onTheirs }: MeanwhileProps) {
  const units = useUnits();
  const { brewer, grinder, coffee } = namedOf(kit, mine);
  const versions = {
    brewer: brewer?.name ?? "",
    grinder: grinder?.name ?? null,
    coffee: coffee?.name ?? "",
    recipe: mine.recipe,
  };
  const drafted = theirs.state === "draft";
  const others = { ...theirs, brewer: namedOf(kit, theirs).brewer?.name ?? theirs.brewer };
  return (
    <section role="alert" className="rounded-panel border-2 border-due bg-enamel p-4">
      <h2 className="text-lg">
        {drafted ? (
          <>
            <bdi>{theirs.madeBy ?? "Somebody"}</bdi> changed this draft since you opened it.
          </>
        ) : (
          DRAFT_GONE
        )}
      </h2>
      <ComparedTable
        left="yours"
        right={drafted ? "as it was left" : `version ${theirs.version}`}
        rows={compared(versions, others, units).filter(({ differs }) => differs)}
        same="Both say the same."
      />
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="main" onClick={onMine}>
          {drafted ? "Keep yours" : "Keep yours as a new draft"}
        </Button>
        {drafted && <Button onClick={onTheirs}>Take theirs</Button>}
      </div>
    </section>
  );
}
