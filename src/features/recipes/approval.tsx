"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { CardEffects, type Effect, useFollowing } from "#parts/cardEffects.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { approve } from "./actions.ts";

interface ApprovalProps {
  readonly recipeId: string;
  readonly versionId: string;
  readonly name: string;
  readonly version: number;
  readonly standard: number | undefined;
  readonly effects: readonly Effect[];
}

/** What making a version the standard would change, before and after: each card follows, or is left as it is. */
export function Approval({ recipeId, versionId, name, version, standard, effects }: ApprovalProps) {
  const router = useRouter();
  const { send } = useCounter();
  const { chosen, toggle } = useFollowing(effects);
  const [busy, setBusy] = useState(false);
  const make = async () => {
    setBusy(true);
    const sent = await send(approve({ versionId, cardIds: [...chosen] }));
    setBusy(false);
    if (!sent.ok) return;
    const { changed } = sent.data;
    toast.success(`Version ${version} is the standard.${changed > 0 ? ` ${changed} cards follow it.` : ""}`);
    router.push(`/recipes/${recipeId}?v=${versionId}`);
    router.refresh();
  };
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header>
        <h1 className="text-2xl">
          Make version {version} of <bdi>{name}</bdi> the standard
        </h1>
        <p className="text-quiet">
          {standard === undefined ? "It has no standard yet." : `Version ${standard} is the standard now.`}{" "}
          Scale starts from the standard; lists follow their cards.
        </p>
      </header>
      <CardEffects effects={effects} chosen={chosen} onToggle={toggle} />
      <div className="flex flex-wrap gap-2">
        <Button look="main" disabled={busy} onClick={make}>
          {chosen.size === 0
            ? "Make it the standard, and leave the cards"
            : `Make it the standard, and change ${chosen.size} ${chosen.size === 1 ? "card" : "cards"}`}
        </Button>
        <Link href={`/recipes/${recipeId}?v=${versionId}`} className={buttonClass()}>
          Not now
        </Link>
      </div>
    </div>
  );
}
