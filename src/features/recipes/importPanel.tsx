"use client";

import { useRouter } from "next/navigation";
import { type ChangeEvent, useState } from "react";
import { z } from "zod";
import { type ImportAnswer, importAnswer } from "#contract/recipeFile.ts";
import { Button } from "#ui/button.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";

interface ImportPanelProps {
  readonly site: { readonly id: string; readonly name: string };
  readonly onDone: () => void;
}

const LOOKS = { add: "text-good", change: "text-due", same: "text-quiet", refuse: "text-stop" } as const;

/** A file of recipes: first what it would do, then, when it is said, done. */
export function ImportPanel({ site, onDone }: ImportPanelProps) {
  const router = useRouter();
  const [text, setText] = useState<string>();
  const [plan, setPlan] = useState<ImportAnswer>();
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);

  const send = async (body: string, preview: boolean) => {
    setBusy(true);
    const got = await post(body, `/api/v1/recipes?site=${site.id}${preview ? "&preview=1" : ""}`);
    setBusy(false);
    setTrouble(typeof got === "string" ? got : undefined);
    return typeof got === "string" ? undefined : got;
  };
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    if (!file) return;
    const body = await file.text();
    setText(body);
    setPlan(await send(body, true));
  };
  const takeIn = async () => {
    if (text === undefined || !(await send(text, false))) return;
    toast.success("Taken in.");
    onDone();
    router.refresh();
  };
  const changes = plan?.recipes.filter(({ what }) => what === "add" || what === "change").length ?? 0;
  return (
    <Panel title="Take in a file">
      <label className="block">
        <span className="block text-quiet text-sm">a file of recipes, as another house gave it out</span>
        <input type="file" accept="application/json,.json" onChange={choose} disabled={busy} />
      </label>
      {trouble && (
        <p role="alert" className="mt-2 text-stop">
          {trouble}
        </p>
      )}
      {plan && (
        <>
          <ul aria-label="what it would do" className="mt-2">
            {plan.recipes.map(({ name, what, message }, i) => (
              // The file's own order, which nothing changes.
              // biome-ignore lint/suspicious/noArrayIndexKey: see above
              <li key={i} className="flex flex-wrap gap-x-2 border-rim/20 border-t py-1">
                <bdi className="font-semibold">{name}</bdi>
                <span className={LOOKS[what]}>{message}</span>
              </li>
            ))}
          </ul>
          {plan.things.length > 0 && (
            <p className="mt-2 text-sm">
              Onto the bench of {site.name}, as not measured here: <bdi>{plan.things.join(", ")}</bdi>.
            </p>
          )}
          <div className="mt-2 flex gap-2">
            <Button look="main" disabled={busy || changes === 0} onClick={takeIn}>
              {changes === 0 ? "Nothing to take in" : `Take in ${changes}`}
            </Button>
            <Button onClick={onDone}>Cancel</Button>
          </div>
        </>
      )}
    </Panel>
  );
}

const AWAY = "Tumbek does not answer. Nothing was taken in: try again when it is back.";

/** The server's answer, or what went wrong in a sentence. */
async function post(body: string, url: string): Promise<ImportAnswer | string> {
  try {
    const response = await fetch(url, {
      method: "POST",
      body,
      headers: { "Content-Type": "application/json" },
    });
    const message: unknown = await response.json();
    if (response.ok) return importAnswer.parse(message);
    const read = z.object({ error: z.object({ message: z.string() }) }).safeParse(message);
    return read.success ? read.data.error.message : AWAY;
  } catch {
    return AWAY;
  }
}
