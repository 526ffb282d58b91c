"use client";

import dynamic from "next/dynamic";
import { usePathname, useRouter, useSearchParams } from "next/navigation";
import { type KeyboardEvent, useCallback, useDeferredValue, useReducer, useRef, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { KeptRecipe, RecipeVersion } from "#contract/recipe.ts";
import { faultsOf, type PourAct, type RecipeFault } from "#core/recipe";
import { Restored } from "#parts/form/restored.tsx";
import { useDraft } from "#parts/form/useDraft.ts";
import { useUnsaved } from "#parts/form/useUnsaved.ts";
import { step } from "#parts/undoable.ts";
import { UndoButtons } from "#parts/undoButtons.tsx";
import { brewedWith, type Naming, namedOf, type RecipeKit } from "#scaling/sheet";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { UnreadContext } from "#ui/figure/unread.ts";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { WordsField } from "#ui/wordsField.tsx";
import { recipeSentence } from "#words/recipes";
import { keepRecipe, throwDraftAway } from "./actions.ts";
import { CupFields } from "./cupFields.tsx";
import { act, brewedOn, type Draft, draftFrom } from "./draft.ts";
import { Beside, useRecipeForecast } from "./forecastPanel.tsx";
import { HandSteps } from "./handSteps.tsx";
import { Made } from "./made.tsx";
import { Meanwhile } from "./meanwhile.tsx";
import { Mind } from "./mind.tsx";
import { PressFields } from "./pressFields.tsx";
import { Timeline } from "./timeline.tsx";

/** Fetched beside the page, with what drags its rows: the timeline stands and works before it is there. */
const PourTable = dynamic(() => import("./pourTable.tsx").then(({ PourTable }) => PourTable), { ssr: false });
/** Height of the table's head and of a pour in it: the place is kept until it is there. */
const HEAD_PX = 28;
const POUR_PX = 62;

export interface EditorProps {
  readonly kit: RecipeKit;
  readonly start: Draft;
  /** The recipe's id, and the draft's with how often it was saved; 0 for a new one. */
  readonly recipeId: string;
  readonly versionId: string;
  readonly revision: number;
}

/** One list for all times when nothing is wrong: what is drawn from it need not be drawn again. */
const NO_FAULTS: readonly RecipeFault[] = [];

/** A recipe while it is written: what it is made with, its water in its time, and what came out. */
export function Editor({ kit, start, recipeId, ...began }: EditorProps) {
  const router = useRouter();
  const { send } = useCounter();
  const [history, dispatch] = useReducer(step<Draft>, { past: [], now: start, future: [] });
  const [saved, setSaved] = useState(start);
  const [preview, setPreview] = useState<PourAct>();
  const [row, setRow] = useState({ versionId: began.versionId, revision: began.revision });
  const [asked, setAsked] = useState(false);
  const [trouble, setTrouble] = useState<{ readonly field?: string; readonly message: string }>();
  const [theirs, setTheirs] = useState<RecipeVersion & { readonly name: string }>();
  const [busy, setBusy] = useState(false);
  const unread = useRef(new Set<string>());

  const unsaved = history.now !== saved;
  useUnsaved(unsaved);
  const page = `${usePathname()}?${useSearchParams()}`;
  const onDevice = useDraft(`${page}.${row.revision}`, {
    text: JSON.stringify(history.now),
    isUnsaved: unsaved,
    restore: (text) => {
      const found = draftFrom(text, history.now);
      if (found) dispatch({ type: "set", state: found });
      return found !== undefined;
    },
  });
  const onKeyDown = (event: KeyboardEvent) => {
    // In a field the browser undoes letters; elsewhere the last act is undone.
    const inField = event.target instanceof HTMLInputElement && event.target.type !== "checkbox";
    if (event.key.toLowerCase() !== "z" || !(event.ctrlKey || event.metaKey) || inField) return;
    event.preventDefault();
    dispatch({ type: event.shiftKey ? "redo" : "undo" });
  };

  const draft = preview ? act(history.now, preview) : history.now;
  const { recipe } = draft;
  const set = useCallback((to: (draft: Draft) => Draft) => {
    setTrouble(undefined);
    dispatch({ type: "change", to });
  }, []);
  const change = useCallback(
    (to: Partial<Draft["recipe"]>) => set((now) => ({ ...now, recipe: { ...now.recipe, ...to } })),
    [set],
  );
  const setNaming = useCallback((to: Partial<Naming>) => set((now) => ({ ...now, ...to })), [set]);
  const setBrewer = useCallback(
    (id: string) => {
      const next = kit.brewers.find((each) => each.id === id);
      if (next) set((now) => brewedOn(now, next));
    },
    [kit, set],
  );
  const setSteps = useCallback((steps: Draft["recipe"]["steps"]) => change({ steps }), [change]);
  const pour = useCallback((done: PourAct) => set((now) => act(now, done)), [set]);

  // The water is drawn at once; what the bed makes of it follows when there is time.
  const settled = useDeferredValue(draft);
  const { forecast, missing, doesNotFit } = useRecipeForecast(kit, settled, settled.recipe);
  const { brewer } = namedOf(kit, draft);
  const made = brewedWith(kit, draft);
  const found = made ? faultsOf(recipe, made) : NO_FAULTS;
  const faults = found.length === 0 ? NO_FAULTS : found;
  const at = useCallback(
    (field: string) => {
      if (trouble?.field === field) return trouble.message;
      const fault = faults.find((each) => each.field === field);
      // Faults of the water are shown at once; the rest when somebody wants to keep it.
      return fault && (asked || field.startsWith("pours")) ? recipeSentence(fault) : undefined;
    },
    [trouble, faults, asked],
  );

  const keep = async (as: "draft" | "trial", over = row) => {
    setAsked(as === "trial");
    if (unread.current.size > 0 || (as === "trial" && faults.length > 0)) {
      setTrouble({ message: "Something above is not right yet: it is marked where it stands." });
      return;
    }
    setBusy(true);
    const { name, brewerId, grinderId, coffeeId } = draft;
    const message: KeptRecipe = { recipeId, ...over, name, brewerId, grinderId, coffeeId, recipe, as };
    const sent = await send(keepRecipe(message as Parameters<typeof keepRecipe>[0]));
    setBusy(false);
    if (!sent.ok) {
      setTrouble(sent.trouble);
      return;
    }
    if (sent.data.theirs) {
      setTheirs(sent.data.theirs);
      return;
    }
    setTheirs(undefined);
    onDevice.forget();
    setRow({ ...over, revision: sent.data.revision ?? over.revision });
    setSaved(history.now);
    toast.success(as === "draft" ? "Kept as a draft." : "Kept, on trial.");
    // The page is left with what it was made for done; a draft stays open to be written on.
    if (as === "trial") router.push(`/recipes/${recipeId}?v=${over.versionId}`);
    else if (began.revision === 0) router.replace(`/recipes/${recipeId}/edit`);
  };
  /** Leaves a recipe that was never kept: it stays on this device, and one tap goes back to it. */
  const leave = () => {
    const from = `${window.location.pathname}${window.location.search}`;
    router.push("/recipes");
    if (!unsaved) return;
    toast("Left without keeping it. What you wrote stays on this device.", {
      action: { label: "Go back", onClick: () => router.push(from) },
    });
  };
  const throwAway = async () => {
    const sent = await send(throwDraftAway(row));
    if (!sent.ok) return;
    onDevice.forget();
    const { name, brewerId, grinderId, coffeeId, recipe } = history.now;
    const again = async () => {
      const versionId = uuidv7();
      const message = {
        recipeId,
        versionId,
        revision: 0,
        name,
        brewerId,
        grinderId,
        coffeeId,
        recipe,
        as: "draft",
      };
      const reply = await send(keepRecipe(message as Parameters<typeof keepRecipe>[0]));
      if (reply.ok) router.push(`/recipes/${recipeId}/edit`);
    };
    router.push("/recipes");
    toast("The draft is thrown away.", { action: { label: "Undo", onClick: again } });
  };
  const general = trouble && trouble.field === undefined ? trouble.message : undefined;
  return (
    <UnreadContext value={unread}>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: a shortcut beside the buttons that do the same */}
      <div className="mx-auto flex max-w-[1240px] flex-col gap-3" onKeyDown={onKeyDown}>
        <header className="flex flex-wrap items-end gap-2">
          <h1 className="sr-only">{start.name === "" ? "A new recipe" : `Write on ${start.name}`}</h1>
          <div className="min-w-64 flex-1">
            <WordsField
              label="name"
              help="as you call this cup"
              value={draft.name}
              trouble={at("name")}
              onValue={(name) => set((now) => ({ ...now, name }))}
            />
          </div>
          <div className="flex flex-wrap gap-2 pb-5">
            <UndoButtons history={history} dispatch={dispatch} />
            <Button look="quiet" disabled={busy} onClick={row.revision > 0 ? throwAway : leave}>
              {row.revision > 0 ? "Throw the draft away" : "Leave it"}
            </Button>
            <Button disabled={busy} onClick={() => keep("draft")}>
              Keep as a draft
            </Button>
            <Button look="main" disabled={busy} onClick={() => keep("trial")}>
              Keep it, on trial
            </Button>
          </div>
        </header>
        {onDevice.isRestored && (
          <Restored
            onAnew={() => {
              onDevice.forget();
              set(() => start);
            }}
          />
        )}
        {general && (
          <p role="alert" className="text-stop">
            {general}
          </p>
        )}
        {theirs && (
          <Meanwhile
            kit={kit}
            mine={draft}
            theirs={theirs}
            onMine={() =>
              keep(
                "draft",
                theirs.state === "draft"
                  ? { versionId: theirs.versionId, revision: theirs.revision }
                  : { versionId: uuidv7(), revision: 0 },
              )
            }
            onTheirs={() => {
              set(() => ({ ...theirs, grinderId: theirs.grinderId }));
              setRow({ versionId: theirs.versionId, revision: theirs.revision });
              setTheirs(undefined);
            }}
          />
        )}
        <Made
          kit={kit}
          draft={draft}
          at={at}
          onChange={change}
          onNaming={setNaming}
          onBrewer={setBrewer}
          onPour={pour}
        />
        <Panel title="Its water in its time">
          <div className="grid grid-cols-1 items-start gap-x-6 gap-y-3 lg:grid-cols-12">
            <div className="min-w-0 lg:col-span-8">
              {brewer?.kind === "hand" && (
                <Timeline recipe={recipe} forecast={forecast} onAct={pour} onPreview={setPreview} />
              )}
              {brewer?.kind === "press" && <PressFields recipe={recipe} at={at} onChange={change} />}
              {brewer?.kind === "batch" && (
                <p className="text-quiet">
                  {brewer.name} sprays the water by its own programme; the bench knows it.
                </p>
              )}
            </div>
            <section
              aria-label="Forecast, beside the cup"
              // Of what was written a moment ago.
              aria-busy={settled !== draft}
              className="min-w-0 lg:col-span-4"
            >
              <h3 className="font-semibold">Forecast, beside the cup</h3>
              <Beside recipe={settled.recipe} forecast={forecast} missing={missing} doesNotFit={doesNotFit} />
            </section>
          </div>
          {brewer?.kind === "hand" && (
            <>
              <div style={{ minHeight: HEAD_PX + recipe.pours.length * POUR_PX }}>
                <PourTable recipe={recipe} onAct={pour} at={at} />
              </div>
              <label className="mt-1 flex min-h-10 items-center gap-2">
                <input
                  type="checkbox"
                  checked={recipe.blooms}
                  disabled={recipe.pours.length < 2}
                  onChange={(event) => change({ blooms: event.target.checked })}
                />
                the first pour is a bloom
              </label>
            </>
          )}
        </Panel>
        <div className="grid grid-cols-1 items-start gap-3 lg:grid-cols-2">
          <CupFields recipe={recipe} at={at} onChange={change} />
          <div className="flex min-w-0 flex-col gap-3">
            {brewer?.kind === "press" && (
              <Mind turnedOver={recipe.press?.turnedOver ?? false} iced={recipe.serve === "iced"} />
            )}
            <Panel title="By hand beside it">
              <HandSteps steps={recipe.steps} onSteps={setSteps} at={at} />
            </Panel>
          </div>
        </div>
      </div>
    </UnreadContext>
  );
}
