"use client";

import { Brackets, Copy, Download, Pencil, Scale } from "lucide-react";
import { useRouter } from "next/navigation";
import type { RecipeVersion } from "#contract/recipe.ts";
import { methodOf } from "#contract/recipeKinds.ts";
import { printNumber } from "#core/units";
import type { RecipeKit } from "#scaling/sheet";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { counted } from "#words/figures";
import { rightSentence } from "#words/people";
import { METHOD_WORDS } from "#words/recipes";
import { archiveRecipe, fitFactors, forgetFactors } from "./actions.ts";
import { Beside, useRecipeForecast } from "./forecastPanel.tsx";
import { Mind } from "./mind.tsx";
import { rowsOf } from "./rows.ts";
import { ScaledPanel } from "./scaledPanel.tsx";
import { StateMark } from "./stateMark.tsx";
import { Timeline } from "./timeline.tsx";

interface RecipeViewProps {
  readonly id: string;
  readonly name: string;
  readonly archived: boolean;
  /** The newest first, with when it was written as its reader reads it. */
  readonly versions: readonly (RecipeVersion & { readonly when: string })[];
  readonly shown: RecipeVersion;
  readonly kit: RecipeKit;
}

/** One recipe: a version as it was made, its forecast beside its cup, its rhythm scaled, and its history. */
export function RecipeView({ id, name, archived, versions, shown, kit }: RecipeViewProps) {
  const units = useUnits();
  const { may } = useCounter();
  const { recipe, state } = shown;
  const { forecast, missing, doesNotFit } = useRecipeForecast(kit, shown, recipe);
  const draft = versions.find((version) => version.state === "draft");
  const before = versions.find(({ versionId }) => versionId !== shown.versionId);
  return (
    <div className="mx-auto flex max-w-[1240px] flex-col gap-3">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <div className="mr-auto">
          <h1 className="text-2xl">
            <bdi>{name}</bdi>
          </h1>
          <p className="flex flex-wrap gap-x-3 text-quiet text-sm">
            <StateMark state={state} version={shown.version} />
            {METHOD_WORDS[methodOf(shown)]}, {recipe.serve}
            {archived && <span className="font-semibold text-due">archived</span>}
          </p>
        </div>
        {may("writeRecipes") ? (
          <>
            <Link
              href={draft ? `/recipes/${id}/edit` : `/recipes/${id}/edit?from=${shown.versionId}`}
              className={buttonClass()}
            >
              <Pencil size={16} aria-hidden /> {draft ? "Go on with the draft" : "Write a new version"}
            </Link>
            <Link href={`/recipes/new?from=${shown.versionId}`} className={buttonClass()}>
              <Copy size={16} aria-hidden /> Duplicate
            </Link>
          </>
        ) : (
          <p className="max-w-64 text-quiet text-sm">{rightSentence("writeRecipes")}</p>
        )}
        <a href={`/api/v1/recipes?id=${id}`} className={buttonClass()} download>
          <Download size={16} aria-hidden /> As a file
        </a>
        {state !== "draft" && (
          <Link href={`/scale?recipe=${shown.versionId}`} className={buttonClass()}>
            <Scale size={16} aria-hidden /> Scale it
          </Link>
        )}
        {may("runTrials") && state !== "draft" && (
          <Link href={`/trials?recipe=${shown.versionId}`} className={buttonClass()}>
            <Brackets size={16} aria-hidden /> Try it
          </Link>
        )}
        {may("approve") && state !== "draft" && state !== "standard" && (
          <Link href={`/recipes/${id}/approve?v=${shown.versionId}`} className={buttonClass("main")}>
            Make it the standard
          </Link>
        )}
      </header>
      <div className="grid grid-cols-1 items-start gap-3 lg:grid-cols-12">
        <div className="flex min-w-0 flex-col gap-3 lg:col-span-8">
          {shown.kind === "hand" && (
            <Panel title="Its water in its time">
              <Timeline recipe={recipe} forecast={forecast} />
            </Panel>
          )}
          <Panel title="As it is made">
            <dl className="grid grid-cols-1 gap-x-6 sm:grid-cols-2">
              {rowsOf(shown, units).map(({ name: row, text }) => (
                <div key={row} className="flex gap-2 border-rim/15 border-b py-1">
                  <dt className="w-32 shrink-0 text-quiet text-sm">{row}</dt>
                  <dd className="min-w-0 break-words">
                    <bdi>{text}</bdi>
                  </dd>
                </div>
              ))}
            </dl>
          </Panel>
          {shown.kind === "hand" && <ScaledPanel kit={kit} naming={shown} recipe={recipe} />}
        </div>
        <div className="flex min-w-0 flex-col gap-3 lg:col-span-4">
          <Panel title="Forecast, beside the cup">
            <Beside recipe={recipe} forecast={forecast} missing={missing} doesNotFit={doesNotFit} />
            {forecast && state !== "draft" && <Fit shown={shown} kit={kit} />}
          </Panel>
          {recipe.press && <Mind turnedOver={recipe.press.turnedOver} iced={recipe.serve === "iced"} />}
          <Panel title="Versions">
            <ol aria-label="versions">
              {versions.map((version) => (
                <li
                  key={version.versionId}
                  className="flex flex-wrap items-center gap-x-2 border-rim/20 border-t py-1.5"
                >
                  <Link
                    href={`/recipes/${id}?v=${version.versionId}`}
                    aria-current={version.versionId === shown.versionId ? "page" : undefined}
                    className="underline underline-offset-4 aria-[current]:font-bold aria-[current]:no-underline"
                  >
                    <StateMark state={version.state} version={version.version} />
                  </Link>
                  <span className="text-quiet text-sm">
                    {version.when}
                    {version.madeBy && (
                      <>
                        , <bdi>{version.madeBy}</bdi>
                      </>
                    )}
                  </span>
                </li>
              ))}
            </ol>
            {before && (
              <Link
                href={`/recipes/compare?a=${before.versionId}&b=${shown.versionId}`}
                className={`mt-2 ${buttonClass()}`}
              >
                Compare with version {before.version}
              </Link>
            )}
            {shown.kind !== "press" && (
              <Link href={`/recipes/sites?recipe=${id}`} className={`mt-2 ${buttonClass()}`}>
                On two sites
              </Link>
            )}
            {may("approve") && <ArchiveIt id={id} archived={archived} />}
          </Panel>
        </div>
      </div>
    </div>
  );
}

function ArchiveIt({ id, archived }: { readonly id: string; readonly archived: boolean }) {
  const router = useRouter();
  const { act, busy } = useAct();
  const set = async (to: boolean) => {
    const sent = await act(archiveRecipe({ id, archived: to }));
    if (!sent.ok) return;
    toast.success(to ? "Archived: it is out of the lists." : "Back in the lists.", {
      action: { label: "Undo", onClick: () => void act(archiveRecipe({ id, archived: !to })) },
    });
    if (to) router.push("/recipes");
  };
  return (
    <Button look="quiet" className="mt-2" disabled={busy} onClick={() => set(!archived)}>
      {archived ? "Back into the lists" : "Archive the recipe"}
    </Button>
  );
}

interface FitProps {
  readonly shown: RecipeVersion;
  readonly kit: RecipeKit;
}

/** One tap teaches the forecast this cup; what it knows of the brewer and the grinder is said, and can be forgotten. */
function Fit({ shown, kit }: FitProps) {
  const { may } = useCounter();
  const { act, busy } = useAct();
  const { brewerId, grinderId, versionId, recipe, brewer, grinder } = shown;
  const fit = kit.fits.find((each) => each.brewerId === brewerId && each.grinderId === grinderId);
  const measured = (shown.kind !== "press" && recipe.doneS !== null) || recipe.strengthPct !== null;
  if (!grinderId) {
    return (
      <p className="mt-2 text-quiet text-sm">
        What the forecast learns belongs to a brewer and a grinder: this names no grinder.
      </p>
    );
  }
  return (
    <div className="mt-2 text-sm">
      {fit ? (
        <p>
          {fit.versionId === null
            ? `Learned from ${counted(fit.batches, "batch", { many: "batches" })} of the log with`
            : `Fitted to ${fit.versionId === versionId ? "this cup" : "another cup"} of`}{" "}
          {brewer} and {grinder}: water runs {printNumber(fit.permeability, 2)} times, coffee gives{" "}
          {printNumber(fit.extraction, 2)} times what the model says by itself.
        </p>
      ) : (
        <p className="text-quiet">
          The model knows nothing yet of {brewer} and {grinder} together.
        </p>
      )}
      {may("measure") && (
        <div className="mt-1 flex flex-wrap gap-2">
          <Button disabled={busy || !measured} onClick={() => act(fitFactors({ versionId }))}>
            Fit the forecast to this cup
          </Button>
          {fit && (
            <Button look="quiet" disabled={busy} onClick={() => act(forgetFactors({ versionId }))}>
              Forget it
            </Button>
          )}
        </div>
      )}
      {!measured && <p className="text-quiet">Nothing to fit to: note when it was done, or its strength.</p>}
    </div>
  );
}
